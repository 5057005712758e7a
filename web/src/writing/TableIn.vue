<script setup lang="ts">
import { mdiTrayArrowDown } from '@mdi/js'
import { useMutation } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { answer, client } from '../shared/api'
import FilePick from '../shared/FilePick.vue'
import Trouble from '../shared/Trouble.vue'
import { base64 } from '../shelf/base64'
import { pathOf } from './paths'
import { useDraft } from './useDraft'

/** A table held against the draft: what it would change, place by place, each to be left out before all are taken at once. */
const emit = defineEmits<{ done: [] }>()
const draft = useDraft()
const cells = ref('')
const leftOut = ref(new Set<number>())

/** Changes shown; all are taken. */
const MOST_SHOWN = 300

const held = useMutation({
  mutationFn: (table: { name: string; base64: string }) =>
    answer(client.POST('/api/tables', { body: { text: draft.text.value, table } })),
  onSuccess: () => {
    leftOut.value = new Set()
  },
})
async function picked(file: File): Promise<void> {
  held.mutate({ name: file.name, base64: base64(new Uint8Array(await file.arrayBuffer())) })
}
function read(): void {
  held.mutate({ name: 'cells.csv', base64: base64(new TextEncoder().encode(cells.value)) })
}
const changes = computed(() => held.data.value?.changes ?? [])
const taken = computed(() => changes.value.filter((_, i) => !leftOut.value.has(i)))

function toggle(index: number): void {
  const next = new Set(leftOut.value)
  if (!next.delete(index)) next.add(index)
  leftOut.value = next
}
function take(): void {
  draft.setAll(
    taken.value.map((c) => ({
      path: pathOf(c.at),
      value: c.value === null ? undefined : (JSON.parse(c.value) as unknown),
    })),
  )
  emit('done')
}
</script>

<template>
  <section class="table-in" aria-label="A table brought in">
    <p class="quiet">
      A table of options or of rows: one that was given out here and changed in a spreadsheet, or one of your
      own, its columns named like the options. What it does not have stays.
    </p>
    <form class="in" @submit.prevent="read">
      <textarea v-model="cells" rows="2" aria-label="Cells" placeholder="paste cells here"></textarea>
      <v-btn type="submit" :disabled="cells.trim() === ''" :loading="held.isPending.value"
        >Hold against</v-btn
      >
      <FilePick
        label="Table"
        accept=".csv,.tsv,.txt,.xlsx,.ods,text/csv"
        :prepend-icon="mdiTrayArrowDown"
        @picked="picked"
        >Pick a file…</FilePick
      >
      <v-btn @click="emit('done')">Leave it</v-btn>
    </form>
    <Trouble v-if="held.error.value" :error="held.error.value" />
    <template v-if="held.data.value">
      <p v-if="changes.length === 0" role="status">It says nothing that the setup does not say.</p>
      <div v-else class="list" tabindex="0" role="region" aria-label="What it would change">
        <table class="plain">
          <tbody>
            <tr v-for="(c, i) in changes.slice(0, MOST_SHOWN)" :key="i" :class="{ out: leftOut.has(i) }">
              <td>
                <input
                  type="checkbox"
                  :checked="!leftOut.has(i)"
                  :aria-label="`Take: ${c.words}`"
                  @change="toggle(i)"
                />
              </td>
              <td>{{ c.words }}</td>
              <td class="quiet">{{ c.from }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="changes.length > MOST_SHOWN" class="quiet">and {{ changes.length - MOST_SHOWN }} more</p>
      </div>
      <p v-for="(k, i) in held.data.value.kept.slice(0, 8)" :key="`k${i}`" class="quiet">{{ k }}</p>
      <p v-for="(l, i) in held.data.value.left.slice(0, 12)" :key="`l${i}`" class="look">
        {{ l.from }}: {{ l.why }}
      </p>
      <v-btn
        v-if="changes.length > 0"
        color="primary"
        variant="flat"
        :disabled="taken.length === 0"
        @click="take"
        >Take {{ taken.length }} {{ taken.length === 1 ? 'change' : 'changes' }}</v-btn
      >
    </template>
  </section>
</template>

<style scoped>
.table-in {
  flex-basis: 100%;
  border-left: 3px solid var(--paper-line);
  padding: 4px 12px;
}
.in {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
}
textarea {
  flex: 1;
  min-width: 220px;
  border: 1px solid var(--paper-line);
  background: rgb(var(--v-theme-surface));
  color: inherit;
  padding: 2px 6px;
}
.list {
  max-height: 260px;
  overflow: auto;
  margin: 6px 0;
}
.list td {
  padding: 1px 10px 1px 0;
}
.out td:not(:first-child) {
  text-decoration: line-through;
}
.look {
  color: rgb(var(--v-theme-warning));
}
</style>
