<script setup lang="ts">
import { mdiPin } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import type { RouteLocationRaw } from 'vue-router'
import type { Option } from '../desk/document'
import { kindWords, limitWords, typedAs } from '../desk/kinds'
import { plainLabel } from '../outline/words'
import { cellWords, isGone } from './cells'
import type { LadderCell, Rung } from '../shared/api'
import { grouped, percent } from '../shared/numbers'

/**
 * One option: its values as cells whose width is their share of the combinations left. The values of a
 * "several" do not exclude one another, so there each cell is equally wide and filled by its share.
 */
const props = defineProps<{
  rung: Rung
  option: Option | undefined
  total: string
  shown: boolean
  wanting: boolean
  typed: string
  listLink: RouteLocationRaw
}>()
const emit = defineEmits<{ pin: [value: string]; type: [text: string]; look: [value: string] }>()

const typedHow = computed(() => typedAs(props.rung.kind))
const isSeveral = computed(() => props.rung.kind === 'several')
const label = computed(() => plainLabel(props.rung.label))
const offersNone = computed(
  () => !typedHow.value && props.rung.kind !== 'note' && (props.rung.none !== '0' || props.rung.nonePinned),
)

const text = ref(props.typed)
watch(
  () => props.typed,
  (typed) => {
    text.value = typed
  },
)

function why(cell: LadderCell): string {
  return cellWords(cell, props.total)
}

function grow(share: number): string {
  return String(Math.max(share, 0))
}
</script>

<template>
  <li class="rung" :class="{ hidden: !shown, dead: rung.dead }" data-rung>
    <div class="name">
      <router-link
        :to="listLink"
        :title="`${kindWords(rung.kind)}${rung.dependsOn.length ? ', depends on ' + rung.dependsOn.join(', ') : ''}`"
        >{{ label }}</router-link
      >
      <span v-if="rung.required" class="mark" title="required" aria-label="required">required</span>
      <span v-if="rung.conditional" class="mark if" title="shown only under a condition">if</span>
    </div>
    <div v-if="rung.dead" class="cells">
      <span class="whole">never shown to a shopper</span>
    </div>
    <div v-else-if="rung.kind === 'note'" class="cells"><span class="notice">notice</span></div>
    <form v-else-if="typedHow" class="cells" @submit.prevent="emit('type', text)">
      <input
        v-model="text"
        class="typed"
        :class="{ wanting: wanting && typed !== '' }"
        :type="typedHow.type"
        :inputmode="typedHow.mode"
        :aria-label="label"
        :placeholder="typedHow.placeholder ?? ''"
        data-cell
        @change="emit('type', text)"
      />
      <span class="quiet limits">{{ option ? limitWords(option).join(' · ') : '' }}</span>
    </form>
    <div v-else class="cells" :class="{ several: isSeveral }" role="group" :aria-label="label">
      <button
        v-for="cell in rung.cells"
        :key="cell.value"
        type="button"
        class="cell"
        :class="{ pinned: cell.pinned, gone: isGone(cell), buried: cell.dead !== null }"
        :style="{ flexGrow: isSeveral ? 1 : grow(cell.share), '--share': `${cell.share * 100}%` }"
        :aria-pressed="cell.pinned"
        :title="`${cell.label}: ${why(cell)}`"
        data-cell
        @click="emit('pin', cell.value)"
        @mouseenter="emit('look', cell.value)"
        @focus="emit('look', cell.value)"
      >
        <v-icon v-if="cell.pinned" :icon="mdiPin" size="13" aria-hidden="true" />
        <span class="d-sr-only">{{ label }}: </span><span class="word">{{ cell.label }}</span>
        <span v-if="!isGone(cell)" class="share">{{ percent(cell.share) }}</span>
      </button>
      <button
        v-if="offersNone"
        type="button"
        class="cell none"
        :class="{ pinned: rung.nonePinned, gone: rung.none === '0' }"
        :style="{ flexGrow: isSeveral ? 0.6 : grow(rung.noneShare), '--share': `${rung.noneShare * 100}%` }"
        :aria-pressed="rung.nonePinned"
        :title="`no answer: ${grouped(rung.none)} of ${grouped(total)}`"
        data-cell
        @click="emit('pin', '')"
      >
        <v-icon v-if="rung.nonePinned" :icon="mdiPin" size="13" aria-hidden="true" />
        <span class="d-sr-only">{{ label }}: </span><span class="word">none</span>
        <span v-if="rung.none !== '0'" class="share">{{ percent(rung.noneShare) }}</span>
      </button>
    </div>
  </li>
