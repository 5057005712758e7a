<script setup lang="ts">
import { mdiClose, mdiOpenInNew } from '@mdi/js'
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { useDesk } from '../desk/useDesk'
import type { CheckRow, Rehearsal } from '../shared/api'
import { queries } from '../shared/queries'
import Trouble from '../shared/Trouble.vue'
import Remarks from '../people/Remarks.vue'
import CheckCells from './CheckCells.vue'
import FileOffers from './FileOffers.vue'
import Outlined from './page/Outlined.vue'
import { STAGES, VERDICTS } from './verdicts'

/** One check in full: the steps to repeat it by hand, and all that was looked at. */
const props = defineProps<{ run: Rehearsal; row: CheckRow }>()
const emit = defineEmits<{ close: [] }>()
const desk = useDesk()
const query = useQuery(computed(() => queries.check(props.run.id, props.row.number, props.row.verdict)))
const check = computed(() => {
  const data = query.data.value
  return data?.row.number === props.row.number ? data : undefined
})
</script>

<template>
  <aside class="panel" :aria-label="`Check ${row.number}`" tabindex="0">
    <div class="head">
      <h2>{{ row.number }}. {{ row.about }}</h2>
      <v-btn :icon="mdiClose" variant="text" aria-label="Close the check" @click="emit('close')" />
    </div>
    <p :class="VERDICTS[row.verdict].tone">
      <span aria-hidden="true">{{ VERDICTS[row.verdict].mark }}</span> {{ VERDICTS[row.verdict].one
      }}<template v-if="row.reason">: {{ row.reason }}</template
      ><template v-if="row.carried"
        >, carried over from
        <router-link :to="{ name: 'rehearsal', params: { id: desk.id }, query: { run: row.carried } }"
          >an earlier run</router-link
        ></template
      >
      <span v-if="check && run.address !== null" class="quiet">{{ ` · ${check.milliseconds} ms` }}</span>
    </p>
    <Trouble v-if="query.error.value" :error="query.error.value" />
    <template v-if="check">
      <ol class="steps">
        <li v-for="(s, i) in check.steps" :key="i">
          <a v-if="i === 0 && run.address !== null" :href="run.address" target="_blank" rel="noreferrer"
            >{{ s }}<v-icon :icon="mdiOpenInNew" size="13" class="out" aria-hidden="true" /></a
          ><template v-else>{{ s }}</template>
        </li>
      </ol>
      <FileOffers :files="check.files" />
      <CheckCells :cells="check.cells" :tried="row.verdict === 'agrees' || row.verdict === 'differs'" />
      <p v-if="check.unseen.length" class="quiet">Not looked at: {{ check.unseen.join(', ') }}.</p>
      <details v-for="p in check.pictures" :key="p.stage" :open="p.spots.length > 0" class="picture">
        <summary>
          {{ STAGES.find((s) => s.value === p.stage)?.title ?? 'Where it stopped' }} as it was
        </summary>
        <a :href="p.picture" target="_blank"
          ><Outlined
            :src="p.picture"
            :alt="p.spots.map((s) => s.words).join('; ') || 'The page as it was'"
            :width="p.width"
            :height="p.height"
            :places="
              p.spots.map((s, i) => ({ id: String(i), words: s.words, box: s.box, tone: 'bad' as const }))
            "
        /></a>
      </details>
      <Remarks
        :key="row.about"
        :about="`check ${row.about}`"
        :at="check.places[0]?.at ?? ''"
        :words="`Check ${row.number}: ${row.about}`"
        class="places"
      />
      <p v-if="check.places.length" class="places">
        <span class="quiet">In the setup:</span>
        <template v-for="(p, i) in check.places" :key="p.at"
          >{{ i > 0 ? ', ' : ' '
          }}<router-link :to="{ name: 'outline', params: { id: desk.id }, query: { at: p.at } }">{{
            p.words
          }}</router-link></template
        >
      </p>
    </template>
  </aside>
</template>

<style scoped>
.panel {
  position: sticky;
  top: 0;
  align-self: start;
  max-height: 100vh;
  overflow: auto;
  border-left: 1px solid var(--paper-line);
  padding: 0 4px 16px 14px;
}
.head {
  display: flex;
  gap: 8px;
  justify-content: space-between;
  align-items: flex-start;
}
.steps {
  padding-left: 20px;
  margin: 6px 0 10px;
}
.out {
  margin-left: 3px;
}
.good {
  color: rgb(var(--v-theme-primary));
}
.bad {
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}
.bad .quiet {
  font-weight: 400;
}
.look {
  color: rgb(var(--v-theme-warning));
}
.places,
.picture {
  margin-top: 10px;
}
.picture summary {
  cursor: pointer;
  margin-bottom: 4px;
}
@media (max-width: 900px) {
  .panel {
    position: static;
    max-height: none;
    border-left: 0;
    border-top: 1px solid var(--paper-line);
    padding-left: 0;
  }
}
</style>
