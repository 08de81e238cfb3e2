<script setup lang="ts">
import type { RouteLocationRaw } from 'vue-router'

/** Going somewhere, in the look of a button. */
defineOptions({ inheritAttrs: false })
defineProps<{ to: RouteLocationRaw; main?: boolean; size?: 'small' | 'large'; external?: boolean }>()
</script>

<template>
  <Button v-slot="{ class: look }" as-child :variant="main ? undefined : 'outlined'" :size="size">
    <NuxtLink :to="to" :external="external" :class="look" v-bind="$attrs"><slot /></NuxtLink>
  </Button>
</template>
