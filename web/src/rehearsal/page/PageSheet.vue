<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { useDesk } from '../../desk/useDesk'
import { answer, asSeen, client, type ItemPage } from '../../shared/api'
import { queries } from '../../shared/queries'
import Trouble from '../../shared/Trouble.vue'
import { useViewState } from '../../shared/viewState'
import Outlined from './Outlined.vue'
import { keyAs, pointedAt, standing } from './pointing'
import ShopSettings from './ShopSettings.vue'
import ThingList from './ThingList.vue'

/** The item's page in a shop: where each thing was found on it, shown over pictures and mended there; then the run. */
const STAGES = [
  { value: 'page', title: 'Item' },
  { value: 'cart', title: 'Cart' },
  { value: 'checkout', title: 'Checkout' },
  { value: 'order', title: 'Order' },
] as const
// Not in the template: two slashes in an attribute there mislead the type checker.
const EXAMPLE = 'https://staging.example/lamps/pendant'
const desk = useDesk()
const route = useRoute()
const view = useViewState()
const queryClient = useQueryClient()
const pages = useInfiniteQuery(computed(() => queries.pages(desk.value.id)))
const listed = computed(() => pages.data.value?.pages.flat() ?? [])
const standIn = useQuery(queries.shop())
const id = computed(() =>
  typeof route.query.page === 'string' ? route.query.page : (listed.value[0]?.id ?? ''),
)
const query = useQuery(computed(() => ({ ...queries.page(id.value), enabled: id.value !== '' })))
const page = computed(() => (query.data.value?.id === id.value ? query.data.value : undefined))

const address = ref('')
const stage = ref<string>('page')
const chosen = ref<string | null>(null)
const pointing = ref(false)
const isShopOpen = ref(false)
const carry = ref(false)

function shown(next: ItemPage): void {
  queryClient.setQueryData(queries.page(next.id).queryKey, next)
}
const look = useMutation({
  mutationFn: (where: string) =>
    answer(
      client.POST('/api/setups/{id}/pages', {
        params: { path: { id: desk.value.id } },
        body: { address: where },
      }),
    ),
  onSuccess: async (next) => {
    address.value = ''
    shown(next)
    await queryClient.invalidateQueries({ queryKey: ['pages', desk.value.id] })
    await view.change({ page: next.id })
  },
})
/** The page of this very item in the shop that ships with Ithrel. */
const lookAtStandIn = useMutation({
  mutationFn: () =>
    answer(client.POST('/api/setups/{id}/shop-page', { params: { path: { id: desk.value.id } } })),
  onSuccess: (at) => {
    look.mutate(at.address)
  },
})
const mend = useMutation({
  scope: { id: 'mends' },
  mutationFn: ({ what, key }: { what: string; key: string | null }) =>
    answer(
      client.PATCH('/api/pages/{page}/map', {
        params: { path: { page: id.value }, header: page.value ? asSeen(page.value.etag) : {} },
        body: { what, key },
      }),
    ),
  onSuccess: (next) => {
    pointing.value = false
    shown(next)
  },
})
const rehearse = useMutation({
  mutationFn: () =>
    answer(
      client.POST('/api/setups/{id}/rehearsals', {
        params: { path: { id: desk.value.id } },
        body: { address: '', page: id.value, carry: carry.value },
      }),
    ),
  onSuccess: async (run) => {
    queryClient.setQueryData(queries.rehearsal(run.id).queryKey, run)
    await queryClient.invalidateQueries({ queryKey: ['rehearsals', desk.value.id] })
    await view.change({ view: undefined, page: undefined, run: run.id, check: undefined, place: undefined })
  },
})

