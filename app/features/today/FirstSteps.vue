<script setup lang="ts">
import { X } from '@lucide/vue'
import { useSteps } from '../settings/useSettings'

/** What is good to do first in a business of one's own, until it is done or put away. */
const steps = useSteps()
const session = useSession()
steps.follow(() => session.may('settings'))
const list = computed(() => steps.data?.steps ?? [])
const left = computed(() => list.value.filter((s) => !s.done).length)
const { act } = useAct()
const away = (step: string) => act(() => steps.putAway(step))
</script>

<template>
  <section v-if="left" class="mb-6" aria-labelledby="first">
    <div class="section-head">
      <h2 id="first">First steps</h2>
      <Button size="small" variant="text" @click="away('all')">Put them away</Button>
    </div>
    <ul class="ledger w-full">
      <li v-for="s in list" :key="s.key" class="grid grid-cols-[24px_minmax(0,1fr)_32px] gap-2 items-center min-h-11">
        <StopMark :state="s.done ? 'settled' : 'yours'" />
        <span v-if="s.done" class="soft">{{ s.words }}</span>
        <NuxtLink v-else :to="s.to">{{ s.words }}</NuxtLink>
        <IconButton v-if="!s.done" :label="`Put away: ${s.words}`" @click="away(s.key)"><X :size="16" /></IconButton>
      </li>
    </ul>
  </section>
</template>
