<script setup lang="ts">
import type { Sheet } from '../shared/api'

/** The same sizes typed in the other unit of an option: are they treated alike? */
defineProps<{ units: Sheet['units'] }>()
</script>

<template>
  <h3>The same size in the other unit</h3>
  <table class="plain units">
    <thead>
      <tr>
        <th scope="col">At this edge</th>
        <th scope="col" class="end">Size</th>
        <th scope="col">It must be</th>
        <th scope="col" class="end">In the other unit</th>
        <th scope="col">There it is</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="u in units" :key="u.about">
        <td>{{ u.about }}</td>
        <td class="end">{{ u.size }}</td>
        <td :class="u.expected">{{ u.expected }}</td>
        <td class="end">{{ u.same }}</td>
        <td :class="u.otherwise">
          {{ u.otherwise }}
          <span v-if="u.otherwise !== u.expected" class="look">not alike</span>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
h3 {
  font-size: 14px;
  margin: 16px 0 4px;
}
.units {
  max-width: 760px;
}
.end {
  text-align: right;
}
.taken {
  color: rgb(var(--v-theme-primary));
}
.refused {
  color: rgb(var(--v-theme-error));
}
.look {
  color: rgb(var(--v-theme-warning));
}
</style>
