<script setup lang="ts">
/** So many days: a number within the sentence. */
defineProps<{ label: string; modelValue: number; least?: number }>()
const emit = defineEmits<{ 'update:modelValue': [days: number] }>()
</script>

<template>
  <InputNumber
    :model-value="modelValue"
    :min="least ?? 0"
    :max="730"
    :aria-label="label"
    :use-grouping="false"
    input-class="days"
    @update:model-value="emit('update:modelValue', $event ?? 0)"
  />
</template>

<style scoped>
:deep(.days) {
  width: 58px;
  font: 600 18px/1.3 var(--serif);
  padding: 5px 8px 4px;
  border-bottom: 2px solid var(--heather);
  text-align: end;
}
</style>
