<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { KINDS, type Option, type SetupDocument } from '../desk/document'
import { useDesk } from '../desk/useDesk'
import { answer, client, type Finding } from '../shared/api'
import { bySeverity, isWithin, SEVERITIES, type Severity } from '../shared/severity'
import { useShortcuts } from '../shared/shortcuts'
import { useViewState } from '../shared/viewState'
import { KINDS as ALL_KINDS, PICKED } from '../writing/fields'
import { freshCode } from '../writing/paths'
import RowGrid from '../writing/RowGrid.vue'
import Sheet from '../writing/Sheet.vue'
import { provideDraft } from '../writing/useDraft'
import ValueGrid from '../writing/ValueGrid.vue'
import WriteBar from '../writing/WriteBar.vue'
import Margin from './Margin.vue'
import Thumb from '../shared/Thumb.vue'
import { usePictures } from '../shared/usePictures'
import Pictures from './Pictures.vue'
import { becauseOf } from './because'
import { aboutFinding } from '../people/remarks'
import Remarks from '../people/Remarks.vue'
import { chargeWords, conditionWords, limitWords, placeWords, plainLabel, rowWords } from './words'

const desk = useDesk()
const route = useRoute()
const view = useViewState()
const draft = provideDraft(desk, () =>
  answer(
    client.GET('/api/setups/{id}/document', { params: { path: { id: desk.value.id } }, parseAs: 'text' }),
  ),
)
const isWriting = draft.isWriting
const pictures = usePictures(() => desk.value.id)
/** What stands in the draft while it is written in, else the revision. */
const setup = computed<SetupDocument>(() =>
  isWriting.value ? draft.document.value : (desk.value.document as unknown as SetupDocument),
)
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
  () => new Set(draft.checked.value?.fresh ?? (desk.value.revisions.length > 1 ? desk.value.fresh : [])),
)
const tally = computed(() => bySeverity(all.value))

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
/** All that an option is drawn from, but for the option itself; while it is the same, nothing of it is drawn anew. */
function drawnFrom(option: Option, index: number): string {
  const values = option.values ?? []
  return [
    isWriting.value && isOpen(index) ? 'open' : '',
    isWithin(markedPlace.value ?? '', `/options/${index}`) ? markedPlace.value : '',
    ...[option.shownWhen, ...values.map((v) => v.allowedWhen)].map((c) =>
      c ? conditionWords(setup.value, c) : '',
    ),
    ...(ofOption.value.get(index) ?? []).map((f) => `${f.i} ${f.message}`),
    ...values.flatMap((v) => [v.image, v.swatch]).map((n) => (n ? (pictures.src(n) ?? '') : '')),
  ].join('\n')
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

/** The innermost place shown that holds the pointer of the address. */
const markedPlace = ref<string | null>(null)
async function show(): Promise<void> {
  await nextTick()
  markedPlace.value = null
  for (let pointer = at.value ?? ''; pointer !== ''; pointer = pointer.slice(0, pointer.lastIndexOf('/'))) {
    const place = document.getElementById(`at${pointer}`)
    if (place) {
      markedPlace.value = pointer
      place.scrollIntoView({ block: isWriting.value ? 'nearest' : 'center' })
      return
    }
  }
}
watch(at, show, { immediate: true })

/** While it is written in, a click leads to the place that can be written. */
async function write(event: MouseEvent): Promise<void> {
  if (!isWriting.value || !(event.target instanceof Element)) return
  if (event.target.closest('button, a, input, select, textarea, label')) return
  const place = event.target.closest('[id^="at/"]')
  if (place) await view.change({ at: place.id.slice(2) })
}
async function add(list: 'options' | 'charges' | 'guards' | 'parts', member: unknown): Promise<void> {
  const index = (setup.value[list] ?? []).length
  draft.insert([list], index, member)
  await view.change({ at: `/${list}/${index}` })
}
async function addLevel(): Promise<void> {
  const levels = setup.value.levels ?? []
  const code = freshCode(
    'level',
    levels.map((l) => l.code),
  )
  draft.append(['levels'], [{ code, label: 'New price level', amount: '0' }])
  await view.change({ at: `/levels/${levels.length}` })
}
async function addData(): Promise<void> {
  const data = setup.value.item.data ?? []
  const code = freshCode(
    'data',
    data.map((d) => d.code),
  )
  draft.append(['item', 'data'], [{ code, label: 'New entry', value: '' }])
  await view.change({ at: `/item/data/${data.length}` })
}
async function addOption(kind: string): Promise<void> {
  const code = freshCode(
    kind,
    setup.value.options.map((o) => o.code),
  )
  await add('options', {
    code,
    label: `New ${kind}`,
    kind,
    ...(PICKED.includes(kind) ? { values: [] } : {}),
  })
}

/** Grids of hundreds of options at once would be slow to type in; then only the chosen one is open. */
const MANY_OPTIONS = 60
function isOpen(index: number): boolean {
  const place = `/options/${index}`
  return setup.value.options.length <= MANY_OPTIONS || isWithin(at.value ?? '', place)
}

function hasPictures(members?: { image?: string; swatch?: string }[]): boolean {
  return (members ?? []).some((m) => m.image ?? m.swatch)
}

function marked(place: string): boolean {
  return markedPlace.value === place
}
</script>

<template>
  <WriteBar :pictures="pictures" />
  <main class="station" :class="{ writing: isWriting }">
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
      <details v-if="draft.checked.value" class="since" open>
        <summary>
          Since revision {{ desk.revisions.length }}: {{ draft.checked.value.settled.length }} settled,
          {{ draft.checked.value.fresh.length }} new
        </summary>
        <ul>
          <li v-for="(f, k) in draft.checked.value.settled" :key="k">
            <s class="d-sr-only">settled: </s>{{ f.message }}
          </li>
        </ul>
      </details>
      <details v-else-if="desk.revisions.length > 1" class="since">
        <summary>
          Since revision {{ desk.revisions.length - 1 }}: {{ desk.settled.length }} settled,
          {{ desk.fresh.length }} new
        </summary>
        <ul>
          <li v-for="(f, k) in desk.settled" :key="k"><s class="d-sr-only">settled: </s>{{ f.message }}</li>
          <li v-if="desk.settled.length === 0" class="quiet">Nothing that was found before is gone.</li>
        </ul>
      </details>
      <Remarks
        v-if="at !== null && chosen < 0"
        :key="at"
        :about="`place ${at}`"
        :at="at"
        :words="placeWords(setup, at)"
        class="because"
      />
      <ol>
        <li v-for="f in findings" :id="`finding-${f.i}`" :key="f.i">
          <button type="button" :class="[f.severity, { here: chosen === f.i }]" @click="choose(f.i)">
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
    <div class="paper" @click="write">
      <section id="at/item" class="block" :class="{ marked: marked('/item') }">
        <div class="text">
          <h2>
            {{ setup.item.name }} <span class="code">{{ setup.item.sku }}</span>
            <Thumb
              v-if="setup.item.image"
              :name="setup.item.image"
              :src="pictures.src(setup.item.image)"
              :size="56"
              class="of-item"
            />
          </h2>
          <p>
            {{ setup.item.price }} {{ setup.currency
            }}<template v-if="setup.item.salePrice">, on sale {{ setup.item.salePrice }}</template
            ><template v-if="setup.item.weight"> · weight {{ setup.item.weight }}</template
            ><template v-if="setup.item.cost"> · costs {{ setup.item.cost }}</template
            ><template v-if="setup.item.size">
              · package {{ setup.item.size.length }} × {{ setup.item.size.width }} ×
              {{ setup.item.size.height }} {{ setup.item.size.unit }}</template
            ><template v-if="setup.item.stock !== undefined"> · {{ setup.item.stock }} in stock</template
            ><template v-if="setup.item.backorder"> · backorders</template
            ><template v-if="setup.quantity">
              · {{ setup.quantity.min ?? 1
              }}<template v-if="setup.quantity.max"> to {{ setup.quantity.max }}</template> pieces<template
                v-if="setup.quantity.step"
                >, steps of {{ setup.quantity.step }}</template
              ></template
            >
            · rounds {{ setup.rounding?.mode ?? 'half-up' }} at {{ setup.rounding?.at ?? 'unit' }}
          </p>
          <p
            v-for="(d, i) in setup.item.data ?? []"
            :id="`at/item/data/${i}`"
            :key="d.code"
            :class="{ marked: marked(`/item/data/${i}`) }"
          >
            <span class="quiet">carries</span> {{ d.label }}: {{ d.value }}
            <span class="quiet">({{ d.stages?.join(', ') ?? 'all stages' }})</span>
          </p>
          <p v-if="setup.appliesTo" id="at/appliesTo" :class="{ marked: marked('/appliesTo') }">
            <span class="quiet">applies to</span>
            {{
              setup.appliesTo.all
                ? 'every item'
                : [
                    ...(setup.appliesTo.skus ?? []),
                    ...(setup.appliesTo.categories ?? []),
                    ...(setup.appliesTo.tags ?? []),
                  ].join(', ') || 'nothing'
            }}
          </p>
        </div>
        <Margin
          :findings="[
            ...findingsAt('/item'),
            ...findingsAt('/quantity'),
            ...findingsAt('/appliesTo'),
            ...findingsOn(['/options']),
          ]"
          @choose="choose"
        />
      </section>

      <section
        v-for="(o, i) in setup.options"
        :id="`at/options/${i}`"
        :key="o.code"
        v-memo="[o, i, drawnFrom(o, i)]"
        class="block"
        :class="{ marked: marked(`/options/${i}`) }"
      >
        <div class="text">
          <h2>
            <span class="ordinal">{{ i + 1 }}</span> {{ plainLabel(o.label ?? o.code) }}
            <span class="code">{{ o.code }}</span>
            <span class="kind"
              >{{ KINDS[o.kind] ?? o.kind }}<template v-if="o.required">, required</template></span
            >
          </h2>
          <p v-if="o.section"><span class="quiet">under</span> {{ o.section }}</p>
          <p v-if="o.styled?.length"><span class="quiet">looks by</span> {{ o.styled.join(', ') }}</p>
          <p v-if="o.help" class="quiet">“{{ o.help }}”</p>
          <p
            v-if="o.shownWhen"
            :id="`at/options/${i}/shownWhen`"
            :class="{ marked: marked(`/options/${i}/shownWhen`) }"
          >
            <span class="quiet">shown when</span> {{ conditionWords(setup, o.shownWhen) }}
          </p>
          <p v-if="limitWords(o).length"><span class="quiet">limits</span> {{ limitWords(o).join(' · ') }}</p>
          <p v-if="o.charge !== undefined"><span class="quiet">charge</span> {{ chargeWords(o.charge) }}</p>
          <p v-if="o.yes">
            <span class="quiet">yes</span>
            {{
              [
                o.yes.charge !== undefined ? chargeWords(o.yes.charge) : '',
                o.yes.weight ? `weight ${o.yes.weight}` : '',
                o.yes.sku ?? '',
              ]
                .filter(Boolean)
                .join(' · ') || 'changes nothing'
            }}<template v-if="o.default === true">, ticked beforehand</template>
          </p>
          <p v-if="o.stages"><span class="quiet">seen at</span> {{ o.stages.join(', ') || 'no stage' }}</p>
          <ValueGrid v-if="isWriting && PICKED.includes(o.kind) && isOpen(i)" :option="o" :index="i" />
          <table v-else-if="o.values?.length" class="plain values">
            <thead>
              <tr>
                <th scope="col">Value</th>
                <th scope="col">Code</th>
                <th scope="col" class="amount">Charge</th>
                <th scope="col" class="figure">Stock</th>
                <th scope="col">SKU</th>
                <th v-if="hasPictures(o.values)" scope="col">Picture</th>
                <th scope="col">Only when</th>
              </tr>
            </thead>
            <tbody>
              <tr
                v-for="(v, j) in o.values"
                :id="`at/options/${i}/values/${j}`"
                :key="v.code"
                :class="{ marked: marked(`/options/${i}/values/${j}`), kept: v.hidden }"
              >
                <td>
                  {{ v.label ?? v.code }}<span v-if="v.default" class="quiet"> · preselected</span
                  ><span v-if="v.hidden" class="quiet"> · kept for later</span>
                </td>
                <td class="code">{{ v.code }}</td>
                <td class="amount">
                  {{ v.charge !== undefined ? chargeWords(v.charge) : ''
                  }}<span v-if="v.cost" class="quiet"> costs {{ v.cost }}</span>
                </td>
                <td class="figure">{{ v.stock ?? '' }}</td>
                <td class="code">
                  {{ v.sku ?? ''
                  }}<template v-if="v.item"
                    >{{ v.item }}<template v-if="v.line === 'own'"> (own line)</template></template
                  >
                </td>
                <td v-if="hasPictures(o.values)">
                  <Thumb v-if="v.swatch" :name="v.swatch" :src="pictures.src(v.swatch)" />
                  <Thumb v-if="v.image" :name="v.image" :src="pictures.src(v.image)" />
                </td>
                <td>
                  {{ v.allowedWhen ? conditionWords(setup, v.allowedWhen) : ''
                  }}<span v-for="(n, f) in v.figures ?? {}" :key="f" class="quiet"> {{ f }} {{ n }}</span>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <Margin :findings="ofOption.get(i) ?? []" @choose="choose" />
      </section>

      <p v-if="isWriting" class="adds" role="group" aria-label="Add">
        <span class="quiet">add an option:</span>
        <button v-for="k in ALL_KINDS" :key="k" type="button" @click="addOption(k)">{{ k }}</button>
        <span class="quiet">or:</span>
        <button type="button" @click="add('charges', { how: 'fixed', amount: '0', label: 'New charge' })">
          charge
        </button>
        <button
          type="button"
          @click="
            add('guards', {
              id: freshCode(
                'guard',
                (setup.guards ?? []).map((g) => g.id ?? ''),
              ),
              never: { any: [] },
              because: '',
            })
          "
        >
          guard
        </button>
        <button type="button" @click="addLevel">price level</button>
        <button type="button" @click="addData">carried along</button>
        <button
          type="button"
          @click="
            add('parts', { sku: `PART-${(setup.parts ?? []).length + 1}`, name: 'New part', price: '0' })
          "
        >
          part
        </button>
      </p>
      <section v-if="setup.levels?.length" id="at/levels" class="block">
        <div class="text">
          <h2>Price levels</h2>
          <p
            v-for="(l, i) in setup.levels"
            :id="`at/levels/${i}`"
            :key="l.code"
            :class="{ marked: marked(`/levels/${i}`) }"
          >
            {{ l.label ?? l.code }} <span class="code">{{ l.code }}</span>
            {{ l.amount ?? `${l.percent ?? ''}% of ${l.of ?? ''}` }}
          </p>
        </div>
        <Margin :findings="findingsAt('/levels')" @choose="choose" />
      </section>
      <section v-if="isWriting && setup.parts?.length" id="at/parts" class="block">
        <div class="text">
          <h2>Parts</h2>
          <p
            v-for="(p, i) in setup.parts"
            :id="`at/parts/${i}`"
            :key="i"
            :class="{ marked: marked(`/parts/${i}`) }"
          >
            {{ p.name }} <span class="code">{{ p.sku }}</span> {{ p.price }}
          </p>
        </div>
      </section>
      <section v-if="setup.charges?.length" id="at/charges" class="block">
        <div class="text">
          <h2>Charges of the setup</h2>
          <p
            v-for="(c, i) in setup.charges"
            :id="`at/charges/${i}`"
            :key="i"
            :class="{ marked: marked(`/charges/${i}`) }"
          >
            {{ c.label ?? c.id ?? 'charge' }}: {{ chargeWords(c) }}
            <template v-if="c.when"
              ><span class="quiet">when</span> {{ conditionWords(setup, c.when) }}</template
            >
          </p>
        </div>
        <Margin :findings="findingsAt('/charges')" @choose="choose" />
      </section>
      <section v-if="setup.views?.length || isWriting" id="at/views" class="block">
        <div class="text">
          <h2>Pictures with places</h2>
          <Pictures :setup="setup" :marked="marked" :src="pictures.src" :draft="draft" />
        </div>
        <Margin :findings="findingsAt('/views')" @choose="choose" />
      </section>
      <section v-if="setup.guards?.length" id="at/guards" class="block">
        <div class="text">
          <h2>Guards</h2>
          <p
            v-for="(g, i) in setup.guards"
            :id="`at/guards/${i}`"
            :key="i"
            :class="{ marked: marked(`/guards/${i}`) }"
          >
            <span class="quiet">{{ g.never ? 'never' : 'always' }}</span>
            {{ conditionWords(setup, g.never ?? g.always ?? {}) }}
            <span v-if="g.because" class="quiet">· {{ g.because }}</span>
          </p>
        </div>
        <Margin :findings="findingsAt('/guards')" @choose="choose" />
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
          <table class="plain values">
            <thead>
              <tr>
                <th scope="col" class="figure">Row</th>
                <th v-for="code in setup.variants.by ?? []" :key="code" scope="col">
                  {{ plainLabel(setup.options.find((o) => o.code === code)?.label ?? code) }}
                </th>
                <th scope="col">SKU</th>
                <th scope="col" class="amount">Price</th>
                <th scope="col" class="figure">Stock</th>
                <th scope="col" class="figure">Weight</th>
                <th v-if="hasPictures(setup.variants.rows)" scope="col">Picture</th>
              </tr>
            </thead>
            <tbody>
              <tr
                v-for="(r, i) in (setup.variants.rows ?? []).slice(0, 300)"
                :id="`at/variants/rows/${i}`"
                :key="i"
                :class="{ marked: marked(`/variants/rows/${i}`) }"
              >
                <td class="figure">{{ i + 1 }}</td>
                <td v-for="code in setup.variants.by ?? []" :key="code">
                  {{ rowWords(setup, r.pick, code) }}
                </td>
                <td class="code">{{ r.sku ?? '' }}</td>
                <td class="amount">
                  {{ r.salePrice ? `${r.salePrice} (${r.price ?? ''})` : (r.price ?? '') }}
                </td>
                <td class="figure">{{ r.stock ?? '' }}</td>
                <td class="figure">{{ r.weight ?? '' }}</td>
                <td v-if="hasPictures(setup.variants.rows)">
                  <Thumb v-if="r.image" :name="r.image" :src="pictures.src(r.image)" />
                </td>
              </tr>
            </tbody>
          </table>
          <p v-if="(setup.variants.rows?.length ?? 0) > 300" class="quiet">
            The first 300 of {{ setup.variants.rows?.length }} rows; the document holds all.
          </p>
        </div>
        <Margin :findings="findingsAt('/variants')" @choose="choose" />
      </section>
    </div>
    <Sheet v-if="isWriting" :at="at ?? ''" />
  </main>
