<script setup lang="ts">
import type { FigureRow, FigureRows, MoneyFigure } from '~~/shared/figures'
import type { MoneyView } from '~~/shared/overview'
import type { RowColumn } from '~/components/RowsTable.vue'

/** The figures of the business in one row; each opens the rows it is made of, with their papers. */
const { view } = defineProps<{ view: MoneyView }>()
const c = (n: number) => money(n, view.currency)
const coming = computed(() => view.coming.reduce((n, w) => n + w.open, 0))
const figures = computed((): { of: MoneyFigure; label: string; amount: number; bad?: boolean }[] => [
  { of: 'quoted', label: 'Quoted', amount: view.row.quoted },
  { of: 'agreed', label: 'Agreed', amount: view.row.agreed },
  { of: 'invoiced', label: 'Invoiced', amount: view.invoiced },
  { of: 'paid', label: 'Paid', amount: view.row.paid },
  { of: 'held', label: 'Held', amount: view.row.held },
  { of: 'due', label: 'Due in 14 days', amount: view.row.dueSoon },
  { of: 'overdue', label: 'Overdue', amount: view.row.overdue, bad: view.row.overdue > 0 },
  { of: 'coming', label: 'In 12 weeks', amount: coming.value },
])
const SAYS: Record<MoneyFigure, string> = {
  quoted: 'Out to clients, not answered; jobs from this quarter on.',
  agreed: 'Of jobs from this quarter on.',
  invoiced: 'From this quarter on, less what was credited.',
  paid: 'Of jobs from this quarter on, deposits for damage apart.',
  held: 'Damage deposits of jobs from this quarter on.',
  due: 'Falls due today or in the next 14 days.',
  overdue: 'Its day has passed.',
  coming: 'Falls due in this week and the eleven after it.',
}
const opened = ref<MoneyFigure | null>(null)
const figure = computed(() => figures.value.find((f) => f.of === opened.value))
const page = ref<FigureRows | null>(null)
const { act, busy } = useAct()
const open = (of: MoneyFigure) =>
  act(async () => {
    opened.value = of
    page.value = null
    const got = await api<FigureRows>('/api/money/rows', { query: { of } })
    if (opened.value === of) page.value = got
  })
const more = () =>
  act(async () => {
    const got = await api<FigureRows>('/api/money/rows', { query: { of: opened.value!, after: page.value!.next! } })
    page.value = { rows: [...page.value!.rows, ...got.rows], next: got.next }
  })
const rows = computed(() => (page.value?.rows ?? []).map((r) => ({ ...r, id: r.key })))
const columns: RowColumn<FigureRow & { id: string }>[] = [
  { key: 'day', header: 'Day', text: (r) => (r.day ? dayWords(r.day, view.today) : 'no day yet') },
  {
    key: 'what',
    header: 'What',
    text: (r) => [r.title, r.words, r.client].filter(Boolean).join(', '),
    always: true,
  },
  { key: 'papers', header: 'Papers', text: (r) => r.papers.map((p) => p.title).join(', ') },
  { key: 'amount', header: 'Amount', text: (r) => c(r.amount), amount: true },
]
</script>

<template>
  <ul class="flex flex-wrap gap-x-6 gap-y-2 mb-6" aria-label="Figures">
    <li v-for="f in figures" :key="f.of">
      <Button variant="text" class="block text-left p-0" :aria-label="`${f.label}, ${c(f.amount)}`" @click="open(f.of)">
        <span class="soft small block" :class="{ bad: f.bad }">{{ f.label }}</span>
        <span class="money text-[18px] font-semibold" :class="f.bad ? 'bad' : 'text-ink'">{{ c(f.amount) }}</span>
      </Button>
    </li>
  </ul>
  <Drawer
    :visible="!!figure"
    :header="figure && `${figure.label}: ${c(figure.amount)}`"
    :aria-label="figure?.label"
    position="right"
    :style="{ width: 'min(720px, 100vw)' }"
    @update:visible="opened = null"
  >
    <template v-if="figure">
      <p class="soft small mb-3">{{ SAYS[figure.of] }}</p>
      <Skeleton v-if="!page" height="8rem" />
      <RowsTable
        v-else
        name="figure"
        :rows="rows"
        :columns="columns"
        :busy="busy"
        :more="!!page.next"
        tall
        @more="more"
      >
        <template #what="{ row: r }"
          ><NuxtLink :to="`/jobs/${r.jobId}`" data-row>{{ r.title }}</NuxtLink
          ><span class="soft small block">{{ [r.words, r.client].filter(Boolean).join(', ') }}</span></template
        >
        <template #papers="{ row: r }"
          ><span v-for="(p, i) in r.papers" :key="p.to"
            >{{ i ? ', ' : '' }}<a v-if="p.to.startsWith('/api/')" :href="p.to" target="_blank">{{ p.title }}</a
            ><NuxtLink v-else :to="p.to">{{ p.title }}</NuxtLink></span
          ></template
        >
        <template #empty><p class="soft">Nothing makes it up: it is nothing.</p></template>
      </RowsTable>
    </template>
  </Drawer>
</template>
