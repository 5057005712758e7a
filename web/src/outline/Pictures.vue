<script setup lang="ts">
import { computed, ref } from 'vue'
import type { SetupDocument, Shape, View, ViewPlace } from '../desk/document'
import { useViewState } from '../shared/viewState'
import { freshCode } from '../writing/paths'
import type { Draft } from '../writing/useDraft'
import {
  between,
  boxOf,
  handles,
  LEAST,
  moved,
  resized,
  shaped,
  shapeOf,
  SHAPES,
  written,
  type Point,
} from './places'
import { plainLabel } from './words'

/**
 * The pictures on which texts and files are placed, each with its places where they lie. While it is written in, a place is
 * drawn on the picture, moved, and taken by its corners; by the keyboard its figures stand beside it.
 */
const props = defineProps<{
  setup: SetupDocument
  marked: (at: string) => boolean
  src: (name?: string) => string | null
  draft?: Draft
}>()
const view = useViewState()
const isWriting = computed(() => props.draft?.isWriting.value === true)

/** What is being done with the pointer: from where, and what the place is by now. */
interface Doing {
  view: number
  index: number | null
  corner: number | null
  from: Point
  first: ViewPlace
  now: ViewPlace
}
const doing = ref<Doing | null>(null)

function pointAt(event: PointerEvent): Point {
  const box = (event.currentTarget as SVGSVGElement).getBoundingClientRect()
  return {
    x: ((event.clientX - box.left) / Math.max(1, box.width)) * 100,
    y: ((event.clientY - box.top) / Math.max(1, box.height)) * 100,
  }
}
function begin(event: PointerEvent, i: number): void {
  if (!isWriting.value || event.button !== 0) return
  const held = event.target as SVGElement
  const index = held.dataset.place === undefined ? null : Number(held.dataset.place)
  const places = props.setup.views?.[i]?.places ?? []
  const from = pointAt(event)
  const first: ViewPlace = (index === null ? undefined : places[index]) ?? {
    code: freshCode(
      'place',
      places.map((p) => p.code),
    ),
    label: `Place ${places.length + 1}`,
    shape: 'box',
    box: written({ ...from, width: 0, height: 0 }),
  }
  const corner = held.dataset.corner === undefined ? null : Number(held.dataset.corner)
  doing.value = { view: i, index, corner, from, first, now: first }
  ;(event.currentTarget as SVGSVGElement).setPointerCapture(event.pointerId)
  event.preventDefault()
}
function go(event: PointerEvent): void {
  const d = doing.value
  if (!d) return
  const to = pointAt(event)
  const now =
    d.index === null
      ? { ...d.first, box: written(between(d.from, to)) }
      : d.corner === null
        ? moved(d.first, { x: to.x - d.from.x, y: to.y - d.from.y })
        : resized(d.first, to, d.corner)
  doing.value = { ...d, now }
}
async function end(): Promise<void> {
  const d = doing.value
  doing.value = null
  if (!d || !props.draft) return
  const places = ['views', d.view, 'places']
  const at = `/views/${d.view}/places/${d.index ?? (props.setup.views?.[d.view]?.places ?? []).length}`
  const box = boxOf(d.now)
  if (d.index === null) {
    if (box.width < LEAST || box.height < LEAST) return
    props.draft.append(places, [d.now])
  } else if (d.now !== d.first) {
    const key = d.now.points ? 'points' : 'box'
    props.draft.set([...places, d.index, key], d.now[key])
  }
  await view.change({ at })
}
/** As it is being drawn, else as the document has it. */
function shown(i: number): ViewPlace[] {
  const places = props.setup.views?.[i]?.places ?? []
  const d = doing.value
  if (d?.view !== i) return places
  return d.index === null ? [...places, d.now] : places.map((p, j) => (j === d.index ? d.now : p))
}
function shape(i: number, j: number, chosen: Shape): void {
  const place = props.setup.views?.[i]?.places?.[j]
  if (place) props.draft?.set(['views', i, 'places', j], shaped(place, chosen))
}
async function addView(): Promise<void> {
  const views = props.setup.views ?? []
  props.draft?.append(
    ['views'],
    [
      {
        code: freshCode(
          'view',
          views.map((v) => v.code),
        ),
        label: 'New picture',
        pixels: { width: 800, height: 600 },
        places: [],
      },
    ],
  )
  await view.change({ at: `/views/${views.length}` })
}

function points(place: ViewPlace): string {
  return (place.points ?? []).map(([x, y]) => `${x},${y}`).join(' ')
}

