<script setup lang="ts">
import { useDesk } from '../desk/useDesk'
import type { LikelyPlace } from '../shared/api'

/** Where the differences of a run most likely come from, each with how many of them it explains. */
defineProps<{ differs: number; likely: LikelyPlace[]; place: string | null }>()
const emit = defineEmits<{ choose: [at: string | undefined] }>()
const desk = useDesk()
</script>

<template>
  <section class="likely" aria-label="Likely places">
    <h2>Likely {{ likely.length === 1 ? 'place' : 'places' }}</h2>
    <ol>
      <li v-for="l in likely.slice(0, 4)" :key="l.at">
        <button
          type="button"
          class="bare explains"
          :aria-pressed="place === l.at"
          :title="place === l.at ? 'Show all checks' : 'Show these checks alone'"
          @click="emit('choose', place === l.at ? undefined : l.at)"
        >
          <strong>{{ l.explains }}</strong> of {{ differs }}
        </button>
        <router-link :to="{ name: 'outline', params: { id: desk.id }, query: { at: l.at } }">{{
          l.words
        }}</router-link>
        <span v-if="l.as" class="as"
          >as if {{ l.as }}<template v-if="l.extent">, {{ l.extent }}</template></span
        >
      </li>
    </ol>
  </section>
</template>

<style scoped>
.likely {
  display: flex;
  gap: 16px;
  border-top: 1px solid var(--paper-line);
  padding-top: 6px;
}
.likely h2 {
  white-space: nowrap;
}
.likely ol {
  list-style: none;
  padding: 0;
  margin: 2px 0 0;
  columns: 2;
  column-gap: 32px;
  flex: 1;
}
.explains {
  min-width: 72px;
  display: inline-block;
  text-decoration: underline;
  text-decoration-color: var(--paper-line);
}
.explains[aria-pressed='true'] {
  text-decoration-color: currentcolor;
}
.likely li {
  break-inside: avoid;
}
.as {
  display: block;
  padding-left: 72px;
}
.likely strong {
  color: rgb(var(--v-theme-error));
}
@media (max-width: 900px) {
  .likely ol {
    columns: 1;
  }
}
</style>
