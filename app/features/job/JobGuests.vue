<script setup lang="ts">
import type { ContactView } from '~~/shared/jobs'
import { useMaking } from './making'
import { useJob } from './useJob'

/** Who comes to the job, and each one's waiver. */
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const { act, post } = thisJob
const { make } = useMaking()
const add = (contact: ContactView | null) => contact && act(() => post('/guests', { contactId: contact.id }))
const clock = (at: string) => new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
/** What the desk marked of somebody, and who stood there. */
const visitOf = (guest: ContactView) => {
  const v = job.value.visits.find((x) => x.contactId === guest.id)
  return v && `${v.state} ${clock(v.since!)}, ${v.by}${v.words ? `: ${v.words}` : ''}`
}
const waiverOf = (guest: ContactView) =>
  job.value.papers.findLast((p) => p.guestId === guest.id && !['withdrawn', 'lapsed', 'declined'].includes(p.state))
</script>

<template>
  <section aria-labelledby="guests">
    <h2 id="guests" tabindex="-1">Guests</h2>
    <ul class="ledger mb-2.5">
      <li v-for="g in job.guests" :key="g.id" class="flex justify-between items-center gap-2 min-h-9.5">
        <span class="min-w-0"
          ><span class="ellipsis block">{{ g.name }}</span
          ><span v-if="visitOf(g)" class="soft small block">{{ visitOf(g) }}</span></span
        >
        <NuxtLink v-if="waiverOf(g)" :to="`/papers/${waiverOf(g)!.id}`" class="small">
          waiver {{ waiverOf(g)!.state }}
        </NuxtLink>
        <Button v-else size="small" variant="text" :aria-label="`Waiver for ${g.name}`" @click="make('waiver', g.id)">
          Make a waiver
        </Button>
      </li>
    </ul>
    <ClientPicker :model-value="null" label="Add a guest" @update:model-value="add" />
  </section>
</template>
