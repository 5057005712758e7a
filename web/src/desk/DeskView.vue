<script setup lang="ts">
import { mdiDownload, mdiOpenInNew, mdiTrayArrowDown } from '@mdi/js'
import { useMutation, useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answer, client, deskOf } from '../shared/api'
import { grouped, readable } from '../shared/numbers'
import FilePick from '../shared/FilePick.vue'
import { queries, revised } from '../shared/queries'
import { bySeverity, SEVERITIES } from '../shared/severity'
import { useShortcuts } from '../shared/shortcuts'
import Trouble from '../shared/Trouble.vue'
import { STATIONS } from './stations'
import { provideDesk } from './useDesk'

const props = defineProps<{ id: string }>()
const route = useRoute()
const router = useRouter()
const query = useQuery(computed(() => ({ ...queries.desk(props.id), shallow: true })))
const desk = computed(() => deskOf(query.data.value))
const shop = useQuery(queries.shop())
provideDesk(desk)

const tally = computed(() => bySeverity(desk.value?.findings ?? []))
const figures = computed(() => {
  const c = desk.value?.counts
  if (!c) return []
  return [
    { set: 'offered', word: 'offered', n: c.offered },
    { set: 'selectable', word: 'selectable', n: c.selectable },
    { set: 'wrong-sale', word: 'wrong sales', n: c.wrongSales },
    { set: 'dead-end', word: 'dead ends', n: c.deadEnds },
  ]
})

async function toStation(name: string): Promise<void> {
  const { pin, in: typed, qty } = route.query
  await router.push({ name, params: { id: props.id }, query: { pin, in: typed, qty } })
}
useShortcuts(Object.fromEntries(STATIONS.map((s, i) => [`${i + 1}`, () => void toStation(s.name)])))

/** The window is opened within the click, as browsers want it, and led to the page once that is known. */
const onSale = useMutation({
  mutationFn: () => answer(client.POST('/api/setups/{id}/shop-page', { params: { path: { id: props.id } } })),
})
async function toShop(): Promise<void> {
  const tab = window.open('', '_blank')
  try {
    const { address } = await onSale.mutateAsync()
    if (tab) tab.location.href = address
  } catch {
    tab?.close()
  }
}

const revise = useMutation({
  mutationFn: (text: string) =>
    answer(client.POST('/api/setups/{id}/revisions', { params: { path: { id: props.id } }, body: { text } })),
  onSuccess: () => revised(props.id),
})
async function picked(file: File): Promise<void> {
  revise.mutate(await file.text())
}
</script>

<template>
  <div v-if="query.error.value" class="pa-4">
    <h1 class="mb-3">Desk</h1>
    <Trouble :error="query.error.value" />
    <p class="mt-3"><router-link to="/">Back to the shelf</router-link></p>
  </div>
  <div v-else-if="!desk" class="pa-4 quiet" role="status">Laying out the setup…</div>
  <div v-else class="desk">
    <section class="head" aria-label="Setup">
      <div class="title">
        <router-link to="/" class="small">Shelf</router-link>
        <h1>{{ desk.title }}</h1>
        <span class="quiet small" :title="`sha256 ${desk.sha256}`"
          ><router-link
            :to="{ name: 'changes', params: { id } }"
            title="What the latest revision changed; or this setup beside another one"
            >revision {{ desk.revision }}</router-link
          >
          · {{ desk.sha256.slice(0, 8) }} · as of {{ desk.today }} ·
          <router-link
            :to="{ name: 'scope', params: { id } }"
            title="Which items of the catalogue it really applies to"
            >applies to</router-link
          ></span
        >
        <button
          v-if="shop.data.value?.standIn"
          type="button"
          class="small shop"
          title="The item's page in the rehearsal shop, as this revision says"
          @click="toShop"
        >
          Shop page<v-icon :icon="mdiOpenInNew" size="13" aria-hidden="true" />
        </button>
      </div>
      <dl v-if="desk.counts" class="figures">
        <div v-for="f in figures" :key="f.set" :class="[f.set, { zero: f.n === '0' }]">
          <dt>{{ f.word }}</dt>
          <dd>
            <router-link
              :to="{ name: 'list', params: { id }, query: { set: f.set } }"
              :title="grouped(f.n)"
              >{{ readable(f.n) }}</router-link
            >
          </dd>
        </div>
        <div :class="{ zero: desk.counts.traps === '0' }">
          <dt>traps</dt>
          <dd>
            <router-link
              :to="{ name: 'list', params: { id }, query: { set: 'traps' } }"
              :title="grouped(desk.counts.traps)"
              >{{ readable(desk.counts.traps) }}</router-link
            >
          </dd>
        </div>
      </dl>
      <div class="acts">
        <FilePick
          label="Next revision"
          accept=".json,application/json"
          :prepend-icon="mdiTrayArrowDown"
          :loading="revise.isPending.value"
          @picked="picked"
          >Next revision…</FilePick
        >
        <v-btn :prepend-icon="mdiDownload" :href="`/api/setups/${id}/document`">Document</v-btn>
      </div>
    </section>
    <Trouble v-if="revise.error.value" :error="revise.error.value" class="mx-4 mb-2" />
    <Trouble v-if="onSale.error.value" :error="onSale.error.value" class="mx-4 mb-2" />
    <p v-if="!desk.counts && !desk.trouble" class="quiet mx-4 mb-2" role="status">
      What can be selected is still being worked out…
    </p>
    <Trouble v-if="desk.trouble" :error="new Error(desk.trouble)" class="mx-4 mb-2" />
    <nav class="stations" aria-label="Stations">
      <a
        v-for="(s, i) in STATIONS"
        :key="s.name"
        :href="router.resolve({ name: s.name, params: { id } }).href"
        :aria-current="route.name === s.name ? 'page' : undefined"
        @click.exact.prevent="toStation(s.name)"
      >
        <span class="number">{{ i + 1 }}</span> {{ s.title }}
        <span v-if="route.name === s.name" class="quiet asks">{{ s.asks }}</span>
      </a>
      <span class="grow" />
      <router-link :to="{ name: 'outline', params: { id } }" class="verdict">
        <template v-if="desk.findings.length === 0"><strong class="clean">nothing found</strong></template>
        <template v-for="(n, kind) in tally" v-else :key="kind">
          <span v-if="n > 0" :class="kind">
            <v-icon :icon="SEVERITIES[kind].icon" size="15" aria-hidden="true" />{{ n }}
            {{ n === 1 && kind !== 'warning' ? kind : SEVERITIES[kind].plural }}
          </span>
        </template>
      </router-link>
    </nav>
    <router-view />
  </div>
