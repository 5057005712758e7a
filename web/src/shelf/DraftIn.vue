<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { answer, client, type ShelfEntry } from '../shared/api'
import FilePick from '../shared/FilePick.vue'
import Trouble from '../shared/Trouble.vue'
import { changeAll } from '../writing/edits'
import { pathOf, valueAt } from '../writing/paths'
import { base64 } from './base64'

/**
 * A setup out of what a tester has: a saved page, an address, a table or pasted cells. Each reading can be corrected before
 * the draft is taken, and a guess is marked until it is confirmed.
 */
const emit = defineEmits<{ broughtIn: [setup: ShelfEntry] }>()
interface Source {
  name: string
  base64?: string
  address?: string
}
const sources = ref<Source[]>([])
const cells = ref('')
const address = ref('')
const text = ref<string | null>(null)
const confirmed = ref(new Set<string>())
const isAll = ref(false)

const draft = useMutation({
  mutationFn: () => answer(client.POST('/api/drafts', { body: { sources: sources.value } })),
  onSuccess: (d) => {
    text.value = d.text
    confirmed.value = new Set()
  },
})
const take = useMutation({
  mutationFn: () => answer(client.POST('/api/setups', { body: { text: text.value ?? '' } })),
  onSuccess: (setup) => {
    sources.value = []
    text.value = null
    emit('broughtIn', setup)
  },
})

function add(source: Source): void {
  sources.value = [...sources.value, source]
  draft.mutate()
}
async function picked(file: File): Promise<void> {
  add({ name: file.name, base64: base64(new Uint8Array(await file.arrayBuffer())) })
}
function addCells(): void {
  add({ name: 'cells.csv', base64: base64(new TextEncoder().encode(cells.value)) })
  cells.value = ''
}
function addAddress(): void {
  add({ name: address.value, address: address.value })
  address.value = ''
}
function drop(index: number): void {
  sources.value = sources.value.filter((_, i) => i !== index)
  if (sources.value.length > 0) draft.mutate()
  else text.value = null
}

const document = computed(() => JSON.parse(text.value ?? '{}') as unknown)
/** What was read, as far as it is one word or number; what stands in lists and objects is read word by word. */
const readings = computed(() =>
  (draft.data.value?.read ?? [])
    .map((r) => ({ ...r, value: valueAt(document.value, pathOf(r.at)) }))
    .filter((r) => ['string', 'number', 'boolean'].includes(typeof r.value)),
)
const guesses = computed(() => readings.value.filter((r) => r.isGuess && !confirmed.value.has(r.at)))
const shown = computed(() =>
  (isAll.value ? readings.value : readings.value.filter((r) => r.isGuess)).slice(0, 400),
)

function confirm(at: string): void {
  confirmed.value = new Set([...confirmed.value, at])
}
function correct(at: string, was: unknown, event: Event): void {
  const input = event.target as HTMLInputElement
  const value =
    typeof was === 'boolean' ? input.checked : typeof was === 'number' ? Number(input.value) : input.value
  text.value = changeAll(text.value ?? '', [{ path: pathOf(at), value }])
  confirm(at)
}
/** "Size, Large: charge" in the words of the draft itself. */
function place(at: string): string {
  const path = pathOf(at)
  const words: string[] = []
  path.forEach((step, i) => {
    if (typeof step !== 'number') return
    const thing = valueAt(document.value, path.slice(0, i + 1)) as
      { label?: string; sku?: string } | undefined
    words.push(path[i - 1] === 'rows' ? `row ${step + 1}` : (thing?.label ?? `${step + 1}`))
  })
  const key = path.filter(
    (s) => typeof s === 'string' && !['options', 'values', 'variants', 'rows'].includes(s),
  )
  return `${words.join(', ')}${words.length > 0 ? ': ' : ''}${key.join(' ')}`
}
</script>

