<script setup lang="ts">
import { mdiDownload, mdiTrayArrowDown } from '@mdi/js'
import { useMutation } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useDesk } from '../desk/useDesk'
import { plainLabel } from '../outline/words'
import { answer, client, type SheetRow } from '../shared/api'
import FilePick from '../shared/FilePick.vue'
import KeptNote from '../shared/KeptNote.vue'
import Trouble from '../shared/Trouble.vue'
import VerdictFilter from '../shared/VerdictFilter.vue'

/** A price sheet as somebody wrote it, each row beside what Ithrel works out. */
const desk = useDesk()
const setup = computed(() => desk.value.document)
const text = ref('')
const only = ref<string | null>(null)
const check = useMutation({
  mutationFn: (sheet: string) =>
    answer(
      client.POST('/api/setups/{id}/price-sheet', {
        params: { path: { id: desk.value.id } },
        body: { text: sheet },
      }),
    ),
})
const VERDICTS = {
  agrees: 'agree',
  differs: 'differ',
  unreachable: 'no shopper can reach',
  unreadable: 'cannot be read',
} as const
const TONES = { agrees: 'good', differs: 'bad', unreachable: 'look', unreadable: 'look' } as const
/** The verdict on one row. */
function one(verdict: SheetRow['verdict']): string {
  return { ...VERDICTS, agrees: 'agrees', differs: 'differs' }[verdict]
}
const verdicts = computed(() =>
  (['agrees', 'differs', 'unreachable', 'unreadable'] as const).map((value) => {
    const count = (check.data.value?.rows ?? []).filter((r) => r.verdict === value).length
    return { value, count, words: count === 1 ? one(value) : VERDICTS[value], tone: TONES[value] }
  }),
)
const rows = computed(() =>
  (check.data.value?.rows ?? []).filter((r) => only.value === null || r.verdict === only.value).slice(0, 500),
)
const example = computed(() => {
  const choice = setup.value.options.find((o) => o.kind === 'one' && o.values?.length)
  return choice ? `${plainLabel(choice.label ?? choice.code)};Quantity;Total` : 'Size;Quantity;Total'
})

async function picked(file: File): Promise<void> {
  text.value = await file.text()
  check.mutate(text.value)
}
async function save(): Promise<void> {
  const csv = await answer(
    client.POST('/api/documents/{sha256}/price-sheet/csv', {
      params: { path: desk.value },
      body: { text: text.value },
      parseAs: 'text',
    }),
  )
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([csv], { type: 'text/csv' }))
  link.download = 'price-sheet-checked.csv'
  link.click()
  URL.revokeObjectURL(link.href)
}
function role(column: { role: string; option: string | null }): string {
  if (column.role === 'option') return `option ${column.option ?? ''}`
  if (column.role === 'ignored') return 'not used'
  return column.role === 'beside' ? 'not needed' : column.role.replace('-', ' ')
}
</script>

<template>
  <div class="sheet">
    <form class="in" @submit.prevent="check.mutate(text)">
      <v-textarea
        v-model="text"
        label="Cells, or the text of a CSV"
        :placeholder="example"
        rows="4"
        auto-grow
        max-rows="8"
      />
      <div class="acts">
        <v-btn type="submit" :disabled="text.trim() === ''" :loading="check.isPending.value"
          >Hold against</v-btn
        >
        <FilePick
          label="Price sheet"
          accept=".csv,.tsv,.txt,text/csv"
          :prepend-icon="mdiTrayArrowDown"
          @picked="picked"
          >Pick a file…</FilePick
        >
        <v-btn v-if="check.data.value" :prepend-icon="mdiDownload" @click="save">Result as CSV</v-btn>
      </div>
    </form>
    <Trouble v-if="check.error.value" :error="check.error.value" class="mt-3" />
    <p v-if="!check.data.value && !check.error.value" class="quiet intro">
      One row a price: columns named like the options (label or code), quantity, and “total” or “unit price”.
      Copy the cells from a spreadsheet and paste them here. Options without a column keep their default.
    </p>
    <template v-if="check.data.value">
      <VerdictFilter v-model="only" :verdicts="verdicts" class="verdicts" />
      <KeptNote :counts="check.data.value.counts" />
      <ul v-if="check.data.value.explanations.length" class="explained" aria-label="What explains it">
        <li v-for="(e, i) in check.data.value.explanations.slice(0, 6)" :key="i">
          <strong>{{ e.rows.length }} {{ e.rows.length === 1 ? 'row' : 'rows' }}</strong> off by
          <strong>{{ e.difference }}</strong>:
          <router-link v-if="e.at" :to="{ name: 'outline', params: { id: desk.id }, query: { at: e.at } }">{{
            e.words
          }}</router-link><template v-else>{{ e.words }}</template>
        </li>
      </ul>
      <div class="table" tabindex="0" role="region" aria-label="Rows">
        <table class="plain">
          <thead>
            <tr>
              <th scope="col" class="figure">Row</th>
              <th v-for="(c, i) in check.data.value.columns" :key="i" scope="col">
                {{ c.heading }}<br /><span class="role">{{ role(c) }}</span>
              </th>
              <th scope="col" class="amount">Ithrel</th>
              <th scope="col" class="amount">Off by</th>
              <th scope="col">Verdict</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="r in rows" :key="r.number" :class="r.verdict">
              <td class="figure quiet">{{ r.number }}</td>
              <td v-for="(cell, i) in r.cells" :key="i">{{ cell }}</td>
              <td class="amount">
                <router-link
                  v-if="r.ours"
                  :to="{
                    name: 'ledger',
                    params: { id: desk.id },
                    query: { view: 'path', pin: r.pins, in: r.typed, qty: r.quantity },
                  }"
                  >{{ r.ours }}</router-link
                >
              </td>
              <td class="amount off">{{ r.verdict === 'agrees' ? '' : r.difference }}</td>
              <td>
                <span class="verdict">{{ one(r.verdict) }}</span>
                <span class="quiet">
                  {{ r.problems.join(' ') }}
                  <template v-if="r.assumed.length">({{ r.assumed.join('; ') }})</template></span
                >
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="check.data.value.rows.length > 500" class="quiet">
        The first 500 are shown; the CSV has all {{ check.data.value.rows.length }}.
      </p>
    </template>
  </div>
</template>

<style scoped>
.sheet {
  padding: 10px 16px 20px;
}
.acts {
  display: flex;
  gap: 6px;
  margin-top: 8px;
}
.intro {
  margin-top: 10px;
  max-width: 70ch;
}
.verdicts {
  margin: 12px 0 6px;
}
.verdict {
  margin-right: 6px;
}
.agrees .verdict {
  color: rgb(var(--v-theme-primary));
}
.differs .verdict,
.differs .off {
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}
.unreachable .verdict,
.unreadable .verdict {
  color: rgb(var(--v-theme-warning));
}
.explained {
  padding-left: 18px;
  margin-bottom: 8px;
}
.table {
  overflow: auto;
}
.role {
  font-weight: 400;
  font-size: 11.5px;
}
td a {
  color: inherit;
}
</style>