</template>

<style scoped>
.desk {
  display: flex;
  flex-direction: column;
  flex: 1;
  min-height: 0;
}
.head {
  display: flex;
  align-items: flex-end;
  gap: 8px 16px;
  padding: 8px 16px 8px;
  flex-wrap: wrap;
}
.title {
  flex: 1;
  min-width: 240px;
}
.small {
  font-size: 12px;
}
.shop {
  margin-left: 8px;
  background: none;
  border: 0;
  padding: 0;
  color: rgb(var(--v-theme-primary));
  text-decoration: underline;
  cursor: pointer;
}
.figures {
  display: flex;
  gap: 20px;
  text-align: right;
}
.figures dt {
  font-size: 12px;
  color: var(--quiet);
}
.figures dd {
  font-size: 15px;
  font-weight: 600;
}
.figures a {
  color: inherit;
  text-decoration-color: var(--paper-line);
}
.figures .selectable dd {
  color: rgb(var(--v-theme-primary));
}
.figures .wrong-sale:not(.zero) dd {
  color: rgb(var(--v-theme-error));
}
.figures .zero dd {
  font-weight: 400;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.stations {
  display: flex;
  gap: 2px;
  padding: 0 16px;
  border-bottom: 1px solid rgba(var(--v-theme-on-background), 0.55);
  align-items: flex-end;
}
.stations > a:not(.verdict) {
  padding: 4px 14px 5px;
  text-decoration: none;
  color: inherit;
  border: 1px solid transparent;
  border-bottom: 0;
}
.stations > a[aria-current]:not(.verdict) {
  border-color: rgba(var(--v-theme-on-background), 0.55);
  background: rgb(var(--v-theme-surface));
  margin-bottom: -1px;
  font-weight: 600;
}
.number {
  font-family: 'Literata Variable', serif;
  font-size: 12px;
  color: var(--quiet);
  margin-right: 2px;
}
.asks {
  font-weight: 400;
  margin-left: 8px;
  font-size: 12.5px;
}
.grow {
  flex: 1;
}
.verdict {
  padding: 4px 0;
  text-decoration: none;
  color: inherit;
  display: flex;
  gap: 12px;
  white-space: nowrap;
}
.blocker {
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}
.warning {
  color: rgb(var(--v-theme-warning));
}
.note {
  color: rgb(var(--v-theme-info));
}
.clean {
  color: rgb(var(--v-theme-primary));
}
@media (max-width: 700px) {
  .stations {
    flex-wrap: wrap;
  }
  .asks,
  .verdict {
    display: none;
  }
}
</style>
