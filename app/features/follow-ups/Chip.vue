<script setup lang="ts" generic="T extends string | number | boolean">
/** One choice of a sentence: it reads as a word of it, and opens to others. */
const props = defineProps<{
  label: string
  options: readonly { value: T; label: string }[]
  modelValue: T
  placeholder?: string
  invalid?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [value: T] }>()
const MANY = 12
/** What was chosen once and is gone is still said. */
const all = computed(() =>
  props.modelValue === '' || props.options.some((o) => o.value === props.modelValue)
    ? [...props.options]
    : [...props.options, { value: props.modelValue, label: 'what is gone' }],
)
const gone = computed(() => all.value.length > props.options.length)
</script>

<template>
  <Select
    class="chip"
    :class="{ gone }"
    :model-value="modelValue"
    :options="all"
    option-label="label"
    option-value="value"
    :filter="all.length > MANY"
    auto-filter-focus
    :placeholder="placeholder ?? all.find((o) => o.value === '')?.label ?? 'choose'"
    :invalid="invalid || gone"
    :aria-label="label"
    empty-filter-message="Nothing is called that"
    @update:model-value="emit('update:modelValue', $event as T)"
  />
</template>

<style scoped>
.chip {
  width: auto;
  flex: none;
  border-bottom: 2px solid var(--heather);
  max-width: 100%;
}
.chip :deep(.p-select-label) {
  font: 600 18px/1.3 var(--serif);
  padding: 5px 4px 4px 10px;
  white-space: normal;
}
.chip :deep(.p-select-dropdown) {
  width: 30px;
}
.gone {
  border-color: var(--bracken);
}
</style>
