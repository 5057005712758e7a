<script setup lang="ts">
import { useSession } from '../people/session'
import { testerName, testerRole } from './tester'

/** Asks once who sits here. */
defineProps<{ withRole?: boolean }>()
const session = useSession()
</script>

<template>
  <p v-if="session?.needed" class="who quiet">You are {{ session.name }}, {{ session.role }}.</p>
  <div v-else class="who">
    <label
      >You are <input v-model.trim="testerName" autocomplete="name" maxlength="200" placeholder="your name"
    /></label>
    <label v-if="withRole"
      >as
      <select v-model="testerRole">
        <option value="tester">tester</option>
        <option value="lead">lead</option>
      </select></label
    >
  </div>
</template>

<style scoped>
.who {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  font-size: 12.5px;
}
input,
select {
  border: 0;
  border-bottom: 1px solid var(--paper-line);
  background: none;
  color: inherit;
  padding: 1px 4px;
  max-width: 150px;
}
</style>
