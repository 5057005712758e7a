<script setup lang="ts">
import type { components } from '../shared/api.d'
import FileOffers from './FileOffers.vue'

/** A line a check: what is done on the item's page, what has to come of it, and a blank. */
defineProps<{ checks: readonly components['schemas']['HandCheck'][] }>()
</script>

<template>
  <table class="plain list">
    <thead>
      <tr>
        <th scope="col" class="number">No.</th>
        <th scope="col">Check</th>
        <th scope="col">What to do on the item’s page</th>
        <th scope="col">Expected</th>
        <th scope="col" class="found">Found</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="c in checks" :key="c.number">
        <td class="number">{{ c.number }}</td>
        <th scope="row">
          {{ c.about }} <span class="quiet">({{ c.purposeWords }})</span>
        </th>
        <td>
          {{ c.steps.slice(1).join('; ') }}
          <FileOffers :files="c.files" />
        </td>
        <td class="expected">{{ c.expected }}</td>
        <td class="blank" />
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.list {
  width: 100%;
  margin-top: 10px;
}
.list td,
.list th {
  padding: 4px 12px 4px 0;
  vertical-align: top;
  overflow-wrap: anywhere;
}
tbody tr {
  border-top: 1px solid var(--paper-line);
  break-inside: avoid;
}
.list .number {
  text-align: right;
  overflow-wrap: normal;
}
.expected {
  min-width: 116px;
}
.found {
  width: 14%;
}
td.blank {
  border-bottom: 1px solid rgba(var(--v-theme-on-background), 0.5);
}
</style>
