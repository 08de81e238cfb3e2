<script setup lang="ts">
/** Something typed about a priced line, with what is wrong with it beside it. */
defineProps<{ label: string; name: string; value: string; wrong?: string; placeholder?: string; maxlength?: number }>()
defineEmits<{ given: [text: string] }>()
</script>

<template>
  <label class="field"
    ><span>{{ label }}</span>
    <TypedText
      :value="value"
      :aria-label="name"
      :aria-invalid="!!wrong"
      :placeholder="placeholder"
      :maxlength="maxlength"
      @given="$emit('given', $event)"
    /><Message v-if="wrong" severity="error" size="small" variant="simple" role="alert">{{ wrong }}</Message></label
  >
</template>
