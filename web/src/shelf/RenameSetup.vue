<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { ref, watch } from 'vue'
import { answer, asSeen, client, type ShelfEntry } from '../shared/api'
import { queryClient } from '../shared/queries'
import Trouble from '../shared/Trouble.vue'

/** What a setup is called on the shelf. */
const props = defineProps<{ setup: ShelfEntry | null }>()
const emit = defineEmits<{ done: [] }>()
const title = ref('')
const rename = useMutation({
  mutationFn: ({ of, to }: { of: ShelfEntry; to: string }) =>
    answer(
      client.PATCH('/api/setups/{id}', {
        params: { path: { id: of.id }, header: asSeen(of.etag) },
        body: { title: to },
      }),
    ),
  onSuccess: async () => {
    emit('done')
    await queryClient.invalidateQueries()
  },
})
watch(
  () => props.setup,
  (setup) => {
    title.value = setup?.title ?? ''
    rename.reset()
  },
)
</script>

<template>
  <v-dialog
    :model-value="setup !== null"
    max-width="460"
    aria-label="Rename"
    @update:model-value="emit('done')"
  >
    <v-card class="pa-4">
      <form v-if="setup" @submit.prevent="rename.mutate({ of: setup, to: title })">
        <h2 class="mb-3">Rename on the shelf</h2>
        <v-text-field v-model="title" label="Name" autofocus />
        <Trouble v-if="rename.error.value" :error="rename.error.value" class="mt-2" />
        <div class="mt-3 d-flex ga-2 justify-end">
          <v-btn @click="emit('done')">Leave it</v-btn>
          <v-btn type="submit" variant="flat" color="primary" :loading="rename.isPending.value">Rename</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>
