<script setup lang="ts">
import { lateWords } from '~~/core/calendar/dates'
import type { MoneyView } from '~~/shared/overview'

useHead({ title: 'Money · Upwold' })
const view = ref<MoneyView | null>(null),
  problem = ref('')
async function load() {
  try {
    view.value = await api<MoneyView>('/api/money')
  } catch (e) {
    problem.value = wordsOf(e)
  }
}
await load()
useFeed(load)
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
const top = computed(() => Math.max(1, ...months.value.map((m) => m.paid + m.open)))
const oldest = computed(() => Math.max(1, ...(view.value?.ages.map((a) => a.amount) ?? [])))
const c = (n: number) => money(n, view.value!.currency)
</script>

<template>
  <div class="page">
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <template v-if="view">
      <div class="head">
        <h1>Money</h1>
        <span class="soft">{{ c(view.row.dueSoon) }} comes due in the next 14 days</span>
      </div>
      <div class="cols">
        <div>
          <h2>Agreed and paid, by the month of the job</h2>
          <div
            class="chart"
            role="img"
            :aria-label="
              months
                .filter((m) => m.paid + m.open)
                .map((m) => `${m.name}: ${c(m.paid)} paid, ${c(m.open)} agreed, not yet paid`)
                .join('; ')
            "
          >
            <div v-for="m in months" :key="m.m" class="month">
              <span class="open" :style="{ height: `${(130 * m.open) / top}px` }" /><span
                class="paid"
                :style="{ height: `${(130 * m.paid) / top}px` }"
              /><span class="small" :class="m.m === view.today.slice(0, 7) ? 'strong' : 'soft'">{{ m.name }}</span>
            </div>
          </div>
          <p class="small soft legend"><i class="paid" /> paid <i class="open" /> agreed, not yet paid</p>
          <h2 class="gap">Due and overdue</h2>
          <ul class="ledger">
            <li v-for="d in view.dues" :key="d.jobId + d.stage" class="due">
              <span :class="{ bad: d.dueOn < view.today }">{{
                d.dueOn < view.today ? lateWords(d.dueOn, view.today) : dayWords(d.dueOn, view.today)
              }}</span><NuxtLink :to="`/jobs/${d.jobId}`"
                >{{ d.label }}, {{ d.title }}
                <span v-if="d.invoice" class="soft small">invoice {{ d.invoice }}</span></NuxtLink
              ><span class="ellipsis">{{ d.client }}</span
              ><b class="money">{{ c(d.open) }}</b>
            </li>
            <li v-if="!view.dues.length" class="soft due">Nothing is due.</li>
          </ul>
          <h2 class="gap">Invoices</h2>
          <ul class="ledger">
            <li v-for="i in view.invoices" :key="i.id" class="due">
              <a v-if="i.ready" :href="`/api/invoices/${i.id}/pdf`" target="_blank">{{ i.number }}</a><span v-else>{{
                i.number
              }}</span
              ><NuxtLink :to="`/jobs/${i.jobId}`">{{ i.jobTitle }}</NuxtLink
              ><span class="ellipsis">{{ i.client }}</span
              ><b class="money">{{ c(i.total) }}</b>
            </li>
            <li v-if="!view.invoices.length" class="soft due">No invoices yet. They are raised by themselves.</li>
          </ul>
        </div>
        <aside>
          <h2>How old is what’s owed</h2>
          <ul>
            <li v-for="(a, i) in view.ages" :key="a.label" class="age">
              <span>{{ a.label }}</span><span class="bar"
                ><i
                  :style="{
                    width: `${(100 * a.amount) / oldest}%`,
                    background: i ? 'var(--bracken)' : 'var(--tarn)',
                  }" /></span
              ><span class="money">{{ c(a.amount) }}</span>
            </li>
          </ul>
          <h2 class="gap">Damage deposits held</h2>
          <ul class="ledger">
            <li v-for="h in view.held" :key="h.jobId" class="pair">
              <NuxtLink :to="`/jobs/${h.jobId}`">{{ h.title }}</NuxtLink><span class="money">{{ c(h.amount) }}</span>
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
  </div>
</template>

<style scoped>
.cols {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 380px;
  gap: 40px;
}
.gap {
  margin-top: 22px;
}
.chart {
  display: grid;
  grid-template-columns: repeat(12, 1fr);
  gap: 8px;
  margin-top: 10px;
}
.month {
  display: flex;
  flex-direction: column;
  justify-content: flex-end;
  height: 160px;
  text-align: center;
}
.month span:last-child {
  border-top: 1px solid var(--hairline-strong);
  padding-top: 4px;
}
.paid {
  background: var(--moss);
}
.open {
  background: repeating-linear-gradient(45deg, var(--tarn) 0 3px, var(--tarn-tint) 3px 6px);
}
.legend i {
  display: inline-block;
  width: 11px;
  height: 11px;
  margin-left: 8px;
}
.due {
  display: grid;
  grid-template-columns: 134px 1fr 170px 110px;
  gap: 10px;
  padding: 11px 0;
}
.due a,
.pair a {
  color: var(--ink);
}
.age {
  display: grid;
  grid-template-columns: 110px 1fr 100px;
  gap: 10px;
  align-items: center;
  padding: 6px 0;
}
.bar i {
  display: block;
  height: 12px;
  min-width: 2px;
  border-radius: 2px;
}
.pair {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  padding: 9px 0;
}
@media (max-width: 640px) {
  .month .small {
    font-size: 10px;
    overflow-wrap: normal;
  }
}
@media (max-width: 900px) {
  .cols {
    grid-template-columns: 1fr;
  }
  .due {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
