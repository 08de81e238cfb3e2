<script setup lang="ts">
/** One question of Settings: its answer, and what it does beside it. */
defineProps<{ title: string; says?: string; problem?: string }>()
defineSlots<{ default(): unknown; effect?(): unknown; acts?(): unknown }>()
</script>

<template>
  <div
    :class="
      $slots.effect &&
      'grid min-h-full grid-cols-[minmax(0,1fr)] min-[1101px]:grid-cols-[minmax(0,1fr)_minmax(280px,360px)]'
    "
  >
    <div class="max-w-225 py-5 px-4 min-[1101px]:pt-6 min-[1101px]:px-8 min-[1101px]:pb-12">
      <div class="flex flex-wrap gap-x-4 gap-y-2 items-baseline justify-between mb-4">
        <h1>{{ title }}</h1>
        <span v-if="says" class="soft small">{{ says }}</span>
        <slot name="acts" />
      </div>
      <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
      <slot />
    </div>
    <aside v-if="$slots.effect" class="bg-desk p-6 grid gap-3.5 content-start wrap-anywhere" aria-label="What it does">
      <slot name="effect" />
    </aside>
  </div>
</template>
