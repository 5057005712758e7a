<script setup lang="ts">
import SheetBar from '../shared/SheetBar.vue'
import ByHand from './ByHand.vue'
import PageSheet from './page/PageSheet.vue'
import RunSheet from './RunSheet.vue'

/** What the shop did: the plan tried on its pages, over its interface, or by hand. */
const SHEETS = [
  { value: 'runs', title: 'Runs', sheet: RunSheet },
  { value: 'page', title: 'On a page', sheet: PageSheet },
  { value: 'hand', title: 'By hand', sheet: ByHand },
] as const
</script>

<template>
  <SheetBar label="Sheets of the rehearsal" :sheets="SHEETS" />
</template>
