<script setup lang="ts">
import type { ActOnRhythm } from '~~/shared/rhythms'
import RhythmAct from './RhythmAct.vue'
import { useJob } from './useJob'

/** Whether a job is one-off or repeats, what was put down of it, what comes, and what can be done about that. */
const RhythmDialog = defineAsyncComponent(() => import('./RhythmDialog.vue'))
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const session = useSession()
const notices = useNotices()
const { act, busy } = useAct()
const rhythm = computed(() => job.value.rhythm)
const choosing = ref(false)
const asking = ref<Exclude<ActOnRhythm['act'], 'start' | 'resume'> | null>(null)
const c = (n: number) => money(n, job.value.currency)
const STATES = {
  planned: 'Not switched on.',
  running: '',
  paused: 'Pauses now.',
  ended: 'Ended.',
  stopped: 'Stopped: this job was called off, or lost its day.',
}
/** The pause that is on, or the next. */
const pause = computed(() => rhythm.value?.pauses.find((p) => !p.to || p.to >= job.value.today))
const pauseWords = ({ from, to }: { from: string; to: string | null }) =>
  `Pauses from ${shortDay(from)}${to ? ` to ${shortDay(to)}` : ''}.`
const COMING = 4
const coming = computed(() => rhythm.value!.made.filter((m) => m.day >= job.value.today).reverse())
const past = computed(() => rhythm.value!.made.filter((m) => m.day < job.value.today))
const live = computed(() => ['running', 'paused'].includes(rhythm.value?.state ?? ''))
const mayBook = computed(() => session.may('book'))

const done = (given: ActOnRhythm, words: string) =>
  act(async () => {
    await api(`/api/jobs/${job.value.id}/rhythm`, { method: 'POST', body: given })
    await thisJob.load()
    notices.say(words)
  })
const oneOff = () =>
  act(async () => {
    const { rule, ahead, payWithin, notice } = rhythm.value!
    const path = `/api/jobs/${job.value.id}/rhythm`
    await api(path, { method: 'DELETE' })
    await thisJob.load()
    const undo = () => api(path, { method: 'PUT', body: { rule, ahead, payWithin, notice } }).then(() => thisJob.load())
    notices.say('One-off again.', { undo })
  })
</script>

<template>
  <div class="grid gap-2 mt-3">
    <p v-if="job.repeats">
      One of a rhythm: <NuxtLink :to="`/jobs/${job.repeats}`">the job it was agreed with</NuxtLink>
    </p>
    <p v-else-if="!rhythm" class="flex gap-2 items-baseline">
      <span class="soft grow">One-off.</span>
      <Button
        v-if="session.may('jobs') && !job.calledOff"
        size="small"
        variant="text"
        :disabled="!job.starts"
        :title="job.starts ? undefined : 'Give it its day first'"
        @click="choosing = true"
        >Let it repeat…</Button
      >
    </p>
    <section v-else class="grid gap-2" aria-label="Again and again">
      <p>
        Repeats {{ rhythm.words }}<template v-if="rhythm.endsOn">, until {{ shortDay(rhythm.endsOn) }}</template
        >. <span class="soft">{{ STATES[rhythm.state] }}</span>
      </p>
      <p v-if="rhythm.state !== 'planned' && pause" class="notice small">{{ pauseWords(pause) }}</p>
      <ul v-if="coming.length || rhythm.next.length" class="ledger" aria-label="What comes of it">
        <li v-for="m in coming" :key="m.jobId" class="pair">
          <NuxtLink :to="`/jobs/${m.jobId}`">{{ dayWords(m.day, job.today) }}</NuxtLink><span class="soft small"
            >put down</span
          >
        </li>
        <li v-for="n in rhythm.next.slice(0, COMING)" :key="n.day" class="pair soft">
          <span>{{ dayWords(n.day, job.today) }}</span><span class="money">{{ c(n.total) }}</span>
        </li>
      </ul>
      <p v-if="past.length" class="soft small">
        {{ past.length === 1 ? 'One' : past.length }} before:
        <template v-for="(m, i) in past.slice(0, COMING)" :key="m.jobId"
          >{{ i ? ', ' : '' }}<NuxtLink :to="`/jobs/${m.jobId}`">{{ shortDay(m.day) }}</NuxtLink></template
        ><template v-if="past.length > COMING"> …</template>
      </p>
      <p v-for="p in rhythm.prices" :key="p.from" class="soft small">
        {{ c(p.total) }} each time from {{ shortDay(p.from) }}.
      </p>
      <p v-if="rhythm.state === 'planned'" class="acts">
        <Button
          v-if="mayBook"
          size="small"
          variant="outlined"
          :disabled="busy || !job.agreedOn"
          @click="done({ act: 'start' }, 'Switched on. Its jobs are put down.')"
          >Switch it on</Button
        >
        <Button v-if="session.may('jobs')" size="small" variant="text" :disabled="!job.starts" @click="choosing = true"
          >Change…</Button
        >
        <Button v-if="session.may('jobs')" size="small" variant="text" :disabled="busy" @click="oneOff"
          >One-off after all</Button
        >
        <span v-if="!job.agreedOn" class="soft small">It can be switched on once this job is agreed.</span>
      </p>
      <p v-else-if="mayBook && live" class="acts">
        <Button
          v-if="pause"
          size="small"
          variant="outlined"
          :disabled="busy"
          @click="done({ act: 'resume' }, 'It goes on. What falls due is put down.')"
          >Let it go on</Button
        >
        <Button v-else size="small" variant="outlined" @click="asking = 'pause'">Pause…</Button>
        <Button size="small" variant="text" @click="asking = 'price'">Another price…</Button>
        <Button size="small" variant="text" @click="asking = 'end'">End…</Button>
      </p>
    </section>
    <RhythmDialog v-if="choosing" @close="choosing = false" />
    <RhythmAct v-if="asking" :act="asking" @close="asking = null" />
  </div>
</template>
