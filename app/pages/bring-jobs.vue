<script setup lang="ts">
import { type JobMeans, jobMeans } from '~~/core/jobs/table'
import BringFile from '~/features/bring/BringFile.vue'
import { useBringing } from '~/features/bring/useBringing'
import { useLibrary } from '~/features/library/useLibrary'

/** Jobs brought in from a table or a calendar. */
useHead({ title: 'Bring jobs in · Upwold' })
const library = useLibrary()
library.follow()
const bringing = useBringing('jobs')
const { act } = useAct()
const kinds = computed(() => library.kinds.map((k) => ({ value: k.id, label: k.name })))
const kind = computed({
  get: () => bringing.more.kindId ?? kinds.value[0]?.value ?? '',
  set: (kindId) => void act(() => bringing.setMore({ kindId })),
})
const MEANS: Record<JobMeans, string> = {
  title: 'title',
  kind: 'kind of job',
  client: 'client',
  email: 'client’s e-mail',
  phone: 'client’s phone',
  day: 'day it begins',
  time: 'time it begins',
  lastDay: 'day it ends',
  until: 'time it ends',
  place: 'where',
  people: 'number of people',
  notes: 'notes',
  nothing: 'not brought in',
}
const means = jobMeans.map((value) => ({ value, label: MEANS[value] }))
const jobs = (n: number) => `${n.toLocaleString('en')} ${n === 1 ? 'job' : 'jobs'}`
</script>

<template>
  <BringFile
    of="jobs"
    title="Bring jobs in"
    :count="jobs"
    accept=".csv,.xlsx,.txt,.ics,.ical,text/csv,text/calendar"
    :means="means"
    :cells="['Job', 'Begins', 'Client', 'Kind']"
  >
    <template #more
      ><Choice v-model="kind" label="Those whose kind isn’t said are" :options="kinds" class="max-w-80"
    /></template>
    A table (CSV) whose first line names its columns, or a calendar (iCalendar, .ics). You see what comes in before
    anything is kept; clients are known again by their e-mail or name. A job that is called the same on the same day is
    taken for the same.
  </BringFile>
</template>
