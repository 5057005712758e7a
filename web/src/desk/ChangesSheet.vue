<script setup lang="ts">
import { useMutation, useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answer, asSeen, client } from '../shared/api'
import Differences from '../shared/Differences.vue'
import { queries, revised } from '../shared/queries'
import Trouble from '../shared/Trouble.vue'
import { useDesk } from './useDesk'

/** The latest revision beside an earlier one, or beside another setup. */
const desk = useDesk()
const route = useRoute()
const router = useRouter()
const one = (value: unknown): string => (typeof value === 'string' ? value : '')
const withSetup = computed(() => one(route.query.with))
const from = computed(() =>
  withSetup.value === '' ? one(route.query.from) || String(Math.max(1, desk.value.revision - 1)) : '',
)
const diff = useQuery(
  computed(() => queries.diff(desk.value.id, desk.value, Number(from.value), withSetup.value)),
)
/** What is typed to find another setup on the shelf. */
const sought = ref('')
const shelf = useQuery(computed(() => queries.shelf({ search: sought.value, order: 'title', limit: 30 })))
const revisions = useQuery(computed(() => queries.revisions(desk.value.id, desk.value.sha256)))
const earlier = computed(() =>
  (revisions.data.value?.rows ?? []).filter((r) => r.number < desk.value.revision),
)
const sides = computed(() => [
  ...earlier.value.map((r) => ({
    value: `r${r.number}`,
    title: `Revision ${r.number}, ${r.createdAt.slice(0, 16).replace('T', ' ')}`,
  })),
  ...(shelf.data.value?.rows ?? [])
    .filter((s) => s.id !== desk.value.id)
    .map((s) => ({ value: s.id, title: s.title })),
])
const side = computed(() => (withSetup.value === '' ? `r${from.value}` : withSetup.value))
const restore = useMutation({
  mutationFn: (number: number) =>
    answer(
      client.POST('/api/setups/{id}/revisions/{number}/restore', {
        params: { path: { id: desk.value.id, number }, header: asSeen(desk.value.sha256) },
      }),
    ),
  onSuccess: async (next) => {
    await revised(desk.value.id)
    beside(`r${next.number - 1}`)
  },
})
function beside(value: string): void {
  void router.replace({
    query: value.startsWith('r') ? { from: value.slice(1) } : { with: value },
  })
}
</script>

<template>
  <main class="changes">
    <div class="bar">
      <v-autocomplete
        :model-value="sides.some((s) => s.value === side) ? side : null"
        :items="sides"
        label="Before: a revision, or another setup"
        no-filter
        class="before"
        hide-details
        @update:search="(words: string) => (sought = sides.some((s) => s.title === words) ? '' : words)"
        @update:model-value="(v: string | null) => v && beside(v)"
      />
      <span
        >beside <strong>revision {{ desk.revision }}</strong> of {{ desk.title }}</span
      >
      <v-btn
        v-if="withSetup === '' && desk.revision > 1"
        :loading="restore.isPending.value"
        title="Its document becomes the next revision; nothing in between is lost"
        @click="restore.mutate(Number(from))"
        >Restore revision {{ from }}</v-btn
      >
    </div>
    <Trouble v-if="restore.error.value" :error="restore.error.value" class="my-3" />
    <p v-if="desk.revision === 1 && withSetup === ''" class="quiet pa-4">
      There is no earlier revision yet. Pick another setup to hold this one beside it.
    </p>
    <Trouble v-else-if="diff.error.value" :error="diff.error.value" class="ma-4" />
    <p v-else-if="!diff.data.value" class="quiet pa-4" role="status">Holding both side by side…</p>
    <Differences v-else :diff="diff.data.value" class="body" />
  </main>
</template>

<style scoped>
.changes {
  overflow: auto;
  padding: 10px 16px 24px;
}
.bar {
  display: flex;
  align-items: center;
  gap: 12px;
}
.before {
  max-width: 340px;
}
</style>
