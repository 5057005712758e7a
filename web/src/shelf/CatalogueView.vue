<script setup lang="ts">
import { mdiTrayArrowDown } from '@mdi/js'
import { useMutation, useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { answer, asSeen, client } from '../shared/api'
import FilePick from '../shared/FilePick.vue'
import ItemTable from '../shared/ItemTable.vue'
import { grouped } from '../shared/numbers'
import { queries, queryClient } from '../shared/queries'
import Trouble from '../shared/Trouble.vue'

/** The items of the shop, by which it is told what each setup really applies to. */
const search = ref('')
const from = ref(0)
const catalogue = useQuery(computed(() => queries.catalogue(search.value, from.value)))
const put = useMutation({
  mutationFn: (text: string) => {
    const seen = catalogue.data.value
    return answer(
      client.PUT('/api/catalogue', { params: { header: seen ? asSeen(seen.etag) : {} }, body: { text } }),
    )
  },
  onSuccess: async () => {
    search.value = ''
    from.value = 0
    await queryClient.invalidateQueries({ queryKey: ['catalogue'] })
  },
})
async function picked(file: File): Promise<void> {
  put.mutate(await file.text())
}
function seek(words: string | null): void {
  search.value = words ?? ''
  from.value = 0
}
</script>

<template>
  <main class="catalogue">
    <div class="bar">
      <h1>Catalogue</h1>
      <span v-if="catalogue.data.value?.when" class="quiet"
        >{{ grouped(String(catalogue.data.value.items)) }} items, {{ catalogue.data.value.when }}</span
      >
      <span class="grow" />
      <v-text-field
        v-if="catalogue.data.value?.when"
        :model-value="search"
        label="Find"
        class="find"
        clearable
        @update:model-value="seek"
      />
      <FilePick
        label="Catalogue"
        accept=".csv,.tsv,.txt,text/csv"
        :prepend-icon="mdiTrayArrowDown"
        :loading="put.isPending.value"
        @picked="picked"
        >Bring in a CSV…</FilePick
      >
    </div>
    <Trouble v-if="put.error.value" :error="put.error.value" />
    <Trouble v-if="catalogue.error.value" :error="catalogue.error.value" />
    <p v-else-if="catalogue.data.value && catalogue.data.value.when === null" class="quiet intro">
      No catalogue yet. Bring in the items of the shop as a CSV with a column “sku”, and “name”, “categories”
      and “tags” beside it; several in one cell are parted by ; or |. Then each setup says which items it
      really applies to and by what, and a tag that differs by a letter’s case is found.
    </p>
    <ItemTable
      v-else-if="catalogue.data.value"
      v-model:from="from"
      :total="catalogue.data.value.total"
      :rows="catalogue.data.value.rows"
    />
  </main>
</template>

<style scoped>
.catalogue {
  padding: 14px 16px;
  overflow: auto;
}
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 16px;
  margin-bottom: 8px;
}
.grow {
  flex: 1;
}
.find {
  max-width: 240px;
}
.intro {
  max-width: 72ch;
}
</style>
