<script setup lang="ts">
import { computed } from 'vue'
import { useDesk } from '../desk/useDesk'
import { plainLabel, rowWords } from '../outline/words'

/** Variant rows that are in stock, and that no choice on the page leads to. */
const desk = useDesk()
const setup = computed(() => desk.value.document)
const by = computed(() => setup.value.variants?.by ?? [])
const rows = computed(() =>
  desk.value.idleRows.flatMap((index) => {
    const row = setup.value.variants?.rows?.[index]
    return row ? [{ index, row }] : []
  }),
)
</script>

<template>
  <p v-if="rows.length === 0" class="pa-4">
    {{ setup.variants ? 'Every row in stock can be bought.' : 'This setup has no variant rows.' }}
  </p>
  <div v-else class="sheet" tabindex="0" role="region" aria-label="Idle rows">
    <table class="plain">
      <thead>
        <tr>
          <th scope="col" class="figure">Row</th>
          <th v-for="code in by" :key="code" scope="col">
            {{ plainLabel(setup.options.find((o) => o.code === code)?.label ?? code) }}
          </th>
          <th scope="col">SKU</th>
          <th scope="col" class="amount">Price</th>
          <th scope="col" class="figure">Stock that no path reaches</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ index, row } in rows" :key="index">
          <th scope="row" class="figure">
            <router-link
              :to="{ name: 'outline', params: { id: desk.id }, query: { at: `/variants/rows/${index}` } }"
              >{{ index + 1 }}</router-link
            >
          </th>
          <td v-for="code in by" :key="code">{{ rowWords(setup, row, code) }}</td>
          <td class="code">{{ row.sku ?? '' }}</td>
          <td class="amount">{{ row.salePrice ?? row.price ?? '' }}</td>
          <td class="figure">{{ row.stock ?? 'not tracked' }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.sheet {
  overflow: auto;
  padding: 0 16px 16px;
}
</style>
