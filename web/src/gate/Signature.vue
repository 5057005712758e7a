<script setup lang="ts">
import { mdiFountainPenTip } from '@mdi/js'
import { useInfiniteQuery, useMutation } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answer, client } from '../shared/api'
import { queries } from '../shared/queries'
import { testerName, testerRole } from '../shared/tester'
import Trouble from '../shared/Trouble.vue'

/** Signs a launch, and shows the launches that were signed. "signed" is the document that was signed last. */
const props = defineProps<{ id: string; sha256: string; mayLaunch: boolean; signed: string | undefined }>()
const emit = defineEmits<{ done: [] }>()

const query = useInfiniteQuery(computed(() => queries.launches(props.id)))
const launches = computed(() => query.data.value?.pages.flat() ?? [])
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
    <p v-else-if="query.data.value" class="quiet">It was never launched.</p>
    <v-btn
      v-if="query.hasNextPage.value"
      variant="text"
      size="small"
      :loading="query.isFetchingNextPage.value"
      @click="query.fetchNextPage()"
      >Earlier launches</v-btn
    >
    <Trouble v-if="query.error.value" :error="query.error.value" />
    <template v-if="signed !== sha256">
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
