<script setup lang="ts">
import type { TodayView } from '~~/shared/overview'

/** Quoted, agreed, paid, held, due and overdue, each as a share of what is agreed. */
const { sums } = defineProps<{ sums: TodayView['money']; currency: string }>()
const rows = computed(() => [
  { label: 'Quoted, not answered', amount: sums.quoted, tone: '' },
  { label: 'Agreed', amount: sums.agreed, tone: 'tarn' },
  { label: 'Paid', amount: sums.paid, tone: 'moss' },
  { label: 'Damage deposits held', amount: sums.held, tone: '' },
  { label: 'Due in 14 days', amount: sums.dueSoon, tone: 'heather' },
  {
    label: sums.overdueJobs
      ? `Overdue, ${sums.overdueJobs} ${sums.overdueJobs === 1 ? 'client' : 'clients'}`
      : 'Overdue',
    amount: sums.overdue,
    tone: sums.overdue ? 'bracken' : '',
  },
])
const share = (amount: number) => `${Math.min(100, (100 * amount) / Math.max(sums.agreed, 1))}%`
</script>

<template>
  <h2 id="money">Money, from this quarter on</h2>
  <ul class="ledger" aria-labelledby="money" data-testid="money-row">
    <li v-for="r in rows" :key="r.label" class="sum pt-2.5 pb-2 px-0">
      <div class="flex justify-between items-baseline">
        <span class="soft" :class="r.tone === 'bracken' ? 'bad' : ''">{{ r.label }}</span><b
          class="money"
          :class="r.tone === 'bracken' ? 'bad' : ''"
          >{{ money(r.amount, currency) }}</b
        >
      </div>
      <span
        v-if="r.tone"
        class="bar block h-[5px] rounded-[3px] bg-hairline mt-[5px] overflow-hidden"
        aria-hidden="true"
        ><i class="block h-full rounded-[3px]" :style="{ width: share(r.amount), background: `var(--${r.tone})` }"
      /></span>
    </li>
  </ul>
</template>

<style scoped>
.sum b {
  font-size: 20px;
}
</style>
