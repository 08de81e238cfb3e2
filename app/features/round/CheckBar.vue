<script setup lang="ts">
import CheckSteps from './CheckSteps.vue'
import { useRound } from './useRound'

/** Where the check of a draft stands. */
const round = useRound()
const { view } = storeToRefs(round)
</script>

<template>
  <CheckSteps
    class="bar mt-2.5 mb-0 mx-7"
    :check="view.check"
    :flush="round.flush"
    @done="round.load().catch(() => {})"
  >
    <b>Yours to check.</b> Put right what is wrong, then pass it on; it goes out when the last has passed it.
  </CheckSteps>
</template>
