<script setup lang="ts">
import type { components } from './api.d'

/** Items of a catalogue, a hundred at a time. */
const PAGE = 100
const from = defineModel<number>('from', { required: true })
defineProps<{ rows: components['schemas']['CatalogueRow'][]; total: number; withBy?: boolean }>()
</script>

<template>
  <p v-if="total === 0">No item.</p>
  <template v-else>
    <table class="plain items">
      <thead>
        <tr>
          <th scope="col">SKU</th>
          <th scope="col">Name</th>
          <th v-if="withBy" scope="col">Applies by</th>
          <th scope="col">Categories</th>
          <th scope="col">Tags</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.sku">
          <td class="code">{{ r.sku }}</td>
          <td>{{ r.name }}</td>
          <td v-if="withBy">{{ r.by.join(', ') }}</td>
          <td>{{ r.categories.join(', ') }}</td>
          <td>{{ r.tags.join(', ') }}</td>
        </tr>
      </tbody>
    </table>
    <nav v-if="total > PAGE" class="pages" aria-label="Pages">
      <v-btn :disabled="from === 0" @click="from = Math.max(0, from - PAGE)">Back</v-btn>
      <span class="quiet">{{ from + 1 }} to {{ Math.min(total, from + PAGE) }} of {{ total }}</span>
      <v-btn :disabled="from + PAGE >= total" @click="from += PAGE">On</v-btn>
    </nav>
  </template>
</template>

<style scoped>
.items {
  max-width: 1040px;
}
.pages {
  display: flex;
  gap: 10px;
  align-items: center;
  margin-top: 8px;
}
</style>
