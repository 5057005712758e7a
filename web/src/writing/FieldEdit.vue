<script setup lang="ts">
import type { JSONPath } from './paths'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import type { Charge } from '../desk/document'
import { answer, client, Refusal } from '../shared/api'
import type { Field } from '../desk/field'
import FormulaHelp from './FormulaHelp.vue'
import { pointerOf, valueAt } from './paths'
import { useDraft } from './useDraft'
import { chargeAlone, useSentences } from './useSentences'

/** One field of a part of the document: what is typed is taken when it is left, or by Enter. */
const props = defineProps<{ field: Field; path: JSONPath; bare?: boolean }>()
const draft = useDraft()
const sentences = useSentences()
const own = computed<JSONPath>(() => (props.field.key === '' ? props.path : [...props.path, props.field.key]))
const value = computed(() => valueAt(draft.document.value, own.value))
const trouble = ref<string | null>(null)
const written = ref('')

/** A setup's charge stands beside its label and condition, in one object. */
const charge = computed(() => {
  const all = value.value as Charge | undefined
  return props.field.key === '' ? chargeAlone(all) : all
})
const shown = computed<string>(() => {
  const v = value.value
  if (props.field.how === 'charge') return sentences.written(charge.value)
  if (v === undefined || v === null) return ''
  if (props.field.how === 'condition') return sentences.written(v)
  if (props.field.how === 'figures')
    return Object.entries(v as Record<string, unknown>)
      .map(([name, figure]) => `${name} ${String(figure)}`)
      .join(', ')
  if (props.field.how === 'points') return (v as string[][]).map((point) => point.join(' ')).join(', ')
  return Array.isArray(v) ? v.join(', ') : typeof v === 'string' ? v : JSON.stringify(v)
})
watch(
  shown,
  (now) => {
    written.value = now
    trouble.value = null
  },
  { immediate: true },
)

const parts = (text: string): string[] =>
  text
    .split(',')
    .map((p) => p.trim())
    .filter((p) => p !== '')

const isHere = (path: JSONPath): boolean => pointerOf(path) === pointerOf(own.value)
/** @param to where it was typed: another place may be chosen while the server reads it */
function put(next: unknown, to = own.value): void {
  if (isHere(to)) trouble.value = null
  draft.set(to, next)
}
async function readCharge(text: string): Promise<Charge | undefined | null> {
  if (text === '') return undefined
  const [read] = await answer(client.POST('/api/charges', { body: { written: [text] } }))
  sentences.learn(read?.charge, read?.words ?? null)
  return read?.charge ?? null
}
async function takeCharge(): Promise<string | null> {
  const [to, all, isAlone] = [
    own.value,
    (value.value ?? {}) as Record<string, unknown>,
    props.field.key !== '',
  ]
  const charge = await readCharge(written.value.trim())
  if (charge === null) return `A charge was expected, such as ${props.field.hint ?? '5.00'}.`
  if (isAlone) {
    put(charge, to)
    return null
  }
  const form =
    charge === undefined ? {} : typeof charge === 'object' ? charge : { how: 'fixed', amount: String(charge) }
  const kept = Object.fromEntries(['id', 'label', 'when'].filter((k) => k in all).map((k) => [k, all[k]]))
  put({ ...kept, ...form }, to)
  return null
}
async function takeCondition(): Promise<null> {
  const [to, words] = [own.value, written.value.trim()]
  if (words === '') {
    put(undefined, to)
    return null
  }
  const read = await answer(client.POST('/api/conditions', { body: { text: draft.text.value, words } }))
  sentences.learn(read.condition, read.words)
  put(read.condition, to)
  return null
}
/** What the server reads; what it does not, it says why. */
async function takeRead(read: () => Promise<string | null>): Promise<void> {
  const to = own.value
  const why = await read().catch((error: unknown) => {
    if (!(error instanceof Refusal)) throw error
    return error.problem.problems[0]?.message ?? error.message
  })
  if (why !== null && isHere(to)) trouble.value = why
}
/** What is saved next has it, though the server is still reading it. */
function takeIt(): void {
  void draft.reading(take())
}
async function take(): Promise<void> {
  if (written.value === shown.value) return
  const text = written.value.trim()
  switch (props.field.how) {
    case 'charge':
      await takeRead(takeCharge)
      return
    case 'condition':
      await takeRead(takeCondition)
      return
    case 'whole':
      if (text !== '' && !/^-?\d+$/.test(text)) {
        trouble.value = 'A whole number was expected.'
        return
      }
      put(text === '' ? undefined : Number(text))
      return
    case 'list':
      put(text === '' ? undefined : props.field.key === 'control' && !text.includes(',') ? text : parts(text))
      return
    case 'numbers':
      put(text === '' ? undefined : parts(text).map(Number))
      return
    case 'points': {
      const points = parts(text).map((p) => p.split(/\s+/))
      if (points.some((p) => p.length !== 2) || (points.length > 0 && points.length < 3)) {
        trouble.value = 'Three points or more were expected, such as 20 15, 80 15, 50 55.'
        return
      }
      put(points.length === 0 ? undefined : points)
      return
    }
    case 'figures': {
      const figures = parts(text).map((p) => p.split(/\s+/))
      if (figures.some((f) => f.length !== 2)) {
        trouble.value = 'Names with a number each were expected, such as rate 0.35.'
        return
      }
      put(figures.length === 0 ? undefined : Object.fromEntries(figures))
      return
    }
    default:
      // A label may have blanks at its ends on purpose; an amount has none.
      put(written.value === '' ? undefined : props.field.how === 'decimal' ? text : written.value)
  }
}
const line = useTemplateRef<HTMLInputElement>('line')
/** Where the next letter goes, to know which name is being written. */
const caret = ref(0)
const formula = computed(() =>
  props.field.how === 'charge' && !props.bare ? (/^\s*=\s*(.*)$/s.exec(written.value)?.[1] ?? null) : null,
)
const word = computed(() => /[A-Za-z_][\w.]*$/.exec(written.value.slice(0, caret.value))?.[0] ?? '')
function placeCaret(): void {
  caret.value = line.value?.selectionStart ?? written.value.length
}
async function takeName(name: string): Promise<void> {
  const before = written.value.slice(0, caret.value - word.value.length)
  const after = written.value.slice(caret.value)
  written.value = before + name + after
  await nextTick()
  line.value?.focus()
  line.value?.setSelectionRange(before.length + name.length, before.length + name.length)
  placeCaret()
}
const below = computed(() =>
  props.field.how === 'charge' && !props.bare && charge.value !== undefined
    ? sentences.said(charge.value)
    : null,
)
</script>

