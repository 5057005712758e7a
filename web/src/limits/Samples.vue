<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { ref } from 'vue'
import { answer, asSeen, client } from '../shared/api'
import Trouble from '../shared/Trouble.vue'

/** A text that fits the pattern, given by the tester and kept with the setup; the plan tries it. */
const props = defineProps<{ id: string; option: string; pattern: string; samples: string[]; etag: string }>()
const emit = defineEmits<{ given: [] }>()
const text = ref('')

const give = useMutation({
  mutationFn: (texts: string[]) =>
    answer(
      client.PUT('/api/setups/{id}/limits/samples', {
        params: { path: { id: props.id }, header: asSeen(props.etag) },
        body: { option: props.option, texts },
      }),
    ),
  onSuccess: () => {
    text.value = ''
    emit('given')
  },
})
</script>

<template>
  <form class="samples" @submit.prevent="give.mutate([...samples, text])">
    <label
      >A text that fits <code>{{ pattern }}</code> <input v-model="text"
    /></label>
    <button type="submit" :disabled="text === ''">keep it</button>
    <span v-for="s in samples" :key="s" class="kept"
      ><code>{{ s }}</code>
      <button type="button" :aria-label="`Drop ${s}`" @click="give.mutate(samples.filter((o) => o !== s))">
        drop
      </button></span
    >
    <Trouble v-if="give.error.value" :error="give.error.value" class="mt-1" />
  </form>
</template>

<style scoped>
.samples {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: baseline;
  font-size: 12.5px;
  margin: 6px 0;
}
input {
  border: 1px solid var(--paper-line);
  background: rgb(var(--v-theme-surface));
  padding: 1px 6px;
  color: inherit;
}
button {
  background: none;
  border: 0;
  color: rgb(var(--v-theme-primary));
  cursor: pointer;
}
button:disabled {
  opacity: 0.5;
  cursor: default;
}
</style>
