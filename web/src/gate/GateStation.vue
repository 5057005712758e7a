<script setup lang="ts">
import { mdiAlertOctagonOutline, mdiCheckDecagramOutline, mdiDownload, mdiTimerSandEmpty } from '@mdi/js'
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { useDesk } from '../desk/useDesk'
import { queries } from '../shared/queries'
import Trouble from '../shared/Trouble.vue'

/** May it launch? One page to decide by: the verdict, what is open, what was checked and what was not. */
const desk = useDesk()
const query = useQuery(computed(() => queries.gate(desk.value.id, desk.value.sha256)))
const gate = computed(() => query.data.value)
const VERDICTS = {
  'may-launch': mdiCheckDecagramOutline,
  'not-yet': mdiTimerSandEmpty,
  'must-not-launch': mdiAlertOctagonOutline,
} as const

function place(item: { kind: string; at: string }) {
  const to = item.kind === 'finding' ? 'outline' : 'rehearsal'
  return {
    name: to,
    params: { id: desk.value.id },
    query: to === 'outline' && item.at ? { at: item.at } : {},
  }
}
</script>

<template>
  <Trouble v-if="query.error.value" :error="query.error.value" class="ma-4" />
  <p v-else-if="!gate" class="quiet pa-4" role="status">Weighing what is known…</p>
  <main v-else class="gate">
    <header :class="gate.verdict">
      <h2><v-icon :icon="VERDICTS[gate.verdict]" size="26" aria-hidden="true" /> {{ gate.words }}</h2>
      <ul>
        <li v-for="reason in gate.because" :key="reason">{{ reason }}</li>
      </ul>
      <p class="acts">
        <v-btn :prepend-icon="mdiDownload" :href="`/api/setups/${desk.id}/gate?format=html`">As a page</v-btn>
        <v-btn :prepend-icon="mdiDownload" :href="`/api/setups/${desk.id}/gate?format=sarif`">SARIF</v-btn>
      </p>
    </header>
    <section class="open" aria-label="Open">
      <h3>
        Open <span class="quiet">{{ gate.open.length }}</span>
      </h3>
      <p v-if="gate.open.length === 0">Nothing is open.</p>
      <ul v-else>
        <li v-for="(item, n) in gate.open" :key="n">
          <span :class="item.forbids ? 'forbids' : 'holds'">{{
            item.forbids ? '✕ forbids' : '… holds'
          }}</span>
          <router-link :to="place(item)">{{ item.words }}</router-link>
          <code class="quiet">{{ item.code }}</code>
        </li>
      </ul>
    </section>
    <aside aria-label="What was checked">
      <h3>Checked</h3>
      <ul>
        <li v-for="words in gate.checked" :key="words">{{ words }}</li>
      </ul>
      <h3>Not checked</h3>
      <ul>
        <li v-for="words in gate.notChecked" :key="words">{{ words }}</li>
      </ul>
      <p v-if="gate.notes > 0" class="quiet">
        {{ gate.notes }} {{ gate.notes === 1 ? 'note' : 'notes' }} to know, in the Outline; they need nobody.
      </p>
    </aside>
  </main>
</template>

<style scoped>
.gate {
  display: grid;
  grid-template-columns: 1fr 340px;
  gap: 4px 28px;
  padding: 12px 16px 24px;
  overflow: auto;
}
header {
  grid-column: 1 / -1;
  border-left: 4px solid;
  padding: 2px 14px 6px;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 28px;
  align-items: center;
}
header h2 {
  font-size: 22px;
}
header ul {
  list-style: none;
  padding: 0;
  color: rgb(var(--v-theme-on-background));
}
.acts {
  margin-left: auto;
  display: flex;
  gap: 6px;
}
.acts .v-btn {
  color: rgb(var(--v-theme-on-background));
}
.may-launch {
  color: rgb(var(--v-theme-primary));
}
.not-yet,
.holds {
  color: rgb(var(--v-theme-warning));
}
.must-not-launch,
.forbids {
  color: rgb(var(--v-theme-error));
}
h3 {
  font-size: 14px;
  margin: 12px 0 4px;
}
.open ul {
  list-style: none;
  padding: 0;
}
.open li {
  display: grid;
  grid-template-columns: 76px 1fr auto;
  gap: 0 10px;
  padding: 4px 0;
  border-bottom: 1px solid var(--paper-line);
}
.open a {
  color: inherit;
  text-decoration-color: var(--paper-line);
}
code {
  font-size: 11.5px;
}
aside ul {
  padding-left: 16px;
  font-size: 13px;
}
aside li {
  margin-bottom: 3px;
}
@media (max-width: 700px) {
  .gate {
    grid-template-columns: 1fr;
  }
  .acts {
    margin-left: 0;
  }
}
</style>
