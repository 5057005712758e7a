<script setup lang="ts">
import { computed } from 'vue'
import { rowWords } from '../outline/words'
import { combinations } from './cells'
import { PICKED, ROW } from './fields'
import Grid from './Grid.vue'
import { useDraft } from './useDraft'

/** The variant rows, as a grid; they are made of all combinations of the options they go by. */
const draft = useDraft()
const setup = computed(() => draft.document.value)
const NONE: string[] = []
const by = computed(() => setup.value.variants?.by ?? NONE)
const rows = computed(() => setup.value.variants?.rows)
const options = computed(() => setup.value.options)
const columns = ROW.filter((f) => ['sku', 'price', 'stock', 'weight', 'image'].includes(f.key))

/** Rows that are made at once; the document takes no more. */
const MOST = 100_000

const choices = computed(() => options.value.filter((o) => [...PICKED, 'flag'].includes(o.kind)))
type Pick = Record<string, string | boolean | string[]>
const print = (pick: Pick): string =>
  JSON.stringify(
    by.value.map((code) => (pick[code] === undefined || pick[code] === false ? null : pick[code])),
  )
const missing = computed<Pick[] | null>(() => {
  const lists = by.value.map((code) => {
    const option = options.value.find((o) => o.code === code)
    const values: (string | boolean | null)[] =
      option?.kind === 'flag'
        ? [true, null]
        : (option?.values ?? []).filter((v) => !v.hidden).map((v) => v.code)
    return option?.required || option?.kind === 'flag' ? values : [...values, null]
  })
  const all = by.value.length === 0 ? [] : combinations(lists, MOST)
  if (!all) return null
  const there = new Set((rows.value ?? []).map((r) => print(r.pick)))
  return all
    .map((one) => {
      const pick: Pick = {}
      one.forEach((value, i) => {
        const code = by.value[i]
        if (value !== null && code !== undefined) pick[code] = value
      })
      return pick
    })
    .filter((pick) => !there.has(print(pick)))
})
function toggle(code: string): void {
  const next = by.value.includes(code) ? by.value.filter((c) => c !== code) : [...by.value, code]
  draft.set(
    ['variants'],
    next.length === 0 ? undefined : { by: next, rows: setup.value.variants?.rows ?? [] },
  )
}
function generate(): void {
  draft.append(
    ['variants', 'rows'],
    (missing.value ?? []).map((pick) => ({ pick })),
  )
}
</script>

<template>
  <p class="by" role="group" aria-label="Rows go by">
    <span class="quiet">rows go by</span>
    <label v-for="o in choices" :key="o.code"
      ><input type="checkbox" :checked="by.includes(o.code)" @change="toggle(o.code)" />
      {{ o.label ?? o.code }}</label
    >
  </p>
  <Grid
    v-if="by.length > 0"
    :list="['variants', 'rows']"
    :columns="columns"
    :fresh="() => ({ pick: {} })"
    :heads="by.map((c) => setup.options.find((o) => o.code === c)?.label ?? c)"
    :lead="(m) => by.map((c) => rowWords(setup, (m.pick ?? {}) as Pick, c))"
  >
    <button v-if="missing && missing.length > 0" type="button" @click="generate">
      Make the {{ missing.length }} combinations without a row
    </button>
    <span v-else-if="missing === null" class="quiet">More combinations than rows can be.</span>
  </Grid>
</template>

<style scoped>
.by {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  font-size: 12.5px;
}
button {
  background: none;
  border: 0;
  color: rgb(var(--v-theme-primary));
  cursor: pointer;
  min-height: 24px;
}
</style>
