<script setup lang="ts">
import { computed } from 'vue'
import type { SetupDocument } from '../desk/document'
import type { Finding } from '../shared/api'
import { pointerOf, valueAt } from '../writing/paths'
import type { Section } from '../writing/sections'
import { useSentences } from '../writing/useSentences'
import Margin from './Margin.vue'

/** A list of the setup, a line for each member; nothing where it has none. */
const props = defineProps<{
  section: Section
  setup: SetupDocument
  findings: (Finding & { i: number })[]
  marked: (place: string) => boolean
}>()
defineEmits<{ choose: [i: number] }>()
const { said } = useSentences()
const at = computed(() => pointerOf(props.section.path))
const lines = computed(() => {
  const members = valueAt(props.setup, props.section.path)
  return (Array.isArray(members) ? members : []).map((member) =>
    (props.section.line?.(member, said) ?? []).map((piece) =>
      typeof piece === 'string' ? { text: piece, look: '' } : piece,
    ),
  )
})
</script>

<template>
  <section v-if="lines.length > 0" :id="`at${at}`" class="block">
    <div class="text">
      <h2>{{ section.title }}</h2>
      <p v-for="(line, i) in lines" :id="`at${at}/${i}`" :key="i" :class="{ marked: marked(`${at}/${i}`) }">
        <template v-for="(piece, k) in line" :key="k"
          ><span :class="piece.look">{{ piece.text }}</span
          >{{ ' ' }}</template
        >
      </p>
    </div>
    <Margin :findings="findings" @choose="$emit('choose', $event)" />
  </section>
</template>
