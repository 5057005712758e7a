<script setup lang="ts">
import { useMutation, useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answer, client, type Fresh } from '../shared/api'
import { queries } from '../shared/queries'
import Trouble from '../shared/Trouble.vue'

/** Whether the shop is still as it was tried, as far as somebody looked. */
const props = defineProps<{ setup: string; sha256: string; fresh: Fresh }>()
const gate = useQuery(computed(() => queries.gate(props.setup, props.sha256)))

/** Has a worker look whether the shop is still as it was tried, and waits for what it saw. */
const look = useMutation({
  mutationFn: async (fresh: Fresh) => {
    await answer(client.POST('/api/rehearsals/{run}/look', { params: { path: { run: fresh.run } } }))
    for (let tries = 0; tries < 30; tries++) {
      await new Promise((done) => setTimeout(done, 700))
      const now = await gate.refetch()
      if (now.data?.fresh?.lookedAt !== fresh.lookedAt) return
    }
  },
})
function when(iso: string): string {
  return iso.slice(0, 16).replace('T', ' ')
}
</script>

<template>
  <h3>At the shop</h3>
  <p>
    <template v-if="fresh.lookedAt === null"
      >Nobody looked since it was tried on {{ fresh.tried.slice(0, 10) }}.</template
    ><template v-else-if="fresh.isStill === null"
      >Looked at on {{ when(fresh.lookedAt) }}; the shop does not say by what it sells.</template
    ><template v-else-if="fresh.isStill"
      >Looked at on {{ when(fresh.lookedAt) }}: still what was tried.</template
    ><span v-else class="forbids">Looked at on {{ when(fresh.lookedAt) }}: it shows something else now.</span>
  </p>
  <v-btn :loading="look.isPending.value" @click="look.mutate(fresh)">Look again</v-btn>
  <Trouble v-if="look.error.value" :error="look.error.value" />
</template>

<style scoped>
h3 {
  font-size: 14px;
  margin: 12px 0 4px;
}
.forbids {
  color: rgb(var(--v-theme-error));
}
</style>
