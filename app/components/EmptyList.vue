<script setup lang="ts">
/** A list with nothing in it: why, and the next step. */
defineProps<{ words: string }>()
</script>

<template>
  <div class="empty">
    <ContourLines />
    <p>{{ words }}</p>
    <slot />
  </div>
</template>

<style scoped>
.empty {
  display: grid;
  justify-items: center;
  gap: 12px;
  padding: 40px 0;
}
</style>