/** The middle and half the size of a box, as an ellipse is drawn. */
function ellipse(place: ViewPlace): { cx: number; cy: number; rx: number; ry: number } {
  const box = boxOf(place)
  return { cx: box.x + box.width / 2, cy: box.y + box.height / 2, rx: box.width / 2, ry: box.height / 2 }
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
/** How much wider than high a picture is, so that a handle is round. */
const proportion = (one: View): number =>
  one.pixels ? Number(one.pixels.width) / Number(one.pixels.height) : 4 / 3
</script>

<template>
  <div
    v-for="(one, i) in props.setup.views ?? []"
    :id="`at/views/${i}`"
    :key="one.code"
    class="view"
    :class="{ marked: marked(`/views/${i}`), drawn: isWriting }"
  >
    <figure>
      <svg
        viewBox="0 0 100 100"
        preserveAspectRatio="none"
        :style="{ aspectRatio: ratio(one) }"
        role="img"
        :aria-label="`Places on ${one.label ?? one.code}`"
        @pointerdown="begin($event, i)"
        @pointermove="go"
        @pointerup="end"
        @pointercancel="doing = null"
        @click.stop
      >
        <image
          v-if="src(one.image)"
          :href="src(one.image) ?? ''"
          width="100"
          height="100"
          preserveAspectRatio="none"
        />
        <g
          v-for="(place, j) in shown(i)"
          :key="place.code"
          :class="{ here: marked(`/views/${i}/places/${j}`) }"
        >
          <title>{{ j + 1 }} {{ place.label ?? place.code }}</title>
          <polygon v-if="place.points" :points="points(place)" :data-place="j" />
          <ellipse v-else-if="place.shape === 'ellipse'" v-bind="ellipse(place)" :data-place="j" />
          <rect v-else v-bind="boxOf(place)" :data-place="j" />
          <template v-if="isWriting">
            <ellipse
              v-for="(h, k) in handles(place)"
              :key="k"
              class="handle"
              :cx="h.x"
              :cy="h.y"
              rx="2"
              :ry="2 * proportion(one)"
              :data-place="j"
              :data-corner="k"
            />
          </template>
        </g>
      </svg>
    </figure>
    <div>
      <h3>
        {{ one.label ?? one.code }} <span v-if="one.image" class="code">{{ one.image }}</span>
        <span v-if="one.pixels" class="quiet pixels">
          {{ one.pixels.width }} × {{ one.pixels.height }} pixels</span
        >
      </h3>
      <p
        v-for="(place, j) in one.places ?? []"
        :id="`at/views/${i}/places/${j}`"
        :key="place.code"
        :class="{ marked: marked(`/views/${i}/places/${j}`) }"
      >
        {{ j + 1 }} {{ place.label ?? place.code }} <span class="quiet">takes</span> {{ words(place) }}
        <select
          v-if="isWriting"
          :value="shapeOf(place)"
          :aria-label="`Shape of ${place.label ?? place.code}`"
          @change="shape(i, j, SHAPES[($event.target as HTMLSelectElement).selectedIndex] ?? 'box')"
        >
          <option v-for="each in SHAPES" :key="each">{{ each }}</option>
        </select>
      </p>
      <p v-if="isWriting" class="quiet">Draw on the picture to add a place.</p>
    </div>
  </div>
  <button v-if="isWriting" type="button" class="add" @click="addView">Add a picture with places</button>
</template>

<style scoped>
.view {
  display: grid;
  grid-template-columns: 200px minmax(0, 1fr);
  gap: 14px;
  padding-top: 8px;
}
.view.drawn {
  grid-template-columns: minmax(200px, 380px) minmax(0, 1fr);
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
.drawn svg {
  cursor: crosshair;
  touch-action: none;
}
svg :is(polygon, ellipse, rect) {
  fill: rgba(var(--v-theme-primary), 0.16);
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 1.5;
  vector-effect: non-scaling-stroke;
}
.drawn svg :is(polygon, ellipse, rect) {
  cursor: move;
}
svg .here :is(polygon, ellipse, rect) {
  stroke: rgb(var(--v-theme-warning));
}
svg .handle {
  fill: rgb(var(--v-theme-surface));
}
.drawn svg .handle {
  cursor: nwse-resize;
}
.add {
  background: none;
  border: 0;
  color: rgb(var(--v-theme-primary));
  cursor: pointer;
  min-height: 24px;
  font-size: 12.5px;
}
select {
  border: 1px solid var(--paper-line);
  background: rgb(var(--v-theme-surface));
  color: inherit;
  font-size: 12px;
  margin-left: 6px;
}
</style>
