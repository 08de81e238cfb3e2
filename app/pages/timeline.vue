<script setup lang="ts">
import { ABOUT, abouts } from '~~/core/follow-ups/model'
import { SAID } from '~~/core/pulse/said'
import type { ContactView } from '~~/shared/jobs'
import { useTimeline } from '~/features/pulse/usePulse'

/** Everything that occurred, by person, kind and job. */
useHead({ title: 'Everything that happened · Upwold' })
const timeline = useTimeline()
const route = useRoute()
const router = useRouter()
const asked = (key: string) => String(route.query[key] ?? '')
const kind = ref(asked('kind'))
const days = ref(asked('days'))
const job = ref(asked('job'))
const person = ref<ContactView | null>(null)
const personId = ref(asked('person'))
watch(person, (p) => (personId.value = p?.id ?? ''))
const given = computed(() =>
  Object.fromEntries(
    Object.entries({ kind: kind.value, days: days.value, job: job.value, person: personId.value }).filter(([, v]) => v),
  ),
)
watch(
  given,
  (now) => {
    timeline.by = now
    void router.replace({ query: now })
  },
  { immediate: true },
)
timeline.follow()
const { rows, first, more, busy, problem } = storeToRefs(timeline)
const GROUP: Record<(typeof abouts)[number], string> = {
  ...{ paper: 'papers', quote: 'quotes', job: 'jobs', money: 'money', visit: 'visits' },
  ...{ form: 'forms', tag: 'tags', task: 'tasks' },
}
const KINDS = [
  { value: '', label: 'Everything' },
  ...abouts.flatMap((a) => [
    { value: a as string, label: `All of ${GROUP[a]}` },
    ...ABOUT[a].map((k) => ({ value: k as string, label: `${GROUP[a]}: ${SAID[k].list}` })),
  ]),
]
const SPANS = [
  { value: '', label: 'Ever' },
  { value: '7', label: 'Last 7 days' },
  { value: '28', label: 'Last 28 days' },
  { value: '365', label: 'Last year' },
]
const whose = computed(
  () => person.value?.name ?? rows.value.find((r) => r.person?.id === personId.value)?.person?.name,
)
const which = computed(() => rows.value.find((r) => r.job?.id === job.value)?.job?.title)
</script>

<template>
  <div class="page max-w-250">
    <div class="head">
      <h1>Everything that happened</h1>
    </div>
    <div class="flex flex-wrap gap-2.5 items-end mb-3">
      <div class="w-60"><Choice v-model="kind" label="What" :options="KINDS" /></div>
      <div class="w-44"><Choice v-model="days" label="When" :options="SPANS" /></div>
      <div class="w-60"><ClientPicker v-model="person" label="With whom" /></div>
      <Button v-if="personId" variant="text" @click="((person = null), (personId = ''))"
        >Not only {{ whose ?? 'them' }}</Button
      >
      <Button v-if="job" variant="text" @click="job = ''">Not only {{ which ?? 'this job' }}</Button>
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <ol v-if="rows.length" class="ledger" aria-label="What happened">
      <li v-for="r in rows" :key="r.id" class="grid grid-cols-[64px_26px_1fr] py-2">
        <span class="soft small">{{ whenWords(r.at, first!.today) }}</span>
        <span class="grid justify-center"><StopMark v-if="r.state" :state="r.state" :size="16" /></span>
        <span class="min-w-0 wrap-anywhere"
          ><NuxtLink v-if="r.paperId" :to="`/papers/${r.paperId}`" class="text-ink no-underline hover:underline">{{
            r.words
          }}</NuxtLink
          ><template v-else>{{ r.words }}</template
          ><span class="soft small block"
            ><NuxtLink v-if="r.job" :to="`/jobs/${r.job.id}`">{{ r.job.title }}</NuxtLink
            ><template v-if="r.person"
              >{{ r.job ? ', ' : '' }}<NuxtLink :to="`/people/${r.person.id}`">{{ r.person.name }}</NuxtLink></template
            ></span
          ></span
        >
      </li>
    </ol>
    <EmptyList
      v-else-if="first"
      :words="kind || days || job || personId ? 'Nothing like that has happened.' : 'Nothing has happened yet.'"
    />
    <Skeleton v-else height="320px" />
    <Button v-if="more" variant="outlined" :disabled="busy" class="mt-3" @click="timeline.showMore()"
      >Show what was before</Button
    >
  </div>
</template>
