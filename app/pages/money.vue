<script setup lang="ts">
import { lateWords } from '~~/core/calendar/dates'
import { minorDigits } from '~~/core/money/money'
import type { InvoiceRow } from '~~/shared/overview'
import type { RowColumn } from '~/components/RowsTable.vue'
import FigureChart from '~/features/charts/FigureChart.vue'
import type { Figures } from '~/features/charts/options'
import FigureRow from '~/features/money/FigureRow.vue'
import BookDialog from '~/features/money/BookDialog.vue'
import { useMoney } from '~/features/money/useMoney'

useHead({ title: 'Money · Upwold' })
const ledger = useMoney()
const session = useSession()
/** Money that came in is being booked. */
const booking = ref(false)
ledger.follow()
const { data: view, problem } = storeToRefs(ledger)
const months = computed(() => {
  const v = view.value
  if (!v) return []
  return Array.from({ length: 12 }, (_, i) => {
    const m = `${v.today.slice(0, 4)}-${String(i + 1).padStart(2, '0')}`
    const f = v.months.find((x) => x.month === m)
    return {
      m,
      name: new Date(`${m}-15`).toLocaleString('en-GB', { month: 'short' }),
      paid: f?.paid ?? 0,
      open: f?.open ?? 0,
    }
  })
})
const c = (n: number) => money(n, view.value!.currency)
/** Whole units of the currency, for what stands on a column. */
const short = (n: number) => {
  const unit = 10 ** minorDigits(view.value!.currency)
  const words = c(Math.round(n / unit) * unit)
  return unit > 1 ? words.replace(/[.,]0+(?!\d)/, '') : words
}
const byMonth = computed<Figures>(() => ({
  way: 'columns',
  of: 'Month',
  names: months.value.map((m) => m.name),
  series: [
    { name: 'paid', values: months.value.map((m) => m.paid), tone: 'moss' },
    { name: 'agreed, not yet paid', values: months.value.map((m) => m.open), tone: 'tarn', hatched: true },
  ],
  words: c,
  short,
  stacked: true,
  height: 190,
}))
const byAge = computed<Figures>(() => ({
  way: 'bars',
  of: 'How old',
  names: view.value!.ages.map((a) => a.label),
  series: [{ name: 'owed', values: view.value!.ages.map((a) => a.amount), tone: 'tarn' }],
  tones: view.value!.ages.map((_, i) => (i ? 'bracken' : 'tarn')),
  words: c,
  short,
  height: 190,
}))
const byWeek = computed<Figures>(() => ({
  way: 'columns',
  of: 'Week from',
  names: view.value!.coming.map((w) => shortDay(w.from)),
  series: [{ name: 'falls due', values: view.value!.coming.map((w) => w.open), tone: 'heather' }],
  words: c,
  short,
  height: 170,
}))
const dues = computed(() => view.value!.dues.map((d) => ({ ...d, id: d.jobId + d.stage })))
type DueRow = (typeof dues.value)[number]
const late = (d: DueRow) => d.dueOn < view.value!.today
const dueColumns: RowColumn<DueRow>[] = [
  {
    key: 'day',
    header: 'Due',
    text: (d) => (late(d) ? lateWords(d.dueOn, view.value!.today) : dayWords(d.dueOn, view.value!.today)),
    order: (d) => d.dueOn,
  },
  { key: 'what', header: 'What', text: (d) => `${d.label}, ${d.title}`, always: true },
  { key: 'client', header: 'Client', text: (d) => d.client, order: (d) => d.client },
  { key: 'invoice', header: 'Invoice', text: (d) => d.invoice ?? '' },
  { key: 'open', header: 'Open', text: (d) => c(d.open), amount: true, order: (d) => d.open },
]
const invoiceColumns: RowColumn<InvoiceRow>[] = [
  { key: 'number', header: 'Number', text: (i) => i.number, always: true, order: (i) => i.number },
  { key: 'job', header: 'Job', text: (i) => i.jobTitle },
  { key: 'client', header: 'Client', text: (i) => i.client, order: (i) => i.client },
  { key: 'total', header: 'Total', text: (i) => c(i.total), amount: true, order: (i) => i.total },
]
</script>

<template>
  <div class="page">
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <template v-if="view">
      <div class="head">
        <h1>Money</h1>
        <span class="soft">{{ c(view.row.dueSoon) }} comes due in the next 14 days</span>
        <Button v-if="session.may('book')" class="ml-auto" variant="outlined" @click="booking = true"
          >Book what came in</Button
        >
        <NuxtLink :class="{ 'ml-auto': !session.may('book') }" to="/books">The books, for the bookkeeper</NuxtLink>
      </div>
      <FigureRow :view="view" />
      <div class="grid grid-cols-1 narrow:grid-cols-[minmax(0,1fr)_380px] gap-10">
        <div>
          <h2>Agreed and paid, by the month of the job</h2>
          <FigureChart :figures="byMonth" label="Agreed and paid, by the month of the job" />
          <h2 class="gap">Due and overdue</h2>
          <RowsTable name="dues" :rows="dues" :columns="dueColumns">
            <template #day="{ row: d }"
              ><span :class="{ bad: late(d) }">{{ dueColumns[0]!.text(d) }}</span></template
            >
            <template #what="{ row: d }"
              ><NuxtLink :to="`/jobs/${d.jobId}`" data-row>{{ d.label }}, {{ d.title }}</NuxtLink></template
            >
            <template #open="{ row: d }"
              ><b>{{ c(d.open) }}</b></template
            >
            <template #empty><p class="soft">Nothing is due.</p></template>
          </RowsTable>
          <h2 class="gap">Invoices</h2>
          <RowsTable name="invoices" :rows="view.invoices" :columns="invoiceColumns">
            <template #number="{ row: i }"
              ><a v-if="i.ready" :href="`/api/invoices/${i.id}/pdf`" target="_blank">{{ i.number }}</a
              ><template v-else>{{ i.number }}</template></template
            >
            <template #job="{ row: i }"
              ><NuxtLink :to="`/jobs/${i.jobId}`">{{ i.jobTitle }}</NuxtLink></template
            >
            <template #total="{ row: i }"
              ><b>{{ c(i.total) }}</b></template
            >
            <template #empty><p class="soft">No invoices yet. They are raised by themselves.</p></template>
          </RowsTable>
        </div>
        <aside>
          <h2>How old is what’s owed</h2>
          <FigureChart :figures="byAge" label="How old is what’s owed" />
          <h2 class="gap">What comes in over the next 12 weeks</h2>
          <FigureChart :figures="byWeek" label="What comes in over the next 12 weeks, as planned" />
          <h2 class="gap">Damage deposits held</h2>
          <ul class="ledger">
            <li v-for="h in view.held" :key="h.jobId" class="pair">
              <NuxtLink class="text-ink" :to="`/jobs/${h.jobId}`">{{ h.title }}</NuxtLink><span class="money">{{
                c(h.amount)
              }}</span>
            </li>
            <li v-if="!view.held.length" class="soft pair">None held.</li>
          </ul>
          <h2 class="gap">Last in</h2>
          <ul class="ledger">
            <li v-for="p in view.lastIn" :key="p.at + p.jobId + p.words" class="pair">
              <span
                ><span class="soft small">{{ whenWords(p.at, view.today) }}</span> {{ p.words }}</span
              ><span class="money">{{ c(p.amount) }}</span>
            </li>
          </ul>
        </aside>
      </div>
    </template>
    <WaitingPage v-else-if="!problem" />
    <BookDialog v-if="booking" @close="booking = false" />
  </div>
</template>
