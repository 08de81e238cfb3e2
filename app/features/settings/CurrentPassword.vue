<script setup lang="ts">
/** The password one has now, asked before something of one's own way in is changed. */
const password = defineModel<string>({ required: true })
withDefaults(defineProps<{ label?: string }>(), { label: 'Your password' })
</script>

<template>
  <FieldOf name="current" :label="label"
    ><InputText v-model="password" type="password" maxlength="200" autocomplete="current-password"
  /></FieldOf>
</template>
