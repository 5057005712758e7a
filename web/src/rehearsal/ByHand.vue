<script setup lang="ts">
import { mdiDownload, mdiPrinterOutline, mdiTrayArrowUp } from '@mdi/js'
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useDesk } from '../desk/useDesk'
import { answer, client } from '../shared/api'
import { grouped } from '../shared/numbers'
import { queries } from '../shared/queries'
import FilePick from '../shared/FilePick.vue'
import Trouble from '../shared/Trouble.vue'
import { useViewState } from '../shared/viewState'
import FileOffers from './FileOffers.vue'
import HandList from './HandList.vue'
import HandTable from './HandTable.vue'
import LeftOut from './LeftOut.vue'

/** The plan for somebody who tries it in a shop by hand: printed, or as CSV; what was found comes back in here. */
const desk = useDesk()
const view = useViewState()
const queryClient = useQueryClient()
const query = useQuery(computed(() => queries.handSheet(desk.value.id, desk.value.sha256)))
const sheet = computed(() => query.data.value)
const DEPTHS = [
  { value: 'check', title: 'One line a check' },
  { value: 'thing', title: 'Each thing to look at' },
]
const route = useRoute()
const depth = computed({
  get: () => (route.query.depth === 'thing' ? 'thing' : 'check'),
  set: (d: string) => void view.change({ depth: d === 'check' ? undefined : d }),
})
const read = useMutation({
  mutationFn: (text: string) =>
    answer(
      client.POST('/api/setups/{id}/hand-sheet', {
        params: { path: { id: desk.value.id } },
        body: { text },
      }),
    ),
  onSuccess: async (run) => {
    queryClient.setQueryData(queries.rehearsal(run.id).queryKey, run)
    await queryClient.invalidateQueries({ queryKey: ['rehearsals', desk.value.id] })
    await queryClient.invalidateQueries({ queryKey: ['shelf'] })
    await view.change({ view: undefined, run: run.id, check: undefined })
  },
})
async function picked(file: File): Promise<void> {
  read.mutate(await file.text())
}
function print(): void {
  window.print()
}
</script>

<template>
  <div class="sheet">
    <div class="acts unprinted">
      <label class="depth">
        <span class="quiet">Depth</span>
        <select v-model="depth">
          <option v-for="d in DEPTHS" :key="d.value" :value="d.value">{{ d.title }}</option>
        </select>
      </label>
      <v-btn :prepend-icon="mdiPrinterOutline" :disabled="!sheet" @click="print">Print…</v-btn>
      <v-btn :prepend-icon="mdiDownload" :href="`/api/setups/${desk.id}/hand-sheet.csv?depth=${depth}`"
        >CSV to fill in</v-btn
      >
      <FilePick
        label="Filled sheet"
        accept=".csv,.json,text/csv,application/json"
        variant="flat"
        color="primary"
        :prepend-icon="mdiTrayArrowUp"
        :loading="read.isPending.value"
        @picked="picked"
        >Bring a filled sheet back…</FilePick
      >
      <span class="quiet"
        >Fill in the column “found”<template v-if="depth === 'check'"
          >: “ok”, “taken”, “refused”, or the amount of the cart</template
        >; what stays empty in a check that was looked at is taken as expected. A JSON of cart lines is read
        too.</span
      >
    </div>
    <Trouble v-if="read.error.value" :error="read.error.value" class="unprinted" />
    <Trouble v-if="query.error.value" :error="query.error.value" />
    <p v-else-if="!sheet" class="quiet" role="status">Working out the checks…</p>
    <template v-else>
      <h2 class="title">
        {{ desk.title }}: {{ sheet.checks.length }} {{ sheet.checks.length === 1 ? 'check' : 'checks' }} by
        hand
      </h2>
      <p class="quiet">
        As of {{ desk.today }}, document {{ desk.sha256.slice(0, 8) }}.
        <template v-if="sheet.combinations > 0"
          >{{ grouped(String(sheet.pairs)) }} pairs of values can meet; {{ sheet.combinations }} combinations
          cover them.</template
        >
        Begin each check with an empty cart.
      </p>
      <LeftOut :parts="sheet.leftOut" />
      <HandList v-if="depth === 'check'" :checks="sheet.checks" />
      <section
        v-for="c in depth === 'check' ? [] : sheet.checks"
        :key="c.number"
        class="check"
        :aria-label="`Check ${c.number}`"
      >
        <h3>
          {{ c.number }}. {{ c.about }} <span class="quiet">({{ c.purposeWords }})</span>
        </h3>
        <div class="two">
          <div>
            <ol>
              <li v-for="(s, i) in c.steps" :key="i">{{ s }}</li>
            </ol>
            <FileOffers :files="c.files" />
          </div>
          <HandTable :cells="c.cells" />
        </div>
      </section>
    </template>
  </div>
</template>

<style scoped>
.sheet {
  padding: 10px 16px 24px;
  overflow: auto;
  min-height: 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  margin-bottom: 10px;
}
.depth {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-right: 10px;
}
.check {
  border-top: 1px solid var(--paper-line);
  padding: 8px 0 12px;
  margin-top: 8px;
  content-visibility: auto;
  contain-intrinsic-size: auto 420px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
  gap: 24px;
}
ol {
  padding-left: 20px;
  margin: 4px 0;
}
@media (max-width: 800px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media print {
  .check {
    break-inside: avoid;
    content-visibility: visible;
  }
}
</style>
