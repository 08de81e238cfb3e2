<script setup lang="ts">
import { paperKinds } from '~~/core/document/kinds'
import type { ContactView } from '~~/shared/jobs'
import type { PaperRow } from '~~/shared/papers'
import { LANGUAGE_NAMES } from '~~/shared/words'
import type { RowColumn } from '~/components/RowsTable.vue'
import { useLibrary } from '~/features/library/useLibrary'
import KeptViews from '~/features/paper/KeptViews.vue'
import ManyPapers from '~/features/paper/ManyPapers.vue'
import { type PaperFilter, usePapers } from '~/features/paper/usePapers'

/** Every paper: whose, what it comes to, what it waits for; found by title, people and the words inside. */
useHead({ title: 'Papers · Upwold' })
const papers = usePapers()
const { filter, rows, first, more, busy, problem, narrowed } = storeToRefs(papers)
papers.look(useRoute().query)
papers.follow()
const library = useLibrary()
library.follow()
const PaperFigures = defineAsyncComponent(() => import('~/features/paper/PaperFigures.vue'))
const figures = ref(false)
/** On a phone the rarer filters are shown when they are asked for. */
const open = ref(false)
const search = ref<{ $el: HTMLInputElement }>()
useRowKeys({ '/': () => search.value?.$el.focus() })
useListKeys('In the list of papers', [['Space', 'choose a row, on its box']])

