<script setup lang="ts">
/** One question of Settings: its answer, and what it does beside it. */
defineProps<{ title: string; says?: string; problem?: string }>()
defineSlots<{ default(): unknown; effect?(): unknown; acts?(): unknown }>()
</script>

<template>
  <div class="cols" :class="{ beside: $slots.effect }">
    <div class="answer">
      <div class="flex flex-wrap gap-x-4 gap-y-2 items-baseline justify-between mb-4">
        <h1>{{ title }}</h1>
        <span v-if="says" class="soft small">{{ says }}</span>
        <slot name="acts" />
      </div>
      <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
      <slot />
    </div>
    <aside v-if="$slots.effect" class="effect" aria-label="What it does"><slot name="effect" /></aside>
  </div>
</template>

<style scoped>
.cols.beside {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(280px, 360px);
  min-height: 100%;
}
.answer {
  padding: 24px 32px 48px;
  max-width: 900px;
}
.effect {
  background: var(--desk);
  padding: 24px;
  display: grid;
  gap: 14px;
  align-content: start;
}
.effect :deep(.card) {
  background: var(--paper);
  border: 1px solid var(--hairline);
  border-radius: var(--corner);
  padding: 14px 18px;
  overflow-wrap: anywhere;
}
@media (max-width: 1100px) {
  .cols.beside {
    grid-template-columns: minmax(0, 1fr);
  }
  .answer {
    padding: 20px 16px;
  }
}
</style>
