<script setup lang="ts">
import MarkingTable from '~/features/marking/MarkingTable.vue'
import { useMarking } from '~/features/marking/useMarking'

/** A template that is somebody else's PDF, on the marking table. */
useHead({ title: 'Marking table · Upwold' })
const problem = ref('')
try {
  await useMarking().open('template', String(useRoute().params.id))
} catch (e) {
  problem.value = wordsOf(e)
}
</script>

<template>
  <MarkingTable v-if="!problem" />
  <p v-else class="page">
    <span class="notice trouble" role="alert">{{ problem }}</span>
  </p>
</template>