const { find, sort } = useFilterPage(filter, papers.asked)
const counts = computed(() => first.value?.counts)
const STATES = ['out', 'signed', 'draft', 'declined', 'lapsed', 'withdrawn'] as const
const states = computed(() => [
  { value: 'all', label: 'All' },
  { value: 'yours', label: `Yours ${counts.value?.yours || ''}`.trim() },
  ...STATES.map((s) => ({ value: s as string, label: `${upper(s)} ${counts.value?.states[s] ?? ''}`.trim() })),
])
const state = computed({
  get: () => filter.value.state || 'all',
  set: (to) => (filter.value.state = to === 'all' ? '' : to),
})
const upper = (s: string) => s[0]!.toUpperCase() + s.slice(1)
const all = (label: string) => ({ value: '', label })
const KINDS = paperKinds.map((k) => ({ value: k, label: `${k}s` }))
const kinds = computed(() => [all('Paper: every kind'), ...KINDS])
const jobKinds = computed(() => [all('Job: every kind'), ...library.kinds.map((k) => ({ value: k.id, label: k.name }))])
const senders = computed(() => [
  all('Sent by: anyone'),
  ...(first.value?.members ?? []).map((m) => ({ value: m.id, label: m.name })),
])
const languages = [all('Language: any'), ...Object.entries(LANGUAGE_NAMES).map(([value, label]) => ({ value, label }))]
const anyone = { id: '', name: 'Anyone' }
const lookClient = async (text: string): Promise<{ id: string; name: string; email?: string }[]> => [
  ...(filter.value.client ? [anyone] : []),
  ...(await api<ContactView[]>('/api/contacts', { query: { find: text, limit: 8 } })),
]
/** The months of the last two years, newest first. */
const months = computed(() => {
  const [y, m] = (first.value?.today ?? '2026-01').split('-').map(Number) as [number, number]
  const list = Array.from({ length: 24 }, (_, i) => new Date(Date.UTC(y, m - 1 - i, 1)).toISOString().slice(0, 7))
  const word = new Intl.DateTimeFormat('en-GB', { month: 'long', year: 'numeric', timeZone: 'UTC' })
  return [all('Since: any time'), ...list.map((value) => ({ value, label: word.format(new Date(`${value}-01`)) }))]
})
const clear = () => papers.look({})
const worth = (p: PaperRow) => (p.worth === null ? '' : money(p.worth, first.value!.currency))
const today = computed(() => first.value?.today ?? '')
const columns: RowColumn<PaperRow>[] = [
  { key: 'title', header: 'Paper', text: (p) => p.title, always: true, sort: 'title' },
  { key: 'whose', header: 'Whose', text: (p) => [p.whose, p.jobTitle].filter(Boolean).join(', '), sort: 'whose' },
  { key: 'worth', header: 'Worth', text: worth, amount: true, sort: 'worth' },
  { key: 'waits', header: 'What it waits for', text: (p) => p.waits },
  { key: 'since', header: 'Since', text: (p) => p.since.slice(0, 10), sort: 'since' },
  { key: 'sentBy', header: 'Sent by', text: (p) => p.sentBy },
]
const filters: [keyof PaperFilter, string, () => { value: string; label: string }[]][] = [
  ['kind', 'Kind of paper', () => kinds.value],
  ['jobKind', 'Kind of job', () => jobKinds.value],
  ['member', 'Sent by', () => senders.value],
  ['month', 'Since', () => months.value],
  ['language', 'Language', () => languages],
]
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Papers</h1>
      <span v-if="counts" class="soft" role="status"
        >{{ counts.all }} {{ counts.all === 1 ? 'paper' : 'papers'
        }}{{ filter.find ? `, for “${filter.find.slice(0, 40)}”` : '' }} · worth
        {{ money(counts.worth, first!.currency) }}</span
      >
      <span class="grow" />
      <KeptViews />
      <Button variant="outlined" :aria-expanded="figures" @click="figures = !figures">How they do</Button>
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <PaperFigures v-if="figures" />
    <div class="flex flex-wrap gap-2.5 items-center mb-2.5">
      <label class="search flex-1 min-w-55 max-w-90"
        ><span class="sr">Search papers</span
        ><InputText
          ref="search"
          v-model="find"
          type="search"
          placeholder="Titles, people and the words inside  ( / )"
          @keydown.enter.prevent="toFirstRow"
          @keydown.down.prevent="toFirstRow"
      /></label>
      <OneOf v-model="state" label="Which papers" :options="states" />
    </div>
    <Button class="slim for-phone hidden mb-2.5" variant="outlined" :aria-expanded="open" @click="open = !open"
      >More to look by</Button
    >
    <div class="filters flex flex-wrap gap-2 items-center mb-2.5" :class="{ open }">
      <Choice
        v-for="[key, label, options] in filters"
        :key="key"
        v-model="filter[key]"
        :aria-label="label"
        :options="options()"
      />
      <LookUp
        class="w-56"
        label="Client"
        placeholder="Client: anyone"
        :look="lookClient"
        :words="(c) => c.name"
        :start="filter.client ? (first?.client ?? '') : ''"
        @chosen="(c) => (filter.client = c.id)"
      >
        <template #option="{ option: c }"
          ><span class="ellipsis">{{ c.name }}</span
          ><span class="soft small ellipsis">{{ c.email }}</span></template
        >
      </LookUp>
      <Button v-if="narrowed" variant="text" size="small" @click="clear">Look for all again</Button>
    </div>
    <RowsTable
      v-model:sort="sort"
      name="papers"
      :rows="rows"
      :columns="columns"
      :busy="busy"
      :more="more"
      :tall="!!filter.find"
      many
      @more="papers.showMore()"
    >
      <template #acts="{ chosen, done }"><ManyPapers :chosen="chosen" :done="done" /></template>
      <template #title="{ row: p }"
        ><span class="flex gap-2.5 items-start"
          ><StopMark :state="p.stop" /><span class="min-w-0"
            ><NuxtLink :to="`/papers/${p.id}`" data-row class="strong">{{ p.title }}</NuxtLink>
            <span
              v-if="p.found"
              class="found max-w-110 overflow-hidden text-ellipsis whitespace-nowrap block font-serif text-ink-soft"
              dir="auto"
              ><template v-for="(piece, i) in p.found" :key="i"
                ><mark v-if="piece.hit">{{ piece.text }}</mark
                ><template v-else>{{ piece.text }}</template></template
              ></span
            ></span
          ></span
        ></template
      >
      <template #whose="{ row: p }"
        >{{ p.whose }}<template v-if="p.whose">, </template
        ><NuxtLink :to="`/jobs/${p.jobId}`">{{ p.jobTitle }}</NuxtLink></template
      >
      <template #waits="{ row: p }"
        ><span :class="{ bad: p.stop === 'trouble', yours: p.stop === 'yours' }">{{ p.waits }}</span></template
      >
      <template #since="{ row: p }"
        ><span class="soft small whitespace-nowrap">{{ whenWords(p.since, today) }}</span></template
      >
      <template #sentBy="{ row: p }"
        ><span class="soft whitespace-nowrap">{{ p.sentBy }}</span></template
      >
      <template #empty>
        <EmptyList v-if="!busy && narrowed" words="No paper is like that."
          ><Button @click="clear">Look for all again</Button></EmptyList
        >
        <EmptyList v-else-if="!busy" words="No papers yet. They are made from a job."
          ><LinkButton main to="/jobs">To the jobs</LinkButton></EmptyList
        >
      </template>
    </RowsTable>
  </div>
</template>

<style scoped>
.filters :deep(.p-select) {
  min-height: 32px;
}
mark {
  color: inherit;
  background: var(--heather-tint);
  border-bottom: 2px solid var(--heather);
}
@media (max-width: 760px) {
  .search {
    max-width: none;
    flex-basis: 100%;
  }
  .found {
    white-space: normal;
  }
  .page :deep(.cell-whose),
  .page :deep(.cell-waits),
  .page :deep(.tall .cell-title),
  .page :deep(.tall .cell-worth) {
    grid-column: 1 / -1;
    text-align: start;
  }
  .for-phone {
    display: inline-flex;
  }
  .filters:not(.open) {
    display: none;
  }
}
</style>
