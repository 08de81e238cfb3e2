<script setup lang="ts">
import { addDays } from '~~/core/calendar/dates'
import type { JobPage, JobRow } from '~~/shared/jobs'

useHead({ title: 'Jobs · Upwold' })
const route = useRoute(),
  router = useRouter()
const q = (k: string) => String(route.query[k] ?? '')
const filter = reactive({
  when: q('when') || 'coming',
  kind: q('kind'),
  notReady: q('notReady'),
  stop: q('stop'),
  find: q('find'),
})
const { data: library } = await useAsyncData('library', () =>
  api<{ kinds: { id: string; name: string }[] }>('/api/library'),
)
const search = ref<{ $el: HTMLInputElement }>()

const which = computed({
  get: () => (filter.when === 'past' ? 'past' : filter.notReady ? 'not-ready' : 'coming'),
  set: (to) => {
    filter.when = to === 'past' ? 'past' : 'coming'
    filter.notReady = to === 'not-ready' ? '1' : ''
  },
})
const {
  rows,
  first: page,
  more,
  busy,
  problem,
  refresh,
  again,
  showMore,
} = usePaged<JobRow, JobPage>(
  (after, limit) => {
    const query = Object.fromEntries(Object.entries(filter).filter(([, v]) => v))
    return api<JobPage>('/api/jobs', { query: { ...query, limit, ...(after ? { after } : {}) } })
  },
  { step: 40 },
)
await refresh()
useFeed(refresh)
let timer: ReturnType<typeof setTimeout>
watch(filter, () => {
  clearTimeout(timer)
  timer = setTimeout(() => {
    void router.replace({
      query: Object.fromEntries(Object.entries(filter).filter(([k, v]) => v && !(k === 'when' && v === 'coming'))),
    })
    void again()
  }, 150)
})
useRowKeys({ '/': () => search.value?.$el.focus(), n: () => navigateTo('/jobs/new') })

const groups = computed(() => {
  const out: { name: string; rows: JobRow[] }[] = []
  const today = page.value?.today ?? ''
  const week = today ? addDays(today, 7 - ((new Date(`${today}T12:00Z`).getUTCDay() + 6) % 7)) : ''
  for (const r of rows.value) {
    const name =
      filter.when !== 'coming'
        ? ''
        : !r.day
          ? 'No day yet'
          : r.day < week
            ? 'This week'
            : r.day < addDays(week, 7)
              ? 'Next week'
              : 'Later'
    if (out.at(-1)?.name === name) out.at(-1)!.rows.push(r)
    else out.push({ name, rows: [r] })
  }
  return out
})
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
      <LinkButton main to="/jobs/new">New job <kbd>n</kbd></LinkButton>
    </div>
    <div class="filters">
      <OneOf
        v-model="which"
        label="Which jobs"
        :options="[
          { value: 'coming', label: 'To come' },
          { value: 'not-ready', label: `Not ready${page?.counts ? ` ${page.counts.notReady}` : ''}` },
          { value: 'past', label: 'Past' },
        ]"
      />
      <Choice
        v-model="filter.kind"
        aria-label="Kind"
        :options="[
          { value: '', label: 'Kind: all' },
          ...(library?.kinds ?? []).map((k) => ({ value: k.id, label: k.name })),
        ]"
      />
      <Choice
        v-model="filter.stop"
        aria-label="Stopped at"
        :options="[
          { value: '', label: 'Stopped at: anything' },
          ...STOPS.map(([key, name]) => ({ value: key, label: name })),
        ]"
      />
      <label class="search"
        ><span class="sr">Search jobs</span
        ><InputText ref="search" v-model="filter.find" type="search" placeholder="Search: title, client, place  ( / )"
      /></label>
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <div class="scroll">
      <table v-if="rows.length">
        <thead>
          <tr>
            <th>Day</th>
            <th>Job</th>
            <th>Client</th>
            <th>Kind</th>
            <th>Line</th>
            <th>Where it stands</th>
            <th class="money">Agreed</th>
          </tr>
        </thead>
        <tbody v-for="g in groups" :key="g.name">
          <tr v-if="g.name" class="group">
            <th colspan="7" scope="rowgroup">{{ g.name }}</th>
          </tr>
          <tr v-for="r in g.rows" :key="r.id" class="job">
            <td class="nowrap" :class="{ soft: !r.day }">{{ dayWords(r.day, page!.today) }}</td>
            <td>
              <NuxtLink :to="`/jobs/${r.id}`" data-row class="strong cut" :title="r.title">{{ r.title }}</NuxtLink>
            </td>
            <td>
              <span class="cut" :title="r.client">{{ r.client }}</span>
            </td>
            <td class="soft">{{ r.kind }}</td>
            <td><JobLine :stops="r.stops" /></td>
            <td :class="{ bad: r.state === 'trouble', yours: r.state === 'yours' }">{{ r.words }}</td>
            <td class="money" :class="{ soft: !r.agreed }">{{ money(r.total, page!.currency) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <div v-if="!rows.length && !busy" class="empty">
      <ContourLines />
      <p>No job is like that.</p>
      <LinkButton main to="/jobs/new">Add a job</LinkButton>
    </div>
    <p v-if="more" class="more"><Button variant="outlined" @click="showMore">Show more</Button></p>
  </div>
</template>

<style scoped>
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  margin-bottom: 10px;
}
.search {
  flex: 1;
  min-width: 220px;
  max-width: 340px;
  margin-left: auto;
}
.scroll {
  overflow-x: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  text-align: left;
  font-size: var(--size-s);
  color: var(--ink-soft);
  font-weight: 600;
  padding: 8px 10px 8px 0;
}
thead th {
  border-bottom: 1px solid var(--hairline-strong);
}
th.money {
  text-align: right;
}
.group th {
  padding-top: 14px;
  border-bottom: 1px solid var(--hairline-strong);
}
td {
  padding: 11px 14px 11px 0;
  border-bottom: 1px solid var(--hairline);
}
td:last-child {
  padding-right: 0;
}
.nowrap {
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
td a {
  color: var(--ink);
  text-decoration: none;
}
tr:hover td,
tr:focus-within td {
  background: var(--paper);
}
.empty {
  display: grid;
  justify-items: center;
  gap: 12px;
  padding: 40px 0;
}
.more {
  text-align: center;
  margin-top: 16px;
}
/* On a phone each job is a small card: title and amount, day and client, line, where it stands. */
@media (max-width: 760px) {
  thead,
  .job td:nth-child(4) {
    display: none;
  }
  table,
  tbody,
  .group,
  .group th {
    display: block;
  }
  .job {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 2px 12px;
    padding: 12px 0;
    border-bottom: 1px solid var(--hairline);
  }
  .job td {
    padding: 0;
    border: 0;
  }
  .job td:nth-child(2) {
    order: -2;
  }
  .job td:nth-child(7) {
    order: -1;
  }
  .job td:nth-child(3) {
    text-align: right;
  }
  .job td:nth-child(5),
  .job td:nth-child(6) {
    grid-column: 1 / -1;
  }
  .search {
    margin-left: 0;
    max-width: none;
    flex-basis: 100%;
  }
}
</style>
