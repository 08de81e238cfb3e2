<script setup lang="ts">
/** A list with nothing in it: why, and the next step. */
defineProps<{ words: string }>()
</script>

<template>
  <div class="grid justify-items-center gap-3 py-10 px-0">
    <ContourLines />
    <p>{{ words }}</p>
    <slot />
  </div>
</template>