<template>
  <section class="draft" aria-label="From a page or a table">
    <h3>From a page or a table</h3>
    <p class="quiet">
      A saved product page, its address, a table of options or of rows (CSV, xlsx, ods), or cells pasted from
      one. Several make one setup.
    </p>
    <FilePick
      label="Page or table"
      accept=".html,.htm,.csv,.tsv,.txt,.xlsx,.ods,text/html,text/csv"
      block
      @picked="picked"
      >Pick a page or a table…</FilePick
    >
    <form class="one" @submit.prevent="addAddress">
      <input v-model.trim="address" type="url" aria-label="Address of a page" placeholder="https://…" />
      <button type="submit" :disabled="address === ''">read</button>
    </form>
    <form class="one" @submit.prevent="addCells">
      <textarea v-model="cells" rows="2" aria-label="Cells" placeholder="paste cells here"></textarea>
      <button type="submit" :disabled="cells.trim() === ''">read</button>
    </form>
    <p v-for="(s, i) in sources" :key="i" class="source">
      {{ s.name }}
      <button type="button" :aria-label="`Leave out ${s.name}`" @click="drop(i)">leave out</button>
    </p>
    <p v-if="draft.isPending.value" class="quiet" role="status">Reading…</p>
    <Trouble v-if="draft.error.value" :error="draft.error.value" class="mt-2" />
    <template v-if="text !== null && draft.data.value && sources.length > 0">
      <p>
        {{ readings.length }} things read, <strong>{{ guesses.length }} guesses</strong> not confirmed;
        {{ draft.data.value.left.length }} left out.
        <label><input v-model="isAll" type="checkbox" /> show all</label>
      </p>
      <table v-if="shown.length > 0" class="plain">
        <tbody>
          <tr v-for="r in shown" :key="r.at" :class="{ guess: r.isGuess && !confirmed.has(r.at) }">
            <td>
              {{ place(r.at) }}<br /><span class="quiet">{{ r.from }}</span>
            </td>
            <td>
              <input
                v-if="typeof r.value === 'boolean'"
                type="checkbox"
                :checked="r.value"
                :aria-label="place(r.at)"
                @change="correct(r.at, r.value, $event)"
              />
              <input
                v-else
                :value="r.value"
                :aria-label="place(r.at)"
                @change="correct(r.at, r.value, $event)"
              />
            </td>
            <td>
              <button
                v-if="r.isGuess && !confirmed.has(r.at)"
                type="button"
                :aria-label="`right: ${place(r.at)}`"
                @click="confirm(r.at)"
              >
                right
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <details v-if="draft.data.value.left.length > 0">
        <summary>What was left out</summary>
        <ul>
          <li v-for="(l, i) in draft.data.value.left" :key="i">
            {{ l.why }} <span class="quiet">{{ l.from }}</span>
          </li>
        </ul>
      </details>
      <v-btn block variant="flat" color="primary" :loading="take.isPending.value" @click="take.mutate()"
        >Take it{{ guesses.length > 0 ? `, ${guesses.length} guesses and all` : '' }}</v-btn
      >
      <Trouble v-if="take.error.value" :error="take.error.value" class="mt-2" />
    </template>
  </section>
</template>

<style scoped>
.draft {
  margin-top: 16px;
  border-top: 1px solid var(--paper-line);
  padding-top: 8px;
  font-size: 13px;
}
h3 {
  font-size: 15px;
}
.one {
  display: flex;
  gap: 6px;
  margin-top: 6px;
  align-items: flex-start;
}
.one input,
.one textarea,
td input:not([type='checkbox']) {
  flex: 1;
  min-width: 0;
  width: 100%;
  border: 1px solid var(--paper-line);
  padding: 2px 6px;
  color: inherit;
  background: rgb(var(--v-theme-surface));
}
button:not(.v-btn) {
  white-space: nowrap;
  background: none;
  border: 0;
  color: rgb(var(--v-theme-primary));
  cursor: pointer;
  min-height: 24px;
}
button:disabled {
  opacity: 0.5;
  cursor: default;
}
.guess td {
  background: rgba(var(--v-theme-warning), 0.13);
}
td {
  overflow-wrap: anywhere;
  padding: 2px 4px;
  font-size: 12.5px;
}
details ul {
  padding-left: 16px;
}
</style>
