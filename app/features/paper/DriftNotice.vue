<script setup lang="ts">
import type { Drift } from '~~/core/merge/drift'

/** What a paper that is out still says although the record has changed, and the three ways to settle it. */
const props = defineProps<{ paperId: string; title: string; state: string; drift: Drift[] }>()
const emit = defineEmits<{ settled: [] }>()
const { busy, act } = useAct()
const key = newKey()
const settle = (how: 'leave' | 'anew' | 'addendum') =>
  act(async () => {
    const { id } = await api<{ id: string }>(`/api/papers/${props.paperId}/drift`, {
      method: 'POST',
      body: { how, key },
    })
    if (how === 'leave') emit('settled')
    else await navigateTo(`/papers/${id}`)
  })
</script>

<template>
  <section class="notice trouble drift mt-2" :aria-label="`What the ${title.toLowerCase()} still says`">
    <p v-for="d in drift" :key="d.path">
      The {{ title.toLowerCase() }} says {{ d.label.toLowerCase() }} <b>{{ d.said }}</b>, the record now says
      <b>{{ d.now || 'nothing' }}</b>.
    </p>
    <p class="flex flex-wrap gap-1.5 mt-2">
      <Button variant="outlined" :disabled="busy" @click="settle('leave')">Leave it as it is</Button>
      <Button v-if="state === 'out'" variant="outlined" :disabled="busy" @click="settle('anew')">
        Withdraw and send anew
      </Button>
      <Button variant="outlined" :disabled="busy" @click="settle('addendum')">Make an addendum</Button>
    </p>
  </section>
</template>
