<script setup lang="ts">
/** A picture where it is spoken of; its name alone where it was not brought in. */
defineProps<{ name: string; src: string | null; size?: number }>()
</script>

<template>
  <a v-if="src" :href="src" target="_blank" rel="noopener" :title="name" class="thumb" @click.stop
    ><img :src="src" :alt="name" :style="{ height: `${size ?? 34}px` }" loading="lazy"
  /></a>
  <span v-else class="code">{{ name }}</span>
</template>

<style scoped>
.thumb {
  display: inline-block;
  line-height: 0;
  border: 1px solid var(--paper-line);
  min-height: 24px;
}
img {
  max-width: 120px;
  object-fit: contain;
}
</style>
