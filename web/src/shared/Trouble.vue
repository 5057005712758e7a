<script setup lang="ts">
import { mdiAlertOctagonOutline } from '@mdi/js'
import { computed } from 'vue'
import { Refusal } from './api'

/** An error in full: what happened, what was kept, and each place to mend. */
const props = defineProps<{ error: Error }>()
const problem = computed(() => (props.error instanceof Refusal ? props.error.problem : null))
</script>

<template>
  <div class="trouble" role="alert">
    <p>
      <v-icon :icon="mdiAlertOctagonOutline" size="18" color="error" aria-hidden="true" />
      <strong>{{ problem?.title ?? 'Something went wrong' }}.</strong> {{ problem?.detail ?? error.message }}
    </p>
    <ul v-if="problem?.problems.length">
      <li v-for="(place, i) in problem.problems" :key="i">
        <code>{{ place.at === '' ? 'whole document' : place.at }}</code> {{ place.message }}
      </li>
    </ul>
  </div>
</template>

<style scoped>
.trouble {
  border-left: 3px solid rgb(var(--v-theme-error));
  padding: 6px 12px;
  background: var(--paper-faint);
  overflow-wrap: anywhere;
}
.trouble ul {
  margin: 6px 0 0 18px;
}
</style>
