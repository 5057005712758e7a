<script setup lang="ts">
import { ref } from 'vue'

/** A picture of a page with places outlined on it; whoever points at it is told where, in pixels of the picture. */
const props = defineProps<{
  src: string
  alt: string
  width: number
  height: number
  places: readonly {
    id: string
    words: string
    box: readonly number[]
    tone: 'good' | 'look' | 'bad'
    chosen?: boolean
    /** By which a list beside the picture names it too. */
    number?: number
  }[]
  pointing?: boolean
}>()
const emit = defineEmits<{ point: [x: number, y: number]; choose: [id: string] }>()
const hovered = ref<string | null>(null)

function pointed(event: MouseEvent): void {
  const area = (event.currentTarget as Element).getBoundingClientRect()
  emit(
    'point',
    ((event.clientX - area.left) / area.width) * props.width,
    ((event.clientY - area.top) / area.height) * props.height,
  )
}
</script>

<template>
  <figure class="outlined">
    <img :src="src" :alt="alt" :width="width" :height="height" />
    <svg :viewBox="`0 0 ${width} ${height}`" :class="{ pointing }" @click="pointed">
      <g
        v-for="p in places"
        :key="p.id"
        :class="[p.tone, { chosen: p.chosen }]"
        @mouseenter="hovered = p.id"
        @mouseleave="hovered = null"
        @click="!pointing && emit('choose', p.id)"
      >
        <rect
          :x="(p.box[0] ?? 0) - 3"
          :y="(p.box[1] ?? 0) - 3"
          :width="(p.box[2] ?? 0) + 6"
          :height="(p.box[3] ?? 0) + 6"
        />
        <template v-if="p.number !== undefined">
          <rect
            class="tag"
            :x="Math.max((p.box[0] ?? 0) - 24, 0)"
            :y="(p.box[1] ?? 0) - 3"
            width="20"
            height="15"
          />
          <text class="number" :x="Math.max((p.box[0] ?? 0) - 24, 0) + 10" :y="(p.box[1] ?? 0) + 9">
            {{ p.number }}
          </text>
        </template>
        <text
          v-if="p.chosen || hovered === p.id"
          :x="Math.min(p.box[0] ?? 0, width - 9 * p.words.length)"
          :y="Math.max((p.box[1] ?? 0) - 5, 16)"
        >
          {{ p.words }}
        </text>
      </g>
    </svg>
  </figure>
</template>

<style scoped>
.outlined {
  position: relative;
  margin: 0;
  line-height: 0;
}
img {
  width: 100%;
  height: auto;
  border: 1px solid var(--paper-line);
}
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
svg.pointing {
  cursor: crosshair;
}
rect {
  fill: transparent;
  stroke-width: 2;
  stroke-dasharray: 7 4;
}
g.good rect {
  stroke: #1b6d5a;
}
g.look rect {
  stroke: #a05a00;
  stroke-dasharray: 2 4;
}
g.bad rect {
  stroke: #b3261e;
  stroke-width: 3;
  stroke-dasharray: none;
}
g.chosen rect,
g:hover rect {
  fill: rgba(27, 109, 90, 0.14);
  stroke-dasharray: none;
  stroke-width: 3;
}
g.bad.chosen rect,
g.bad:hover rect {
  fill: rgba(179, 38, 30, 0.1);
}
text {
  font:
    600 15px 'Noto Sans Variable',
    sans-serif;
  fill: #1d1b18;
  paint-order: stroke;
  stroke: #fffdf7;
  stroke-width: 5px;
}
text.number {
  font-size: 11px;
  fill: #fffdf7;
  stroke: none;
  text-anchor: middle;
}
g rect.tag {
  stroke: none;
  fill: #1b6d5a;
}
g.look rect.tag {
  fill: #a05a00;
}
</style>
