<script setup lang="ts">
import type { NuxtError } from '#app'

defineProps<{ error: NuxtError }>()
const back = () => clearError({ redirect: '/' })
</script>

<template>
  <main><NothingHere :missing="error.statusCode === 404" @back="back" /></main>
</template>
