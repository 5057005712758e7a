<script setup lang="ts">
import SheetBar from '../shared/SheetBar.vue'
import PathSheet from './PathSheet.vue'
import PriceSheet from './PriceSheet.vue'
import TotalsSheet from './TotalsSheet.vue'
import ValuesSheet from './ValuesSheet.vue'

/** What it costs: all paths at once, one of them line by line, each value, and a price sheet held against it. */
const SHEETS = [
  { value: 'totals', title: 'All totals', sheet: TotalsSheet },
  { value: 'path', title: 'One path', sheet: PathSheet },
  { value: 'values', title: 'What each value does', sheet: ValuesSheet },
  { value: 'sheet', title: 'Price sheet', sheet: PriceSheet },
] as const
</script>

<template>
  <SheetBar label="Sheets of the ledger" :sheets="SHEETS" />
</template>
