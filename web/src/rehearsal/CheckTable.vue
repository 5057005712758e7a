<script setup lang="ts">
import { computed } from 'vue'
import type { CheckDifference, CheckRow } from '../shared/api'
import { STAGES, VERDICTS } from './verdicts'

/**
 * Checks as rows: what each is there for, and stage by stage where the shop did something else. Beside a check in full the
 * stages are marks alone.
 */
const props = defineProps<{ rows: readonly CheckRow[]; chosen: number }>()
const emit = defineEmits<{ choose: [number: number] }>()

/** Differences of one stage that tell the same, as a unit price and the total of one piece do, stand together. */
interface Lit {
  what: string
  expected: string
  found: string
}
function lit(differences: readonly CheckDifference[]): Lit[] {
  const all: Lit[] = []
  for (const d of differences) {
    const same = all.find((l) => l.expected === d.expected && l.found === d.found)
    if (same && what(d) !== '') same.what += `, ${what(d)}`
    else all.push({ what: what(d), expected: d.expected, found: d.found })
  }
  return all
}
const SHOWN = 2
const lines = computed(() =>
  props.rows.map((row) => {
    let before = ''
    return {
      row,
      verdict: VERDICTS[row.verdict],
      stages: STAGES.map(({ value }) => {
        const differences = lit(row.differences.filter((d) => d.stage === value))
        const told = differences.map((l) => `${l.expected}→${l.found}`).join()
        const repeats = told !== '' && told === before
        before = told
        return {
          value,
          looked: row.stages.includes(value) && ['agrees', 'differs'].includes(row.verdict),
          repeats,
          first: repeats ? [] : differences.slice(0, SHOWN),
          more: repeats ? 0 : Math.max(0, differences.length - SHOWN),
          differs: differences.length > 0,
        }
      }),
    }
  }),
)
/** What differs, unless its two texts say so themselves. */
function what(d: CheckDifference): string {
  return ['entries', 'accepted', 'field', 'clicks', 'offered'].includes(d.what) ? '' : d.what
}
</script>

<template>
  <div class="table" tabindex="0" role="region" aria-label="Checks">
    <table class="plain">
      <thead>
        <tr>
          <th scope="col" class="figure">No.</th>
          <th scope="col">Check</th>
          <th scope="col">Expected</th>
          <th scope="col">Verdict</th>
          <th v-for="s in STAGES" :key="s.value" scope="col">{{ s.title }}</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="{ row, verdict, stages } in lines"
          :key="row.number"
          :class="[verdict.tone, { chosen: row.number === chosen }]"
          @click="emit('choose', row.number)"
        >
          <td class="figure quiet">{{ row.number }}</td>
          <th scope="row">
            <button type="button" class="bare" :aria-expanded="row.number === chosen">{{ row.about }}</button>
            <div v-if="row.purposeWords !== row.about" class="quiet purpose">{{ row.purposeWords }}</div>
          </th>
          <td class="expected">{{ row.expected }}</td>
          <td class="verdict">
            <span aria-hidden="true" class="mark">{{ verdict.mark }}</span> {{ verdict.one }}
          </td>
          <td v-if="row.reason" :colspan="STAGES.length" class="reason">{{ row.reason }}</td>
          <template v-else>
            <td v-for="s in stages" :key="s.value" class="stage" :class="{ slim: chosen > 0 }">
              <span v-if="s.differs && (chosen > 0 || s.repeats)" class="lit found">
                <span aria-hidden="true">≠</span>{{ ' ' }}
                <span :class="{ 'd-sr-only': chosen > 0 }">{{ s.repeats ? 'the same' : 'differs' }}</span>
              </span>
              <template v-else>
                <div v-for="(d, i) in s.first" :key="i" class="lit">
                  <span v-if="d.what" class="what">{{ d.what }}{{ ' ' }}</span>
                  <span class="d-sr-only">expected</span> {{ d.expected }}
                  <span class="found"><span class="but">found</span> {{ d.found }}</span>
                </div>
                <span v-if="s.more" class="quiet">and {{ s.more }} more</span>
              </template>
              <span v-if="s.looked && !s.differs" class="quiet" aria-label="as expected">=</span>
            </td>
          </template>
        </tr>
      </tbody>
    </table>
    <p v-if="rows.length === 0" class="quiet none">No check is of this kind.</p>
  </div>
</template>

<style scoped>
.table {
  min-width: 0;
  padding-bottom: 16px;
}
@media (max-width: 900px) {
  .table {
    overflow-x: auto;
  }
}
thead th {
  position: sticky;
  top: 0;
  background: rgb(var(--v-theme-surface));
  z-index: 1;
}
tbody tr {
  border-bottom: 1px solid var(--paper-line);
  cursor: pointer;
}
tbody tr:hover {
  background: var(--paper-faint);
}
tbody tr.chosen {
  box-shadow: inset 3px 0 0 rgb(var(--v-theme-on-background));
  background: var(--paper-faint);
}
table.plain td.figure {
  width: 34px;
}
table.plain tbody th {
  min-width: 170px;
  color: inherit;
}
.lit [aria-hidden] {
  margin-right: 4px;
}
.purpose {
  font-size: 12px;
}
.expected {
  white-space: nowrap;
}
.verdict {
  white-space: nowrap;
}
.mark {
  display: inline-block;
  min-width: 12px;
}
.good .verdict {
  color: rgb(var(--v-theme-primary));
}
.bad .verdict {
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}
.look .verdict,
.reason {
  color: rgb(var(--v-theme-warning));
}
.stage {
  min-width: 60px;
  overflow-wrap: anywhere;
}
.stage.slim {
  min-width: 0;
}
.lit {
  border-left: 3px solid rgb(var(--v-theme-error));
  padding-left: 6px;
  margin-bottom: 2px;
}
.what {
  color: var(--quiet);
  font-size: 12px;
  display: block;
}
.found {
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}
.but {
  font-weight: 400;
  font-size: 12px;
}
.none {
  padding: 12px 0;
}
</style>
