<script setup lang="ts">
import { computed } from 'vue'
import { aboutFinding } from '../people/remarks'
import Remarks from '../people/Remarks.vue'
import type { Finding } from '../shared/api'
import { bySeverity, SEVERITIES, type Severity } from '../shared/severity'
import { useViewState } from '../shared/viewState'
import { becauseOf } from './because'

/** What was found, to be stepped through; what the last change settled and what it brought. */
const props = defineProps<{
  all: Finding[]
  /** Those of the severity that is chosen, each with its number among all. */
  findings: (Finding & { i: number })[]
  /** Numbers of those that are new. */
  fresh: Set<number>
  /** What changed since a revision, and whether that is being written; null where nothing came before. */
  since: { revision: number; settled: Finding[]; fresh: number; isWritten: boolean } | null
  only: Severity | null
  at: string | null
  /** The place of the address in words. */
  place: string
  /** Number of the finding that is chosen; -1: none. */
  chosen: number
}>()
defineEmits<{ choose: [i: number] }>()
const view = useViewState()
const tally = computed(() => bySeverity(props.all))
</script>

<template>
  <aside class="finds" aria-label="Findings">
    <div class="filters" role="group" aria-label="Show">
      <button
        v-for="(s, kind) in SEVERITIES"
        :key="kind"
        type="button"
        :aria-pressed="only === kind"
        :class="kind"
        @click="view.change({ only: only === kind ? undefined : kind })"
      >
        {{ tally[kind] }} {{ tally[kind] === 1 && kind !== 'warning' ? kind : s.plural }}
      </button>
    </div>
    <p v-if="all.length === 0" class="quiet pa-2">
      Nothing found. What is not yet looked at: rehearsal in the shop.
    </p>
    <details v-if="since" class="since" :open="since.isWritten">
      <summary>
        Since revision {{ since.revision }}: {{ since.settled.length }} settled, {{ since.fresh }} new
      </summary>
      <ul>
        <li v-for="(f, k) in since.settled" :key="k"><s class="d-sr-only">settled: </s>{{ f.message }}</li>
        <li v-if="since.settled.length === 0 && !since.isWritten" class="quiet">
          Nothing that was found before is gone.
        </li>
      </ul>
    </details>
    <Remarks
      v-if="at !== null && chosen < 0"
      :key="at"
      :about="`place ${at}`"
      :at="at"
      :words="place"
      class="because"
    />
    <ol>
      <li v-for="f in findings" :id="`finding-${f.i}`" :key="f.i">
        <button type="button" :class="[f.severity, { here: chosen === f.i }]" @click="$emit('choose', f.i)">
          <v-icon :icon="SEVERITIES[f.severity].icon" size="15" aria-hidden="true" />
          <span class="d-sr-only">{{ SEVERITIES[f.severity].word }}: </span>
          <span><span v-if="fresh.has(f.i)" class="fresh">new</span> {{ f.message }}</span>
        </button>
        <Remarks
          v-if="chosen === f.i"
          :about="aboutFinding(f)"
          :at="f.at"
          :words="f.message"
          class="because"
        />
        <ul v-if="chosen === f.i && becauseOf(f).length" class="because" aria-label="Places">
          <li v-for="(b, k) in becauseOf(f)" :key="k">
            <button type="button" class="bare" @click="view.change({ at: b.at })">{{ b.words }}</button>
          </li>
        </ul>
      </li>
    </ol>
  </aside>
</template>

<style scoped>
.because {
  list-style: none;
  padding: 0 10px 8px 33px;
  font-size: 12.3px;
}
.because button {
  text-decoration: underline;
  text-decoration-color: var(--paper-line);
  text-align: left;
}
.fresh {
  font-size: 11px;
  border: 1px solid currentcolor;
  padding: 0 4px;
}
.since {
  padding: 6px 10px;
  font-size: 12.3px;
  border-bottom: 1px solid var(--paper-line);
}
.since ul {
  padding: 4px 0 0 16px;
}
.finds {
  border-right: 1px solid var(--paper-line);
  background: rgb(var(--v-theme-background));
  position: sticky;
  top: 0;
  align-self: start;
  max-height: 100dvh;
  overflow: auto;
}
.filters {
  display: flex;
  gap: 4px;
  padding: 8px 10px;
  border-bottom: 1px solid var(--paper-line);
}
.filters button {
  all: unset;
  cursor: pointer;
  font-size: 12.5px;
  padding: 1px 6px;
  white-space: nowrap;
}
.filters button[aria-pressed='true'] {
  box-shadow: inset 0 0 0 1px currentcolor;
}
.filters button:focus-visible {
  outline: 2px solid rgb(var(--v-theme-primary));
}
.finds ol {
  list-style: none;
  padding: 0;
}
.finds li button {
  all: unset;
  box-sizing: border-box;
  width: 100%;
  cursor: pointer;
  display: grid;
  grid-template-columns: 18px minmax(0, 1fr);
  gap: 5px;
  padding: 6px 10px;
  border-bottom: 1px solid var(--paper-line);
  font-size: 12.8px;
  overflow-wrap: anywhere;
}
.finds li button > .v-icon {
  margin-top: 2px;
}
.finds li button:focus-visible {
  outline: 2px solid rgb(var(--v-theme-primary));
  outline-offset: -2px;
}
.finds li .here {
  background: rgb(var(--v-theme-surface));
  box-shadow: inset 3px 0 rgb(var(--v-theme-primary));
}
.blocker > .v-icon,
.filters .blocker {
  color: rgb(var(--v-theme-error));
}
.warning > .v-icon,
.filters .warning {
  color: rgb(var(--v-theme-warning));
}
.note > .v-icon,
.filters .note {
  color: rgb(var(--v-theme-info));
}
@media (max-width: 900px) {
  .finds {
    position: static;
    border-right: 0;
  }
}
</style>
