<script setup lang="ts">
import { computed } from 'vue'
import type { CheckCell } from '../shared/api'
import { handRows, handStages } from './handTable'

/** What to look at in one check, with a blank for each stage where it is to be seen. */
const props = defineProps<{ cells: readonly CheckCell[] }>()
const rows = computed(() => handRows(props.cells))
const stages = computed(() => handStages(rows.value))
const hasSeveralLines = computed(() => rows.value.some((r) => r.line > 1))
</script>

<template>
  <table class="plain hand">
    <thead>
      <tr>
        <th scope="col">Look at</th>
        <th scope="col">Expected</th>
        <th v-for="s in stages" :key="s.value" scope="col" class="found">{{ s.title }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(r, i) in rows" :key="i">
        <th scope="row">{{ hasSeveralLines && r.line > 0 ? `line ${r.line}: ` : '' }}{{ r.what }}</th>
        <td>{{ r.expected }}</td>
        <td v-for="s in stages" :key="s.value" class="found" :class="{ blank: r.stages.has(s.value) }" />
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.hand td,
.hand th {
  padding: 1px 8px 1px 0;
  overflow-wrap: anywhere;
}
.found {
  width: 13%;
}
td.blank {
  border-bottom: 1px solid rgba(var(--v-theme-on-background), 0.5);
  border-right: 8px solid transparent;
}
</style>
