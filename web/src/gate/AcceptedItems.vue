<script setup lang="ts">
import { useInfiniteQuery, useMutation } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { answer, client, type Accepted } from '../shared/api'
import { queries } from '../shared/queries'
import { testerName } from '../shared/tester'
import Trouble from '../shared/Trouble.vue'

/** What is accepted, by whom and why; and, where somebody wants to know, what was taken back. */
const props = defineProps<{ setup: string; accepted: Accepted[] }>()
const emit = defineEmits<{ done: [] }>()
const isOpen = ref(false)
const ever = useInfiniteQuery(computed(() => ({ ...queries.accepted(props.setup), enabled: isOpen.value })))
const back = computed(() => (ever.data.value?.pages.flat() ?? []).filter((a) => a.takenBack !== null))
const takeBack = useMutation({
  mutationFn: (item: string) =>
    answer(
      client.DELETE('/api/setups/{id}/accepted/{item}', {
        params: { path: { id: props.setup, item }, query: { by: testerName.value } },
      }),
    ),
  onSuccess: () => {
    emit('done')
  },
})
const said = (a: Accepted): string =>
  `${a.by} (${a.role}), ${a.when.slice(0, 10)}: ${a.why} — ` +
  (a.until === 'change' ? 'until its place changes' : `until ${a.until}`)
</script>

<template>
  <template v-if="accepted.length > 0">
    <h3>
      Accepted <span class="quiet">{{ accepted.length }}</span>
    </h3>
    <ul class="accepted">
      <li v-for="a in accepted" :key="a.id">
        <span class="quiet">✓ known</span>
        <span
          >{{ a.words }}<br /><span class="quiet">{{ said(a) }}</span></span
        >
        <button
          type="button"
          class="link"
          :aria-label="`Take back: ${a.words}`"
          @click="takeBack.mutate(a.id)"
        >
          take back
        </button>
      </li>
    </ul>
  </template>
  <Trouble v-if="takeBack.error.value" :error="takeBack.error.value" />
  <p>
    <button type="button" class="link" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      What was accepted and taken back
    </button>
  </p>
  <template v-if="isOpen">
    <Trouble v-if="ever.error.value" :error="ever.error.value" />
    <p v-else-if="ever.data.value && back.length === 0 && !ever.hasNextPage.value" class="quiet">Nothing.</p>
    <ul>
      <li v-for="a in back" :key="a.id" class="back">
        <span class="quiet">↩ taken back</span>
        <span
          >{{ a.words }}<br /><span class="quiet">{{ said(a) }}; taken back by {{ a.takenBack }}</span></span
        >
      </li>
    </ul>
    <v-btn
      v-if="ever.hasNextPage.value"
      variant="text"
      size="small"
      :loading="ever.isFetchingNextPage.value"
      @click="ever.fetchNextPage()"
      >Earlier ones</v-btn
    >
  </template>
</template>

<style scoped>
h3 {
  font-size: 14px;
  margin: 12px 0 4px;
}
ul {
  list-style: none;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 76px 1fr auto;
  gap: 0 10px;
  padding: 4px 0;
  border-bottom: 1px solid var(--paper-line);
}
.back {
  opacity: 0.75;
}
.link {
  background: none;
  border: 0;
  padding: 0;
  color: rgb(var(--v-theme-primary));
  cursor: pointer;
  font-size: 12.5px;
  white-space: nowrap;
}
p {
  margin-top: 4px;
}
</style>
