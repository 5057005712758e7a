<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { useDesk } from '../desk/useDesk'
import { plainLabel } from '../outline/words'
import { queries } from '../shared/queries'
import Trouble from '../shared/Trouble.vue'
import { useViewState } from '../shared/viewState'

/** The path that the pins make, followed line by line; and what other numbers of pieces come to. */
const desk = useDesk()
const view = useViewState()
const typed = computed(() => Object.entries(view.typed.value).map(([option, text]) => `${option}=${text}`))
const ledger = useQuery(
  computed(() => queries.ledger(desk.value, view.pins.value, typed.value, view.quantity.value)),
)
const SUMS = ['unit', 'line', 'total']

function file(format: 'csv' | 'text' | 'json'): string {
  const query = new URLSearchParams()
  for (const pin of view.pins.value) query.append('pin[]', pin)
  for (const input of typed.value) query.append('in[]', input)
  if (view.quantity.value !== null) query.set('qty', String(view.quantity.value))
  query.set('format', format)
  return `/api/documents/${desk.value.sha256}/ledger?${query}`
}
</script>

<template>
  <Trouble v-if="ledger.error.value" :error="ledger.error.value" class="ma-4" />
  <p v-else-if="!ledger.data.value" class="quiet pa-4" role="status">Working out the path…</p>
  <div v-else class="path">
    <section aria-label="Path">
      <p class="top">
        <span v-if="ledger.data.value.complete" class="ready">Complete: this can be bought.</span>
        <span v-else class="missing"
          >Not complete:
          {{
            ledger.data.value.problems
              .slice(0, 3)
              .map((p) => p.message)
              .join(' ')
          }}</span
        >
        <router-link
          :to="{
            name: 'ladder',
            params: { id: desk.id },
            query: { pin: view.pins.value, in: typed, qty: view.quantity.value ?? undefined },
          }"
          >Change it in the ladder</router-link
        >
      </p>
      <table class="plain">
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">How</th>
            <th scope="col" class="amount">Amount</th>
            <th scope="col" class="amount">Comes to</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, i) in ledger.data.value.rows" :key="i" :class="{ sum: SUMS.includes(row.kind) }">
            <td>
              <router-link
                v-if="row.at !== '' && row.kind !== 'quantity'"
                :to="{ name: 'outline', params: { id: desk.id }, query: { at: row.at } }"
                >{{ plainLabel(row.label) }}</router-link
              >
              <template v-else>{{ row.label }}</template>
            </td>
            <td class="quiet">{{ row.basis }}</td>
            <td class="amount">
              {{ row.amount ?? (row.kind === 'replace' ? '' : 'no value') }}
            </td>
            <td class="amount quiet">{{ row.running ?? '' }}</td>
          </tr>
        </tbody>
      </table>
      <p class="files">
        <v-btn :prepend-icon="mdiDownload" :href="file('text')">Text</v-btn>
        <v-btn :prepend-icon="mdiDownload" :href="file('csv')">CSV</v-btn>
        <v-btn :prepend-icon="mdiDownload" :href="file('json')" download="ledger.json">JSON</v-btn>
      </p>
    </section>
    <section aria-label="Quantities">
      <h2>By quantity</h2>
      <table class="plain">
        <thead>
          <tr>
            <th scope="col" class="figure">Pieces</th>
            <th scope="col" class="amount">Each</th>
            <th scope="col" class="amount">Once a line</th>
            <th scope="col" class="amount">Total</th>
            <th scope="col" class="amount">Shared out</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="q in ledger.data.value.quantities" :key="q.quantity">
            <th scope="row" class="figure">
              <button type="button" class="bare link" @click="view.change({ qty: String(q.quantity) })">
                {{ q.quantity }}
              </button>
            </th>
            <td class="amount">{{ q.unitPrice ?? 'no price' }}</td>
            <td class="amount quiet">{{ q.perLine === '0.00' ? '' : q.perLine }}</td>
            <td class="amount">{{ q.total ?? 'no price' }}</td>
            <td class="amount quiet">{{ q.perPiece ?? '' }}</td>
          </tr>
        </tbody>
      </table>
    </section>
  </div>
</template>

<style scoped>
.path {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 380px;
  gap: 28px;
  padding: 8px 16px 20px;
}
.top {
  display: flex;
  gap: 16px;
  justify-content: space-between;
  margin-bottom: 6px;
}
.ready {
  color: rgb(var(--v-theme-primary));
  font-weight: 600;
}
.missing {
  color: rgb(var(--v-theme-warning));
}
.sum td {
  border-top: 1px solid var(--paper-line);
  font-weight: 600;
}
td a {
  color: inherit;
  text-decoration-color: var(--paper-line);
}
.link {
  text-decoration: underline;
  text-decoration-color: var(--paper-line);
}
.files {
  display: flex;
  gap: 6px;
  margin-top: 12px;
}
@media (max-width: 900px) {
  .path {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
