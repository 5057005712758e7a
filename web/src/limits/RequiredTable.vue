<script setup lang="ts">
/** Which option is required when, on which route leaving it out has to be refused, and whether the shopper reads it. */
defineProps<{
  setup: string
  sheets: {
    option: string | null
    at: string
    label: string
    required: 'always' | 'sometimes' | 'never'
    when: string | null
    example: string | null
    routes: string[]
    marked: boolean
  }[]
}>()
</script>

<template>
  <main aria-label="What is required when">
    <h2>What is required when</h2>
    <table class="plain">
      <thead>
        <tr>
          <th scope="col">Option</th>
          <th scope="col">Required</th>
          <th scope="col">For instance with</th>
          <th scope="col">Refused when left out, by</th>
          <th scope="col">The shopper reads it</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in sheets.filter((one) => one.option !== null)" :key="s.at">
          <td>
            <router-link :to="{ name: 'outline', params: { id: setup }, query: { at: s.at } }">{{
              s.label
            }}</router-link>
          </td>
          <td>{{ s.required === 'sometimes' ? `when ${s.when ?? 'its condition holds'}` : s.required }}</td>
          <td>{{ s.required === 'sometimes' ? (s.example ?? '') : '' }}</td>
          <td>{{ s.routes.join(', ') }}</td>
          <td>
            <template v-if="s.required === 'never'"
              ><span v-if="s.marked" class="look">marked, though never required</span></template
            >
            <template v-else-if="s.marked">yes</template>
            <span v-else class="look">no: nothing tells the shopper</span>
          </td>
        </tr>
      </tbody>
    </table>
  </main>
</template>

<style scoped>
h2 {
  font-size: 16px;
}
.look {
  color: rgb(var(--v-theme-warning));
}
</style>
