<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useDesk } from '../desk/useDesk'
import { plainLabel } from '../outline/words'
import type { TotalBand } from '../shared/api'
import { combinations, grouped, percent, readable } from '../shared/numbers'
import { queries } from '../shared/queries'
import Trouble from '../shared/Trouble.vue'
import { useViewState } from '../shared/viewState'
import { barHeight } from './bars'

/** How many combinations come to which total, and the combinations in the order of their totals. */
const PAGE = 50
const desk = useDesk()
const view = useViewState()
const route = useRoute()
const setup = computed(() => desk.value.document)
const side = computed(() => (route.query.side === 'dearest' ? 'dearest' : 'cheapest'))
const totals = useQuery(computed(() => queries.totals(desk.value, side.value, view.quantity.value)))
const from = computed(() =>
  typeof route.query.rank === 'string' && /^\d+$/.test(route.query.rank) ? route.query.rank : '0',
)
const rows = useQuery(
  computed(() => ({
    ...queries.ranked(desk.value, side.value, view.quantity.value, from.value, PAGE),
    enabled: totals.data.value?.known === true,
  })),
)
const last = computed(() => {
  const count = BigInt(totals.data.value?.count ?? '0')
  return count > BigInt(PAGE) ? String(count - BigInt(PAGE)) : '0'
})
const highest = computed(() => Math.max(0, ...(totals.data.value?.bands ?? []).map((b) => b.share)))
const looked = ref<TotalBand | null>(null)
watch(totals.data, () => (looked.value = null))

function go(rank: string): void {
  void view.change({ rank: rank === '0' ? undefined : rank })
}
function by(step: number): string {
  const next = BigInt(from.value) + BigInt(step)
  return next < 0n ? '0' : String(next)
}
function labels(codes: string[]): string {
  return codes
    .map((code) => plainLabel(setup.value.options.find((o) => o.code === code)?.label ?? code))
    .join(', ')
}
function bandWords(b: TotalBand): string {
  return `${b.from === b.to ? b.from : `${b.from} to ${b.to}`}: ${grouped(b.count)} ${combinations(b.count)}, ${percent(b.share)}`
}
function isHere(b: TotalBand): boolean {
  const at = BigInt(from.value)
  return at >= BigInt(b.rank) && at < BigInt(b.rank) + BigInt(b.count)
}
</script>

