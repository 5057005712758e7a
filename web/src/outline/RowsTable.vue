<script setup lang="ts">
import { computed } from 'vue'
import type { SetupDocument } from '../desk/document'
import Thumb from '../shared/Thumb.vue'
import { plainLabel, rowWords } from './words'

/** The variant rows as they are read; the first of them where there are many. */
const props = defineProps<{
  setup: SetupDocument
  /** The place that is marked. */
  marked: string | null
  src: (name: string) => string | null
}>()

/** Rows that are shown; the document holds all. */
const MOST = 300

const by = computed(() => props.setup.variants?.by ?? [])
const rows = computed(() => props.setup.variants?.rows ?? [])
const hasPictures = computed(() => rows.value.some((r) => r.image))
</script>

<template>
  <table class="plain values">
    <thead>
      <tr>
        <th scope="col" class="figure">Row</th>
        <th v-for="code in by" :key="code" scope="col">
          {{ plainLabel(setup.options.find((o) => o.code === code)?.label ?? code) }}
        </th>
        <th scope="col">SKU</th>
        <th scope="col" class="amount">Price</th>
        <th scope="col" class="figure">Stock</th>
        <th scope="col" class="figure">Weight</th>
        <th v-if="hasPictures" scope="col">Picture</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="(r, i) in rows.slice(0, MOST)"
        :id="`at/variants/rows/${i}`"
        :key="i"
        :class="{ marked: marked === `/variants/rows/${i}` }"
      >
        <td class="figure">{{ i + 1 }}</td>
        <td v-for="code in by" :key="code">{{ rowWords(setup, r, code) }}</td>
        <td class="code">{{ r.sku ?? '' }}</td>
        <td class="amount">{{ r.salePrice ? `${r.salePrice} (${r.price ?? ''})` : (r.price ?? '') }}</td>
        <td class="figure">{{ r.stock ?? '' }}</td>
        <td class="figure">{{ r.weight ?? '' }}</td>
        <td v-if="hasPictures"><Thumb v-if="r.image" :name="r.image" :src="src(r.image)" /></td>
      </tr>
    </tbody>
  </table>
  <p v-if="rows.length > MOST" class="quiet">
    The first {{ MOST }} of {{ rows.length }} rows; the document holds all.
  </p>
</template>
