<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useDesk } from '../desk/useDesk'
import { plainLabel } from '../outline/words'
import { combinations, grouped } from '../shared/numbers'
import { queries, SETS } from '../shared/queries'
import { useShortcuts } from '../shared/shortcuts'
import Trouble from '../shared/Trouble.vue'
import { useViewState } from '../shared/viewState'
import IdleRowSheet from './IdleRowSheet.vue'
import { lastPage, pageBefore, pageAfter } from './paging'
import SaleListSheet from './SaleListSheet.vue'
import TrapSheet from './TrapSheet.vue'

/** Every combination of a set, by its number; pages of a hundred over any number of rows. */
const PAGE = 100
const desk = useDesk()
const view = useViewState()
const setup = computed(() => desk.value.document)
const choices = computed(() =>
  setup.value.options.filter((o) => ['one', 'part', 'flag', 'several'].includes(o.kind)),
)
const route = useRoute()
/** Beside the sets of combinations, three more things that stand in rows. */
const SHEETS = [
  ...SETS,
  { value: 'traps', title: 'Traps' },
  { value: 'idle-rows', title: 'Idle rows' },
  { value: 'to-be-sold', title: 'To be sold' },
] as const
const sheet = computed(() =>
  ['traps', 'idle-rows', 'to-be-sold'].includes(String(route.query.set))
    ? String(route.query.set)
    : view.set.value,
)
const isListing = computed(() => sheet.value === view.set.value)
const asked = ref(
  typeof route.query.from === 'string' && /^\d+$/.test(route.query.from) ? route.query.from : '0',
)
const page = useQuery(
  computed(() => queries.combinations(desk.value, view.set.value, view.pins.value, asked.value, PAGE)),
)
watch([() => view.set.value, () => view.pins.value.join('&')], () => {
  asked.value = '0'
})
const total = computed(() => page.data.value?.total ?? '0')
// A link, or a pin taken, can leave the page behind the end; then the last page is meant.
watch(total, (n) => {
  if (n !== '0' && BigInt(asked.value) >= BigInt(n)) go(lastPage(n, PAGE))
})
const jump = ref('')
const field = ref<{ focus: () => void } | null>(null)
useShortcuts({ f: () => field.value?.focus(), c: () => void view.clear() })

function go(to: string): void {
  asked.value = to
  void view.change({ from: to === '0' ? undefined : to })
}
const jumpTrouble = computed(() => {
  const text = jump.value.replace(/\s/g, '')
  if (text === '') return ''
  if (!/^\d+$/.test(text)) return 'A whole number from 0.'
  if (BigInt(text) >= BigInt(total.value))
    return `The last is number ${grouped(String(BigInt(total.value) - 1n))}.`
  return ''
})
function take(): void {
  const text = jump.value.replace(/\s/g, '')
  if (text !== '' && jumpTrouble.value === '') go(text)
}
function pinWords(pin: string): string {
  const cut = pin.indexOf('=')
  const option = setup.value.options.find((o) => o.code === pin.slice(0, cut))
  const value = pin.slice(cut + 1)
  const word =
    value === ''
      ? 'no answer'
      : option?.kind === 'flag'
        ? 'yes'
        : (option?.values?.find((v) => v.code === value)?.label ?? value)
  return `${plainLabel(option?.label ?? pin.slice(0, cut))}: ${word}`
}
function unpin(pin: string): void {
  void view.change({ pin: view.pins.value.filter((p) => p !== pin), from: undefined })
}
function pinsOf(row: { pins: string[] }, column: number): string[] {
  const code = choices.value[column]?.code ?? ''
  const mine = row.pins.filter((p) => p.startsWith(`${code}=`))
  return mine.length > 0 ? mine : [`${code}=`]
}
function pinCell(row: { pins: string[] }, column: number): void {
  const mine = pinsOf(row, column)
  const code = choices.value[column]?.code ?? ''
  const others = view.pins.value.filter((p) => !p.startsWith(`${code}=`))
  void view.change({ pin: [...others, ...mine], from: undefined })
}
</script>

