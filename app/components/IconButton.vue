<script setup lang="ts">
import vTooltip from 'primevue/tooltip'

/** A picture that acts, with its name for who points at it or can't see it. */
defineProps<{ label: string; hint?: string; pressed?: boolean }>()
</script>

<template>
  <Button
    v-tooltip.bottom="hint ?? label"
    variant="text"
    class="tool min-w-8 p-1 text-ink"
    :aria-label="label"
    :aria-pressed="pressed"
    ><slot
  /></Button>
</template>

<style scoped>
.tool[aria-pressed='true'] {
  background: var(--paper);
  border-color: var(--hairline-strong);
}
</style>
