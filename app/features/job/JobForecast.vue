<script setup lang="ts">
import { dayOf } from '~~/core/calendar/dates'
import { type LineFacts, lineOf } from '~~/core/line/line'
import { isDecimal, ZERO } from '~~/core/money/money'
import { planStages } from '~~/core/payment-plan/plan'
import { type Discount, type PricedLine, price } from '~~/core/pricing/pricing'
import type { ContactView, JobKind } from '~~/shared/jobs'

/** What a job that is being typed will come to: its line, its sum and payments, and what the first paper still needs. */
const props = defineProps<{
  kind: JobKind
  client: ContactView | null
  starts: string
  lines: PricedLine[]
  discount: Discount | null
}>()
const session = useSession()
const currency = computed(() => session.data?.business?.currency ?? 'GBP')
const now = useNow()
const today = computed(() => dayOf(now.value, session.data?.business?.timeZone ?? 'UTC'))
const day = computed(() => props.starts.slice(0, 10) || null)
const priced = computed(() =>
  price({
    lines: props.lines.filter((l) => isDecimal(l.quantity) && isDecimal(l.taxRate)),
    discount: props.discount,
    pricesIncludeTax: props.kind.settings.pricesIncludeTax,
  }),
)
const stages = computed(
  () =>
    planStages({
      plan: props.kind.settings.plan,
      total: priced.value.total,
      acceptedOn: null,
      jobDay: day.value,
      today: today.value,
      payments: [],
    }).stages,
)
const stops = computed(() => {
  const { expects } = props.kind.settings
  const facts: LineFacts = {
    expects: { ...expects, waivers: expects.waivers ? 1 : 0 },
    papers: [],
    agreedOn: null,
    total: priced.value.total,
    stages: stages.value,
    paid: ZERO,
    invoice: null,
    day: day.value,
    endDay: null,
    currency: currency.value,
  }
  return lineOf(facts, today.value).filter((s) => s.state !== 'skipped')
})
const missing = computed(() =>
  [
    !props.client && props.kind.settings.expects.quote && 'a client',
    !day.value && 'a day',
    !props.lines.length && 'something priced',
  ].filter((m) => m !== false),
)
const paper = computed(() => (props.kind.settings.expects.quote ? 'The quote' : 'The first paper'))
</script>

<template>
  <aside
    class="bg-paper border border-hairline rounded-corner p-4 self-start sticky top-4"
    aria-label="What it will come to"
  >
    <h2>What it will come to</h2>
    <p class="total">{{ money(priced.total, currency) }}</p>
    <p class="soft small">with {{ money(priced.tax, currency) }} tax</p>
    <ul class="ledger">
      <li v-for="s in stages.filter((x) => x.amount > 0)" :key="s.key">
        <span>{{ s.label }}{{ s.held ? ', held' : '' }}</span>
        <span class="soft small">{{ s.dueOn ? dayWords(s.dueOn, today) : 'when agreed' }}</span>
        <b class="money">{{ money(s.amount, currency) }}</b>
      </li>
    </ul>
    <h2 class="gap">Its line</h2>
    <ol class="line grid gap-1 mt-1.5">
      <li v-for="s in stops" :key="s.key"><StopMark :state="s.state" :size="14" /> {{ s.label }}</li>
    </ol>
    <p v-if="missing.length" class="small soft gap">{{ paper }} still needs {{ missing.join(', ') }}.</p>
    <p v-else class="small gap">{{ paper }} can be made as soon as the job is added.</p>
  </aside>
</template>

<style scoped>
.total {
  font: 600 28px/1.3 var(--serif);
}
.ledger li {
  display: grid;
  grid-template-columns: 1fr auto 84px;
  gap: 8px;
  align-items: baseline;
  padding: 6px 0;
}
.line li {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
