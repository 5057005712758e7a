<script setup lang="ts">
import { mdiTrayArrowDown } from '@mdi/js'
import { useMutation } from '@tanstack/vue-query'
import { ref } from 'vue'
import { answer, client, type ShelfEntry } from '../shared/api'
import FilePick from '../shared/FilePick.vue'
import Trouble from '../shared/Trouble.vue'
import DraftIn from './DraftIn.vue'

/** Takes setup documents by file, dropped or picked, and by paste. What was refused stays in the field. */
const emit = defineEmits<{ broughtIn: [setup: ShelfEntry, isUnfinished: boolean] }>()
/** What a setup has to say at least; all of it is written over in the Outline. */
const EMPTY = `${JSON.stringify(
  {
    ithrel: 'setup/1',
    name: 'New setup',
    currency: 'EUR',
    item: { sku: 'NEW', name: 'New item', price: '0' },
    options: [],
  },
  null,
  2,
)}
`
const text = ref('')
const over = ref(false)

const bringIn = useMutation({
  mutationFn: (document: string) => answer(client.POST('/api/setups', { body: { text: document } })),
  onSuccess: (setup, document) => {
    text.value = ''
    emit('broughtIn', setup, document === EMPTY)
  },
})

async function take(file: File): Promise<void> {
  text.value = await file.text()
  bringIn.mutate(text.value)
}

async function dropped(event: DragEvent): Promise<void> {
  over.value = false
  const file = event.dataTransfer?.files[0]
  if (file) await take(file)
}
</script>

<template>
  <aside
    class="in"
    :class="{ over }"
    aria-label="Bring in a setup"
    @dragover.prevent="over = true"
    @dragleave="over = false"
    @drop.prevent="dropped"
  >
    <h2><v-icon :icon="mdiTrayArrowDown" size="18" aria-hidden="true" /> Bring in a setup</h2>
    <p class="quiet">Drop a setup document here, pick one, or paste its text.</p>
    <FilePick label="Setup document" accept=".json,application/json" block class="mb-2" @picked="take"
      >Pick a file…</FilePick
    >
    <v-textarea v-model="text" label="Text of a document" rows="7" no-resize class="paste" />
    <v-btn
      block
      class="mt-2"
      variant="flat"
      color="primary"
      :disabled="text.trim() === ''"
      :loading="bringIn.isPending.value"
      @click="bringIn.mutate(text)"
      >Read it</v-btn
    >
    <Trouble v-if="bringIn.error.value" :error="bringIn.error.value" class="mt-3" />
    <v-btn block class="mt-3" @click="bringIn.mutate(EMPTY)">Begin from nothing</v-btn>
    <DraftIn @brought-in="(setup) => emit('broughtIn', setup, true)" />
  </aside>
</template>

<style scoped>
.in {
  border: 1px dashed rgba(var(--v-theme-on-background), 0.4);
  padding: 12px 14px;
  align-self: start;
}
.in.over {
  border-style: solid;
  border-color: rgb(var(--v-theme-primary));
  background: var(--paper-faint);
}
.in p {
  margin: 4px 0 10px;
}
.paste :deep(textarea) {
  font-family: ui-monospace, 'DejaVu Sans Mono', monospace;
  font-size: 12px;
}
</style>
