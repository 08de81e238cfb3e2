<script setup lang="ts">
import CheckSteps from './CheckSteps.vue'
import { useRound } from './useRound'

/** Where the check of a draft stands. */
const round = useRound()
const { view } = storeToRefs(round)
</script>

<template>
  <CheckSteps class="bar" :check="view.check" :flush="round.flush" @done="round.load().catch(() => {})">
    <b>Yours to check.</b> Put right what is wrong, then pass it on; it goes out when the last has passed it.
  </CheckSteps>
</template>

<style scoped>
.bar {
  margin: 10px 28px 0;
}
</style>
