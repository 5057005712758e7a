<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import ItemTable from '../shared/ItemTable.vue'
import { grouped } from '../shared/numbers'
import { queries } from '../shared/queries'
import Trouble from '../shared/Trouble.vue'
import { useDesk } from './useDesk'

/** Which items of the catalogue the setup really applies to, and by what. */
const desk = useDesk()
const from = ref(0)
const scope = useQuery(computed(() => queries.scope(desk.value.id, desk.value.sha256, from.value)))
const isSaid = computed(() => desk.value.document.appliesTo != null)
</script>

<template>
  <main class="scope">
    <h2>Applies to</h2>
    <Trouble v-if="scope.error.value" :error="scope.error.value" />
    <p v-else-if="!scope.data.value" class="quiet" role="status">Going through the catalogue…</p>
    <p v-else-if="scope.data.value.when === null">
      No catalogue is kept, so nobody knows which items it hits.
      <router-link to="/catalogue">Bring in the catalogue</router-link>.
    </p>
    <p v-else-if="!isSaid">
      The setup does not say which items it applies to; that is said in the
      <router-link :to="{ name: 'outline', params: { id: desk.id } }">Outline</router-link>.
    </p>
    <template v-else>
      <p>
        <strong>{{ grouped(String(scope.data.value.total)) }}</strong> of
        <router-link to="/catalogue">{{ grouped(String(scope.data.value.items)) }} items</router-link> ({{
          scope.data.value.when
        }}).
      </p>
      <ul v-if="scope.data.value.findings.length" class="findings">
        <li v-for="(f, i) in scope.data.value.findings" :key="i" :class="f.severity">
          <router-link :to="{ name: 'outline', params: { id: desk.id }, query: { at: f.at } }">{{
            f.message
          }}</router-link>
        </li>
      </ul>
      <ItemTable v-model:from="from" :total="scope.data.value.total" :rows="scope.data.value.rows" with-by />
    </template>
  </main>
</template>

<style scoped>
.scope {
  overflow: auto;
  padding: 10px 16px 24px;
}
.findings {
  list-style: none;
  padding: 0;
}
.findings li {
  border-left: 3px solid rgb(var(--v-theme-warning));
  padding: 2px 0 2px 12px;
  margin: 6px 0;
  max-width: 90ch;
}
.findings .blocker {
  border-color: rgb(var(--v-theme-error));
}
</style>
