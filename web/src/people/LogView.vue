<script setup lang="ts">
import { useInfiniteQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answer, client } from '../shared/api'
import { earlierThan } from '../shared/queries'
import Trouble from '../shared/Trouble.vue'
import { moment } from '../rehearsal/verdicts'

/** What was changed, by whom and when, the newest first. */
const log = useInfiniteQuery({
  queryKey: ['log'],
  queryFn: ({ pageParam }) => answer(client.GET('/api/log', { params: { query: { before: pageParam } } })),
  ...earlierThan(100),
})
const lines = computed(() => log.data.value?.pages.flat() ?? [])
</script>

<template>
  <main class="log">
    <h1>Log</h1>
    <Trouble v-if="log.error.value" :error="log.error.value" />
    <p v-else-if="!log.isPending.value && lines.length === 0" class="quiet">Nothing was changed yet.</p>
    <table v-else class="plain">
      <thead>
        <tr>
          <th scope="col">When</th>
          <th scope="col">Who</th>
          <th scope="col">What</th>
          <th scope="col">Setup</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="l in lines" :key="l.id">
          <td class="when">{{ moment(l.at) }}</td>
          <td>{{ l.person === '' ? '—' : l.person }}</td>
          <td>{{ l.what }}</td>
          <td>
            <router-link v-if="l.setup" :to="{ name: 'outline', params: { id: l.setup } }">{{
              l.title
            }}</router-link>
          </td>
        </tr>
      </tbody>
    </table>
    <v-btn v-if="log.hasNextPage.value" variant="text" @click="log.fetchNextPage()">Earlier</v-btn>
  </main>
</template>

<style scoped>
.log {
  padding: 14px 16px;
  max-width: 900px;
}
.when {
  white-space: nowrap;
}
td {
  padding: 2px 16px 2px 0;
}
</style>
