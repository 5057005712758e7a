<script setup lang="ts">
/** How many rows have which verdict; a click shows those alone. */
export interface Verdict {
  value: string
  count: number
  words: string
  tone: 'good' | 'bad' | 'look' | 'none'
}
defineProps<{ verdicts: readonly Verdict[] }>()
const only = defineModel<string | null>({ required: true })
</script>

<template>
  <div class="verdicts" role="group" aria-label="Show">
    <button
      v-for="v in verdicts"
      :key="v.value"
      type="button"
      :class="v.tone"
      :aria-pressed="only === v.value"
      @click="only = only === v.value ? null : v.value"
    >
      {{ v.count }} {{ v.words }}
    </button>
  </div>
</template>

<style scoped>
.verdicts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}
.verdicts button {
  all: unset;
  cursor: pointer;
  border-bottom: 2px solid transparent;
}
.verdicts button[aria-pressed='true'] {
  border-bottom-color: currentcolor;
}
.verdicts button:focus-visible {
  outline: 2px solid rgb(var(--v-theme-primary));
}
.verdicts .good {
  color: rgb(var(--v-theme-primary));
}
.verdicts .bad {
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}
.verdicts .look {
  color: rgb(var(--v-theme-warning));
}
</style>
