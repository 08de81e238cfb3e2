<script setup lang="ts">
/** A button that takes files from the device. Whether one can be taken is for whoever gets it to say, with the reason. */
defineProps<{
  label: string
  name?: string
  hidden?: boolean
  capture?: 'environment'
  accept?: string
  multiple?: boolean
  disabled?: boolean
  main?: boolean
}>()
const emit = defineEmits<{ picked: [files: File[]] }>()
const pick = useTemplateRef<{ clear(): void; choose(): void }>('pick')
defineExpose({ choose: () => pick.value?.choose() })
function take({ files }: { files: File[] }): void {
  const taken = [...files]
  pick.value?.clear()
  if (taken.length) emit('picked', taken)
}
</script>

<template>
  <FileUpload
    ref="pick"
    :class="{ sr: hidden }"
    mode="basic"
    custom-upload
    :auto="false"
    :choose-label="label"
    :multiple="multiple"
    :disabled="disabled"
    :choose-button-props="{
      variant: main ? undefined : 'outlined',
      onKeyup: (e: KeyboardEvent) => e.key === ' ' && pick?.choose(),
    }"
    :pt="{ input: { 'aria-label': name ?? label, accept, capture } }"
    @select="take"
  >
    <template #chooseicon><span /></template>
    <template #filelabel><span /></template>
  </FileUpload>
</template>

<style scoped>
:deep(.p-button) {
  gap: 0;
}
</style>
