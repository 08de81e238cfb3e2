<script setup lang="ts" generic="T extends string | number | boolean | null">
/** One of many, with its label above; found by typing where there are more than a dozen. */
const props = defineProps<{
  label?: string
  options: readonly { value: T; label: string; disabled?: boolean }[]
  placeholder?: string
  invalid?: boolean
  disabled?: boolean
  ariaLabel?: string
  modelValue?: T
}>()
const emit = defineEmits<{ 'update:modelValue': [value: T] }>()
const id = useId()
const select = useTemplateRef<{ $el: HTMLElement }>('select')
const focus = () => select.value?.$el.querySelector<HTMLElement>('[role=combobox]')?.focus()
defineExpose({ focus })
const MANY = 12
/** The part takes an empty text for nothing chosen: what stands for it is shown in its place. */
const none = computed(() => props.options.find((o) => o.value === '')?.label)
</script>

<template>
  <div class="field">
    <span v-if="label" :id="id" class="label" @click="focus">{{ label }}</span>
    <Select
      ref="select"
      :model-value="modelValue"
      :options="[...options]"
      option-label="label"
      option-value="value"
      option-disabled="disabled"
      :filter="options.length > MANY"
      auto-filter-focus
      :placeholder="placeholder ?? none"
      :invalid="invalid"
      :disabled="disabled"
      :label-id="`${id}-value`"
      :aria-labelledby="label ? id : undefined"
      :aria-label="label ? undefined : ariaLabel"
      empty-filter-message="Nothing is called that"
      @update:model-value="emit('update:modelValue', $event as T)"
    />
  </div>
</template>
