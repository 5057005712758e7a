<script setup lang="ts">
import { mdiArrowDown, mdiArrowUp, mdiContentCopy, mdiDeleteOutline } from '@mdi/js'
import type { JSONPath } from './paths'
import { computed, ref, watch } from 'vue'
import { useViewState } from '../shared/viewState'
import FieldEdit from './FieldEdit.vue'
import type { Field } from '../desk/field'
import { fieldsAt, pickFields } from './fields'
import { freshCode, pathOf, pointerOf, valueAt } from './paths'
import { useDraft } from './useDraft'

/** Everything that can be said of the place that is chosen in the outline, to be written in. */
const props = defineProps<{ at: string }>()
const draft = useDraft()
const view = useViewState()

/** What a copy should not keep from its original stands out until it was looked at. */
const KEPT = ['sku', 'image', 'swatch', 'charge', 'default', 'item', 'cost']

const place = computed(() => fieldsAt(props.at))
const path = computed<JSONPath>(() => pathOf(place.value.at))
const here = computed(() => valueAt(draft.document.value, path.value))
const kind = computed(() => (here.value as { kind?: string } | undefined)?.kind ?? '')
const isPolygon = computed(() => (here.value as { shape?: string } | undefined)?.shape === 'polygon')
const fields = computed<Field[]>(() => {
  const { what, fields: all } = place.value
  if (what === 'Variant row') return [pickFields(draft.document.value), ...all]
  return all.filter(
    (f) =>
      (what !== 'Option' || !f.kinds || f.kinds.includes(kind.value)) &&
      (what !== 'Place' || f.key !== (isPolygon.value ? 'box' : 'points')),
  )
})
/** Its place in the list that it is a member of. */
const index = computed(() => {
  const last = path.value[path.value.length - 1]
  return typeof last === 'number' ? last : null
})
const list = computed<JSONPath>(() => path.value.slice(0, -1))
const count = computed(
  () => (valueAt(draft.document.value, list.value) as unknown[] | undefined)?.length ?? 0,
)
const copied = ref<string | null>(null)
const isCopy = computed(() => copied.value === place.value.at)

async function go(to: JSONPath): Promise<void> {
  await view.change({ at: pointerOf(to) })
}
async function shift(by: number): Promise<void> {
  if (index.value === null) return
  const to = index.value + by
  if (to < 0 || to >= count.value) return
  draft.move(list.value, index.value, to)
  await go([...list.value, to])
}
async function copy(): Promise<void> {
  if (index.value === null || typeof here.value !== 'object' || here.value === null) return
  const members = valueAt(draft.document.value, list.value) as Record<string, unknown>[]
  const twin = { ...(here.value as Record<string, unknown>) }
  for (const key of ['code', 'id'])
    if (typeof twin[key] === 'string')
      twin[key] = freshCode(
        twin[key],
        members.map((m) => String(m[key])),
      )
  const to = [...list.value, index.value + 1]
  draft.insert(list.value, index.value + 1, twin)
  copied.value = pointerOf(to)
  await go(to)
}
async function remove(): Promise<void> {
  const from = list.value
  const at = index.value ?? 0
  draft.set(path.value, undefined)
  const left = (valueAt(draft.document.value, from) as unknown[] | undefined)?.length ?? 0
  await go(left === 0 ? from.slice(0, -1) : [...from, Math.min(at, left - 1)])
}

const asText = ref('')
const textTrouble = ref<string | null>(null)
watch(
  here,
  (now) => {
    asText.value = now === undefined ? '' : JSON.stringify(now, null, 2)
    textTrouble.value = null
  },
  { immediate: true },
)
function takeText(): void {
  try {
    draft.set(path.value, JSON.parse(asText.value) as unknown)
  } catch (error) {
    textTrouble.value = `This is no JSON: ${(error as Error).message}`
  }
}
</script>

