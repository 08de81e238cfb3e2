<script setup lang="ts">
import type { StopState } from '~~/core/line/line'
import type { RunView } from '~~/shared/out/follow-ups'
import { useRuns } from './useFollowUps'

/** What follow-ups did, step by step, with why: done again, stopped, undone. */
const props = defineProps<{ followUp?: string; job?: string; may: boolean }>()
const runs = useRuns()
runs.of = { followUp: props.followUp, job: props.job }
runs.follow()
const { rows, more, problem, first, state } = storeToRefs(runs)
state.value = ''
const { busy, act } = useAct()
const asking = useAsking()
type Step = RunView['steps'][number]
const MARK: Record<Step['state'], StopState> = {
  waiting: 'theirs',
  done: 'settled',
  left: 'skipped',
  refused: 'trouble',
  stopped: 'skipped',
  undone: 'skipped',
}
const STATES = [
  { value: '', label: 'whatever came of it' },
  { value: 'waiting', label: 'still waiting' },
  { value: 'done', label: 'done' },
  { value: 'refused', label: 'refused' },
  { value: 'stopped', label: 'stopped' },
  { value: 'left', label: 'nothing to do' },
]
const today = new Intl.DateTimeFormat('sv-SE').format(new Date())
const when = (at: string) => instantWords(at, first.value?.timeZone ?? 'Europe/London', today)
const says = (s: Step) =>
  s.state === 'waiting'
    ? `${s.words}, ${when(s.dueAt)}`
    : s.state === 'done'
      ? s.said
      : s.state === 'undone'
        ? `${s.words}: undone`
        : `${s.words}: ${s.said}`
const again = (s: Step) =>
  act(async () => {
    if (s.state === 'done' && !(await asking.ask('It has been done already. Do it a second time?', 'Do it again')))
      return
    await runs.act(s.id, 'again')
  })
</script>

<template>
  <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
  <div v-if="rows.length || state" class="max-w-64">
    <Choice v-model="state" aria-label="What came of it" :options="STATES" />
  </div>
  <ul v-if="rows.length" class="ledger" aria-label="What it did">
    <li v-for="r in rows" :key="r.id" class="grid gap-1 py-2.5">
      <p class="flex flex-wrap gap-x-3 items-baseline">
        <NuxtLink v-if="r.job && !job" :to="`/jobs/${r.job.id}`"
          ><b>{{ r.job.title }}</b></NuxtLink
        >
        <NuxtLink v-else-if="job" :to="may ? `/settings/follow-ups/${r.followUp.id}` : ''"
          ><b>{{ r.followUp.title }}</b></NuxtLink
        >
        <span class="soft small">{{ when(r.at) }}, as {{ r.because }}</span>
      </p>
      <p v-if="r.left" class="flex gap-2 items-start small"><StopMark state="skipped" />{{ r.left }}</p>
      <ol class="grid gap-1">
        <li v-for="s in r.steps" :key="s.id" class="flex flex-wrap gap-x-2.5 gap-y-1 items-center">
          <StopMark :state="MARK[s.state]" /><span class="flex-1 min-w-48">{{ says(s) }}</span>
          <template v-if="may">
            <Button
              v-if="s.state === 'waiting'"
              variant="text"
              size="small"
              :disabled="busy"
              @click="act(() => runs.act(s.id, 'stop'))"
              >Stop it</Button
            >
            <Button
              v-if="s.undo"
              variant="text"
              size="small"
              :disabled="busy"
              @click="act(() => runs.act(s.id, 'undo'))"
              >Undo it</Button
            >
            <Button variant="text" size="small" :disabled="busy" @click="again(s)">{{
              s.state === 'waiting' ? 'Do it now' : 'Do it again'
            }}</Button>
          </template>
        </li>
      </ol>
    </li>
  </ul>
  <p v-else-if="first" class="soft">
    {{ state ? 'Nothing like that is on record.' : 'It hasn’t been asked for yet.' }}
  </p>
  <Skeleton v-else height="90px" />
  <Button v-if="more" variant="outlined" @click="runs.showMore()">Show more</Button>
</template>
