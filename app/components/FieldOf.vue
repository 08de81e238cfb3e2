<script setup lang="ts">
/** A field of a form, under its label, with what is wrong with it beside it. `name` is its path in what is sent. */
defineProps<{ name: string; label?: string }>()
</script>

<template>
  <FormField v-slot="field" :name="name">
    <label v-if="label" class="field">
      <span>{{ label }}</span>
      <slot />
    </label>
    <slot v-else />
    <Message v-if="field.invalid" severity="error" size="small" variant="simple" role="alert">{{
      field.error?.message
    }}</Message>
  </FormField>
</template>
