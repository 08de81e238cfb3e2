<script setup lang="ts">
import FigureChart from '~/features/charts/FigureChart.vue'
import type { Figures } from '~/features/charts/options'
import { useHow } from '~/features/how/useHow'
import type { HowRows, HowView } from '~~/shared/how'

/** How we do: from sending to answer, what is accepted, where people stop; every figure opens its rows. */
useHead({ title: 'How we do · Upwold' })
const how = useHow()
how.follow()
const { data: view, asked, problem } = storeToRefs(how)
const session = useSession()
const today = new Intl.DateTimeFormat('sv-SE').format(new Date())
const BY = [
  { value: 'kind', label: 'By kind of job' },
  { value: 'template', label: 'By template' },
  { value: 'month', label: 'By month' },
] as const
const OF = [
  { value: 'quote', label: 'Quotes' },
  { value: 'contract', label: 'Contracts' },
  { value: 'waiver', label: 'Waivers' },
  { value: 'form', label: 'Forms' },
]
const MONTHS = [
  { value: '3', label: 'last 3 months' },
  { value: '12', label: 'last year' },
  { value: '36', label: 'last 3 years' },
]
type Row = HowView['rows'][number]
const percent = (share: number | null) => (share === null ? '–' : `${Math.round(share / 10)}%`)
const inDays = (days: number | null) => (days === null ? '–' : days === 1 ? '1 day' : `${days} days`)
const figures = computed<Figures | null>(() => {
  const rows = view.value?.rows ?? []
  if (!rows.some((r) => r.share !== null)) return null
  return {
    way: asked.value.by === 'month' ? 'columns' : 'bars',
    of: 'What',
    names: rows.slice(0, 12).map((r) => r.label),
    series: [{ name: 'signed', values: rows.slice(0, 12).map((r) => Math.round((r.share ?? 0) / 10)), tone: 'moss' }],
    words: (n) => `${n}%`,
    short: (n) => `${n}%`,
    height: asked.value.by === 'month' ? 200 : 60 + 46 * Math.min(12, rows.length),
  }
})
const opened = ref('')
const rows = ref<HowRows['rows'] | null>(null)
const notices = useNotices()
async function open(title: string, more: { key?: string; outcome?: string; field?: string }) {
  opened.value = title
  rows.value = null
  try {
    rows.value = await how.rowsOf(more)
  } catch (e) {
    notices.trouble(e)
  }
}
const FIGURES = [
  ['sent', 'sent', undefined],
  ['signed', 'signed', 'signed'],
  ['declined', 'declined', 'declined'],
  ['lapsed', 'lapsed', 'lapsed'],
  ['open', 'still out', 'out'],
] as const
const OUTCOME = { out: 'still out', signed: 'signed', declined: 'declined', lapsed: 'lapsed', withdrawn: 'taken back' }
const MARK = { out: 'theirs', signed: 'settled', declined: 'trouble', lapsed: 'trouble', withdrawn: 'skipped' } as const
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>How we do</h1>
      <span class="grow" />
      <div class="w-40"><Choice v-model="asked.of" aria-label="Which papers" :options="OF" /></div>
      <div class="w-44"><Choice v-model="asked.months" aria-label="Since when" :options="MONTHS" /></div>
      <OneOf v-model="asked.by" label="Put together" :options="[...BY]" />
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <template v-if="view">
      <DataTable v-if="view.rows.length" :value="view.rows" data-key="key">
        <Column field="label" header="What" body-class="strong" />
        <Column
          v-for="[key, name, outcome] in FIGURES"
          :key="key"
          :header="name"
          body-class="money"
          header-class="money-head"
        >
          <template #body="{ data: r }"
            ><Button
              v-if="(r as Row)[key]"
              variant="link"
              class="p-0"
              :aria-label="`${(r as Row).label}: ${(r as Row)[key]} ${name}`"
              @click="open(`${(r as Row).label}, ${name}`, { key: (r as Row).key, outcome })"
              >{{ (r as Row)[key] }}</Button
            ><span v-else class="soft">0</span></template
          >
        </Column>
        <Column header="part signed" body-class="money" header-class="money-head">
          <template #body="{ data: r }">{{ percent((r as Row).share) }}</template>
        </Column>
        <Column header="until signed" body-class="money" header-class="money-head">
          <template #body="{ data: r }">{{ inDays((r as Row).days) }}</template>
        </Column>
        <Column header="reminders for ten" body-class="money" header-class="money-head">
          <template #body="{ data: r }">{{ (r as Row).reminders }}</template>
        </Column>
        <Column v-if="session.may('money')" header="signed worth" body-class="money" header-class="money-head">
          <template #body="{ data: r }">{{
            (r as Row).worth === null ? '' : money((r as Row).worth!, view!.currency)
          }}</template>
        </Column>
      </DataTable>
      <EmptyList v-else words="Nothing of this sort has gone out yet." />
      <div class="grid grid-cols-1 narrow:grid-cols-2 gap-9 mt-7">
        <section v-if="figures" aria-labelledby="share">
          <h2 id="share">The part that was signed, of what was answered or lapsed</h2>
          <FigureChart :figures="figures" label="The part that was signed" />
        </section>
        <section aria-labelledby="stops">
          <h2 id="stops">Where signers stop</h2>
          <ul class="ledger">
            <li v-for="s in view.stops" :key="`${s.page} ${s.field}`" class="py-2 flex gap-3 items-baseline">
              <span class="flex-1 min-w-0 wrap-anywhere"
                >{{ s.field }}<span class="soft small block">page {{ s.page }}</span></span
              >
              <Button
                variant="link"
                class="p-0"
                :aria-label="`${s.n} stopped at ${s.field}`"
                @click="open(`Stopped at ${s.field}`, { field: s.field })"
                >{{ s.n }}</Button
              >
            </li>
            <li v-if="!view.stops.length" class="soft none">Nobody has begun and left it.</li>
          </ul>
        </section>
      </div>
    </template>
    <WaitingPage v-else-if="!problem" />
    <Drawer
      :visible="!!opened"
      :header="opened"
      position="right"
      :style="{ width: 'min(560px, 100vw)' }"
      @update:visible="opened = ''"
    >
      <ul v-if="rows" class="ledger">
        <li v-for="r in rows" :key="r.id" class="grid grid-cols-[26px_1fr_auto] gap-x-2 py-2">
          <StopMark :state="MARK[r.outcome]" class="mt-1" />
          <span class="min-w-0 wrap-anywhere"
            ><NuxtLink :to="`/papers/${r.paperId}`">{{ r.title }}</NuxtLink
            ><span class="soft small block">{{ r.job }}, {{ OUTCOME[r.outcome] }}</span></span
          >
          <span class="soft small text-right"
            >{{ whenWords(r.sentAt, today) }}<span v-if="r.days !== null" class="block">{{ inDays(r.days) }}</span
            ><span v-if="r.reminders" class="block">{{ r.reminders }} reminded</span></span
          >
        </li>
        <li v-if="!rows.length" class="soft none">Nothing.</li>
      </ul>
      <Skeleton v-else height="200px" />
      <p v-if="rows && rows.length === 200" class="soft small mt-2">The newest 200.</p>
    </Drawer>
  </div>
</template>