const things = computed(() => page.value?.things ?? [])
const ofStage = computed(() => things.value.filter((t) => t.stage === stage.value))
const picture = computed(() => page.value?.stages.find((s) => s.stage === stage.value))
const outlined = computed(() =>
  ofStage.value.flatMap((t, n) =>
    t.box === null
      ? []
      : [
          {
            id: t.what,
            words: t.words,
            number: n + 1,
            box: t.box,
            tone: standing(t) === 'other' ? ('look' as const) : ('good' as const),
            chosen: t.what === chosen.value,
          },
        ],
  ),
)
const tabs = computed(() =>
  STAGES.map((s) => {
    const own = things.value.filter((t) => t.stage === s.value)
    return { ...s, all: own.length, found: own.filter((t) => t.key !== null).length }
  }).filter((s) => s.all > 0),
)
const missing = computed(() => things.value.filter((t) => t.key === null).length)
const canRun = computed(() => things.value.some((t) => t.what === 'add button' && t.key !== null))

function choose(what: string | null): void {
  chosen.value = what
  pointing.value = false
}
function turnTo(next: string): void {
  stage.value = next
  choose(null)
}
function aim(isOn: boolean): void {
  pointing.value = isOn
}
function pointed(x: number, y: number): void {
  const spots = picture.value?.spots ?? []
  if (pointing.value && chosen.value !== null) {
    const spot = pointedAt(spots, x, y, chosen.value)
    const key = spot === undefined ? null : keyAs(spot, chosen.value)
    if (key !== null) mend.mutate({ what: chosen.value, key })
  }
}
</script>

<template>
  <div class="sheet">
    <div class="top">
      <form class="new" @submit.prevent="look.mutate(address.trim())">
        <v-text-field
          v-model="address"
          label="Address of the item's page in a shop"
          :placeholder="EXAMPLE"
          persistent-placeholder
          inputmode="url"
          autocomplete="off"
          class="address"
        />
        <v-btn
          type="submit"
          size="default"
          variant="flat"
          color="primary"
          :disabled="address.trim() === ''"
          :loading="look.isPending.value"
          >Look at the page</v-btn
        >
        <v-btn
          v-if="standIn.data.value?.standIn"
          size="default"
          variant="text"
          :loading="lookAtStandIn.isPending.value"
          @click="lookAtStandIn.mutate()"
          >The page in the rehearsal shop</v-btn
        >
      </form>
      <label v-if="listed.length > 1" class="which">
        <span class="quiet">Shown</span>
        <select :value="id" @change="view.change({ page: ($event.target as HTMLSelectElement).value })">
          <option v-for="p in listed" :key="p.id" :value="p.id">{{ p.address }}</option>
        </select>
      </label>
      <v-btn
        v-if="pages.hasNextPage.value"
        variant="text"
        :loading="pages.isFetchingNextPage.value"
        @click="pages.fetchNextPage()"
        >Earlier pages</v-btn
      >
    </div>
    <Trouble v-if="look.error.value" :error="look.error.value" />
    <Trouble v-if="lookAtStandIn.error.value" :error="lookAtStandIn.error.value" />
    <Trouble v-if="query.error.value" :error="query.error.value" />
    <p v-if="id === '' && !pages.isPending.value" class="empty">
      Any shop that a person can use can be rehearsed. Give the address of the item's page: a browser opens
      it, matches every option to what the page asks, makes a few sales to learn where prices stand, and shows
      here what it took for what. Nothing is ordered unless you allow it.
    </p>
    <template v-if="page">
      <div class="state">
        <span v-if="page.state === 'waiting'" role="status" class="waits"
          >A browser is looking at {{ page.shop.name }}…</span
        >
        <span v-else-if="page.state === 'failed'" role="alert" class="bad"
          >It could not be mapped: {{ page.message }}</span
        >
        <template v-else>
          <span v-if="page.state === 'trying'" role="status" class="waits"
            >What you said is tried on the page…</span
          >
          <span
            ><strong>{{ things.length - missing }} of {{ things.length }}</strong> found on
            <a :href="page.address" target="_blank" rel="noreferrer">{{ page.shop.name }}</a> in
            {{ page.seconds }} s.</span
          >
          <span
            v-if="missing > 0"
            class="look"
            title="What is not found is not looked at, and counts as not looked at."
            >{{ missing }} not looked at</span
          >
        </template>
        <span class="grow" />
        <v-btn :aria-expanded="isShopOpen" @click="isShopOpen = !isShopOpen">The shop…</v-btn>
        <v-btn
          v-if="page.state !== 'waiting'"
          :loading="look.isPending.value"
          @click="look.mutate(page.address)"
          >Look again</v-btn
        >
        <v-btn v-if="things.length" :prepend-icon="mdiDownload" :href="`/api/pages/${page.id}/map.json`"
          >Map</v-btn
        >
        <label
          v-if="things.length"
          class="carry"
          title="Checks that did and expected the same there, and were as expected, are not tried again."
          ><input v-model="carry" type="checkbox" /> only what changed</label
        >
        <v-btn
          v-if="things.length"
          variant="flat"
          color="primary"
          :disabled="!canRun || page.state === 'waiting'"
          :loading="rehearse.isPending.value"
          @click="rehearse.mutate()"
          >Rehearse on this page</v-btn
        >
      </div>
      <p v-if="page.state === 'ready' && page.message" class="look">{{ page.message }}</p>
      <Trouble v-if="rehearse.error.value" :error="rehearse.error.value" />
      <Trouble v-if="mend.error.value" :error="mend.error.value" />
      <ShopSettings v-if="isShopOpen" :shop="page.shop" @kept="query.refetch()" />
      <div v-if="things.length" class="columns">
        <div class="seen">
          <div class="tabs" role="group" aria-label="Stages">
            <button
              v-for="s in tabs"
              :key="s.value"
              type="button"
              :aria-pressed="stage === s.value"
              @click="turnTo(s.value)"
            >
              {{ s.title }} <span class="quiet">{{ s.found }}/{{ s.all }}</span>
            </button>
          </div>
          <Outlined
            v-if="picture"
            :src="picture.picture"
            :alt="`The ${stage === 'page' ? 'page of the item' : stage} as the browser saw it`"
            :width="picture.width"
            :height="picture.height"
            :places="outlined"
            :pointing="pointing"
            @point="pointed"
            @choose="choose"
          />
          <p v-else class="quiet">There is no picture of this stage: nothing that was found leads there.</p>
        </div>
        <ThingList
          :things="ofStage"
          :chosen="chosen"
          :pointing="pointing"
          @choose="choose"
          @point="aim"
          @mend="(what, key) => mend.mutate({ what, key })"
        />
      </div>
    </template>
  </div>
