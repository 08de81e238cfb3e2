<script setup lang="ts">
import type { NuxtError } from '#app'

/** What is shown where there is no page, or one could not be shown. */
const props = defineProps<{ error: NuxtError }>()
const missing = computed(() => props.error.statusCode === 404)
useHead({ title: () => (missing.value ? 'Not found' : 'That did not work') })
const back = () => clearError({ redirect: '/' })
</script>

<template>
  <main class="lost">
    <ContourLines />
    <h1>{{ missing ? 'There is nothing at this address' : 'That did not work' }}</h1>
    <p class="soft">
      {{
        missing
          ? 'It may have been moved or thrown away, or a letter of the address went missing.'
          : 'Nothing was lost. Try again in a moment.'
      }}
    </p>
    <button class="btn main big" @click="back">To Today</button>
  </main>
</template>

<style scoped>
.lost {
  max-width: 440px;
  margin: 14vh auto;
  padding: 0 20px;
  display: grid;
  gap: 12px;
  justify-items: start;
}
</style>
