<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { useDesk } from '../desk/useDesk'
import { plainLabel } from '../outline/words'
import { grouped, readable } from '../shared/numbers'
import { queries } from '../shared/queries'
import Trouble from '../shared/Trouble.vue'

/** The earliest answers after which nothing can be bought; each leads to the ladder with its trail pinned. */
const desk = useDesk()
const traps = useQuery(computed(() => queries.traps(desk.value)))

const CAUSES: Record<string, string> = {
  'no-answer': 'the form can no longer be completed',
  'missing-row': 'no variant row',
  'sold-out-row': 'variant row sold out',
  'sold-out-value': 'value or part sold out',
}
</script>

<template>
  <Trouble v-if="traps.error.value" :error="traps.error.value" />
  <p v-else-if="!traps.data.value" class="pa-4 quiet" role="status">Walking the trails…</p>
  <p v-else-if="traps.data.value.length === 0" class="pa-4">
    {{
      desk.counts?.selectable === '0'
        ? 'Nothing at all can be bought, so no answer is the one that goes too far. The findings say why.'
        : 'No answer leads to where nothing can be bought.'
    }}
  </p>
  <div v-else class="sheet" tabindex="0" role="region" aria-label="Traps">
    <table class="plain">
      <thead>
        <tr>
          <th scope="col">Closed by</th>
          <th scope="col" class="figure">Trails</th>
          <th scope="col">Once</th>
          <th scope="col">it is too late, because</th>
          <th scope="col"><span class="d-sr-only">Walk into it</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="t in traps.data.value" :key="`${t.option} ${t.cause}`">
          <th scope="row">
            <router-link :to="{ name: 'outline', params: { id: desk.id }, query: { at: t.at } }">{{
              plainLabel(t.label)
            }}</router-link>
          </th>
          <td class="figure" :title="grouped(t.count)">{{ readable(t.count) }}</td>
          <td>{{ t.answers.join(', ') }}</td>
          <td>
            <span v-if="t.because.length === 0">{{ CAUSES[t.cause] }}</span>
            <div v-for="(b, i) in t.because" :key="i">
              <router-link
                :to="{ name: 'outline', params: { id: desk.id }, query: { at: b.at } }"
                class="place"
                >{{ b.words }}</router-link
              >
            </div>
          </td>
          <td>
            <router-link
              :to="{ name: 'ladder', params: { id: desk.id }, query: { pin: t.pins, in: t.typed } }"
              >Walk into it</router-link
            >
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.sheet {
  overflow: auto;
  padding: 0 16px 16px;
}
tbody tr {
  border-bottom: 1px solid var(--paper-line);
}
.place {
  color: inherit;
}
</style>
