<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { Option, SetupDocument } from '../desk/document'
import { useDesk } from '../desk/useDesk'
import { answer, client, type Finding } from '../shared/api'
import { isWithin, type Severity } from '../shared/severity'
import { useShortcuts } from '../shared/shortcuts'
import { useViewState } from '../shared/viewState'
import RowGrid from '../writing/RowGrid.vue'
import Sheet from '../writing/Sheet.vue'
import { provideDraft } from '../writing/useDraft'
import WriteBar from '../writing/WriteBar.vue'
import AddMembers from '../writing/AddMembers.vue'
import Finds from './Finds.vue'
import ItemBlock from './ItemBlock.vue'
import ListBlock from './ListBlock.vue'
import Margin from './Margin.vue'
import OptionBlock from './OptionBlock.vue'
import RowsTable from './RowsTable.vue'
import { usePictures } from '../shared/usePictures'
import Pictures from './Pictures.vue'
import { pointerOf } from '../writing/paths'
import { SECTIONS } from '../writing/sections'
import { provideSentences } from '../writing/useSentences'
import { placeWords } from './words'

const desk = useDesk()
const route = useRoute()
const view = useViewState()
const draft = provideDraft(desk, () =>
  answer(
    client.GET('/api/setups/{id}/document', { params: { path: { id: desk.value.id } }, parseAs: 'text' }),
  ),
)
const { said, isTold } = provideSentences(desk, draft)
const isWriting = draft.isWriting
const pictures = usePictures(() => desk.value.id)
/** What stands in the draft while it is written in, else the revision. */
const setup = computed<SetupDocument>(() => (isWriting.value ? draft.document.value : desk.value.document))
/** What is told in lists below the options. */
const lists = computed(() => SECTIONS.filter((s) => s.title && (isWriting.value || !s.isWritten)))
const all = computed<Finding[]>(() => draft.checked.value?.findings ?? desk.value.findings)
const at = computed(() => (typeof route.query.at === 'string' ? route.query.at : null))

const only = computed<Severity | null>(() => {
  const s = route.query.only
  return s === 'blocker' || s === 'warning' || s === 'note' ? s : null
})
const findings = computed(() =>
  all.value.map((f, i) => ({ ...f, i })).filter((f) => only.value === null || f.severity === only.value),
)
const chosen = ref(-1)
const fresh = computed(
  () => new Set(draft.checked.value?.fresh ?? (desk.value.revision > 1 ? desk.value.fresh : [])),
)
const since = computed(() => {
  const revision = desk.value.revision
  const now = draft.checked.value
  if (now) return { revision, settled: now.settled, fresh: now.fresh.length, isWritten: true }
  const { settled, fresh: found } = desk.value
  return revision > 1 ? { revision: revision - 1, settled, fresh: found.length, isWritten: false } : null
})

function findingsAt(place: string): (Finding & { i: number })[] {
  return findings.value.filter((f) => isWithin(f.at, place))
}
/** Findings by the option that they are of; with a thousand options nothing is looked through a thousand times. */
const ofOption = computed(() => {
  const by = new Map<number, (Finding & { i: number })[]>()
  for (const f of findings.value) {
    const index = Number(/^\/options\/(\d+)/.exec(f.at)?.[1] ?? -1)
    by.set(index, [...(by.get(index) ?? []), f])
  }
  return by
})
/** One list for all options without findings, so that they are drawn from what they were. */
const NONE: (Finding & { i: number })[] = []
/** The conditions of an option's values as sentences, a line each; empty where none has one. */
function allowedWords(option: Option): string {
  const values = option.values ?? []
  if (!values.some((v) => v.allowedWhen)) return ''
  return values.map((v) => said(v.allowedWhen)).join('\n')
}
/** Findings on a list as a whole, not on one of its members. */
function findingsOn(places: string[]): (Finding & { i: number })[] {
  return findings.value.filter((f) => places.includes(f.at))
}

async function choose(i: number): Promise<void> {
  const finding = all.value[i]
  if (!finding) return
  chosen.value = i
  await view.change({ at: finding.at })
}
function step(by: number): void {
  const list = findings.value
  if (list.length === 0) return
  const here = list.findIndex((f) => f.i === chosen.value)
  const next = list[here < 0 ? (by > 0 ? 0 : list.length - 1) : (here + by + list.length) % list.length]
  if (next) void choose(next.i)
}
useShortcuts({
  n: () => {
    step(1)
  },
  p: () => {
    step(-1)
  },
  f: () => document.querySelector<HTMLElement>('.finds button')?.focus(),
})

