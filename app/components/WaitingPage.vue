<script setup lang="ts">
/** The shape of an overview before it has come: its head, rows at the left, figures beside them. */
</script>

<template>
  <div
    class="grid grid-cols-[repeat(auto-fit,minmax(280px,1fr))] gap-y-3 gap-x-10"
    role="status"
    aria-busy="true"
    aria-label="Loading"
  >
    <div class="form">
      <Skeleton width="220px" height="30px" />
      <Skeleton v-for="n in 6" :key="n" height="44px" />
    </div>
    <div class="form">
      <Skeleton height="110px" />
      <Skeleton height="160px" />
    </div>
  </div>
</template>
