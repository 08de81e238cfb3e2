<script setup lang="ts">
import { type FactRule, factWarning, factWords, readFact, typedFact } from '~~/core/facts/facts'
import type { ContactView } from '~~/shared/jobs'
import FurtherDays from './FurtherDays.vue'
import { useJob } from './useJob'

/** The facts of the job and its client, each edited in its place. */
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const { set, load, act } = thisJob
const choosing = defineModel<boolean>('choosing', { required: true })

/** How what was typed becomes the value of a fact; `null` is "not given". */
const READ = {
  title: (v: string) => v,
  place: (v: string) => v,
  notes: (v: string) => v,
  timeZone: (v: string) => v,
  starts: (v: string) => v || null,
  ends: (v: string) => v || null,
  people: (v: string) => (v === '' ? null : Number(v)),
}
const fact = (key: keyof typeof READ, label: string) => (typed: string) =>
  set({ [key]: READ[key](typed) }, label, { [key]: job.value[key] })
const locale = useLocale()
const given = (f: FactRule) => job.value.facts[f.key] ?? ''
const further = (f: FactRule) => async (typed: string) => {
  const read = readFact(f, typed, locale.value)
  if ('problem' in read) throw new Error(read.problem)
  await set({ facts: { [f.key]: read.value } }, f.label, { facts: { [f.key]: given(f) } })
}
const shown = (f: FactRule) => (f.type === 'tick' ? (given(f) ? 'yes' : 'no') : factWords(f, given(f), locale.value))

function setClient(contact: ContactView | null) {
  choosing.value = false
  const before = job.value.client?.id ?? null
  if (contact && contact.id !== before) void act(() => set({ clientId: contact.id }, 'client', { clientId: before }))
}
const clientFact = (key: 'email' | 'phone' | 'address' | 'taxNumber') => async (typed: string) => {
  await api(`/api/contacts/${job.value.client!.id}`, { method: 'PATCH', body: { [key]: typed } })
  await load()
}
const when = (local: string | null) => (local ? spanWords(local, null, job.value.today) : '')
</script>

<template>
  <section aria-labelledby="record">
    <h2 id="record">The record</h2>
    <dl>
      <EditFact label="Title" :value="job.title" :save="fact('title', 'title')" />
      <div class="grid grid-cols-[86px_minmax(0,1fr)] border-b border-b-hairline py-[7px] px-0">
        <dt class="text-ink-soft text-[14px]">Kind</dt>
        <dd class="pl-0.5">{{ job.kind.name }}</dd>
      </div>
      <div class="grid grid-cols-[86px_minmax(0,1fr)] border-b border-b-hairline py-[7px] px-0">
        <dt class="text-ink-soft text-[14px]">Client</dt>
        <dd class="pl-0.5">
          <Button
            v-if="job.client && !choosing"
            unstyled
            class="border-0 bg-transparent p-0 cursor-pointer text-left"
            :aria-label="`Client: ${job.client.name}. Change`"
            @click="choosing = true"
          >
            {{ job.client.name }}
          </Button>
          <ClientPicker v-else :model-value="job.client" label="Client" quiet @update:model-value="setClient" />
        </dd>
      </div>
      <template v-if="job.client">
        <EditFact label="E-mail" :value="job.client.email" missing :save="clientFact('email')" />
        <EditFact label="Phone" :value="job.client.phone" :save="clientFact('phone')" />
        <EditFact label="Address" :value="job.client.address" :save="clientFact('address')" type="textarea" />
        <EditFact
          v-if="job.reverseCharge || job.client.taxNumber"
          label="Tax number"
          :value="job.client.taxNumber"
          :missing="job.reverseCharge"
          :save="clientFact('taxNumber')"
        />
      </template>
      <EditFact
        label="Begins"
        :value="job.starts ?? ''"
        type="datetime-local"
        :shown="when(job.starts)"
        missing
        :save="fact('starts', 'start')"
      />
      <EditFact
        label="Ends"
        :value="job.ends ?? ''"
        type="datetime-local"
        :shown="when(job.ends)"
        :save="fact('ends', 'end')"
      />
      <FurtherDays />
      <EditFact label="Time zone" :value="job.timeZone" type="zone" :save="fact('timeZone', 'time zone')" />
      <EditFact label="Where" :value="job.place" missing :save="fact('place', 'place')" />
      <EditFact
        label="People"
        :value="job.people === null ? '' : String(job.people)"
        type="number"
        missing
        :save="fact('people', 'number of people')"
      />
      <EditFact
        v-for="f in job.kind.facts"
        :key="f.key"
        :label="f.label"
        :value="typedFact(f, given(f), locale)"
        :type="factControl(f)"
        :options="factOptions(f, given(f))"
        :shown="shown(f)"
        :warning="factWarning(f, given(f), locale)"
        :save="further(f)"
      />
      <EditFact label="Notes" :value="job.notes" type="textarea" :save="fact('notes', 'notes')" />
    </dl>
  </section>
</template>