<template>
  <aside class="sheet" :aria-label="`Write: ${place.what}`">
    <header>
      <h3>{{ place.what }}</h3>
      <div v-if="index !== null" class="acts">
        <button type="button" aria-label="Move up" :disabled="index === 0" @click="shift(-1)">
          <v-icon :icon="mdiArrowUp" size="16" aria-hidden="true" />
        </button>
        <button type="button" aria-label="Move down" :disabled="index >= count - 1" @click="shift(1)">
          <v-icon :icon="mdiArrowDown" size="16" aria-hidden="true" />
        </button>
        <button type="button" aria-label="Copy" @click="copy">
          <v-icon :icon="mdiContentCopy" size="16" aria-hidden="true" />
        </button>
        <button type="button" aria-label="Take out" @click="remove">
          <v-icon :icon="mdiDeleteOutline" size="16" aria-hidden="true" />
        </button>
      </div>
    </header>
    <p v-if="isCopy" class="copied">
      A copy. What it kept from its original stands out.
      <button type="button" @click="copied = null">All as meant</button>
    </p>
    <div
      v-for="f in fields"
      :key="`${place.at}${f.key}${f.how}`"
      class="row"
      :class="{ kept: isCopy && KEPT.includes(f.key) && valueAt(here, [f.key]) !== undefined }"
    >
      <template v-if="f.how === 'group'">
        <fieldset>
          <legend>{{ f.words }}</legend>
          <template v-for="g in f.fields" :key="g.key">
            <fieldset v-if="g.how === 'group'">
              <legend>{{ g.words }}</legend>
              <label v-for="h in g.fields" :key="h.key" class="line"
                ><span>{{ h.words }}</span> <FieldEdit :field="h" :path="[...path, f.key, g.key]"
              /></label>
            </fieldset>
            <label v-else class="line"
              ><span>{{ g.words }}</span> <FieldEdit :field="g" :path="[...path, f.key]"
            /></label>
          </template>
        </fieldset>
      </template>
      <label v-else class="line"
        ><span>{{ f.words }}</span> <FieldEdit :field="f" :path="path"
      /></label>
    </div>
    <details class="text">
      <summary>As text</summary>
      <textarea v-model="asText" rows="12" aria-label="As text" spellcheck="false"></textarea>
      <p v-if="textTrouble" class="trouble" role="alert">{{ textTrouble }}</p>
      <button type="button" class="take" @click="takeText">Take the text</button>
    </details>
  </aside>
</template>

<style scoped>
.sheet {
  border-left: 1px solid var(--paper-line);
  background: rgb(var(--v-theme-background));
  padding: 8px 12px 24px;
  position: sticky;
  top: 0;
  align-self: start;
  max-height: 100dvh;
  overflow: auto;
}
header {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
}
h3 {
  font-size: 15px;
}
.acts button {
  background: none;
  border: 1px solid var(--paper-line);
  color: inherit;
  min-width: 26px;
  min-height: 24px;
  cursor: pointer;
  margin-left: 3px;
}
.acts button:disabled {
  opacity: 0.4;
  cursor: default;
}
.line {
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr);
  gap: 6px;
  align-items: start;
  padding: 2px 0;
  font-size: 12.5px;
}
.line > span:first-child {
  padding-top: 2px;
}
fieldset {
  border: 0;
  border-top: 1px solid var(--paper-line);
  margin-top: 5px;
  padding: 2px 0 0;
}
legend {
  font-size: 12.5px;
  font-weight: 600;
  padding-right: 6px;
}
.kept {
  background: rgba(var(--v-theme-warning), 0.18);
  box-shadow: inset 3px 0 rgb(var(--v-theme-warning));
}
.copied {
  font-size: 12.5px;
  color: rgb(var(--v-theme-warning));
}
.copied button,
.take {
  background: none;
  border: 0;
  color: rgb(var(--v-theme-primary));
  cursor: pointer;
}
.text {
  margin-top: 10px;
  font-size: 12.5px;
}
textarea {
  width: 100%;
  border: 1px solid var(--paper-line);
  background: rgb(var(--v-theme-surface));
  font-family: ui-monospace, 'DejaVu Sans Mono', monospace;
  font-size: 11.5px;
  color: inherit;
}
.trouble {
  color: rgb(var(--v-theme-error));
}
</style>
