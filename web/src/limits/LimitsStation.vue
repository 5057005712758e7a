<script setup lang="ts">
import { mdiCheck, mdiClose, mdiContentCopy, mdiDownload, mdiMinus } from '@mdi/js'
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useDesk } from '../desk/useDesk'
import { answer, asSeen, client } from '../shared/api'
import { queries } from '../shared/queries'
import { testerName } from '../shared/tester'
import TesterName from '../shared/TesterName.vue'
import Trouble from '../shared/Trouble.vue'
import RequiredTable from './RequiredTable.vue'
import Samples from './Samples.vue'
import TickCell from './TickCell.vue'
import TryField from './TryField.vue'
import UnitTable from './UnitTable.vue'
import { flagWords } from './validity'

/**
 * What may be typed: for each input what to give at every edge, what must happen, what this browser says, and what the
 * tester saw in her shop.
 */
const desk = useDesk()
const route = useRoute()
const router = useRouter()
const query = useQuery(computed(() => queries.limits(desk.value.id, desk.value.sha256)))
const sheets = computed(() => query.data.value ?? [])
/** The sheet of what is required when has an address of its own that no option can have. */
const REQUIRED = '*'
const chosen = computed(() => {
  const wanted = route.query.of
  if (wanted === REQUIRED) return undefined
  return (
    sheets.value.find((s) => (s.option ?? '') === wanted) ??
    sheets.value.find((s) => s.rows.length > 1) ??
    sheets.value[0]
  )
})
const set = ref<string | null>(null)
const copied = ref<number | null>(null)

const WORDS = {
  taken: { word: 'taken', icon: mdiCheck },
  refused: { word: 'refused', icon: mdiClose },
  empty: { word: 'counts as empty', icon: mdiMinus },
} as const

function required(sheet: { required: string; when: string | null }): string {
  if (sheet.required === 'always') return 'always required'
  return sheet.required === 'sometimes'
    ? `required when ${sheet.when ?? 'its condition holds'}`
    : 'never required'
}
type Row = (typeof sheets.value)[number]['rows'][number]
type Outcome = Row['expected']
const queryClient = useQueryClient()
const renew = (): Promise<void> => queryClient.invalidateQueries({ queryKey: ['limits', desk.value.id] })
/** The row as it is told by now. */
const now = (row: Row): Row => sheets.value.flatMap((s) => s.rows).find((r) => r.known === row.known) ?? row
const tick = useMutation({
  // One after the other, so that her next tick is of what her last one left.
  scope: { id: 'ticks' },
  mutationFn: (tick: { row: Row; route: 'form' | 'express'; found: Outcome | null; note?: string }) =>
    answer(
      client.PUT('/api/setups/{id}/limits/ticks', {
        params: { path: { id: desk.value.id }, header: asSeen(now(tick.row).etags[tick.route]) },
        body: {
          known: tick.row.known,
          route: tick.route,
          found: tick.found,
          note: tick.note ?? tick.row.note,
          by: testerName.value,
        },
      }),
    ),
  onSuccess: renew,
})
const seen = (row: Row): boolean => row.form !== null || row.express !== null
const isOtherwise = (row: Row): boolean =>
  [row.form, row.express].some((found) => found !== null && found !== row.expected)
/** "12 of 33 tried, 1 otherwise" */
function progress(rows: Row[]): string | null {
  const tried = rows.filter(seen).length
  const otherwise = rows.filter(isOtherwise).length
  return tried === 0 ? null : `${tried} tried${otherwise === 0 ? '' : `, ${otherwise} otherwise`}`
}
function note(row: Row, event: Event): void {
  const text = (event.target as HTMLInputElement).value
  for (const route of ['form', 'express'] as const)
    if (row[route]) tick.mutate({ row, route, found: row[route], note: text })
}
async function choose(option: string | null): Promise<void> {
  set.value = null
  copied.value = null
  await router.replace({ query: { ...route.query, of: option ?? '' } })
}
async function copy(text: string, row: number): Promise<void> {
  await navigator.clipboard.writeText(text)
  copied.value = row
}
</script>

