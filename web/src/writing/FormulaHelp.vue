<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, onScopeDispose, ref, watch } from 'vue'
import { answer, client } from '../shared/api'
import { useDraft } from './useDraft'

/** Beside a formula that is being written: the names that may stand in it, and what it comes to with figures of one's own. */
const props = defineProps<{ expr: string; word: string }>()
const emit = defineEmits<{ name: [name: string] }>()
const draft = useDraft()
const figures = ref<Record<string, string>>({})

/** Milliseconds after a key before it is worked out. */
const PAUSE = 150
/** Names offered at a time. */
const MOST = 12

const asked = ref({ expr: props.expr, figures: {} })
let timer: ReturnType<typeof setTimeout> | undefined
watch(
  [() => props.expr, figures],
  () => {
    clearTimeout(timer)
    timer = setTimeout(() => (asked.value = { expr: props.expr, figures: figures.value }), PAUSE)
  },
  { deep: true },
)
onScopeDispose(() => {
  clearTimeout(timer)
})
const tried = useQuery({
  queryKey: computed(() => ['formula', draft.text.value, asked.value]),
  queryFn: () => answer(client.POST('/api/formulas', { body: { text: draft.text.value, ...asked.value } })),
  placeholderData: (before) => before,
})
const offered = computed(() => {
  const word = props.word.toLowerCase()
  const used = new Set(tried.data.value?.used.map((u) => u.name))
  return (tried.data.value?.names ?? [])
    .filter((n) => (word === '' ? !used.has(n.name) : `${n.name} ${n.words}`.toLowerCase().includes(word)))
    .filter((n) => n.name !== props.word)
})
</script>

<template>
  <div class="formula" role="group" aria-label="The formula">
    <p v-if="offered.length > 0" class="names">
      <span class="quiet">may stand in it:</span>
      <button
        v-for="n in offered.slice(0, MOST)"
        :key="n.name"
        type="button"
        :title="n.words"
        @mousedown.prevent
        @click="emit('name', n.name)"
      >
        {{ n.name }}
      </button>
      <span v-if="offered.length > MOST" class="quiet">and {{ offered.length - MOST }} more</span>
    </p>
    <p v-for="u in tried.data.value?.used ?? []" :key="u.name" class="figure">
      <span>{{ u.name }}</span>
      <input
        :value="u.name in figures ? figures[u.name] : u.figure"
        :aria-label="`Try with ${u.name}`"
        :title="u.words"
        @input="figures = { ...figures, [u.name]: ($event.target as HTMLInputElement).value }"
      />
    </p>
    <p v-if="tried.data.value" role="status">
      <template v-if="tried.data.value.value !== null"
        >comes to <strong class="amount">{{ tried.data.value.value }}</strong></template
      >
      <span v-else class="look">{{ tried.data.value.trouble }}</span>
    </p>
  </div>
</template>

<style scoped>
.formula {
  border-left: 3px solid var(--paper-line);
  padding: 2px 0 2px 8px;
  margin: 2px 0;
}
.names {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
}
.names button {
  background: none;
  border: 0;
  color: rgb(var(--v-theme-primary));
  cursor: pointer;
  font-family: ui-monospace, 'DejaVu Sans Mono', monospace;
  font-size: 11.5px;
  min-height: 24px;
}
.figure {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 84px;
  gap: 6px;
  font-family: ui-monospace, 'DejaVu Sans Mono', monospace;
  font-size: 11.5px;
  overflow-wrap: anywhere;
}
.figure input {
  border: 1px solid var(--paper-line);
  background: rgb(var(--v-theme-surface));
  color: inherit;
  padding: 0 4px;
  text-align: right;
  font-variant-numeric: tabular-nums;
}
.look {
  color: rgb(var(--v-theme-warning));
}
</style>
