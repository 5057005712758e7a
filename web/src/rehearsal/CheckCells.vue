<script setup lang="ts">
import { computed } from 'vue'
import type { CheckCell } from '../shared/api'
import { STAGES } from './verdicts'

/** All that a check looks at, stage by stage, expected beside found; only what differs is lit. */
const props = defineProps<{ cells: readonly CheckCell[]; tried: boolean }>()
const stages = computed(() =>
  STAGES.map((s) => ({ ...s, cells: props.cells.filter((c) => c.stage === s.value) })).filter(
    (s) => s.cells.length > 0,
  ),
)
const hasSeveralLines = computed(() => props.cells.some((c) => c.line > 1))
/** Entries are told by a prefix, which a reader has no need of. */
function words(cell: CheckCell): string {
  const what = cell.what.replace(/^entry /, '')
  return hasSeveralLines.value && cell.line > 0 ? `line ${cell.line}: ${what}` : what
}
</script>

<template>
  <table class="plain cells">
    <thead>
      <tr>
        <th scope="col">Looked at</th>
        <th scope="col">Expected</th>
        <th v-if="tried" scope="col">Found</th>
      </tr>
    </thead>
    <tbody v-for="s in stages" :key="s.value">
      <tr class="stage">
        <th scope="rowgroup" :colspan="tried ? 3 : 2">{{ s.title }}</th>
      </tr>
      <tr v-for="(c, i) in s.cells" :key="i" :class="{ differs: c.differs }">
        <th scope="row">{{ words(c) }}</th>
        <td>{{ c.expected }}</td>
        <td v-if="tried" class="found">
          <template v-if="c.found === null"><span class="quiet">not seen</span></template>
          <template v-else-if="c.differs"><span aria-hidden="true">≠</span> {{ c.found }}</template>
          <span v-else class="quiet">{{ c.found }}</span>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.stage th {
  font-family: 'Literata Variable', serif;
  font-weight: 560;
  padding-top: 8px;
  color: inherit;
}
td,
tbody th {
  overflow-wrap: anywhere;
}
.cells td,
.cells th {
  padding: 1px 8px 1px 0;
}
.differs {
  background: color-mix(in srgb, rgb(var(--v-theme-error)) 9%, transparent);
}
.differs .found {
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}
</style>
