<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import type { components } from '../shared/api.d'

/** The files that a check gives, made for it, to be loaded down. */
defineProps<{ files: readonly components['schemas']['FileOffer'][] }>()
</script>

<template>
  <p v-if="files.length" class="files unprinted">
    <a v-for="f in files" :key="f.address" :href="f.address" :download="f.name"
      ><v-icon :icon="mdiDownload" size="13" aria-hidden="true" />{{ f.name }}</a
    >
  </p>
</template>

<style scoped>
.files {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  margin: 2px 0;
}
</style>
