<script setup lang="ts">
import vTooltip from 'primevue/tooltip'

/** A picture that acts, with its name for who points at it or can't see it. */
defineProps<{ label: string; hint?: string; pressed?: boolean }>()
</script>

<template>
  <Button
    v-tooltip.bottom="hint ?? label"
    variant="text"
    class="aria-pressed:bg-paper aria-pressed:border-hairline-strong tool min-w-8 p-1 text-ink"
    :aria-label="label"
    :aria-pressed="pressed"
    ><slot
  /></Button>
</template>
