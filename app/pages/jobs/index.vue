<script setup lang="ts">
import { addDays } from '~~/core/calendar/dates'
import type { JobRow } from '~~/shared/jobs'
import type { RowColumn } from '~/components/RowsTable.vue'
import { useJobs } from '~/features/job/useJobs'
import TagFilter from '~/features/tags/TagFilter.vue'
import { useLibrary } from '~/features/library/useLibrary'

useHead({ title: 'Jobs · Upwold' })
const jobs = useJobs()
const { filter, rows, first: page, more, busy, problem } = storeToRefs(jobs)
jobs.look(useRoute().query)
jobs.follow()
const library = useLibrary()
library.follow()
const search = ref<{ $el: HTMLInputElement }>()
const which = computed({
  get: () => (filter.value.when === 'past' ? 'past' : filter.value.notReady ? 'not-ready' : 'coming'),
  set: (to) => {
    filter.value.when = to === 'past' ? 'past' : 'coming'
    filter.value.notReady = to === 'not-ready' ? '1' : ''
  },
})
const { find, sort } = useFilterPage(filter, jobs.address)
useRowKeys({
  '/': () => search.value?.$el.focus(),
  n: () => navigateTo('/jobs/new'),
  c: () => navigateTo('/jobs/calendar'),
})
useListKeys('In the list of jobs', [
  ['n', 'a new job'],
  ['c', 'the calendar'],
])

/** The week a job's day is in; past jobs stand in one list. */
const groupOf = computed(() => {
  if (filter.value.when !== 'coming' || filter.value.sort) return undefined
  const today = page.value?.today ?? ''
  const week = today ? addDays(today, 7 - ((new Date(`${today}T12:00Z`).getUTCDay() + 6) % 7)) : ''
  return ({ day }: JobRow) =>
    !day ? 'No day yet' : day < week ? 'This week' : day < addDays(week, 7) ? 'Next week' : 'Later'
})
const columns: RowColumn<JobRow>[] = [
  { key: 'day', header: 'Day', text: (r) => r.day ?? '' },
  { key: 'title', header: 'Job', text: (r) => r.title, always: true, sort: 'title' },
  { key: 'client', header: 'Client', text: (r) => r.client, sort: 'client' },
  { key: 'kind', header: 'Kind', text: (r) => r.kind, always: true },
  { key: 'line', header: 'Line', text: (r) => r.stops.map((s) => `${s.label}: ${s.note}`).join('; ') },
  { key: 'stands', header: 'Where it stands', text: (r) => r.words, always: true },
  { key: 'agreed', header: 'Agreed', text: (r) => money(r.total, page.value!.currency), amount: true, sort: 'total' },
]
const STOPS = [
  ['quote', 'the quote'],
  ['contract', 'the contract'],
  ['deposit', 'the deposit'],
  ['waivers', 'waivers'],
] as const
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Jobs</h1>
      <span v-if="page?.counts" class="soft"
        >{{ page.counts.coming }} to come, {{ page.counts.notReady }} of the next 30 days not ready for their day</span
      ><span class="grow" />
      <LinkButton to="/jobs/calendar">Calendar <kbd>c</kbd></LinkButton>
      <LinkButton main to="/jobs/new">New job <kbd>n</kbd></LinkButton>
    </div>
    <div class="filters flex flex-wrap gap-2.5 items-center mb-2.5">
      <OneOf
        v-model="which"
        label="Which jobs"
        :options="[
          { value: 'coming', label: 'To come' },
          { value: 'not-ready', label: `Not ready${page?.counts ? ` ${page.counts.notReady}` : ''}` },
          { value: 'past', label: 'Past' },
        ]"
      />
      <TagFilter v-model="filter.tag" of="job" />
      <label class="search flex-1 min-w-55 max-w-85 ml-auto"
        ><span class="sr">Search jobs</span
        ><InputText
          ref="search"
          v-model="find"
          type="search"
          placeholder="Search: title, client, place  ( / )"
          @keydown.enter.prevent="toFirstRow"
          @keydown.down.prevent="toFirstRow"
      /></label>
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <RowsTable
      v-model:sort="sort"
      name="jobs"
      :rows="rows"
      :columns="columns"
      :group="groupOf"
      :busy="busy"
      :more="more"
      many
      @more="jobs.showMore()"
    >
      <template #head-kind
        ><Choice
          v-model="filter.kind"
          aria-label="Kind"
          :options="[{ value: '', label: 'Kind: all' }, ...library.kinds.map((k) => ({ value: k.id, label: k.name }))]"
      /></template>
      <template #head-stands
        ><Choice
          v-model="filter.stop"
          aria-label="Stopped at"
          :options="[
            { value: '', label: 'Where it stands: anywhere' },
            ...STOPS.map(([key, name]) => ({ value: key, label: `stopped at ${name}` })),
          ]"
      /></template>
      <template #day="{ row: r }"
        ><span class="nowrap whitespace-nowrap" :class="{ soft: !r.day }">{{
          dayWords(r.day, page!.today)
        }}</span></template
      >
      <template #title="{ row: r }"
        ><NuxtLink :to="`/jobs/${r.id}`" data-row class="strong cut" :title="r.title">{{ r.title }}</NuxtLink
        ><span v-if="r.tags.length" class="soft small cut ms-2">{{ r.tags.join(' · ') }}</span></template
      >
      <template #client="{ row: r }"
        ><span class="cut" :title="r.client">{{ r.client }}</span></template
      >
      <template #kind="{ row: r }"
        ><span class="soft">{{ r.kind }}</span></template
      >
      <template #line="{ row: r }"><JobLine :stops="r.stops" /></template>
      <template #stands="{ row: r }"
        ><span :class="{ bad: r.state === 'trouble', yours: r.state === 'yours' }">{{ r.words }}</span></template
      >
      <template #agreed="{ row: r }"
        ><span :class="{ soft: !r.agreed }">{{ money(r.total, page!.currency) }}</span></template
      >
      <template #empty>
        <EmptyList v-if="!busy" words="No job is like that."
          ><LinkButton main to="/jobs/new">Add a job</LinkButton></EmptyList
        >
      </template>
    </RowsTable>
  </div>
</template>

<style scoped>
.page :deep(.cell-kind) {
  white-space: nowrap;
}
.cut {
  display: inline-block;
  max-width: 210px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  vertical-align: bottom;
}
/* On a phone title and amount stand first, the line and where it stands below. */
@media (max-width: 760px) {
  .page :deep(.cell-kind) {
    display: none;
  }
  .search {
    max-width: none;
    flex-basis: 100%;
  }
  .page :deep(.cell-title) {
    order: -2;
  }
  .page :deep(.cell-day) {
    order: 0;
  }
  .page :deep(.cell-line),
  .page :deep(.cell-stands) {
    grid-column: 1 / -1;
  }
}
</style>
