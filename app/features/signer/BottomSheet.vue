<script setup lang="ts">
/** A sheet that comes up from the bottom: within reach of a thumb. */
defineProps<{ header: string }>()
const visible = defineModel<boolean>({ required: true })
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    :header="header"
    :style="{ width: 'min(480px, 100vw)' }"
    position="bottom"
    :draggable="false"
  >
    <slot />
  </Dialog>
</template>
