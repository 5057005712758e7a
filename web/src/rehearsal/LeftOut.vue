<script setup lang="ts">
/** What a plan had to leave out, so that nobody takes it for whole. */
defineProps<{ parts: string[] }>()
</script>

<template>
  <p v-if="parts.length > 0" class="look" role="status">
    Not in this plan, because it is more than could be worked out: {{ parts.join('; ') }}.
  </p>
</template>

<style scoped>
.look {
  color: rgb(var(--v-theme-warning));
}
</style>
