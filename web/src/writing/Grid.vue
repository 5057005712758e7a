<script setup lang="ts">
import type { JSONPath } from './paths'
import { mdiClose } from '@mdi/js'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { useViewState } from '../shared/viewState'
import { pastedCells } from './cells'
import type { Change } from './edits'
import { answer, client } from '../shared/api'
import FieldEdit from './FieldEdit.vue'
import type { Field } from '../desk/field'
import { pointerOf, valueAt } from './paths'
import { useDraft } from './useDraft'
import { useSentences } from './useSentences'

/** A list of the document as a grid that takes pasted cells. */
const props = defineProps<{
  list: JSONPath
  columns: Field[]
  /** How a member is made that pasted cells ask for. */
  fresh: (n: number) => Record<string, unknown>
  /** What stands before the cells of a member. */
  lead?: (member: Record<string, unknown>, index: number) => string[]
  heads?: string[]
}>()
const draft = useDraft()
const sentences = useSentences()
const view = useViewState()
const route = useRoute()
/** The place that is chosen. */
const at = computed(() => route.query.at)

/** Members shown at a time; a page of more would be slow to type in. */
const PAGE = 100

const members = computed(() => (valueAt(draft.document.value, props.list) ?? []) as Record<string, unknown>[])
const page = ref(0)
const pages = computed(() => Math.max(1, Math.ceil(members.value.length / PAGE)))
const shown = computed(() =>
  members.value
    .slice(page.value * PAGE, (page.value + 1) * PAGE)
    .map((m, i) => ({ m, i: page.value * PAGE + i })),
)
/** The column in which something was typed last; it can be filled down from there. */
const last = ref<{ row: number; column: Field } | null>(null)

function cell(column: Field, text: string, charges: Map<string, unknown>): unknown {
  if (text === '') return undefined
  if (column.how === 'charge') return charges.get(text) ?? text
  if (column.how === 'whole') return /^-?\d+$/.test(text) ? Number(text) : text
  if (column.how === 'flag') return /^(yes|y|true|x|1)$/i.test(text) ? true : undefined
  return text
}
/** Charges among pasted cells, by how they are written; where the server does not say, they are taken as typed. */
async function readCharges(cells: string[][], column: number): Promise<Map<string, unknown>> {
  const at = props.columns.findIndex((c) => c.how === 'charge') - column
  const written = [...new Set(cells.map((line) => line[at] ?? '').filter((text) => text !== ''))]
  if (written.length === 0) return new Map()
  const read = await answer(client.POST('/api/charges', { body: { written } })).catch(() => [])
  read.forEach(({ charge, words }) => {
    sentences.learn(charge, words)
  })
  return new Map(written.map((text, i) => [text, read[i]?.charge]))
}
async function paste(event: ClipboardEvent, row: number, column: number): Promise<void> {
  const cells = pastedCells(event.clipboardData?.getData('text/plain') ?? '')
  if (!cells) return
  event.preventDefault()
  const charges = await readCharges(cells, column)
  const changes: Change[] = []
  cells.forEach((line, r) => {
    const index = row + r
    const isNew = index >= members.value.length
    const member = isNew ? props.fresh(index) : {}
    line.forEach((text, c) => {
      const field = props.columns[column + c]
      if (!field || field.how === 'condition') return
      const value = cell(field, text, charges)
      if (!isNew) changes.push({ path: [...props.list, index, field.key], value })
      else if (value === undefined) Reflect.deleteProperty(member, field.key)
      else member[field.key] = value
    })
    if (isNew) changes.push({ path: [...props.list, index], value: member })
  })
  draft.setAll(changes)
}
function fillDown(): void {
  const from = last.value
  if (!from) return
  const value = valueAt(draft.document.value, [...props.list, from.row, from.column.key])
  draft.setAll(
    members.value
      .map((_, i) => i)
      .filter((i) => i > from.row)
      .map((i) => ({ path: [...props.list, i, from.column.key], value })),
  )
}
</script>

<template>
  <div class="grid">
    <table class="plain">
      <thead>
        <tr>
          <th scope="col"><span class="d-sr-only">Number</span></th>
          <th v-for="h in heads ?? []" :key="h" scope="col">{{ h }}</th>
          <th v-for="c in columns" :key="c.key" scope="col" :class="`of-${c.key}`" :title="c.words">
            {{ c.short ?? c.words }}
          </th>
          <th scope="col"><span class="d-sr-only">Take out</span></th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="{ m, i } in shown"
          :id="`at${pointerOf([...list, i])}`"
          :key="i"
          :class="{ marked: at === pointerOf([...list, i]) }"
        >
          <td class="number">
            <button
              type="button"
              :aria-label="`All of ${i + 1}`"
              @click.stop="view.change({ at: pointerOf([...list, i]) })"
            >
              {{ i + 1 }}
            </button>
          </td>
          <td v-for="(words, k) in lead?.(m, i) ?? []" :key="k">{{ words }}</td>
          <td
            v-for="(c, k) in columns"
            :key="c.key"
            @focusin="last = { row: i, column: c }"
            @paste="draft.reading(paste($event, i, k))"
          >
            <FieldEdit :field="c" :path="[...list, i]" bare />
          </td>
          <td>
            <button
              type="button"
              :aria-label="`Take out ${i + 1}`"
              @click.stop="draft.set([...list, i], undefined)"
            >
              <v-icon :icon="mdiClose" size="14" aria-hidden="true" />
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="below">
      <button type="button" @click="draft.insert(list, members.length, fresh(members.length))">
        Add one
      </button>
      <button v-if="last && last.row < members.length - 1" type="button" @click="fillDown">
        Fill {{ last.column.words }} down from {{ last.row + 1 }}
      </button>
      <template v-if="pages > 1">
        <button type="button" :disabled="page === 0" @click="page--">Before</button>
        <span class="quiet">{{ page + 1 }} of {{ pages }}</span>
        <button type="button" :disabled="page >= pages - 1" @click="page++">After</button>
      </template>
      <slot />
    </p>
  </div>
</template>

<style scoped>
.grid {
  margin-top: 4px;
  overflow-x: auto;
}
table {
  table-layout: fixed;
  width: 100%;
}
th:first-child,
th:last-child {
  width: 34px;
}
.of-label,
.of-allowedWhen {
  width: 19%;
}
.of-default,
.of-hidden {
  width: 48px;
}
.of-line {
  width: 66px;
}
.of-stock {
  width: 54px;
}
td {
  padding: 1px 2px;
  overflow-wrap: anywhere;
}
td button,
.below button {
  background: none;
  border: 0;
  color: rgb(var(--v-theme-primary));
  cursor: pointer;
  font-size: 12.5px;
  min-width: 24px;
  min-height: 24px;
}
.number button {
  color: inherit;
}
.below {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: center;
}
button:disabled {
  opacity: 0.4;
  cursor: default;
}
</style>
