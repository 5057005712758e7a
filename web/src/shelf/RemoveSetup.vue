<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { answer, asSeen, client, type ShelfEntry } from '../shared/api'
import { queryClient } from '../shared/queries'
import Trouble from '../shared/Trouble.vue'

/** Asks before a setup goes with all its revisions. */
defineProps<{ setup: ShelfEntry | null }>()
const emit = defineEmits<{ done: [] }>()
const remove = useMutation({
  mutationFn: (of: ShelfEntry) =>
    answer(client.DELETE('/api/setups/{id}', { params: { path: { id: of.id }, header: asSeen(of.sha256) } })),
  onSuccess: async () => {
    emit('done')
    await queryClient.invalidateQueries()
  },
})
</script>

<template>
  <v-dialog
    :model-value="setup !== null"
    max-width="460"
    aria-label="Remove"
    @update:model-value="emit('done')"
  >
    <v-card v-if="setup" class="pa-4">
      <h2>Remove “{{ setup.title }}”?</h2>
      <p class="my-2">
        Its {{ setup.revision }} {{ setup.revision === 1 ? 'revision goes' : 'revisions go' }} with it. Take
        the document out first if it is not kept elsewhere.
      </p>
      <Trouble v-if="remove.error.value" :error="remove.error.value" />
      <div class="d-flex ga-2 justify-end">
        <v-btn @click="emit('done')">Keep it</v-btn>
        <v-btn variant="flat" color="error" :loading="remove.isPending.value" @click="remove.mutate(setup)"
          >Remove</v-btn
        >
      </div>
    </v-card>
  </v-dialog>
</template>