function bring(place: HTMLElement): void {
  const { top, bottom } = place.getBoundingClientRect()
  // A place that is written in stays where it is under the pointer, as long as it can be seen.
  if (!isWriting.value || top < 0 || bottom > window.innerHeight) place.scrollIntoView({ block: 'center' })
}
/** The innermost place shown that holds the pointer of the address. */
const markedPlace = ref<string | null>(null)
async function show(): Promise<void> {
  await nextTick()
  markedPlace.value = null
  for (let pointer = at.value ?? ''; pointer !== ''; pointer = pointer.slice(0, pointer.lastIndexOf('/'))) {
    const place = document.getElementById(`at${pointer}`)
    if (place) {
      markedPlace.value = pointer
      bring(place)
      // What comes near is drawn now, and may be higher than it was taken for.
      requestAnimationFrame(() => {
        bring(place)
      })
      return
    }
  }
}
watch([at, isWriting, isTold], show, { immediate: true })

/** While it is written in, a click leads to the place that can be written. */
async function write(event: MouseEvent): Promise<void> {
  if (!isWriting.value || !(event.target instanceof Element)) return
  if (event.target.closest('button, a, input, select, textarea, label')) return
  const place = event.target.closest('[id^="at/"]')
  if (place) await view.change({ at: place.id.slice(2) })
}
/** Of more options than this, only those near the window show their values, and the chosen one alone can be typed in. */
const MANY_OPTIONS = 60
const isLarge = computed(() => setup.value.options.length > MANY_OPTIONS)
function isOpen(index: number): boolean {
  return !isLarge.value || isWithin(at.value ?? '', `/options/${index}`)
}

/** A place where it is within an option, else empty. */
function placeWithin(place: string | null, option: number): string {
  return place !== null && isWithin(place, `/options/${option}`) ? place : ''
}
function marked(place: string): boolean {
  return markedPlace.value === place
}
</script>

<template>
  <WriteBar :pictures="pictures" />
  <main class="station" :class="{ writing: isWriting }">
    <Finds
      :all="all"
      :findings="findings"
      :fresh="fresh"
      :since="since"
      :only="only"
      :at="at"
      :place="at === null ? '' : placeWords(setup, at)"
      :chosen="chosen"
      @choose="choose"
    />
    <div v-if="isTold" class="paper" @click="write">
      <ItemBlock :setup="setup" :marked="marked" :src="pictures.src">
        <Margin
          :findings="[
            ...findingsAt('/item'),
            ...findingsAt('/quantity'),
            ...findingsAt('/appliesTo'),
            ...findingsOn(['/options']),
          ]"
          @choose="choose"
        />
      </ItemBlock>

      <OptionBlock
        v-for="(o, i) in setup.options"
        :key="o.code"
        :option="o"
        :index="i"
        :shown="said(o.shownWhen)"
        :allowed="allowedWords(o)"
        :findings="ofOption.get(i) ?? NONE"
        :at="placeWithin(at, i)"
        :marked="placeWithin(markedPlace, i)"
        :is-writing="isWriting"
        :is-open="isOpen(i)"
        :is-one-of-many="isLarge"
        :src="pictures.src"
        @choose="choose"
      />

      <AddMembers v-if="isWriting" />
      <ListBlock
        v-for="s in lists"
        :key="s.what"
        :section="s"
        :setup="setup"
        :findings="findingsAt(pointerOf(s.path))"
        :marked="marked"
        @choose="choose"
      />
      <section v-if="setup.views?.length || isWriting" id="at/views" class="block">
        <div class="text">
          <h2>Pictures with places</h2>
          <Pictures :setup="setup" :marked="marked" :src="pictures.src" :draft="draft" />
        </div>
        <Margin :findings="findingsAt('/views')" @choose="choose" />
      </section>
      <section v-if="isWriting" id="at/variants" class="block">
        <div class="text">
          <h2>Variant rows</h2>
          <RowGrid />
        </div>
      </section>
      <section
        v-else-if="setup.variants"
        id="at/variants/rows"
        class="block"
        :class="{ marked: marked('/variants/rows') }"
      >
        <div class="text">
          <h2>Variant rows</h2>
          <RowsTable :setup="setup" :marked="markedPlace" :src="pictures.src" />
        </div>
        <Margin :findings="findingsAt('/variants')" @choose="choose" />
      </section>
    </div>
    <Sheet v-if="isWriting && isTold" :at="at ?? ''" />
  </main>
</template>

<style src="./blocks.css"></style>
<style scoped>
.station {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
  flex: 1;
  min-height: 0;
  background: rgb(var(--v-theme-surface));
}
.writing.station {
  grid-template-columns: 220px minmax(0, 1fr) 330px;
}
.writing :deep(.filters) {
  flex-wrap: wrap;
}
.paper {
  padding: 4px 16px 40px;
  min-width: 0;
}
@media (max-width: 900px) {
  .station {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