</template>

<style scoped>
.writing.station {
  grid-template-columns: 220px minmax(0, 1fr) 330px;
}
.writing .block {
  grid-template-columns: minmax(0, 1fr);
  cursor: pointer;
}
.writing .block.marked {
  background: none;
}
.writing .filters {
  flex-wrap: wrap;
}
.writing .block > :deep(.margin) {
  display: none;
}
.adds {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  padding: 8px 6px;
  font-size: 13px;
}
.adds button {
  background: none;
  border: 0;
  color: rgb(var(--v-theme-primary));
  cursor: pointer;
  min-height: 24px;
}
.of-item {
  float: right;
}
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
.station {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
  flex: 1;
  min-height: 0;
  background: rgb(var(--v-theme-surface));
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
.paper {
  padding: 4px 16px 40px;
  min-width: 0;
}
.block {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 216px;
  gap: 18px;
  padding: 9px 6px 11px;
  border-bottom: 1px solid var(--paper-line);
  scroll-margin: 40px;
  /* Of a thousand options a browser lays out those that are near. */
  content-visibility: auto;
  contain-intrinsic-size: auto 150px;
}
.text p {
  margin-top: 3px;
  overflow-wrap: anywhere;
}
.ordinal {
  color: var(--quiet);
  font-weight: 400;
}
.kind {
  font-family: 'Noto Sans Variable', sans-serif;
  font-weight: 400;
  font-size: 12.5px;
  color: var(--quiet);
  margin-left: 6px;
}
.values {
  margin-top: 4px;
}
.values td {
  overflow-wrap: anywhere;
}
.kept td {
  background: var(--hatch);
}
.marked {
  background: rgba(var(--v-theme-warning), 0.13);
  box-shadow: inset 3px 0 rgb(var(--v-theme-warning));
}
@media (max-width: 900px) {
  .station,
  .block {
    grid-template-columns: minmax(0, 1fr);
  }
  .finds {
    position: static;
    border-right: 0;
  }
}
</style>