<template>
  <input
    v-if="field.how === 'flag'"
    type="checkbox"
    :checked="value === true"
    :aria-label="field.words"
    @change="put(($event.target as HTMLInputElement).checked ? true : undefined)"
  />
  <select
    v-else-if="field.how === 'choice'"
    :value="shown"
    :aria-label="field.words"
    @change="put(($event.target as HTMLSelectElement).value || undefined)"
  >
    <option value=""></option>
    <option v-for="c in field.choices" :key="c" :value="c">{{ field.named?.[c] ?? c }}</option>
  </select>
  <span v-else class="field">
    <input
      ref="line"
      v-model="written"
      :aria-label="field.words"
      :aria-invalid="trouble !== null"
      :placeholder="bare ? undefined : field.hint"
      :class="{ end: field.how === 'decimal' || field.how === 'whole' }"
      @input="placeCaret"
      @click="placeCaret"
      @keyup="placeCaret"
      @change="takeIt"
      @keydown.enter.prevent="takeIt"
      @keydown.esc="written = shown"
    />
    <span v-if="trouble" class="trouble" role="alert">{{ trouble }}</span>
    <FormulaHelp v-else-if="formula !== null" :expr="formula" :word="word" @name="takeName" />
    <span v-else-if="below && below !== written" class="quiet">{{ below }}</span>
  </span>
</template>

<style scoped>
.field {
  display: block;
  min-width: 0;
}
input:not([type='checkbox']),
select {
  width: 100%;
  min-width: 0;
  border: 1px solid var(--paper-line);
  background: rgb(var(--v-theme-surface));
  padding: 1px 5px;
  color: inherit;
  font-size: 13px;
}
input.end {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
input:focus-visible,
select:focus-visible {
  outline: 2px solid rgb(var(--v-theme-primary));
  outline-offset: -1px;
}
input[aria-invalid='true'] {
  border-color: rgb(var(--v-theme-error));
}
.trouble {
  color: rgb(var(--v-theme-error));
  font-size: 12px;
}
.quiet {
  font-size: 12px;
}
</style>
