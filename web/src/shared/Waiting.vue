<script setup lang="ts">
import { longestWait, stopWaiting } from './later'
import { grouped } from './numbers'
</script>

<template>
  <div v-if="longestWait" class="waiting" role="status">
    <span>
      <template v-if="longestWait.state === 'waiting'">Waiting for a worker</template>
      <template v-else>Working it out: {{ grouped(longestWait.steps) }} steps</template>,
      {{ longestWait.seconds }}&nbsp;s
      <template v-if="longestWait.of > 1">({{ longestWait.of }} answers)</template>
    </span>
    <v-btn variant="text" @click="stopWaiting">Stop</v-btn>
  </div>
</template>

<style scoped>
.waiting {
  position: fixed;
  right: 16px;
  bottom: 16px;
  z-index: 20;
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 6px 12px;
  border: 1px solid var(--paper-line);
  background: rgb(var(--v-theme-surface));
  font-variant-numeric: tabular-nums;
}
</style>
