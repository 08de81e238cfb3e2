<script setup lang="ts">
import { type ThreadPart, usePerson } from './usePerson'

/** Everything with a person in one order; what belongs to one job stands together under it, with its line. */
const store = usePerson()
const { data: view, part } = storeToRefs(store)
const { rows, more, busy, first, problem } = toRefs(store.thread)
const PARTS: { value: ThreadPart; label: string }[] = [
  { value: 'all', label: 'Everything' },
  { value: 'papers', label: 'Papers' },
  { value: 'money', label: 'Money' },
  { value: 'messages', label: 'Messages' },
  { value: 'visits', label: 'Visits' },
  { value: 'notes', label: 'Notes' },
]
const session = useSession()
const parts = computed(() => PARTS.filter((p) => p.value !== 'money' || session.may('money')))
/** Rows under the job they are about, as long as they stand together. */
const groups = computed(() => {
  const all: { key: string; job: (typeof rows.value)[number]['job']; rows: typeof rows.value }[] = []
  for (const row of rows.value) {
    const last = all.at(-1)
    if (last && last.job?.id === row.job?.id) last.rows.push(row)
    else all.push({ key: row.id, job: row.job, rows: [row] })
  }
  return all
})
const known = computed(() => new Map(view.value.jobs.map((j) => [j.id, j])))
/** The line of a job stands where it is named first. */
const leads = (i: number) => groups.value.findIndex((g) => g.job?.id === groups.value[i]!.job?.id) === i
</script>

<template>
  <section aria-label="Everything with them" class="min-w-0">
    <div class="mb-3"><OneOf v-model="part" label="Which of it" :options="parts" /></div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <div v-for="(g, i) in groups" :key="g.key" class="mb-4">
      <h3 class="flex flex-wrap gap-x-3 gap-y-1 items-center mb-1 text-[14px] font-semibold font-sans">
        <template v-if="g.job">
          <NuxtLink :to="`/jobs/${g.job.id}`" class="text-ink no-underline hover:underline"
            >{{ g.job.title
            }}<template v-if="known.get(g.job.id)?.day"
              >, {{ dayWords(known.get(g.job.id)!.day, view.today) }}</template
            ></NuxtLink
          >
          <JobLine v-if="leads(i) && known.has(g.job.id)" :stops="known.get(g.job.id)!.stops" />
        </template>
        <template v-else>Beside jobs</template>
      </h3>
      <ol>
        <li v-for="r in g.rows" :key="r.id" class="grid grid-cols-[58px_28px_1fr] py-1.5">
          <span class="soft small">{{ whenWords(r.at, view.today) }}</span>
          <span
            class="grid justify-center empty:border-l empty:border-hairline-strong empty:w-px empty:justify-self-center"
            ><StopMark v-if="r.state" :state="r.state" :size="16"
          /></span>
          <div class="min-w-0 wrap-anywhere" :class="{ soft: !r.state }">
            <NuxtLink v-if="r.paperId" :to="`/papers/${r.paperId}`" class="text-ink no-underline hover:underline">{{
              r.words
            }}</NuxtLink><template v-else>{{ r.words }}</template>
            <details v-if="r.detail.length > 180" class="soft small">
              <summary>{{ r.detail.slice(0, 180) }}…</summary>
              <p class="whitespace-pre-line">{{ r.detail }}</p>
            </details>
            <span v-else-if="r.detail" class="soft small block whitespace-pre-line">{{ r.detail }}</span>
          </div>
        </li>
      </ol>
    </div>
    <Skeleton v-if="!first && busy" height="160px" />
    <p v-if="first && !rows.length" class="soft">Nothing of this sort yet.</p>
    <Button v-if="more" variant="outlined" :disabled="busy" @click="store.thread.showMore()"
      >Show what was before</Button
    >
  </section>
</template>
