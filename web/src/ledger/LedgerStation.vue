<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useViewState } from '../shared/viewState'
import PathSheet from './PathSheet.vue'
import PriceSheet from './PriceSheet.vue'
import TotalsSheet from './TotalsSheet.vue'
import ValuesSheet from './ValuesSheet.vue'

/** What it costs: all paths at once, one of them line by line, each value, and a price sheet held against it. */
const SHEETS = [
  { value: 'totals', title: 'All totals', sheet: TotalsSheet },
  { value: 'path', title: 'One path', sheet: PathSheet },
  { value: 'values', title: 'What each value does', sheet: ValuesSheet },
  { value: 'sheet', title: 'Price sheet', sheet: PriceSheet },
] as const

const route = useRoute()
const view = useViewState()
const shown = computed(() => SHEETS.find((s) => s.value === route.query.view) ?? SHEETS[0])
</script>

<template>
  <main class="station">
    <div class="bar" role="group" aria-label="Sheets of the ledger">
      <button
        v-for="s in SHEETS"
        :key="s.value"
        type="button"
        :aria-pressed="shown.value === s.value"
        @click="view.change({ view: s.value === 'totals' ? undefined : s.value })"
      >
        {{ s.title }}
      </button>
    </div>
    <component :is="shown.sheet" />
  </main>
</template>

<style scoped>
.station {
  display: flex;
  flex-direction: column;
  flex: 1;
  min-height: 0;
  background: rgb(var(--v-theme-surface));
}
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  padding: 8px 16px 2px;
}
.bar button {
  all: unset;
  cursor: pointer;
  padding: 3px 0;
  color: var(--quiet);
  border-bottom: 2px solid transparent;
}
.bar button[aria-pressed='true'] {
  color: inherit;
  font-weight: 600;
  border-bottom-color: rgb(var(--v-theme-primary));
}
.bar button:focus-visible {
  outline: 2px solid rgb(var(--v-theme-primary));
}
</style>
