<script setup lang="ts">
import { useInfiniteQuery, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useDesk } from '../desk/useDesk'
import type { Rehearsal } from '../shared/api'
import { queries } from '../shared/queries'
import { useShortcuts } from '../shared/shortcuts'
import Trouble from '../shared/Trouble.vue'
import VerdictFilter from '../shared/VerdictFilter.vue'
import { useViewState } from '../shared/viewState'
import CheckPanel from './CheckPanel.vue'
import CheckTable from './CheckTable.vue'
import LikelyPlaces from './LikelyPlaces.vue'
import NewRun from './NewRun.vue'
import RunState from './RunState.vue'
import { isOver, moment, outcome, VERDICTS } from './verdicts'

/** The rehearsals of a setup, and one of them: likely places, then every check. */
const desk = useDesk()
const route = useRoute()
const view = useViewState()
const queryClient = useQueryClient()
const runs = useInfiniteQuery(computed(() => queries.rehearsals(desk.value.id)))
const listed = computed(() => runs.data.value?.pages.flat())

function fromAddress(key: string): string | null {
  const value = route.query[key]
  return typeof value === 'string' && value !== '' ? value : null
}
const id = computed(() => fromAddress('run') ?? listed.value?.[0]?.id ?? '')
const query = useQuery(computed(() => ({ ...queries.rehearsal(id.value), enabled: id.value !== '' })))
const told = computed(() => (query.data.value?.id === id.value ? query.data.value : undefined))
const checks = useQuery(
  computed(() => ({
    ...queries.checks(id.value),
    enabled: told.value !== undefined && told.value.state !== 'planning',
  })),
)
watch(
  () => (told.value === undefined ? null : `${told.value.id} ${told.value.waiting} ${told.value.state}`),
  () => {
    if (checks.isFetched.value) void checks.refetch({ cancelRefetch: true })
  },
)
const all = computed(() => checks.data.value ?? [])
/** The run with the figures of its checks, where they are there: they are newer than what it was told with. */
const run = computed(() => {
  if (told.value === undefined || all.value.length === 0) return told.value
  const of = (verdict: string): number => all.value.filter((c) => c.verdict === verdict).length
  return {
    ...told.value,
    waiting: of('waiting'),
    agrees: of('agrees'),
    differs: of('differs'),
    noAnswer: of('no-answer'),
    notTried: of('not-tried'),
  }
})
watch(
  () => run.value && isOver(run.value),
  (over, before) => {
    if (over && before === false) {
      void queryClient.invalidateQueries({ queryKey: ['rehearsals', desk.value.id] })
      void queryClient.invalidateQueries({ queryKey: ['shelf'] })
    }
  },
)

const verdict = computed({
  get: () => fromAddress('verdict'),
  set: (value) => void view.change({ verdict: value ?? undefined }),
})
const purpose = computed({
  get: () => fromAddress('purpose'),
  set: (value) => void view.change({ purpose: value ?? undefined }),
})
const place = computed(() => fromAddress('place'))
const number = computed(() => Number(fromAddress('check') ?? 0))
const purposes = computed(() => [
  { value: null, title: 'every purpose' },
  ...Array.from(new Map(all.value.map((c) => [c.purpose, c.purposeWords])), ([value, title]) => ({
    value,
    title,
  })),
])
/** A run opens at once; what takes longer to find is asked for by itself. */
const late = useQuery(
  computed(() => ({ ...queries.likely(run.value?.id ?? ''), enabled: run.value?.likely === null })),
)
const likely = computed(() => run.value?.likely ?? late.data.value ?? null)
const explained = computed(() => likely.value?.find((l) => l.at === place.value)?.checks ?? null)
const shown = computed(() =>
  all.value.filter(
    (c) =>
      (verdict.value === null || c.verdict === verdict.value) &&
      (purpose.value === null || c.purpose === purpose.value) &&
      (explained.value === null || explained.value.includes(c.number)),
  ),
)
const carried = computed(() => all.value.filter((c) => c.carried !== null).length)
const chosen = computed(() => all.value.find((c) => c.number === number.value))
const tally = computed(() =>
  (Object.keys(VERDICTS) as (keyof typeof VERDICTS)[])
    .map((value) => {
      const count = all.value.filter((c) => c.verdict === value).length
      const { one, many, tone } = VERDICTS[value]
      return { value, count, words: count === 1 ? one : many, tone }
    })
    .filter((v) => v.count > 0 || v.value === 'differs'),
)

async function begun(next: Rehearsal): Promise<void> {
  queryClient.setQueryData(queries.rehearsal(next.id).queryKey, next)
  await queryClient.invalidateQueries({ queryKey: ['rehearsals', desk.value.id] })
  await view.change({
    run: next.id,
    check: undefined,
    verdict: undefined,
    purpose: undefined,
    place: undefined,
  })
}
/** The next check that differs, among those shown. */
function step(by: 1 | -1): void {
  const differing = shown.value.filter((c) => c.verdict === 'differs').map((c) => c.number)
  const next =
    by === 1
      ? differing.find((n) => n > number.value)
      : differing.filter((n) => n < number.value || number.value === 0).pop()
  if (next !== undefined) void view.change({ check: next })
}
useShortcuts({
  n: () => {
    step(1)
  },
  p: () => {
    step(-1)
  },
})
function title(r: Rehearsal): string {
  const where =
    r.address === null
      ? ' · by hand'
      : r.page !== null
        ? ' · on its page'
        : r.faults.length > 0
          ? ' · with faults'
          : ''
  return `${moment(r.createdAt)} · rev. ${r.revision}${where} · ${outcome(r)}`
}
</script>

