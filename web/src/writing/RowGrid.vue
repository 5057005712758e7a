<script setup lang="ts">
import { computed } from 'vue'
import type { Option, Row } from '../desk/document'
import { PICKED } from '../desk/kinds'
import { pickWords } from '../outline/words'
import { combinations } from './cells'
import { ROW } from './fields'
import Grid from './Grid.vue'
import { sameList } from './paths'
import { useDraft } from './useDraft'

/** The variant rows, as a grid; they are made of all combinations of the options they go by. */
const draft = useDraft()
const setup = computed(() => draft.document.value)
const NONE: string[] = []
const by = computed(() => setup.value.variants?.by ?? NONE)
const rows = computed(() => setup.value.variants?.rows)
const options = computed(() => setup.value.options)
const ROWS = ['variants', 'rows']
const columns = ROW.filter((f) => ['sku', 'price', 'stock', 'weight', 'image'].includes(f.key))

/** Rows that are made at once; the document takes no more. */
const MOST = 100_000

const choices = computed<Option[]>((before) =>
  sameList(
    before,
    options.value.filter((o) => [...PICKED, 'flag'].includes(o.kind)),
  ),
)
type Picked = NonNullable<Row['pick']>
const print = (pick: Picked): string =>
  JSON.stringify(
    by.value.map((code) => (pick[code] === undefined || pick[code] === false ? null : pick[code])),
  )
/** The options that rows go by; the same list as before an edit that leaves these as they were. */
const going = computed<(Option | undefined)[]>((before) =>
  sameList(
    before,
    by.value.map((code) => options.value.find((o) => o.code === code)),
  ),
)
const heads = computed(() => by.value.map((code, i) => going.value[i]?.label ?? code))
function lead(member: Record<string, unknown>): string[] {
  return by.value.map((code, i) => pickWords(going.value[i], (member as Row).pick, code))
}
const fresh = (): Record<string, unknown> => ({ pick: {} })
/** Every combination that could have a row, by its print; null where they are too many. */
const all = computed<Map<string, Picked> | null>(() => {
  const lists = going.value.map((option) => {
    const values: (string | boolean | null)[] =
      option?.kind === 'flag'
        ? [true, null]
        : (option?.values ?? []).filter((v) => !v.hidden).map((v) => v.code)
    return option?.required || option?.kind === 'flag' ? values : [...values, null]
  })
  const picked = by.value.length === 0 ? [] : combinations(lists, MOST)
  if (!picked) return null
  return new Map(
    picked.map((one) => {
      const pick: Picked = {}
      one.forEach((value, i) => {
        const code = by.value[i]
        if (value !== null && code !== undefined) pick[code] = value
      })
      return [print(pick), pick]
    }),
  )
})
/** What the rows pick; the same list as before an edit that leaves all picks as they were. */
const picks = computed<Picked[]>((before) =>
  sameList(
    before,
    (rows.value ?? []).map((r) => r.pick ?? {}),
  ),
)
const missing = computed<Picked[] | null>(() => {
  if (!all.value) return null
  const there = new Set(picks.value.map(print))
  return [...all.value].filter(([key]) => !there.has(key)).map(([, pick]) => pick)
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
  <Grid v-if="by.length > 0" :list="ROWS" :columns="columns" :fresh="fresh" :heads="heads" :lead="lead">
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
