<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answer, client, type Rehearsal } from '../shared/api'
import { grouped } from '../shared/numbers'
import { queries } from '../shared/queries'
import Trouble from '../shared/Trouble.vue'
import LeftOut from './LeftOut.vue'
import { isOver } from './verdicts'

/** How far a run is, what it covers, and what can be done with it. */
const props = defineProps<{ run: Rehearsal; carried: number }>()
const queryClient = useQueryClient()
const faults = computed(() => props.run.faults.join(', '))
const act = useMutation({
  mutationFn: (what: 'cancel' | 'again') =>
    answer(
      what === 'cancel'
        ? client.POST('/api/rehearsals/{run}/cancel', { params: { path: { run: props.run.id } } })
        : client.POST('/api/rehearsals/{run}/again', { params: { path: { run: props.run.id } } }),
    ),
  onSuccess: (next) => {
    queryClient.setQueryData(queries.rehearsal(next.id).queryKey, next)
  },
})
</script>

<template>
  <div class="state">
    <p v-if="run.state === 'planning'" role="status">Working out the checks…</p>
    <p v-else-if="run.state === 'failed'" role="alert" class="bad">It could not begin: {{ run.message }}</p>
    <template v-else>
      <template v-if="run.state === 'running'">
        <progress :max="run.total" :value="run.total - run.waiting" aria-label="Tried" />
        <span role="status">{{ run.total - run.waiting }} of {{ run.total }} tried</span>
      </template>
      <span v-else-if="run.state === 'cancelled'" class="look"
        >Cancelled with {{ run.waiting }} of {{ run.total }} still waiting.</span
      >
      <LeftOut :parts="run.leftOut" />
      <span class="quiet"
        >{{ run.total }} checks<template v-if="carried > 0">, {{ carried }} carried over</template>.<template
          v-if="run.combinations > 0"
        >
          The {{ grouped(String(run.pairs)) }} pairs of values that can meet lie in
          {{ run.combinations }} combinations; {{ run.lowerBound }} is the least it takes.</template
        ></span
      >
    </template>
    <v-btn v-if="!isOver(run)" :loading="act.isPending.value" @click="act.mutate('cancel')">Cancel</v-btn>
    <v-btn
      v-else-if="run.address !== null && run.noAnswer + run.waiting > 0 && run.state !== 'failed'"
      :loading="act.isPending.value"
      @click="act.mutate('again')"
      >Try those without an answer again</v-btn
    >
    <span class="grow" />
    <a
      v-if="run.address !== null"
      :href="run.address"
      target="_blank"
      rel="noreferrer"
      :title="run.address"
      >{{ faults === '' ? 'The page tried' : `The page tried, with ${faults}` }}</a
    >
    <template v-if="run.total > 0 && isOver(run)">
      <v-btn :prepend-icon="mdiDownload" :href="`/api/rehearsals/${run.id}/checks.csv`">CSV</v-btn>
      <v-btn :prepend-icon="mdiDownload" :href="`/api/rehearsals/${run.id}/junit.xml`">JUnit XML</v-btn>
    </template>
  </div>
  <Trouble v-if="act.error.value" :error="act.error.value" />
</template>

<style scoped>
.state {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
}
progress {
  width: 220px;
  accent-color: rgb(var(--v-theme-primary));
}
.grow {
  flex: 1;
}
.bad {
  color: rgb(var(--v-theme-error));
}
.look {
  color: rgb(var(--v-theme-warning));
}
</style>
