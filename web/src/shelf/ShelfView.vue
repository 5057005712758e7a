<script setup lang="ts">
import {
  mdiCheckCircleOutline,
  mdiCloseOctagonOutline,
  mdiDotsVertical,
  mdiDownload,
  mdiHelp,
  mdiPencilOutline,
  mdiTimerSandEmpty,
  mdiTrashCanOutline,
} from '@mdi/js'
import { useMutation, useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { answer, client, type ShelfEntry } from '../shared/api'
import { grouped, readable } from '../shared/numbers'
import { queries, queryClient } from '../shared/queries'
import { SEVERITIES } from '../shared/severity'
import Trouble from '../shared/Trouble.vue'
import BringIn from './BringIn.vue'
import RemoveSetup from './RemoveSetup.vue'
import RenameSetup from './RenameSetup.vue'
import { outcome } from '../rehearsal/verdicts'

const PAGE = 50
const VERDICTS = {
  'may-launch': { word: 'may launch', icon: mdiCheckCircleOutline },
  'not-yet': { word: 'not yet', icon: mdiTimerSandEmpty },
  'must-not-launch': { word: 'must not launch', icon: mdiCloseOctagonOutline },
  none: { word: 'cannot be told', icon: mdiHelp },
} as const
const FILTERS = [
  { value: '', title: 'every verdict' },
  { value: 'must-not-launch', title: 'must not launch' },
  { value: 'not-yet', title: 'not yet' },
  { value: 'may-launch', title: 'may launch' },
  { value: 'due', title: 'due to be rehearsed' },
] as const
const ORDERS = [
  { value: 'newest', title: 'newest first' },
  { value: 'title', title: 'by name' },
  { value: 'verdict', title: 'by verdict' },
] as const
const router = useRouter()
const wanted = ref('')
const verdict = ref<(typeof FILTERS)[number]['value']>('')
const order = ref<(typeof ORDERS)[number]['value']>('newest')
const from = ref(0)
watch([wanted, verdict, order], () => {
  from.value = 0
})
const shelf = useQuery(
  computed(() =>
    queries.shelf({
      search: wanted.value.trim() || undefined,
      verdict: verdict.value === '' ? undefined : verdict.value,
      order: order.value,
      from: from.value,
      limit: PAGE,
    }),
  ),
)
const rows = computed(() => shelf.data.value?.rows ?? [])
const total = computed(() => shelf.data.value?.total ?? 0)
const isAsked = computed(() => wanted.value.trim() !== '' || verdict.value !== '')
const running = computed(() => shelf.data.value?.running)

const rehearseDue = useMutation({
  mutationFn: () => answer(client.POST('/api/rehearsals/due')),
  onSuccess: () => queryClient.invalidateQueries({ queryKey: ['shelf'] }),
})

const renaming = ref<ShelfEntry | null>(null)
const removing = ref<ShelfEntry | null>(null)
async function broughtIn(setup: ShelfEntry, isUnfinished: boolean): Promise<void> {
  await queryClient.invalidateQueries({ queryKey: ['shelf'] })
  // What is still to be written opens where it is written.
  await router.push({ name: isUnfinished ? 'outline' : 'ladder', params: { id: setup.id } })
}
</script>

<template>
  <main class="shelf">
    <div class="head">
      <h1>Shelf</h1>
      <span class="quiet">{{ grouped(String(total)) }} {{ total === 1 ? 'setup' : 'setups' }}</span>
      <span v-if="running && running.runs > 0" class="runs" role="status">
        <progress
          :max="Math.max(running.checks, 1)"
          :value="running.checks - running.waiting"
          aria-label="Rehearsed"
        />
        {{ running.runs }} {{ running.runs === 1 ? 'rehearsal runs' : 'rehearsals run' }},
        {{ grouped(String(running.checks - running.waiting)) }} of
        {{ grouped(String(running.checks)) }} checks tried
      </span>
      <span class="grow" />
      <v-btn
        v-if="(shelf.data.value?.due ?? 0) > 0"
        :loading="rehearseDue.isPending.value"
        title="Each where it was tried last"
        @click="rehearseDue.mutate()"
        >Rehearse all that is due ({{ shelf.data.value?.due }})</v-btn
      >
      <select v-model="verdict" aria-label="Verdict">
        <option v-for="f in FILTERS" :key="f.value" :value="f.value">{{ f.title }}</option>
      </select>
      <select v-model="order" aria-label="Order">
        <option v-for="o in ORDERS" :key="o.value" :value="o.value">{{ o.title }}</option>
      </select>
      <v-text-field v-model="wanted" label="Find a setup" clearable class="find" @click:clear="wanted = ''" />
    </div>
    <div class="columns">
      <section aria-label="Setups">
        <Trouble v-if="rehearseDue.error.value" :error="rehearseDue.error.value" />
        <p v-if="rehearseDue.data.value?.left.length" class="look" role="status">
          Not begun:
          <span v-for="l in rehearseDue.data.value.left" :key="l.title">{{ l.title }} ({{ l.why }}) </span>
        </p>
        <Trouble v-if="shelf.error.value" :error="shelf.error.value" />
        <p v-else-if="shelf.isPending.value" class="quiet">Reading the shelf…</p>
        <p v-else-if="total === 0 && isAsked" class="quiet">No setup is like that.</p>
        <p v-else-if="total === 0">
          The shelf is empty. Drop a setup document on the field beside this, or paste one.
        </p>
        <table v-else class="plain rows">
          <thead>
            <tr>
              <th scope="col">Setup</th>
              <th scope="col" class="figure">Selectable</th>
              <th scope="col" class="figure">Wrong sales</th>
              <th scope="col">Findings</th>
              <th scope="col">Last rehearsal</th>
              <th scope="col">Verdict</th>
              <th scope="col"><span class="quiet">Revision</span></th>
              <th scope="col"><span class="d-sr-only">More</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="s in rows" :key="s.id">
              <th scope="row">
                <router-link :to="{ name: 'ladder', params: { id: s.id } }">{{ s.title }}</router-link>
                <div v-if="s.item !== s.title" class="quiet small">{{ s.item }}</div>
              </th>
              <template v-if="s.counts">
                <td class="figure" :title="grouped(s.counts.selectable)">
                  {{ readable(s.counts.selectable) }}
                </td>
                <td class="figure" :title="grouped(s.counts.wrongSales)">
                  <span :class="{ bad: s.counts.wrongSales !== '0', quiet: s.counts.wrongSales === '0' }">{{
                    readable(s.counts.wrongSales)
                  }}</span>
                </td>
                <td>
                  <span v-if="s.blockers + s.warnings + s.notes === 0" class="clean">nothing found</span>
                  <span
                    v-for="(n, kind) in { blocker: s.blockers, warning: s.warnings, note: s.notes }"
                    v-else
                    :key="kind"
                  >
                    <span v-if="n > 0" class="tally" :class="kind">
                      <v-icon :icon="SEVERITIES[kind].icon" size="15" aria-hidden="true" />{{ n }}
                      {{ n === 1 && kind !== 'warning' ? kind : SEVERITIES[kind].plural }}
                    </span>
                  </span>
                </td>
              </template>
              <td v-else colspan="3" class="quiet">{{ s.trouble ?? 'being worked out…' }}</td>
              <td>
                <router-link
                  v-if="s.rehearsal"
                  :to="{ name: 'rehearsal', params: { id: s.id }, query: { run: s.rehearsal.id } }"
                  class="last"
                  :class="{ bad: s.rehearsal.differs > 0 }"
                  >{{ outcome(s.rehearsal) }}</router-link
                >
                <span v-else class="quiet">none</span>
                <div v-if="s.rehearsal && !s.rehearsal.current" class="quiet small">
                  of an earlier revision
                </div>
              </td>
              <td>
                <router-link
                  v-if="s.verdict"
                  :to="{ name: 'gate', params: { id: s.id } }"
                  class="verdict"
                  :class="s.verdict"
                  :title="s.open > 0 ? `${s.open} open` : undefined"
                  ><v-icon :icon="VERDICTS[s.verdict].icon" size="15" aria-hidden="true" />
                  {{ VERDICTS[s.verdict].word }}</router-link
                >
                <span v-else class="quiet">…</span>
                <div v-if="s.due" class="quiet small">due</div>
              </td>
              <td class="quiet">{{ s.revision }}</td>
              <td>
                <v-menu>
                  <template #activator="{ props: menu }">
                    <v-btn
                      v-bind="menu"
                      :icon="mdiDotsVertical"
                      variant="text"
                      :aria-label="`More for ${s.title}`"
                    />
                  </template>
                  <v-list density="compact">
                    <v-list-item :prepend-icon="mdiPencilOutline" title="Rename" @click="renaming = s" />
                    <v-list-item
                      :prepend-icon="mdiDownload"
                      title="Take the document out"
                      :href="`/api/setups/${s.id}/document`"
                    />
                    <v-list-item :prepend-icon="mdiTrashCanOutline" title="Remove…" @click="removing = s" />
                  </v-list>
                </v-menu>
              </td>
            </tr>
          </tbody>
        </table>
        <nav v-if="total > PAGE" class="pages" aria-label="Pages of the shelf">
          <v-btn variant="text" :disabled="from === 0" @click="from = Math.max(0, from - PAGE)"
            >Earlier</v-btn
          >
          <span class="quiet"
            >{{ grouped(String(from + 1)) }} to {{ grouped(String(Math.min(from + PAGE, total))) }} of
            {{ grouped(String(total)) }}</span
          >
          <v-btn variant="text" :disabled="from + PAGE >= total" @click="from += PAGE">Later</v-btn>
        </nav>
      </section>
      <BringIn @brought-in="broughtIn" />
    </div>

    <RenameSetup :setup="renaming" @done="renaming = null" />
    <RemoveSetup :setup="removing" @done="removing = null" />
  </main>
</template>

<style scoped>
.shelf {
  padding: 14px 16px;
}
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  min-height: 44px;
}
.find {
  max-width: 220px;
}
.grow {
  flex: 1;
}
.runs {
  display: flex;
  gap: 8px;
  align-items: center;
}
.runs progress {
  width: 120px;
  accent-color: rgb(var(--v-theme-primary));
}
.head select {
  font: inherit;
  color: inherit;
  background: transparent;
  border: 1px solid rgba(var(--v-theme-on-background), 0.45);
  padding: 3px 6px;
}
.head option {
  background: rgb(var(--v-theme-surface));
}
.pages {
  display: flex;
  gap: 12px;
  align-items: center;
  margin-top: 10px;
}
.look {
  color: rgb(var(--v-theme-warning));
}
.verdict {
  white-space: nowrap;
  text-decoration: none;
  color: rgb(var(--v-theme-warning));
}
.verdict:hover {
  text-decoration: underline;
}
.verdict.may-launch {
  color: rgb(var(--v-theme-primary));
}
.verdict.must-not-launch {
  color: rgb(var(--v-theme-error));
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  gap: 28px;
  margin-top: 8px;
}
.rows tbody tr {
  border-bottom: 1px solid var(--paper-line);
}
.rows th,
.rows td {
  padding: 5px 14px 5px 0;
  vertical-align: middle;
}
.rows tbody th {
  font-weight: 500;
  color: inherit;
  border: 0;
}
.small {
  font-size: 12px;
}
.bad,
.tally.blocker {
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}
.tally {
  margin-right: 12px;
  white-space: nowrap;
}
.tally.warning {
  color: rgb(var(--v-theme-warning));
}
.tally.note {
  color: rgb(var(--v-theme-info));
}
.clean {
  color: rgb(var(--v-theme-primary));
  font-weight: 600;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
