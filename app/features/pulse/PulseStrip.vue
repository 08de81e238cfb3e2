<script setup lang="ts">
import { addDays } from '~~/core/calendar/dates'
import { SAID } from '~~/core/pulse/said'
import { type Tone, sparkOf } from '../charts/options'
import { usePulse } from './usePulse'

/** The pulse: what went on in the last days as counts, each opening its list; who waits longest; who has what to do. */
const pulse = usePulse()
const { data: view, days } = storeToRefs(pulse)
pulse.follow()
const Apex = defineAsyncComponent(() => import('vue3-apexcharts'))
const TONE: Record<string, Tone> = {
  ...{ asked: 'tarn', opened: 'tarn', signed: 'moss', declined: 'bracken', lapsed: 'bracken', money: 'moss' },
}
const nameOf = (kind: string) => (kind === 'money' ? 'money in' : SAID[kind as keyof typeof SAID].list)
const valueOf = (kind: string, n: number) => (kind === 'money' ? money(n, view.value!.currency) : String(n))
const toOf = (kind: string) => `/timeline?kind=${kind === 'money' ? 'paid' : kind}&days=${days.value}`
const beats = computed(() => view.value?.beats ?? [])
/** One for all, so that a chart isn't drawn anew whenever something else is said. */
const options = Object.fromEntries(Object.entries(TONE).map(([kind, tone]) => [kind, sparkOf(tone, pageNonce())]))
const table = ref(false)
const rows = computed(() =>
  Array.from({ length: view.value?.span ?? 0 }, (_, i) => ({
    day: dayWords(addDays(view.value!.from, i), view.value!.from),
    ...Object.fromEntries(beats.value.map((b) => [b.kind, valueOf(b.kind, b.days[i] ?? 0)])),
  })),
)
const plateWords = (p: NonNullable<typeof view.value>['plates'][number]) =>
  [p.tasks ? `${p.tasks} to do${p.late ? `, ${p.late} late` : ''}` : '', p.checks ? `${p.checks} to check` : '']
    .filter(Boolean)
    .join(', ') || 'nothing'
</script>

<template>
  <section v-if="view" aria-labelledby="pulse" class="mt-7">
    <div class="section-head">
      <h2 id="pulse">The last {{ view.span }} days</h2>
      <OneOf
        v-model="days"
        label="How many days"
        :options="[
          { value: '7', label: '7 days' },
          { value: '28', label: '28 days' },
        ]"
      />
    </div>
    <ul v-if="!table" class="beats border-t border-t-hairline">
      <li v-for="b in beats" :key="b.kind" class="py-3 px-3 min-w-0">
        <NuxtLink :to="toOf(b.kind)" class="beat grid text-ink no-underline"
          ><span class="soft small">{{ nameOf(b.kind) }}</span
          ><b class="num">{{ valueOf(b.kind, b.total) }}</b></NuxtLink
        >
        <Apex
          type="bar"
          height="34"
          :options="options[b.kind]"
          :series="[{ name: nameOf(b.kind), data: b.days }]"
          aria-hidden="true"
        />
        <span class="soft small">{{ valueOf(b.kind, b.before) }} before</span>
      </li>
    </ul>
    <DataTable v-else :value="rows" size="small">
      <Column field="day" header="Day" />
      <Column v-for="b in beats" :key="b.kind" :field="b.kind" :header="nameOf(b.kind)" body-class="money" />
    </DataTable>
    <p class="foot">
      <Button variant="text" size="small" @click="table = !table">{{ table ? 'As a picture' : 'As a table' }}</Button>
      <LinkButton to="/how">How we do</LinkButton>
    </p>
    <div class="grid narrow:grid-cols-2 gap-9 mt-4">
      <section aria-labelledby="longest">
        <h2 id="longest">Waits longest</h2>
        <ul class="ledger">
          <li v-for="w in view.longest" :key="w.jobId" class="py-2 flex gap-3 items-baseline">
            <span class="flex-1 min-w-0 wrap-anywhere"
              ><NuxtLink :to="`/jobs/${w.jobId}`">{{ w.words }}</NuxtLink
              ><span class="soft small block">{{ w.title }}</span></span
            >
            <span class="soft small whitespace-nowrap">{{ w.days === 1 ? '1 day' : `${w.days} days` }}</span>
          </li>
          <li v-if="!view.longest.length" class="soft none">Nobody keeps you waiting.</li>
        </ul>
      </section>
      <section aria-labelledby="plates">
        <h2 id="plates">On whose plate</h2>
        <ul class="ledger">
          <li v-for="p in view.plates" :key="p.memberId ?? ''" class="py-2 flex gap-3 items-baseline">
            <span class="flex-1">{{ p.name }}</span>
            <span class="small" :class="p.late ? 'bad' : 'soft'">{{ plateWords(p) }}</span>
          </li>
        </ul>
      </section>
    </div>
  </section>
</template>

<style scoped>
.beats {
  display: grid;
  grid-template-columns: repeat(6, minmax(0, 1fr));
}
.beats li + li {
  border-inline-start: 1px solid var(--hairline);
}
.num {
  font: 600 var(--size-l)/1.3 var(--sans);
  font-variant-numeric: tabular-nums;
}
.beat:hover b {
  text-decoration: underline;
}
@media (max-width: 900px) {
  .beats {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .beats li:nth-child(odd) {
    border-inline-start: 0;
  }
}
</style>
