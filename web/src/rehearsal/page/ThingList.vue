<script setup lang="ts">
import { mdiCheck, mdiCircleOutline, mdiHandBackRight, mdiHelp } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import type { MappedThing } from '../../shared/api'
import { standing } from './pointing'

/** What a map knows of one stage: where each thing is, what was read there, and what has to be said by hand. */
const props = defineProps<{ things: readonly MappedThing[]; chosen: string | null; pointing: boolean }>()
const emit = defineEmits<{
  choose: [what: string | null]
  point: [isOn: boolean]
  mend: [what: string, key: string | null]
}>()
const WORDS = {
  found: { icon: mdiCheck, tone: 'good', word: 'found' },
  'by hand': { icon: mdiHandBackRight, tone: 'good', word: 'as you said' },
  other: { icon: mdiHelp, tone: 'look', word: 'reads otherwise' },
  missing: { icon: mdiCircleOutline, tone: 'look', word: 'not found' },
} as const
const rows = computed(() => props.things.map((t, n) => ({ ...t, number: n + 1, as: WORDS[standing(t)] })))
const typed = ref('')
watch(
  () => props.chosen,
  (what) => {
    typed.value = props.things.find((t) => t.what === what)?.key ?? ''
  },
)
</script>

<template>
  <ul class="things">
    <li v-for="t in rows" :key="t.what" :class="{ chosen: t.what === chosen }">
      <button
        type="button"
        class="bare head"
        :aria-expanded="t.what === chosen"
        @click="emit('choose', t.what === chosen ? null : t.what)"
      >
        <v-icon :icon="t.as.icon" size="15" :class="t.as.tone" :aria-label="t.as.word" />
        <span class="number">{{ t.box === null ? '' : t.number }}</span>
        <span class="name">{{ t.words }}</span>
        <span class="quiet reads">{{
          t.reads ?? (t.key === null ? 'not found' : 'not on this picture')
        }}</span>
      </button>
      <div v-if="t.what === chosen" class="more">
        <p v-if="t.expected !== null" :class="t.as.tone === 'look' && t.key !== null ? 'look' : 'quiet'">
          It has to read {{ t.expected }} in the state of the picture.
        </p>
        <p v-if="t.note" class="quiet note">{{ t.note }}</p>
        <div class="acts">
          <v-btn
            :variant="pointing ? 'flat' : 'outlined'"
            color="primary"
            @click="emit('point', !pointing)"
            >{{ pointing ? 'Click it on the picture…' : 'Point at it' }}</v-btn
          >
          <v-btn v-if="t.key !== null" variant="text" @click="emit('mend', t.what, null)"
            >It is not there</v-btn
          >
        </div>
        <form class="typed" @submit.prevent="emit('mend', t.what, typed.trim())">
          <v-text-field v-model="typed" label="Or type where it stands" />
          <v-btn type="submit" variant="text" :disabled="typed.trim() === '' || typed.trim() === t.key"
            >Take it</v-btn
          >
        </form>
      </div>
    </li>
  </ul>
</template>

<style scoped>
.things {
  list-style: none;
  padding: 0;
  margin: 0;
}
li {
  border-bottom: 1px solid var(--paper-line);
}
li.chosen {
  background: var(--paper-faint);
}
.head {
  display: flex;
  gap: 8px;
  align-items: baseline;
  width: 100%;
  box-sizing: border-box;
  padding: 3px 4px;
  text-align: left;
}
.number {
  min-width: 1.4em;
  text-align: right;
  font-size: 11px;
  font-weight: 600;
  color: var(--quiet);
}
.name {
  white-space: nowrap;
}
.reads {
  flex: 1;
  text-align: right;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-variant-numeric: tabular-nums;
}
.good {
  color: rgb(var(--v-theme-primary));
}
.look {
  color: rgb(var(--v-theme-warning));
}
.more {
  padding: 2px 8px 8px 27px;
}
.note {
  font-size: 12px;
  overflow-wrap: anywhere;
}
.acts,
.typed {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-top: 6px;
}
</style>
