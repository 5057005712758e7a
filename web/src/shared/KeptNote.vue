<script setup lang="ts">
import { useDesk } from '../desk/useDesk'

/** Whether a list that was held against the setup counts at the gate from now on. */
defineProps<{ counts: boolean }>()
const desk = useDesk()
</script>

<template>
  <p class="quiet">
    <template v-if="counts"
      >Kept: it counts at the <router-link :to="{ name: 'gate', params: { id: desk.id } }">gate</router-link>,
      for later revisions too, until another list takes its place.</template
    ><template v-else
      >Not kept: a list of more than 3 000 rows, or one that a reader brings, does not count at the
      gate.</template
    >
  </p>
</template>
