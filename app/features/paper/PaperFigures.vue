<script setup lang="ts">
import FigureChart from '~/features/charts/FigureChart.vue'
import type { Figures } from '~/features/charts/options'
import { useAnswered } from './usePapers'

/** How papers go out and come back: by week, and for quotes by how they were answered. */
const answered = useAnswered()
answered.follow()
const { data, problem } = storeToRefs(answered)
const few = (n: number) => String(n)
const byWeek = computed<Figures>(() => ({
  way: 'columns',
  of: 'Week from',
  names: data.value!.weeks.map((w) => shortDay(w.from)),
  series: [
    { name: 'sent', values: data.value!.weeks.map((w) => w.sent), tone: 'tarn', hatched: true },
    { name: 'signed by all', values: data.value!.weeks.map((w) => w.signed), tone: 'moss' },
  ],
  words: few,
  short: few,
  height: 190,
}))
const TONE = { yes: 'moss', no: 'bracken', open: 'tarn' } as const
const byAnswer = computed<Figures>(() => ({
  way: 'bars',
  of: 'Answer',
  names: data.value!.quotes.map((q) => q.label),
  series: [{ name: 'quotes', values: data.value!.quotes.map((q) => q.count), tone: 'moss' }],
  tones: data.value!.quotes.map((q) => TONE[q.is]),
  words: few,
  short: few,
  height: 250,
}))
</script>

<template>
  <div class="figures grid grid-cols-[repeat(auto-fit,minmax(320px,1fr))] gap-y-3 gap-x-9 mb-4.5">
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <template v-else-if="data">
      <section>
        <h2>Sent and signed, week by week</h2>
        <FigureChart :figures="byWeek" label="Papers sent and signed, week by week" />
      </section>
      <section>
        <h2>How quotes of the last 12 weeks were answered</h2>
        <FigureChart :figures="byAnswer" label="How quotes of the last 12 weeks were answered" />
      </section>
    </template>
    <template v-else><Skeleton height="230px" /><Skeleton height="230px" /></template>
  </div>
</template>
