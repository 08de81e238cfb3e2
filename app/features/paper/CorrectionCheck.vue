<script setup lang="ts">
import type { CheckView } from '~~/shared/rounds'
import CheckSteps from '../round/CheckSteps.vue'
import { usePaper } from './usePaper'

/** Where the check of a correction stands, and what the one who checks can do. It is looked at in the draft of the PDF. */
defineProps<{ check: CheckView }>()
const { id } = storeToRefs(usePaper())
</script>

<template>
  <CheckSteps :check="check">
    <b>A correction is yours to check.</b> Look at <NuxtLink :to="`/papers/${id}/write`">what it would say</NuxtLink>;
    it goes out when you pass it.
  </CheckSteps>
</template>
