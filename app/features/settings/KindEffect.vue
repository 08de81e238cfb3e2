<script setup lang="ts">
import { addDays, formatDay } from '~~/core/calendar/dates'
import { type Minor, ZERO, formatMoney } from '~~/core/money/money'
import { calledOffBands, keptBy } from '~~/core/payment-plan/called-off'
import { type PaymentPlan, planStages } from '~~/core/payment-plan/plan'

/** What a job of a kind would ask for, and what would be kept of it: on a sample of so much in sixty days. */
const props = defineProps<{ plan: PaymentPlan | null }>()
const session = useSession()
const locale = useLocale()
const SAMPLE = 100_000 as Minor
const today = new Intl.DateTimeFormat('sv-SE').format(new Date())
const day = addDays(today, 60)
const amount = (n: number) => formatMoney(n as Minor, session.data?.business?.currency ?? 'GBP', locale.value)
const stages = computed(() =>
  props.plan
    ? planStages({ plan: props.plan, total: SAMPLE, acceptedOn: today, jobDay: day, today, payments: [] }).stages
    : [],
)
const bands = computed(() => {
  const found = calledOffBands(props.plan?.calledOff ?? [])
  const kept = found.map(({ from, to, step }) => ({
    words: to === 0 ? `${from} days or less` : `${from} to ${to} days`,
    amount: amount(keptBy(step, SAMPLE, stages.value[0]?.amount ?? ZERO)),
  }))
  return found.length ? [{ words: `more than ${found[0]!.from} days before`, amount: 'nothing kept' }, ...kept] : []
})
</script>

<template>
  <h2>On a job of {{ amount(SAMPLE) }}, agreed today for {{ formatDay(day) }}</h2>
  <ol v-if="plan" class="card">
    <li v-for="s in stages" :key="s.key" class="flex justify-between gap-4 py-1.5">
      <span
        >{{ s.label }}<span class="soft small block">{{ s.dueOn ? formatDay(s.dueOn, today) : '' }}</span></span
      ><span class="tabular-nums">{{ amount(s.amount) }}</span>
    </li>
  </ol>
  <p v-else class="soft small">Shown once everything is there.</p>
  <template v-if="bands.length">
    <h2>If it is called off</h2>
    <ol class="card">
      <li v-for="b in bands" :key="b.words" class="flex justify-between gap-4 py-1.5">
        <span>{{ b.words }}</span><b class="tabular-nums">{{ b.amount }}</b>
      </li>
    </ol>
  </template>
</template>
