<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { ref } from 'vue'
import { answer, client } from '../shared/api'
import { testerName, testerRole } from '../shared/tester'
import Trouble from '../shared/Trouble.vue'

/** Accepts one open item: why, and until when. */
const props = defineProps<{ id: string; item: { known: string; isForLeads: boolean } }>()
const emit = defineEmits<{ done: [] }>()
const why = ref('')
const until = ref('')

const accept = useMutation({
  mutationFn: () =>
    answer(
      client.POST('/api/setups/{id}/accepted', {
        params: { path: { id: props.id } },
        body: {
          known: props.item.known,
          by: testerName.value,
          role: testerRole.value,
          why: why.value,
          until: until.value === '' ? null : until.value,
        },
      }),
    ),
  onSuccess: () => {
    emit('done')
  },
})
</script>

<template>
  <form class="accept" @submit.prevent="accept.mutate()">
    <label class="why">Why is it accepted? <input v-model.trim="why" maxlength="2000" /></label>
    <label>until <input v-model="until" type="date" /></label>
    <span v-if="until === ''" class="quiet">or until its place changes</span>
    <button
      type="submit"
      :disabled="why === '' || testerName === '' || (item.isForLeads && testerRole !== 'lead')"
    >
      Accept
    </button>
    <span v-if="testerName === ''" class="quiet">Say above who you are.</span>
    <span v-else-if="item.isForLeads && testerRole !== 'lead'" class="quiet">A lead accepts this.</span>
    <Trouble v-if="accept.error.value" :error="accept.error.value" />
  </form>
</template>

<style scoped>
.accept {
  grid-column: 2 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: baseline;
  font-size: 12.5px;
  padding: 2px 0 4px;
}
.why input {
  width: 300px;
}
input {
  border: 1px solid var(--paper-line);
  background: rgb(var(--v-theme-surface));
  padding: 1px 6px;
  color: inherit;
}
button {
  border: 1px solid rgb(var(--v-theme-primary));
  background: none;
  color: rgb(var(--v-theme-primary));
  padding: 1px 10px;
  cursor: pointer;
}
button:disabled {
  opacity: 0.5;
  cursor: default;
}
</style>
