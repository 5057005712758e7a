<script setup lang="ts">
import type { Finding } from '../shared/api'
import { SEVERITIES } from '../shared/severity'

/** The findings that belong to a block, in short, as a proofreader writes them beside the text. */
defineProps<{ findings: (Finding & { i: number })[] }>()
const emit = defineEmits<{ choose: [i: number] }>()

function short(message: string): string {
  const end = message.search(/[.:;] /)
  return end > 24 ? `${message.slice(0, end)}.` : message
}
function back(i: number): void {
  emit('choose', i)
  document.querySelector<HTMLElement>(`#finding-${i} button`)?.focus()
}
</script>

<template>
  <ul v-if="findings.length" class="margin" aria-label="Findings here">
    <li v-for="f in findings" :key="f.i" :class="f.severity">
      <button type="button" class="bare" :title="f.message" @click="back(f.i)">
        <span class="word"
          ><v-icon :icon="SEVERITIES[f.severity].icon" size="13" aria-hidden="true" />
          {{ SEVERITIES[f.severity].word }}</span
        >
        {{ short(f.message) }}
      </button>
    </li>
  </ul>
  <span v-else />
</template>

<style scoped>
.margin {
  list-style: none;
  padding: 0 0 0 12px;
  border-left: 1px solid var(--paper-line);
  font-size: 12.3px;
  line-height: 1.33;
}
.margin li {
  margin-bottom: 6px;
  overflow-wrap: anywhere;
}
.margin button:hover {
  text-decoration: underline;
}
.word {
  font-weight: 600;
}
.blocker .word {
  color: rgb(var(--v-theme-error));
}
.warning .word {
  color: rgb(var(--v-theme-warning));
}
.note .word {
  color: rgb(var(--v-theme-info));
}
</style>
