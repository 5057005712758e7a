<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Option } from '../desk/document'
import { bulkNames } from './cells'
import { VALUE } from './fields'
import Grid from './Grid.vue'
import { freshCode } from './paths'
import { useDraft } from './useDraft'

/** The values of an option, as a grid; many names can be typed at once. */
const props = defineProps<{ option: Option; index: number }>()
const draft = useDraft()
const path = computed(() => ['options', props.index, 'values'])
const KEYS = ['label', 'code', 'charge', 'stock', 'sku', 'allowedWhen', 'default', 'hidden']
const PART_KEYS = ['label', 'code', 'item', 'charge', 'line', 'allowedWhen', 'default', 'hidden']
const columns = computed(() =>
  (props.option.kind === 'part' ? PART_KEYS : KEYS)
    .map((k) => VALUE.find((f) => f.key === k))
    .filter((f) => f !== undefined),
)
const codes = computed(() => (props.option.values ?? []).map((v) => v.code))

const many = ref<string | null>(null)
const bulk = computed(() =>
  bulkNames(
    many.value ?? '',
    (props.option.values ?? []).map((v) => v.label ?? v.code),
  ),
)
function fresh(n: number): Record<string, unknown> {
  return { code: freshCode(`v${n + 1}`, codes.value), label: `Value ${n + 1}` }
}
function takeMany(): void {
  const taken = [...codes.value]
  const values = bulk.value.names.map((label) => {
    const code = freshCode(label, taken)
    taken.push(code)
    return { code, label }
  })
  draft.append(path.value, values)
  many.value = null
}
</script>

<template>
  <Grid :list="path" :columns="columns" :fresh="fresh">
    <button v-if="many === null" type="button" @click="many = ''">Add many…</button>
  </Grid>
  <form v-if="many !== null" class="many" @submit.prevent="takeMany">
    <label
      >Names, one a line or parted by a sign
      <textarea v-model="many" rows="3" aria-label="Names"></textarea>
    </label>
    <p v-if="bulk.names.length > 0">
      {{ bulk.names.length }} names, parted by {{ bulk.separator }}:
      <span v-for="(n, k) in bulk.names" :key="k" class="name">{{ n }}</span>
    </p>
    <p v-for="w in bulk.warnings" :key="w" class="look">{{ w }}</p>
    <button type="submit" :disabled="bulk.names.length === 0">Add {{ bulk.names.length }}</button>
    <button type="button" @click="many = null">Leave it</button>
  </form>
</template>

<style scoped>
.many {
  font-size: 12.5px;
  border-left: 3px solid var(--paper-line);
  padding: 2px 10px;
}
textarea {
  width: 100%;
  border: 1px solid var(--paper-line);
  background: rgb(var(--v-theme-surface));
  color: inherit;
  padding: 2px 6px;
}
.name {
  border: 1px solid var(--paper-line);
  padding: 0 5px;
  margin-right: 4px;
}
.look {
  color: rgb(var(--v-theme-warning));
}
button {
  background: none;
  border: 0;
  color: rgb(var(--v-theme-primary));
  cursor: pointer;
  min-height: 24px;
}
</style>
