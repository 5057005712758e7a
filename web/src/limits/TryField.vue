<script setup lang="ts">
import { computed, ref, useTemplateRef, watch } from 'vue'
import { flagWords, raised } from './validity'

/** A field with the option's limits, live: what this browser does with what is typed, pasted or set by a script. */
const props = defineProps<{
  field: string
  attributes: Record<string, string>
  label: string
  set: string | null
}>()
const input = useTemplateRef<HTMLInputElement | HTMLTextAreaElement>('input')
const flags = ref<string[]>([])
const how = ref<'typed' | 'set'>('typed')
const value = ref('')

function look(by: 'typed' | 'set'): void {
  if (!input.value) return
  how.value = by
  value.value = input.value.value
  flags.value = raised(input.value.validity)
}
watch(
  () => props.set,
  (text) => {
    if (!input.value || text === null) return
    input.value.value = text
    look('set')
  },
)
watch(
  () => [props.field, props.attributes],
  () => {
    flags.value = []
    value.value = ''
  },
)
const verdict = computed(() =>
  flags.value.length === 0 ? 'takes it' : flags.value.map(flagWords).join(', '),
)
const attributes = computed(() =>
  Object.entries(props.attributes).map(([name, own]) => (own === '' ? name : `${name}=${own}`)),
)
</script>

<template>
  <div class="try">
    <label>
      <span class="quiet"
        >Your browser’s own field ({{ field
        }}{{ attributes.length ? ', ' + attributes.join(', ') : '' }})</span
      >
      <textarea
        v-if="field === 'textarea'"
        ref="input"
        rows="2"
        v-bind="props.attributes"
        :aria-label="`Try ${label}`"
        @input="look('typed')"
      />
      <input
        v-else
        ref="input"
        :key="label"
        :type="field"
        v-bind="props.attributes"
        :aria-label="`Try ${label}`"
        @input="look('typed')"
      />
    </label>
    <p role="status">
      <template v-if="value !== '' || flags.length">
        {{ how === 'set' ? 'Set by a script' : 'Typed or pasted' }}, it
        <strong :class="flags.length ? 'refused' : 'taken'">{{
          flags.length ? `says: ${verdict}` : verdict
        }}</strong><span class="quiet"> · it holds {{ value.length }} UTF-16 units</span>
      </template>
      <span v-else class="quiet">Type or paste an answer from below, or set one with a click.</span>
    </p>
  </div>
</template>

<style scoped>
.try {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
  align-items: flex-end;
  padding: 8px 0 10px;
}
label {
  display: flex;
  flex-direction: column;
  gap: 2px;
  font-size: 12.5px;
}
input,
textarea {
  border: 1px solid rgba(var(--v-theme-on-background), 0.55);
  background: rgb(var(--v-theme-surface));
  color: inherit;
  padding: 3px 6px;
  width: 26rem;
  max-width: 100%;
  font: inherit;
}
.taken {
  color: rgb(var(--v-theme-primary));
}
.refused {
  color: rgb(var(--v-theme-error));
}
</style>