</template>

<style scoped>
.sheet {
  display: flex;
  flex-direction: column;
  gap: 8px;
  padding: 8px 16px 16px;
}
.top,
.new,
.state {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
.new {
  flex: 1 1 620px;
}
.address {
  flex: 1 1 300px;
  max-width: 520px;
}
.which {
  display: flex;
  gap: 6px;
  align-items: center;
}
.which select {
  font: inherit;
  color: inherit;
  background: transparent;
  border: 1px solid rgba(var(--v-theme-on-background), 0.45);
  padding: 3px 6px;
  max-width: 340px;
}
.which option {
  background: rgb(var(--v-theme-surface));
}
.empty {
  max-width: 74ch;
  padding: 12px 0;
}
.carry {
  display: flex;
  gap: 6px;
}
.grow {
  flex: 1;
}
.bad {
  color: rgb(var(--v-theme-error));
}
.look {
  color: rgb(var(--v-theme-warning));
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 400px);
  gap: 20px;
  align-items: start;
}
.tabs {
  display: flex;
  gap: 18px;
  margin-bottom: 6px;
}
.tabs button {
  all: unset;
  cursor: pointer;
  padding: 2px 0;
  border-bottom: 2px solid transparent;
}
.tabs button[aria-pressed='true'] {
  font-weight: 600;
  border-bottom-color: rgb(var(--v-theme-primary));
}
.tabs button:focus-visible {
  outline: 2px solid rgb(var(--v-theme-primary));
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
