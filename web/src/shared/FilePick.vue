<script setup lang="ts">
import { ref } from 'vue'

/** A button that asks for a file and gives it on; the same file can be picked again. */
defineOptions({ inheritAttrs: false })
defineProps<{ label: string; accept: string }>()
const emit = defineEmits<{ picked: [file: File] }>()
const input = ref<HTMLInputElement | null>(null)
function taken(): void {
  const file = input.value?.files?.[0]
  if (file) emit('picked', file)
  if (input.value) input.value.value = ''
}
</script>

<template>
  <input
    ref="input"
    type="file"
    :accept="accept"
    class="d-sr-only"
    tabindex="-1"
    :aria-label="label"
    @change="taken"
  />
  <v-btn v-bind="$attrs" @click="input?.click()"><slot /></v-btn>
</template>