<template>
  <Trouble v-if="totals.error.value" :error="totals.error.value" class="ma-4" />
  <p v-else-if="!totals.data.value" class="quiet pa-4" role="status">Adding up all totals…</p>
  <div v-else-if="!totals.data.value.known" class="pa-4 unknown">
    <p><strong>The totals of all combinations are not known.</strong> {{ totals.data.value.why }}.</p>
    <p>
      There are {{ readable(totals.data.value.count) }} of them, too many to be priced one by one. Each path
      can still be followed under “One path”.
    </p>
  </div>
  <div v-else-if="totals.data.value.count === '0'" class="pa-4">
    Nothing can be bought, so nothing has a total.
  </div>
  <div v-else class="totals">
    <dl class="ends">
      <div>
        <dt>cheapest</dt>
        <dd>
          <button type="button" class="bare link" @click="go('0')">{{ totals.data.value.lowest }}</button>
        </dd>
      </div>
      <div>
        <dt>dearest</dt>
        <dd>
          <button type="button" class="bare link" @click="go(last)">
            {{ totals.data.value.open.length && side === 'dearest' ? 'no end' : totals.data.value.highest }}
          </button>
        </dd>
      </div>
      <div>
        <dt>different totals</dt>
        <dd>{{ grouped(String(totals.data.value.levels)) }}</dd>
      </div>
      <div :class="{ bad: totals.data.value.zeroOrBelow !== '0' }">
        <dt>at zero or below</dt>
        <dd :title="grouped(totals.data.value.zeroOrBelow)">
          {{ readable(totals.data.value.zeroOrBelow) }}
        </dd>
      </div>
      <div v-if="totals.data.value.withoutPrice !== '0'" class="bad">
        <dt>without a price</dt>
        <dd :title="grouped(totals.data.value.withoutPrice)">
          {{ readable(totals.data.value.withoutPrice) }}
        </dd>
      </div>
      <div v-if="totals.data.value.hangsOnInputs" class="side">
        <dt>inputs chosen</dt>
        <dd>
          <button
            v-for="s in ['cheapest', 'dearest'] as const"
            :key="s"
            type="button"
            class="bare link"
            :aria-pressed="side === s"
            @click="view.change({ side: s === 'cheapest' ? undefined : s, rank: undefined })"
          >
            {{ s }}
          </button>
        </dd>
      </div>
    </dl>
    <p v-if="totals.data.value.sampled.length" class="note">
      {{ labels(totals.data.value.sampled) }}: a formula neither only rises nor only falls, so its answers
      were sampled. The true end may lie between.
    </p>
    <p v-if="totals.data.value.open.length && side === 'dearest'" class="note">
      {{ labels(totals.data.value.open) }} has no most: nothing is the dearest. What stands here is with the
      shortest answers.
    </p>
    <div class="chart" role="group" aria-label="Combinations at each total">
      <button
        v-for="b in totals.data.value.bands"
        :key="b.rank"
        type="button"
        class="bar"
        :class="{ here: isHere(b), free: b.to.startsWith('-') || Number(b.to) === 0 }"
        :aria-label="bandWords(b)"
        :title="bandWords(b)"
        :disabled="b.count === '0'"
        @click="go(b.rank)"
        @mouseenter="looked = b"
        @focus="looked = b"
      >
        <span class="fill" :style="{ height: barHeight(b.share, highest) }" />
      </button>
    </div>
    <p class="axis">
      <span>{{ totals.data.value.bands[0]?.from }}</span>
      <span class="quiet">{{
        looked
          ? bandWords(looked)
          : `${readable(totals.data.value.count)} ${combinations(totals.data.value.count)}, ${totals.data.value.currency}; click a bar to list what it holds`
      }}</span>
      <span>{{ totals.data.value.bands[totals.data.value.bands.length - 1]?.to }}</span>
    </p>
    <div class="pages">
      <strong>In the order of totals</strong>
      <span class="grow" />
      <v-btn :disabled="from === '0'" @click="go('0')">Cheapest</v-btn>
      <v-btn :disabled="from === '0'" @click="go(by(-PAGE))">Back</v-btn>
      <v-btn :disabled="BigInt(from) >= BigInt(last)" @click="go(by(PAGE))">On</v-btn>
      <v-btn :disabled="BigInt(from) >= BigInt(last)" @click="go(last)">Dearest</v-btn>
    </div>
    <Trouble v-if="rows.error.value" :error="rows.error.value" />
    <table v-if="rows.data.value" class="plain">
      <thead>
        <tr>
          <th scope="col" class="figure">Rank</th>
          <th scope="col" class="amount">Total</th>
          <th scope="col">Combination</th>
          <th scope="col">SKU</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows.data.value" :key="r.rank">
          <td class="figure quiet">{{ grouped(r.rank) }}</td>
          <td class="amount">
            <router-link
              :to="{
                name: 'ledger',
                params: { id: desk.id },
                query: { view: 'path', pin: r.pins, in: r.typed, qty: route.query.qty },
              }"
              >{{ r.total ?? 'no price' }}</router-link
            >
          </td>
          <td class="words">{{ r.words === '' ? 'nothing is chosen' : r.words }}</td>
          <td class="code">{{ r.sku }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.totals {
  padding: 6px 16px 20px;
}
.unknown p + p {
  margin-top: 6px;
}
.ends {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 28px;
}
.ends dt {
  font-size: 12px;
  color: var(--quiet);
}
.ends dd {
  margin: 0;
  text-align: left;
  font-size: 15px;
  font-weight: 600;
}
.ends .side {
  margin-left: auto;
}
.ends .side button {
  font-weight: 400;
  font-size: 13px;
  margin-right: 10px;
  text-decoration: underline;
  text-decoration-color: var(--paper-line);
}
.ends .side button[aria-pressed='true'] {
  font-weight: 600;
  text-decoration-color: currentcolor;
}
.link {
  text-decoration: underline;
  text-decoration-color: var(--paper-line);
}
.bad dd {
  color: rgb(var(--v-theme-error));
}
.note {
  color: rgb(var(--v-theme-warning));
  margin-top: 4px;
}
.chart {
  display: flex;
  align-items: stretch;
  gap: 1px;
  height: 148px;
  margin-top: 10px;
  border-bottom: 1px solid rgba(var(--v-theme-on-background), 0.55);
}
.bar {
  all: unset;
  cursor: pointer;
  flex: 1 1 0;
  min-width: 4px;
  max-width: 64px;
  display: flex;
  align-items: flex-end;
  background: var(--paper-faint);
}
.bar:hover,
.bar.here {
  background: rgba(var(--v-theme-primary), 0.16);
}
.bar:focus-visible {
  outline: 2px solid rgb(var(--v-theme-primary));
}
.fill {
  width: 100%;
  background: rgba(var(--v-theme-primary), 0.62);
}
.bar.here .fill {
  background: rgb(var(--v-theme-primary));
}
.bar.free .fill {
  background: rgb(var(--v-theme-error));
}
.axis {
  display: flex;
  justify-content: space-between;
  font-size: 12px;
  padding-top: 2px;
}
.pages {
  display: flex;
  gap: 6px;
  align-items: center;
  margin: 12px 0 4px;
}
.grow {
  flex: 1;
}
.words {
  overflow-wrap: anywhere;
}
</style>
