<script setup lang="ts">
import { mdiPinOffOutline } from '@mdi/js'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import type { Option } from '../desk/document'
import { useDesk } from '../desk/useDesk'
import { plainLabel } from '../outline/words'
import { grouped, readable } from '../shared/numbers'
import { queries, SETS } from '../shared/queries'
import { isWithin, SEVERITIES } from '../shared/severity'
import { useShortcuts } from '../shared/shortcuts'
import Trouble from '../shared/Trouble.vue'
import { useViewState } from '../shared/viewState'
import { cellWords } from './cells'
import Rung from './Rung.vue'
import Slip from './Slip.vue'
import { stateOf } from './state'

const desk = useDesk()
const view = useViewState()
const typed = computed(() => Object.entries(view.typed.value).map(([option, text]) => `${option}=${text}`))
const ladder = useQuery(
  computed(() => queries.ladder(desk.value, view.set.value, view.pins.value, typed.value)),
)
const setup = computed(() => desk.value.document)
const optionOf = computed(() => new Map<string, Option>(setup.value.options.map((o) => [o.code, o])))
const slip = useQuery(
  computed(() =>
    queries.slip(desk.value, stateOf(setup.value, view.pins.value, view.typed.value, view.quantity.value)),
  ),
)
const shown = computed(() => new Set(slip.data.value?.shown ?? []))
const problems = computed(() => new Set((slip.data.value?.problems ?? []).map((p) => p.option)))

function type(code: string, text: string): void {
  const rest = Object.entries(view.typed.value)
    .filter(([option]) => option !== code)
    .map(([option, value]) => `${option}=${value}`)
  void view.change({ in: text === '' ? rest : [...rest, `${code}=${text}`] })
}

/** The cell that is looked at, and what was found where it stands. */
const lookedAt = ref<{ option: string; value: string } | null>(null)
const looked = computed(() => {
  const rung = ladder.data.value?.rungs.find((r) => r.option === lookedAt.value?.option)
  const cell = rung?.cells.find((c) => c.value === lookedAt.value?.value)
  if (!rung || !cell) return null
  return {
    what: `${plainLabel(rung.label)}: ${cell.label} – ${cellWords(cell, ladder.data.value?.total ?? '0')}`,
    at: cell.at,
  }
})
const found = computed(() => {
  const at = looked.value?.at
  return at === undefined ? [] : desk.value.findings.filter((f) => isWithin(f.at, at))
})

useShortcuts({ c: () => void view.clear() })

/** Arrow keys move among the cells: along a rung, and to the nearest cell of the next one. */
function move(event: KeyboardEvent): void {
  const step = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -1, ArrowDown: 1 }[event.key]
  const cell = (event.target as HTMLElement).closest<HTMLElement>('[data-cell]')
  if (step === undefined || !cell) return
  event.preventDefault()
  const rungs = [...(cell.closest('ol')?.querySelectorAll<HTMLElement>('[data-rung]') ?? [])]
  const cellsOf = (rung: HTMLElement | undefined): HTMLElement[] => [
    ...(rung?.querySelectorAll<HTMLElement>('[data-cell]') ?? []),
  ]
  const mine = cell.closest<HTMLElement>('[data-rung]')
  if (event.key === 'ArrowLeft' || event.key === 'ArrowRight') {
    const row = cellsOf(mine ?? undefined)
    row[row.indexOf(cell) + step]?.focus()
    return
  }
  const middle = cell.getBoundingClientRect().left + cell.getBoundingClientRect().width / 2
  for (let r = rungs.indexOf(mine as HTMLElement) + step; r >= 0 && r < rungs.length; r += step) {
    const row = cellsOf(rungs[r])
    const nearest = row.find((c) => c.getBoundingClientRect().right >= middle) ?? row[row.length - 1]
    if (nearest) {
      nearest.focus()
      return
    }
  }
}
</script>

