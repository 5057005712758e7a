<script setup lang="ts">
import { mdiAlertOctagonOutline, mdiCheckDecagramOutline, mdiDownload, mdiTimerSandEmpty } from '@mdi/js'
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useDesk } from '../desk/useDesk'
import { answer, client } from '../shared/api'
import { grouped } from '../shared/numbers'
import { queries } from '../shared/queries'
import TesterName from '../shared/TesterName.vue'
import Trouble from '../shared/Trouble.vue'
import { aboutFinding, remarksQuery } from '../people/remarks'
import Remarks from '../people/Remarks.vue'
import AcceptedItems from './AcceptedItems.vue'
import AcceptForm from './AcceptForm.vue'
import AtTheShop from './AtTheShop.vue'
import Signature from './Signature.vue'

/** May it launch? One page to decide by: the verdict, what is open, accepted, checked and not checked, and who signed. */
const desk = useDesk()
const query = useQuery(computed(() => queries.gate(desk.value.id, desk.value.sha256)))
const gate = computed(() => query.data.value)
const VERDICTS = {
  'may-launch': mdiCheckDecagramOutline,
  'not-yet': mdiTimerSandEmpty,
  'must-not-launch': mdiAlertOctagonOutline,
} as const

/** The item that is talked about, and how many remarks are open at each. */
const talking = ref<string | null>(null)
const remarks = useQuery(computed(() => remarksQuery(desk.value.id)))
const remarked = computed(() => {
  const open = new Map<string, string>()
  for (const r of remarks.data.value ?? []) {
    const n = (remarks.data.value ?? []).filter((o) => o.about === r.about && o.closedBy === null).length
    if (n > 0) open.set(r.about, n === 1 ? '1 remark' : `${n} remarks`)
  }
  return open
})
function about(item: { kind: string; code: string; at: string; known: string }): string {
  return item.kind === 'finding' ? aboutFinding(item) : `gate ${item.known}`
}
function talk(known: string): void {
  talking.value = talking.value === known ? null : known
}

/** The item that is being accepted. */
const accepting = ref<string | null>(null)
const queryClient = useQueryClient()
async function renew(): Promise<void> {
  accepting.value = null
  await queryClient.invalidateQueries({ queryKey: ['gate', desk.value.id] })
}
const router = useRouter()
/** Exactly the checks that have to be tried, where the setup was tried last. */
const again = useMutation({
  mutationFn: () =>
    answer(client.POST('/api/setups/{id}/rehearsals/again', { params: { path: { id: desk.value.id } } })),
  onSuccess: async (run) => {
    await queryClient.invalidateQueries({ queryKey: ['rehearsals', desk.value.id] })
    await router.push({ name: 'rehearsal', params: { id: desk.value.id }, query: { run: run.id } })
  },
})

function place(item: { kind: string; at: string }) {
  if (item.kind === 'limit') {
    const option = /^\/options\/(\d+)/.exec(item.at)
    const all = desk.value.document.options
    const of = option ? (all[Number(option[1])]?.code ?? '') : ''
    return { name: 'limits', params: { id: desk.value.id }, query: { of } }
  }
  if (item.kind === 'price-list') {
    return { name: 'ledger', params: { id: desk.value.id }, query: { view: 'sheet' } }
  }
  if (item.kind === 'sale-list') {
    return item.at
      ? { name: 'outline', params: { id: desk.value.id }, query: { at: item.at } }
      : { name: 'list', params: { id: desk.value.id }, query: { set: 'to-be-sold' } }
  }
  const to = item.kind === 'finding' ? 'outline' : 'rehearsal'
  return {
    name: to,
    params: { id: desk.value.id },
    query: to === 'outline' && item.at ? { at: item.at } : {},
  }
}
</script>

