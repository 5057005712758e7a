<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { useDesk } from '../desk/useDesk'
import { plainLabel } from '../outline/words'
import { queries } from '../shared/queries'
import Trouble from '../shared/Trouble.vue'

/** What each value really does to the price, over all combinations in which it could be swapped. */
const desk = useDesk()
const effects = useQuery(computed(() => queries.effects(desk.value)))

function varies(e: { least: string | null; greatest: string | null }): boolean {
  return e.least !== e.greatest
}
/** The findings that say a label promises another amount. */
const captions = computed(
  () =>
    new Map(
      desk.value.findings
        .filter((f) => f.code === 'price.caption')
        .map((f) => [f.at.replace(/\/label$/, ''), f]),
    ),
)
</script>

<template>
  <Trouble v-if="effects.error.value" :error="effects.error.value" class="ma-4" />
  <p v-else-if="!effects.data.value" class="quiet pa-4" role="status">Swapping values…</p>
  <p v-else-if="effects.data.value.why" class="pa-4">
    What each value does is not known: {{ effects.data.value.why }}.
  </p>
  <div v-else class="sheet">
    <p class="quiet intro">
      Against no answer where the option can be left empty, else against its first value; nothing else
      changed. {{ effects.data.value.currency }}
    </p>
    <table class="plain">
      <thead>
        <tr>
          <th scope="col">Option</th>
          <th scope="col">Value</th>
          <th scope="col">Against</th>
          <th scope="col" class="amount">Least</th>
          <th scope="col" class="amount">Usual</th>
          <th scope="col" class="amount">Greatest</th>
          <th scope="col"><span class="d-sr-only">Remark</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="e in effects.data.value.effects" :key="`${e.option} ${e.value}`">
          <td class="quiet">{{ plainLabel(e.label) }}</td>
          <td>
            <router-link :to="{ name: 'outline', params: { id: desk.id }, query: { at: e.at } }">{{
              e.valueLabel
            }}</router-link>
          </td>
          <td class="quiet">{{ e.against }}</td>
          <td class="amount">{{ e.least ?? 'no price' }}</td>
          <td class="amount strong">{{ e.usual ?? 'no price' }}</td>
          <td class="amount">{{ e.greatest ?? 'no price' }}</td>
          <td>
            <span v-if="captions.get(e.at)" class="warn">{{ captions.get(e.at)?.message }}</span>
            <span v-else-if="varies(e)" class="quiet">not the same everywhere</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="effects.data.value.effects.length === 0">No value can be swapped for another.</p>
  </div>
</template>

<style scoped>
.sheet {
  padding: 6px 16px 20px;
}
.intro {
  margin-bottom: 6px;
}
.strong {
  font-weight: 600;
}
.warn {
  color: rgb(var(--v-theme-warning));
}
td a {
  color: inherit;
  text-decoration-color: var(--paper-line);
}
</style>
