<script setup lang="ts">
import { mdiFountainPenTip } from '@mdi/js'
import { useMutation } from '@tanstack/vue-query'
import { answer, client } from '../shared/api'
import { testerName, testerRole } from '../shared/tester'
import Trouble from '../shared/Trouble.vue'

/** Signs a launch, and shows the launches that were signed. */
const props = defineProps<{
  id: string
  sha256: string
  mayLaunch: boolean
  launches: { id: string; by: string; when: string; verdict: string; revision: number; sha256: string }[]
}>()
const emit = defineEmits<{ done: [] }>()

const sign = useMutation({
  mutationFn: () =>
    answer(
      client.POST('/api/setups/{id}/launches', {
        params: { path: { id: props.id } },
        body: { by: testerName.value, sha256: props.sha256 },
      }),
    ),
  onSuccess: () => {
    emit('done')
  },
})
const day = (when: string): string => when.slice(0, 16).replace('T', ' ')
</script>

<template>
  <section aria-label="Launch">
    <h3>Launch</h3>
    <ul v-if="launches.length > 0">
      <li v-for="l in launches" :key="l.id">
        <a :href="`/api/setups/${id}/launches/${l.id}`"
          >Revision {{ l.revision }}, {{ l.verdict.toLowerCase() }}</a
        ><br />
        <span class="quiet"
          >signed by {{ l.by }} on {{ day(l.when) }};
          <a :href="`/api/setups/${id}/launches/${l.id}?format=document`">its document</a></span
        >
      </li>
    </ul>
    <p v-else class="quiet">It was never launched.</p>
    <template v-if="launches[0]?.sha256 !== sha256">
      <v-btn
        v-if="mayLaunch"
        variant="flat"
        color="primary"
        :prepend-icon="mdiFountainPenTip"
        :disabled="testerName === '' || testerRole !== 'lead'"
        :loading="sign.isPending.value"
        @click="sign.mutate()"
        >Sign the launch{{ testerName === '' ? '' : ` as ${testerName}` }}</v-btn
      >
      <p v-if="mayLaunch && (testerName === '' || testerRole !== 'lead')" class="quiet">
        A lead signs, by name; say above who you are.
      </p>
    </template>
    <Trouble v-if="sign.error.value" :error="sign.error.value" class="mt-2" />
  </section>
</template>

<style scoped>
h3 {
  font-size: 14px;
  margin: 12px 0 4px;
}
ul {
  padding-left: 16px;
  font-size: 13px;
}
</style>
