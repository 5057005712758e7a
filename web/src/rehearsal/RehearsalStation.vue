<script setup lang="ts">
import SheetBar from '../shared/SheetBar.vue'
import ByHand from './ByHand.vue'
import RunSheet from './RunSheet.vue'

/** What the shop did: the plan tried in a shop, or by hand. */
const SHEETS = [
  { value: 'runs', title: 'In a shop', sheet: RunSheet },
  { value: 'hand', title: 'By hand', sheet: ByHand },
] as const
</script>

<template>
  <SheetBar label="Sheets of the rehearsal" :sheets="SHEETS" />
</template>