</template>

<style scoped>
.rung {
  display: grid;
  grid-template-columns: 168px minmax(0, 1fr);
  align-items: center;
  gap: 10px;
  min-height: 34px;
  border-bottom: 1px solid var(--paper-line);
  padding: 3px 0;
}
.name {
  display: flex;
  gap: 6px;
  align-items: baseline;
  min-width: 0;
}
.name a {
  color: inherit;
  text-decoration: none;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.name a:hover {
  text-decoration: underline;
}
.mark {
  font-size: 11px;
  color: var(--quiet);
}
.mark.if {
  font-family: 'Literata Variable', serif;
  border-bottom: 1px dotted currentcolor;
}
.cells {
  display: flex;
  gap: 2px;
  min-width: 0;
  align-items: stretch;
}
.cell {
  all: unset;
  box-sizing: border-box;
  cursor: pointer;
  flex: 0 1 0;
  min-width: 54px;
  height: 27px;
  padding: 0 7px;
  display: flex;
  align-items: center;
  gap: 6px;
  overflow: hidden;
  white-space: nowrap;
  border-left: 3px solid rgb(var(--v-theme-primary));
  background: rgba(var(--v-theme-primary), 0.13);
  transition: flex-grow 0.18s ease-out;
}
.several .cell {
  background: linear-gradient(
    to right,
    rgba(var(--v-theme-primary), 0.17) var(--share),
    rgba(var(--v-theme-primary), 0.04) var(--share)
  );
}
.cell:hover {
  box-shadow: inset 0 0 0 1px rgb(var(--v-theme-primary));
}
.cell:focus-visible {
  outline: 2px solid rgb(var(--v-theme-primary));
  outline-offset: 0;
}
.cell.none {
  border-left-style: dotted;
  background: none;
  box-shadow: inset 0 0 0 1px var(--paper-line);
}
.cell.pinned {
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
}
.cell.gone {
  flex: 0 1 auto !important;
  min-width: 22px;
  max-width: 104px;
  border-left-color: rgba(var(--v-theme-on-background), 0.4);
  background: var(--hatch);
  color: rgb(var(--v-theme-on-background));
}
.cell.gone .word {
  background: rgb(var(--v-theme-surface));
  padding: 0 3px;
}
.cell.buried {
  border-left-color: rgb(var(--v-theme-error));
}
.cell.gone.pinned {
  box-shadow: inset 0 0 0 2px rgb(var(--v-theme-error));
}
.word {
  overflow: hidden;
  text-overflow: ellipsis;
}
.share {
  margin-left: auto;
  font-size: 11.5px;
  opacity: 0.85;
}
.whole,
.notice {
  color: var(--quiet);
  font-size: 12.5px;
  align-self: center;
}
.whole {
  background: var(--hatch);
  flex: 1;
  padding: 3px 8px;
}
.hidden .name a {
  color: var(--quiet);
}
.typed {
  font: inherit;
  color: inherit;
  border: 1px solid rgba(var(--v-theme-on-background), 0.5);
  background: rgb(var(--v-theme-background));
  padding: 2px 8px;
  height: 27px;
  width: 210px;
}
.typed.wanting {
  border-color: rgb(var(--v-theme-error));
  border-width: 2px;
}
.limits {
  align-self: center;
  font-size: 12px;
  margin-left: 8px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
@media (max-width: 600px) {
  .rung {
    grid-template-columns: minmax(0, 1fr);
    gap: 2px;
  }
  .cells {
    flex-wrap: wrap;
  }
}
</style>