<template>
  <main class="station">
    <section class="ladder" aria-label="Ladder">
      <div class="bar">
        <p class="left" role="status">
          <template v-if="ladder.data.value">
            <strong class="total" :title="grouped(ladder.data.value.total)">{{
              readable(ladder.data.value.total)
            }}</strong>
            <template v-if="view.pins.value.length || typed.length">
              of
              <span :title="grouped(ladder.data.value.all)">{{ readable(ladder.data.value.all) }}</span>
              left</template
            >
            {{ SETS.find((s) => s.value === view.set.value)?.title.toLocaleLowerCase() }}
          </template>
          <template v-else>Weighing…</template>
        </p>
        <v-btn-toggle
          :model-value="view.set.value"
          mandatory
          density="compact"
          aria-label="Which combinations are weighed"
          class="sets"
          @update:model-value="(set: string) => view.change({ set: set === 'selectable' ? undefined : set })"
        >
          <v-btn v-for="s in SETS" :key="s.value" :value="s.value" size="x-small">{{ s.title }}</v-btn>
        </v-btn-toggle>
        <v-btn
          :prepend-icon="mdiPinOffOutline"
          :disabled="!view.pins.value.length && !Object.keys(view.typed.value).length"
          @click="view.clear()"
          >Clear pins</v-btn
        >
      </div>
      <Trouble v-if="ladder.error.value" :error="ladder.error.value" />
      <ol v-if="ladder.data.value" class="rungs" @keydown="move">
        <Rung
          v-for="rung in ladder.data.value.rungs"
          :key="rung.option"
          :rung="rung"
          :option="optionOf.get(rung.option)"
          :total="ladder.data.value.total"
          :shown="shown.has(rung.option)"
          :wanting="problems.has(rung.option)"
          :typed="view.typed.value[rung.option] ?? ''"
          :list-link="{ name: 'outline', params: { id: desk.id }, query: { at: rung.at } }"
          @look="(value) => (lookedAt = { option: rung.option, value })"
          @pin="(value) => view.togglePin(rung.option, value, rung.kind === 'several')"
          @type="
            (text) => {
              type(rung.option, text)
            }
          "
        />
      </ol>
      <div v-if="ladder.data.value" class="reading" aria-live="polite">
        <p v-if="looked">{{ looked.what }}</p>
        <p v-else class="quiet">
          Point at a cell to read why it is as wide as it is; click it to pin it, and every rung weighs what
          is left.
        </p>
        <p v-for="(f, i) in found" :key="i" :class="f.severity">
          <v-icon :icon="SEVERITIES[f.severity].icon" size="15" aria-hidden="true" />
          <router-link :to="{ name: 'outline', params: { id: desk.id }, query: { at: f.at } }">{{
            f.message
          }}</router-link>
        </p>
      </div>
    </section>
    <Slip
      :slip="slip.data.value ?? null"
      :error="slip.error.value"
      :setup="setup"
      :desk-id="desk.id"
      :quantity="view.quantity.value"
      @quantity="(q) => view.change({ qty: q === null ? undefined : String(q) })"
    />
  </main>
</template>

<style scoped>
.station {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 322px;
  flex: 1;
  min-height: 0;
  background: rgb(var(--v-theme-surface));
}
.ladder {
  padding: 8px 16px 16px;
  min-width: 0;
}
.bar {
  display: flex;
  gap: 10px;
  align-items: center;
  margin-bottom: 6px;
}
.left {
  flex: 1;
}
.total {
  font-size: 15px;
  color: rgb(var(--v-theme-primary));
}
.sets {
  height: 28px;
}
.rungs {
  list-style: none;
  padding: 0;
}
.reading {
  position: sticky;
  bottom: 0;
  background: rgb(var(--v-theme-surface));
  min-height: 46px;
  padding: 8px 0 4px;
}
.reading .blocker .v-icon {
  color: rgb(var(--v-theme-error));
}
.reading .warning .v-icon {
  color: rgb(var(--v-theme-warning));
}
.reading a {
  color: inherit;
}
@media (max-width: 900px) {
  .station {
    grid-template-columns: minmax(0, 1fr);
  }
  .bar {
    flex-wrap: wrap;
  }
}
</style>
