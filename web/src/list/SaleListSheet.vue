<script setup lang="ts">
import { mdiTrayArrowDown } from '@mdi/js'
import { useMutation } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useDesk } from '../desk/useDesk'
import { plainLabel } from '../outline/words'
import { answer, client } from '../shared/api'
import Differences from '../shared/Differences.vue'
import FilePick from '../shared/FilePick.vue'
import KeptNote from '../shared/KeptNote.vue'
import Trouble from '../shared/Trouble.vue'

/** A list of what shall be sold beside what can be selected, both ways. */
const desk = useDesk()
const setup = computed(() => desk.value.document)
const text = ref('')
const held = useMutation({
  mutationFn: (sheet: string) =>
    answer(
      client.POST('/api/setups/{id}/sale-list', {
        params: { path: { id: desk.value.id } },
        body: { text: sheet },
      }),
    ),
})
const example = computed(() => {
  const choices = setup.value.options.filter((o) => o.kind === 'one' && o.values?.length).slice(0, 2)
  return [...choices.map((o) => plainLabel(o.label ?? o.code)), 'SKU', 'Price'].join(';')
})
async function picked(file: File): Promise<void> {
  text.value = await file.text()
  held.mutate(text.value)
}
</script>

<template>
  <div class="sheet" tabindex="0" role="region" aria-label="What shall be sold">
    <form @submit.prevent="held.mutate(text)">
      <v-textarea
        v-model="text"
        label="What shall be sold: cells, or the text of a CSV"
        :placeholder="example"
        rows="4"
        auto-grow
        max-rows="8"
      />
      <div class="acts">
        <v-btn type="submit" :disabled="text.trim() === ''" :loading="held.isPending.value"
          >Hold against</v-btn
        >
        <FilePick
          label="What shall be sold"
          accept=".csv,.tsv,.txt,text/csv"
          :prepend-icon="mdiTrayArrowDown"
          @picked="picked"
          >Pick a file…</FilePick
        >
      </div>
    </form>
    <Trouble v-if="held.error.value" :error="held.error.value" class="mt-3" />
    <p v-if="!held.data.value && !held.error.value" class="quiet intro">
      One row a combination: columns named like the options, by label or code; with price, SKU, stock and
      picture where you have them. What is on the list and cannot be selected is told, and what can be
      selected and is not on it. What a shopper types needs no column.
    </p>
    <template v-if="held.data.value">
      <KeptNote :counts="held.data.value.counts" class="mt-2" />
      <Differences :diff="held.data.value" is-list />
    </template>
  </div>
</template>

<style scoped>
.sheet {
  padding: 10px 16px 20px;
  overflow: auto;
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
</style>
