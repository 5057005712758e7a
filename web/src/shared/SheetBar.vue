<script setup lang="ts">
import { computed, type Component } from 'vue'
import { useRoute } from 'vue-router'
import { useViewState } from './viewState'

/** A station that has several sheets: which one lies on top stands in the address. */
const props = defineProps<{
  label: string
  sheets: readonly { value: string; title: string; sheet: Component }[]
}>()
const route = useRoute()
const view = useViewState()
const shown = computed(() => props.sheets.find((s) => s.value === route.query.view) ?? props.sheets[0])
</script>

<template>
  <main class="station">
    <div class="bar" role="group" :aria-label="label">
      <button
        v-for="(s, i) in sheets"
        :key="s.value"
        type="button"
        :aria-pressed="shown?.value === s.value"
        @click="view.change({ view: i === 0 ? undefined : s.value })"
      >
        {{ s.title }}
      </button>
    </div>
    <component :is="shown?.sheet" />
  </main>
</template>

<style scoped>
.station {
  display: flex;
  flex-direction: column;
  flex: 1;
  min-height: 0;
  background: rgb(var(--v-theme-surface));
}
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  padding: 8px 16px 2px;
}
.bar button {
  all: unset;
  cursor: pointer;
  padding: 3px 0;
  color: var(--quiet);
  border-bottom: 2px solid transparent;
}
.bar button[aria-pressed='true'] {
  color: inherit;
  font-weight: 600;
  border-bottom-color: rgb(var(--v-theme-primary));
}
.bar button:focus-visible {
  outline: 2px solid rgb(var(--v-theme-primary));
}
</style>