<template>
  <Trouble v-if="query.error.value" :error="query.error.value" class="ma-4" />
  <p v-else-if="!query.data.value" class="quiet pa-4" role="status">Walking along every edge…</p>
  <div v-else class="limits">
    <nav class="sheets" aria-label="Boundary sheets">
      <a
        :href="router.resolve({ query: { ...route.query, of: REQUIRED } }).href"
        :aria-current="chosen ? undefined : 'true'"
        @click.exact.prevent="choose(REQUIRED)"
      >
        <strong>What is required when</strong>
        <span class="quiet"
          >{{ sheets.filter((s) => s.required !== 'never').length }} of {{ sheets.length }}</span
        >
      </a>
      <a
        v-for="s in sheets"
        :key="s.at"
        :href="router.resolve({ query: { ...route.query, of: s.option ?? '' } }).href"
        :aria-current="s === chosen ? 'true' : undefined"
        @click.exact.prevent="choose(s.option)"
      >
        <strong>{{ s.label }}</strong>
        <span class="quiet"
          >{{ s.kind }} · {{ s.rows.length }} {{ s.rows.length === 1 ? 'edge' : 'edges' }}</span
        >
        <span class="quiet">{{ required(s) }}</span>
        <span v-if="progress(s.rows)" :class="s.rows.some(isOtherwise) ? 'refused' : 'taken'">{{
          progress(s.rows)
        }}</span>
        <span v-if="s.required !== 'never' && !s.marked && s.option" class="look"
          >nothing tells the shopper</span
        >
        <span v-if="s.required === 'never' && s.marked" class="look">marked, though never required</span>
      </a>
      <v-btn :prepend-icon="mdiDownload" :href="`/api/setups/${desk.id}/limits?format=csv`">All as CSV</v-btn>
      <TesterName class="px-2 pt-2" />
    </nav>
    <RequiredTable v-if="!chosen" class="sheet" :sheets="sheets" :setup="desk.id" />
    <main v-else class="sheet" :aria-label="`Boundary sheet of ${chosen.label}`">
      <h2>
        <router-link
          v-if="chosen.option"
          :to="{ name: 'outline', params: { id: desk.id }, query: { at: chosen.at } }"
          >{{ chosen.label }}</router-link><template v-else>{{ chosen.label }}</template>
        <span class="quiet"
          >{{ required(chosen)
          }}<template v-if="chosen.example">, for instance with {{ chosen.example }}</template></span
        >
      </h2>
      <TryField
        v-if="chosen.field"
        :field="chosen.field"
        :attributes="chosen.attributes"
        :label="chosen.label"
        :set="set"
      />
      <Samples
        v-if="chosen.option && chosen.pattern !== null"
        :id="desk.id"
        :key="chosen.option"
        :option="chosen.option"
        :pattern="chosen.pattern"
        :samples="chosen.samples"
        :etag="chosen.etag"
        @given="renew"
      />
      <Trouble v-if="tick.error.value" :error="tick.error.value" class="my-2" />
      <table class="plain edges">
        <thead>
          <tr>
            <th scope="col">At this edge</th>
            <th scope="col">Give</th>
            <th scope="col"><span class="d-sr-only">Copy</span></th>
            <th scope="col">It must be</th>
            <th scope="col">HTML itself</th>
            <th scope="col">By form</th>
            <th scope="col">By express</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, n) in chosen.rows" :key="n" :class="{ seen: seen(row) }">
            <td>
              {{ row.about }}
              <template v-if="seen(row)">
                <input
                  v-if="isOtherwise(row) || row.note"
                  :value="row.note"
                  class="note"
                  :aria-label="`Note: ${row.about}`"
                  placeholder="what you saw"
                  @change="note(row, $event)"
                />
                <span v-if="isOtherwise(row)" class="quiet by">{{ row.seen }}</span>
              </template>
            </td>
            <td class="give">
              <code>{{ row.shown }}</code>
            </td>
            <td class="acts">
              <template v-if="row.text !== null">
                <button
                  type="button"
                  :title="copied === n ? 'Copied' : 'Copy'"
                  :aria-label="`Copy: ${row.about}`"
                  @click="copy(row.text, n)"
                >
                  <v-icon :icon="copied === n ? mdiCheck : mdiContentCopy" size="15" aria-hidden="true" />
                </button>
                <button
                  v-if="chosen.field"
                  type="button"
                  :aria-label="`Set: ${row.about}`"
                  @click="set = row.text"
                >
                  set
                </button>
              </template>
              <a
                v-for="file in row.files"
                :key="file"
                :href="file"
                title="Make the file"
                :aria-label="`Make the file: ${row.about}`"
                ><v-icon :icon="mdiDownload" size="15" aria-hidden="true"
              /></a>
            </td>
            <td class="must" :title="row.why ?? undefined">
              <span :class="row.expected"
                ><v-icon :icon="WORDS[row.expected].icon" size="14" aria-hidden="true" />
                {{ WORDS[row.expected].word }}</span
              >
              <code v-if="row.problem" class="quiet">{{ row.problem }}</code>
            </td>
            <td class="quiet itself">{{ flagWords(row.browser) }}</td>
            <td
              v-for="way in ['form', 'express'] as const"
              :key="way"
              class="tick"
              :title="row[way] ? (row.seen ?? undefined) : undefined"
            >
              <TickCell
                :expected="row.expected"
                :found="row[way]"
                :route="way === 'form' ? 'By form' : 'By express'"
                :about="row.about"
                @tick="tick.mutate({ row, route: way, found: $event })"
              />
            </td>
          </tr>
        </tbody>
      </table>
      <p v-for="left in chosen.left" :key="left" class="look">Not tried: {{ left }}</p>
      <UnitTable v-if="chosen.units.length > 0" :units="chosen.units" />
    </main>
  </div>