<template>
  <main class="station">
    <div class="bar">
      <v-btn-toggle
        :model-value="sheet"
        mandatory
        density="compact"
        aria-label="Which combinations are listed"
        class="sets"
        @update:model-value="
          (set: string) => view.change({ set: set === 'selectable' ? undefined : set, from: undefined })
        "
      >
        <v-btn v-for="s in SHEETS" :key="s.value" :value="s.value" size="x-small">{{ s.title }}</v-btn>
      </v-btn-toggle>
      <template v-if="isListing">
        <span role="status"
          ><strong>{{ grouped(total) }}</strong> {{ combinations(total) }}</span
        >
        <button
          v-for="pin in view.pins.value"
          :key="pin"
          type="button"
          class="pin"
          :title="`Take the pin on ${pinWords(pin)} out`"
          @click="unpin(pin)"
        >
          {{ pinWords(pin) }} <span aria-hidden="true">×</span>
        </button>
        <span class="grow" />
        <form class="jump" @submit.prevent="take">
          <v-text-field
            ref="field"
            v-model="jump"
            label="To number"
            :error-messages="jumpTrouble"
            class="number"
          />
          <v-btn type="submit" :disabled="jump === '' || jumpTrouble !== ''">Go</v-btn>
        </form>
        <nav class="pages" aria-label="Pages">
          <v-btn :disabled="asked === '0'" @click="go('0')">First</v-btn>
          <v-btn :disabled="asked === '0'" @click="go(pageBefore(asked, PAGE))">Back</v-btn>
          <v-btn
            :disabled="pageAfter(asked, total, PAGE) === null"
            @click="go(pageAfter(asked, total, PAGE) ?? asked)"
            >On</v-btn
          >
          <v-btn :disabled="pageAfter(asked, total, PAGE) === null" @click="go(lastPage(total, PAGE))"
            >Last</v-btn
          >
        </nav>
      </template>
    </div>
    <TrapSheet v-if="sheet === 'traps'" />
    <IdleRowSheet v-else-if="sheet === 'idle-rows'" />
    <SaleListSheet v-else-if="sheet === 'to-be-sold'" />
    <template v-else>
      <Trouble v-if="page.error.value" :error="page.error.value" />
      <div v-if="page.data.value" class="sheet" tabindex="0" role="region" aria-label="Combinations">
        <p v-if="total === '0'" class="pa-4">
          No combination is in this set<template v-if="view.pins.value.length">
            beside the pins. Take a pin out to see more</template
          >.
        </p>
        <table v-else class="plain">
          <thead>
            <tr>
              <th scope="col" class="figure">#</th>
              <th v-for="(h, i) in page.data.value.headings" :key="i" scope="col">{{ plainLabel(h) }}</th>
              <th scope="col">SKU</th>
              <th scope="col" class="amount">Unit price, {{ page.data.value.currency }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in page.data.value.rows" :key="row.n">
              <th scope="row" class="figure">
                <router-link
                  :to="{ name: 'ladder', params: { id: desk.id }, query: { pin: row.pins } }"
                  :title="`Pin number ${row.n} in the ladder`"
                  >{{ grouped(row.n) }}</router-link
                >
              </th>
              <td v-for="(cell, i) in row.cells" :key="i">
                <button
                  type="button"
                  class="bare"
                  :title="`Pin ${pinsOf(row, i).map(pinWords).join(', ')}`"
                  @click="pinCell(row, i)"
                >
                  <template v-if="cell !== ''">{{ cell }}</template><span v-else class="quiet">none</span>
                </button>
              </td>
              <td class="code">{{ row.sku }}</td>
              <td class="amount">
                <template v-if="row.unitPrice !== null">{{ row.unitPrice }}</template><span
                  v-else
                  class="quiet"
                  >by input</span
                >
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
  </main>
</template>

<style scoped>
.station {
  display: flex;
  flex-direction: column;
  flex: 1;
  background: rgb(var(--v-theme-surface));
  min-height: 0;
}
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  padding: 8px 16px;
}
.sets {
  height: 28px;
}
.grow {
  flex: 1;
}
.jump {
  display: flex;
  gap: 6px;
  align-items: center;
}
.number {
  width: 150px;
}
.pages {
  display: flex;
  gap: 2px;
}
.pin {
  all: unset;
  cursor: pointer;
  border-left: 3px solid rgb(var(--v-theme-primary));
  background: rgba(var(--v-theme-primary), 0.13);
  padding: 1px 8px;
}
.pin:focus-visible {
  outline: 2px solid rgb(var(--v-theme-primary));
}
.sheet {
  overflow: auto;
  padding: 0 16px 16px;
  max-height: calc(100dvh - 204px);
}
thead th {
  position: sticky;
  top: 0;
  background: rgb(var(--v-theme-surface));
  z-index: 1;
  white-space: nowrap;
}
tbody tr:nth-child(odd) {
  background: var(--paper-faint);
}
tbody th {
  border: 0;
  font-weight: 400;
}
td {
  white-space: nowrap;
}
td button:hover {
  text-decoration: underline;
}
</style>
