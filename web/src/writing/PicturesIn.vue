<script setup lang="ts">
import { mdiTrayArrowDown } from '@mdi/js'
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useDesk } from '../desk/useDesk'
import { answer, client } from '../shared/api'
import FilePick from '../shared/FilePick.vue'
import Thumb from '../shared/Thumb.vue'
import Trouble from '../shared/Trouble.vue'
import type { usePictures } from '../shared/usePictures'
import { base64 } from '../shelf/base64'

/** Brings in the pictures that the setup speaks of: as files of their names, or from a folder of the shop. */
const props = defineProps<{ pictures: ReturnType<typeof usePictures> }>()
const desk = useDesk()
const queryClient = useQueryClient()
const address = ref('')
const all = computed(() => props.pictures.query.data.value?.pictures ?? [])
const missing = computed(() => all.value.filter((p) => p.src === null))

const bring = useMutation({
  mutationFn: (body: { name: string; base64?: string; address?: string }) =>
    answer(client.POST('/api/setups/{id}/pictures', { params: { path: { id: desk.value.id } }, body })),
  onSuccess: (said) => {
    queryClient.setQueryData(['pictures', desk.value.id], said)
  },
})
async function picked(file: File): Promise<void> {
  bring.mutate({ name: file.name, base64: base64(new Uint8Array(await file.arrayBuffer())) })
}
</script>

<template>
  <section class="pictures-in" aria-label="Pictures brought in">
    <form @submit.prevent="bring.mutate({ name: '', address })">
      <FilePick
        label="Picture"
        accept="image/png,image/jpeg,image/gif,image/webp"
        :prepend-icon="mdiTrayArrowDown"
        @picked="picked"
        >Pick a picture…</FilePick
      >
      <input
        v-model.trim="address"
        type="url"
        aria-label="Address of a folder of pictures"
        placeholder="or fetch them from https://…/pictures/"
      />
      <v-btn type="submit" :disabled="address === ''" :loading="bring.isPending.value"
        >Fetch {{ missing.length }}</v-btn
      >
    </form>
    <Trouble v-if="bring.error.value" :error="bring.error.value" />
    <p v-for="(l, i) in (bring.data.value?.left ?? []).slice(0, 12)" :key="i" class="look">
      {{ l.from }}: {{ l.why }}
    </p>
    <ul>
      <li v-for="p in all" :key="p.name">
        <Thumb :name="p.name" :src="p.src" :size="48" />
        <span class="quiet">{{
          p.src === null ? 'not brought in' : `${p.name}, ${p.width} × ${p.height}`
        }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.pictures-in {
  flex-basis: 100%;
  border-left: 3px solid var(--paper-line);
  padding: 4px 12px;
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
}
input {
  flex: 1;
  min-width: 220px;
  border: 1px solid var(--paper-line);
  background: rgb(var(--v-theme-surface));
  color: inherit;
  padding: 2px 6px;
}
ul {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  padding: 6px 0;
  max-height: 190px;
  overflow: auto;
  font-size: 12px;
}
li {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
}
.look {
  color: rgb(var(--v-theme-warning));
}
</style>
