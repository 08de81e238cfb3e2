<script setup lang="ts">
import type { MarkingView } from '~~/shared/marking'
import MarkingTable from '~/features/marking/MarkingTable.vue'

/** A job's paper that came from elsewhere, on the marking table. */
const id = String(useRoute().params.id)
useHead({ title: 'Marking table · Upwold' })
const problem = ref('')
const first = ref<MarkingView | null>(null)
try {
  first.value = await api<MarkingView>(`/api/papers/${id}/marking`)
} catch (e) {
  problem.value = wordsOf(e)
}
</script>

<template>
  <MarkingTable v-if="first" :id="id" of="paper" :first="first" />
  <p v-else class="page">
    <span class="notice trouble" role="alert">{{ problem }}</span>
  </p>
</template>
