<script setup lang="ts" generic="T extends string">
/** One of a few, all of them in sight. */
defineProps<{ label: string; options: readonly { value: T; label: string; number?: number }[]; autofocus?: boolean }>()
const model = defineModel<T>({ required: true })
</script>

<template>
  <SelectButton
    v-model="model"
    :options="[...options]"
    option-label="label"
    option-value="value"
    :allow-empty="false"
    :aria-label="label"
    :pt="{ pcToggleButton: { root: { autofocus } } }"
  >
    <template #option="{ option }">
      <span v-if="option.number" class="party" :class="`party-${((option.number - 1) % 4) + 1}`">{{
        option.number
      }}</span>
      {{ option.label }}
    </template>
  </SelectButton>
</template>
