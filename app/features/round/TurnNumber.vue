<script setup lang="ts">
/** The number of a turn on the line of a round; without one it keeps the place. */
defineProps<{ n: number | null }>()
</script>

<template>
  <span class="turn" :class="{ blank: n === null }"><span class="sr">Turn </span>{{ n ?? '' }}</span>
</template>

<style scoped>
.turn {
  width: 26px;
  height: 26px;
  border: 1px solid var(--ink);
  border-radius: 50%;
  display: grid;
  place-items: center;
  font-weight: 600;
  font-size: 13px;
  background: var(--chalk);
}
.turn.blank {
  visibility: hidden;
}
</style>