<template>
  <div class="sheet">
    <div class="top">
      <NewRun @begun="begun" />
      <div v-if="listed?.length" class="runs">
        <label class="which">
          <span class="quiet">Shown</span>
          <select
            :value="id"
            @change="
              view.change({
                run: ($event.target as HTMLSelectElement).value,
                check: undefined,
                place: undefined,
              })
            "
          >
            <option v-for="r in listed" :key="r.id" :value="r.id">
              {{ title(r.id === run?.id ? run : r) }}
            </option>
          </select>
        </label>
        <v-btn
          v-if="runs.hasNextPage.value"
          variant="text"
          size="small"
          :loading="runs.isFetchingNextPage.value"
          @click="runs.fetchNextPage()"
          >Earlier runs</v-btn
        >
      </div>
    </div>
    <Trouble v-if="runs.error.value" :error="runs.error.value" />
    <Trouble v-else-if="query.error.value" :error="query.error.value" />
    <p v-else-if="listed?.length === 0 && id === ''" class="empty">
      Not rehearsed yet. A plan of few checks is tried, each as a new shopper would: every value, every pair
      of values that can meet, every limit, every condition. “On a page” does that in a browser, in any shop
      that a person can use; here it goes over the shop interface; or take the plan “By hand”.
    </p>
    <template v-if="run">
      <RunState :run="run" :carried="carried" />
      <p v-if="run.unseen.length && isOver(run)" class="look">
        No check looked at: {{ run.unseen.join(', ') }}.
        <router-link
          v-if="run.page"
          :to="{ name: 'rehearsal', params: { id: desk.id }, query: { view: 'page', page: run.page } }"
          >Where things stand on the page</router-link
        >
      </p>
      <p v-if="!run.current" class="look old">
        This was revision {{ run.revision }}; the setup has changed since. Rehearse it anew.
      </p>
      <Trouble v-if="late.error.value" :error="late.error.value" class="look" />
      <p v-else-if="likely === null" class="look quiet" role="status">
        Finding out where the differences come from…
      </p>
      <LikelyPlaces
        v-else-if="likely.length"
        :differs="run.differs"
        :likely="likely"
        :place="place"
        @choose="(at) => view.change({ place: at })"
      />
      <div v-if="all.length" class="filters">
        <VerdictFilter v-model="verdict" :verdicts="tally" />
        <label>
          <span class="d-sr-only">Purpose</span>
          <select v-model="purpose">
            <option v-for="p in purposes" :key="p.value ?? ''" :value="p.value">{{ p.title }}</option>
          </select>
        </label>
        <button
          v-if="place !== null"
          type="button"
          class="bare clear"
          @click="view.change({ place: undefined })"
        >
          only what one place explains ×
        </button>
      </div>
      <div v-if="all.length" class="columns" :class="{ split: chosen }">
        <CheckTable
          :rows="shown"
          :chosen="number"
          @choose="(n) => view.change({ check: n === number ? undefined : n })"
        />
        <CheckPanel
          v-if="chosen"
          :key="chosen.number"
          :run="run"
          :row="chosen"
          @close="view.change({ check: undefined })"
        />
      </div>
    </template>
  </div>
</template>

<style scoped>
.sheet {
  display: flex;
  flex-direction: column;
  flex: 1;
  min-height: 0;
  padding: 8px 16px 0;
  gap: 8px;
}
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 24px;
  align-items: center;
}
.top > form {
  flex: 1 1 620px;
}
.runs {
  display: flex;
  flex-direction: column;
  align-items: flex-end;
  margin-left: auto;
}
.which {
  display: flex;
  gap: 6px;
  align-items: center;
  max-width: 100%;
}
select {
  font: inherit;
  color: inherit;
  background: transparent;
  border: 1px solid rgba(var(--v-theme-on-background), 0.45);
  padding: 3px 6px;
  max-width: 100%;
  text-overflow: ellipsis;
}
select option {
  background: rgb(var(--v-theme-surface));
}
.which select {
  max-width: 380px;
}
.empty {
  max-width: 74ch;
  padding: 12px 0;
}
.look {
  color: rgb(var(--v-theme-warning));
}
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 24px;
  align-items: center;
  border-top: 1px solid var(--paper-line);
  padding-top: 6px;
}
.clear {
  color: rgb(var(--v-theme-primary));
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 16px;
}
.columns.split {
  grid-template-columns: minmax(0, 1fr) minmax(0, 480px);
}
@media (max-width: 900px) {
  .columns.split {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
