<script setup lang="ts">
import { mdiCheck, mdiClose } from '@mdi/js'
import { computed } from 'vue'

/** What was seen at one edge on one route: as it must be, otherwise, or not looked at. */
type Outcome = 'taken' | 'refused' | 'empty'
const props = defineProps<{ expected: Outcome; found: Outcome | null; route: string; about: string }>()
const emit = defineEmits<{ tick: [found: Outcome | null] }>()

const other = computed<Outcome>(() => (props.expected === 'taken' ? 'refused' : 'taken'))
const words = computed(() => (props.found === 'empty' ? 'as empty' : props.found))
const isAsItMust = computed(() => props.found === props.expected)
</script>

<template>
  <button
    v-if="found"
    type="button"
    class="seen"
    :class="{ otherwise: !isAsItMust }"
    :aria-label="`${route}: ${found}, ${isAsItMust ? 'as it must be' : 'otherwise than it must be'}. Take it back: ${about}`"
    @click="emit('tick', null)"
  >
    <v-icon :icon="isAsItMust ? mdiCheck : mdiClose" size="14" aria-hidden="true" /> {{ words }}
  </button>
  <span v-else class="open">
    <button type="button" :aria-label="`${route}: as it must be: ${about}`" @click="emit('tick', expected)">
      <v-icon :icon="mdiCheck" size="14" aria-hidden="true" />
    </button>
    <button type="button" :aria-label="`${route}: otherwise: ${about}`" @click="emit('tick', other)">
      <v-icon :icon="mdiClose" size="14" aria-hidden="true" />
    </button>
  </span>
</template>

<style scoped>
button {
  background: none;
  border: 1px solid transparent;
  color: inherit;
  padding: 0 4px;
  cursor: pointer;
}
.open button {
  border-color: var(--paper-line);
  min-width: 24px;
  min-height: 24px;
  margin-right: 2px;
}
.seen {
  white-space: nowrap;
  min-height: 24px;
  color: rgb(var(--v-theme-primary));
}
.seen.otherwise {
  color: rgb(var(--v-theme-error));
  border-color: currentColor;
}
</style>