<template>
  <Trouble v-if="query.error.value" :error="query.error.value" class="ma-4" />
  <p v-else-if="!gate" class="quiet pa-4" role="status">Weighing what is known…</p>
  <main v-else class="gate">
    <header :class="gate.verdict">
      <h2><v-icon :icon="VERDICTS[gate.verdict]" size="26" aria-hidden="true" /> {{ gate.words }}</h2>
      <ul>
        <li v-for="reason in gate.because" :key="reason">{{ reason }}</li>
      </ul>
      <p class="acts">
        <v-btn :prepend-icon="mdiDownload" :href="`/api/setups/${desk.id}/gate?format=html`">As a page</v-btn>
        <v-btn :prepend-icon="mdiDownload" :href="`/api/setups/${desk.id}/gate?format=sarif`">SARIF</v-btn>
      </p>
    </header>
    <section class="open" aria-label="Open">
      <h3>
        Open <span class="quiet">{{ gate.open.length }}</span>
      </h3>
      <p v-if="gate.open.length === 0">Nothing is open.</p>
      <ul v-else>
        <li v-for="item in gate.open" :key="item.known">
          <span :class="item.forbids ? 'forbids' : 'holds'">{{
            item.forbids ? '✕ forbids' : '… holds'
          }}</span>
          <span
            ><router-link :to="place(item)">{{ item.words }}</router-link>
            <span v-if="item.lapsed" class="holds"> {{ item.lapsed }}</span></span
          >
          <span class="end"
            ><code class="quiet">{{ item.code }}</code>
            <button
              type="button"
              class="link"
              :aria-expanded="accepting === item.known"
              :aria-label="`Accept: ${item.words}`"
              @click="accepting = accepting === item.known ? null : item.known"
            >
              accept…
            </button>
            <button
              type="button"
              class="link"
              :aria-expanded="talking === item.known"
              :aria-label="`${remarked.get(about(item)) ?? 'remark'}: ${item.words}`"
              @click="talk(item.known)"
            >
              {{ remarked.get(about(item)) ?? 'remark…' }}
            </button></span
          >
          <AcceptForm v-if="accepting === item.known" :id="desk.id" :item="item" @done="renew" />
          <Remarks
            v-if="talking === item.known"
            class="talk"
            is-open
            :about="about(item)"
            :at="item.at"
            :words="item.words"
          />
        </li>
      </ul>
      <AcceptedItems :setup="desk.id" :accepted="gate.accepted" @done="renew" />
      <template v-if="gate.since">
        <h3>Since the last launch</h3>
        <p v-if="gate.since.changes === null" class="quiet">What changed takes too long to be said here.</p>
        <p v-else-if="gate.since.changes.length === 0">Nothing changed.</p>
        <template v-else>
          <p>
            {{ grouped(gate.since.gained) }} combinations gained, {{ grouped(gate.since.lost) }} lost,
            {{ grouped(gate.since.repriced) }} repriced.
            <router-link
              :to="{
                name: 'changes',
                params: { id: desk.id },
                query: { from: String(gate.lastLaunch?.revision ?? '') },
              }"
              >Side by side</router-link
            >
          </p>
          <ul>
            <li v-for="c in gate.since.changes" :key="c.at + String(c.isGone)">
              <span class="quiet">{{ c.isGone ? 'gone' : 'changed' }}</span>
              <router-link
                v-if="!c.isGone"
                :to="{ name: 'outline', params: { id: desk.id }, query: { at: c.at } }"
                >{{ c.words }}</router-link><span v-else>{{ c.words }}</span>
            </li>
          </ul>
        </template>
      </template>
    </section>
    <aside aria-label="What was checked">
      <TesterName with-role />
      <Signature
        :id="desk.id"
        :sha256="desk.sha256"
        :may-launch="gate.verdict === 'may-launch'"
        :signed="gate.lastLaunch?.sha256"
        @done="renew"
      />
      <AtTheShop v-if="gate.fresh" :setup="desk.id" :sha256="desk.sha256" :fresh="gate.fresh" />
      <h3>Checks</h3>
      <p>
        {{ gate.valid }} {{ gate.valid === 1 ? 'holds' : 'hold' }} still, {{ gate.again }}
        {{ gate.again === 1 ? 'has' : 'have' }} to be tried{{ gate.valid > 0 ? ' again' : '' }}.
      </p>
      <v-btn
        v-if="gate.again > 0"
        :loading="again.isPending.value"
        title="Where it was tried last; what holds still is carried over"
        @click="again.mutate()"
        >Rehearse {{ gate.again === 1 ? 'it' : 'these' }}</v-btn
      >
      <Trouble v-if="again.error.value" :error="again.error.value" />
      <h3>
        Remarks <span class="quiet">{{ gate.remarks }}</span>
      </h3>
      <Remarks />
      <h3>Checked</h3>
      <ul>
        <li v-for="words in gate.checked" :key="words">{{ words }}</li>
      </ul>
      <h3>Not checked</h3>
      <ul>
        <li v-for="words in gate.notChecked" :key="words">{{ words }}</li>
      </ul>
      <p v-if="gate.notes > 0" class="quiet">
        {{ gate.notes }} {{ gate.notes === 1 ? 'note' : 'notes' }} to know, in the Outline; they need nobody.
      </p>
    </aside>
  </main>
</template>

<style scoped>
.link {
  background: none;
  border: 0;
  color: rgb(var(--v-theme-primary));
  cursor: pointer;
  font-size: 12.5px;
  white-space: nowrap;
}
.end {
  text-align: right;
}
.talk {
  grid-column: 2 / -1;
}
.gate {
  display: grid;
  grid-template-columns: 1fr 340px;
  gap: 4px 28px;
  padding: 12px 16px 24px;
  overflow: auto;
}
header {
  grid-column: 1 / -1;
  border-left: 4px solid;
  padding: 2px 14px 6px;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 28px;
  align-items: center;
}
header h2 {
  font-size: 22px;
}
header ul {
  list-style: none;
  padding: 0;
  color: rgb(var(--v-theme-on-background));
}
.acts {
  margin-left: auto;
  display: flex;
  gap: 6px;
}
.acts .v-btn {
  color: rgb(var(--v-theme-on-background));
}
.may-launch {
  color: rgb(var(--v-theme-primary));
}
.not-yet,
.holds {
  color: rgb(var(--v-theme-warning));
}
.must-not-launch,
.forbids {
  color: rgb(var(--v-theme-error));
}
h3 {
  font-size: 14px;
  margin: 12px 0 4px;
}
.open ul {
  list-style: none;
  padding: 0;
}
.open li {
  display: grid;
  grid-template-columns: 76px 1fr auto;
  gap: 0 10px;
  padding: 4px 0;
  border-bottom: 1px solid var(--paper-line);
}
.open a {
  color: inherit;
  text-decoration-color: var(--paper-line);
}
code {
  font-size: 11.5px;
}
aside ul {
  padding-left: 16px;
  font-size: 13px;
}
aside li {
  margin-bottom: 3px;
}
@media (max-width: 700px) {
  .gate {
    grid-template-columns: 1fr;
  }
  .acts {
    margin-left: 0;
  }
}
</style>