</template>

<style scoped>
.limits {
  display: grid;
  grid-template-columns: 230px 1fr;
  flex: 1;
  min-height: 0;
}
.sheets {
  border-right: 1px solid var(--paper-line);
  overflow: auto;
  padding: 8px;
  display: flex;
  flex-direction: column;
  gap: 2px;
}
.sheets a:not(.v-btn) {
  display: flex;
  flex-direction: column;
  padding: 4px 8px;
  color: inherit;
  text-decoration: none;
  font-size: 12.5px;
  border-left: 3px solid transparent;
}
.sheets a[aria-current] {
  background: rgb(var(--v-theme-surface));
  border-left-color: rgb(var(--v-theme-primary));
}
.sheet {
  overflow: auto;
  padding: 10px 16px 20px;
}
h2 {
  font-size: 16px;
}
h2 .quiet {
  font-size: 13px;
  font-weight: 400;
  margin-left: 8px;
}
.give code {
  overflow-wrap: anywhere;
  font-size: 12.5px;
}
.acts {
  white-space: nowrap;
}
.acts button,
.acts a {
  padding: 1px 5px;
  color: rgb(var(--v-theme-primary));
  background: none;
  border: 0;
  cursor: pointer;
}
.must {
  white-space: nowrap;
}
.taken {
  color: rgb(var(--v-theme-primary));
}
.refused {
  color: rgb(var(--v-theme-error));
}
.note {
  display: block;
  width: 100%;
  border: 0;
  border-bottom: 1px solid var(--paper-line);
  background: none;
  color: inherit;
  font-size: 12.5px;
}
.by {
  font-size: 11.5px;
}
.edges td:first-child {
  min-width: 330px;
}
.edges .tick,
.edges .itself,
.edges th {
  white-space: nowrap;
}
td code.quiet {
  font-size: 11.5px;
  margin-left: 6px;
}
.look {
  color: rgb(var(--v-theme-warning));
}
@media (max-width: 700px) {
  .limits {
    grid-template-columns: 1fr;
    overflow: auto;
  }
}
</style>
