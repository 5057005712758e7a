<script setup lang="ts">
import type { SetupDocument, View, ViewPlace } from '../desk/document'
import { plainLabel } from './words'

/** The pictures on which texts and files are placed, each with its places drawn where they lie. */
const props = defineProps<{ setup: SetupDocument; marked: (at: string) => boolean }>()

function points(place: ViewPlace): string {
  return (place.points ?? []).map(([x, y]) => `${x},${y}`).join(' ')
}

/** The middle and half the size of a box, as an ellipse is drawn. */
function ellipse(place: ViewPlace): { cx: number; cy: number; rx: number; ry: number } {
  const [x, y, width, height] = [place.box?.x, place.box?.y, place.box?.width, place.box?.height].map(Number)
  const [rx, ry] = [(width ?? 0) / 2, (height ?? 0) / 2]
  return { cx: (x ?? 0) + rx, cy: (y ?? 0) + ry, rx, ry }
}

function named(code: string): string {
  const option = props.setup.options.find((o) => o.code === code)
  return option ? plainLabel(option.label ?? code) : `“${code}”`
}

function words(place: ViewPlace): string {
  const takes = place.takes ? place.takes.map(named).join(', ') || 'nothing' : 'any text or file'
  const most = place.most === undefined ? '' : `, ${place.most} at a time`
  return `${takes}${most}${place.fixed?.length ? `; fixed: ${place.fixed.join(', ')}` : ''}`
}

const ratio = (view: View): string => (view.pixels ? `${view.pixels.width} / ${view.pixels.height}` : '4 / 3')
</script>

<template>
  <div
    v-for="(view, i) in props.setup.views ?? []"
    :id="`at/views/${i}`"
    :key="view.code"
    class="view"
    :class="{ marked: marked(`/views/${i}`) }"
  >
    <figure>
      <svg
        viewBox="0 0 100 100"
        preserveAspectRatio="none"
        :style="{ aspectRatio: ratio(view) }"
        role="img"
        :aria-label="`Places on ${view.label ?? view.code}`"
      >
        <g v-for="(place, j) in view.places ?? []" :key="place.code">
          <title>{{ j + 1 }} {{ place.label ?? place.code }}</title>
          <polygon v-if="place.shape === 'polygon'" :points="points(place)" />
          <ellipse v-else-if="place.shape === 'ellipse'" v-bind="ellipse(place)" />
          <rect
            v-else
            :x="place.box?.x"
            :y="place.box?.y"
            :width="place.box?.width"
            :height="place.box?.height"
          />
        </g>
      </svg>
    </figure>
    <div>
      <h3>
        {{ view.label ?? view.code }} <span v-if="view.image" class="code">{{ view.image }}</span>
        <span v-if="view.pixels" class="quiet pixels">
          {{ view.pixels.width }} × {{ view.pixels.height }} pixels</span
        >
      </h3>
      <p
        v-for="(place, j) in view.places ?? []"
        :id="`at/views/${i}/places/${j}`"
        :key="place.code"
        :class="{ marked: marked(`/views/${i}/places/${j}`) }"
      >
        {{ place.label ?? place.code }} <span class="quiet">takes</span> {{ words(place) }}
      </p>
    </div>
  </div>
</template>

<style scoped>
.view {
  display: grid;
  grid-template-columns: 200px minmax(0, 1fr);
  gap: 14px;
  padding-top: 8px;
}
.view figure {
  margin: 0;
}
.pixels {
  margin-left: 8px;
}
.view h3 {
  font-size: 13.5px;
}
svg {
  display: block;
  width: 100%;
  border: 1px solid var(--paper-line);
  background: rgb(var(--v-theme-background));
}
svg :is(polygon, ellipse, rect) {
  fill: rgba(var(--v-theme-primary), 0.16);
  stroke: rgb(var(--v-theme-primary));
  vector-effect: non-scaling-stroke;
}
</style>
