<script setup lang="ts">
import { greeted } from '~~/core/rounds/greeting'
import { usePaper } from '../paper/usePaper'
import { useRound } from './useRound'

/** The one button, which says what it will do, and what happens to the round after. */
const thisPaper = usePaper()
const { paper, busy } = storeToRefs(thisPaper)
const { load, act, when } = thisPaper
const round = useRound()
const { view, plan } = storeToRefs(round)
const notices = useNotices()
const key = newKey()
const stops = computed(
  () =>
    paper.value.preflight.filter((n) => n.severity === 'stop').length +
    view.value.beside.filter((n) => n.severity === 'stop').length +
    view.value.problems.filter((p) => p.severity === 'stop').length,
)
const short = (p: { name: string; contactId: string | null }) =>
  greeted(p.name, view.value.organisations.includes(p.contactId ?? '')).slice(0, 40)
const acting = computed(() => plan.value.people.filter((p) => p.part === 'sign' || p.part === 'witness'))
const checkers = computed(() => plan.value.people.filter((p) => p.part === 'check'))
const names = (people: typeof acting.value) => {
  const said = people.map((p) => (p.memberId === view.value.me ? 'you' : short(p)))
  return said.length > 3 ? `${said.length} people` : said.join(' and ')
}
const label = computed(() => {
  if (checkers.value.length)
    return `Send to ${checkers.value.map((c) => short(c)).join(' and ')} to check, then to ${acting.value.length === 1 ? '1 person' : `${acting.value.length} people`}`
  const turn = Math.min(...acting.value.map((p) => p.turn))
  const first = acting.value.filter((p) => p.turn === turn)
  const then = acting.value.filter((p) => p.turn > turn)
  return `Send to ${names(first) || 'nobody yet'}${then.length ? `, then to ${names(then)}` : ''}`
})
const lapses = computed(() =>
  view.value.due === undefined
    ? 'The job has no day yet'
    : view.value.due
      ? `Lapses ${when(view.value.due)}`
      : 'Never lapses',
)
const waiting = computed(() => view.value.check.status === 'waiting')
const send = () =>
  act(async () => {
    await round.flush()
    try {
      await hand()
    } catch (e) {
      // What changed meanwhile is shown before anybody presses again.
      if (e instanceof ApiProblem && e.code === 'stale') await Promise.all([load(), round.load()])
      throw e
    }
  })
async function hand(): Promise<void> {
  if (checkers.value.length) {
    await api(`/api/papers/${paper.value.id}/check`, { method: 'POST', body: { step: 'hand-in' } })
    notices.say('Handed in to be checked.')
    await round.load()
  } else {
    await api(`/api/papers/${paper.value.id}/send`, {
      method: 'POST',
      body: { key, seen: paper.value.seen, plan: view.value.version },
    })
    notices.say('Sent. You hear when something happens.')
  }
  await load()
}
const keepForLater = () =>
  act(async () => {
    await round.flush()
    notices.say('Kept. It waits here as you left it.')
    await navigateTo(`/jobs/${paper.value.jobId}`)
  })
</script>

<template>
  <div class="bar">
    <p class="small soft">
      {{ lapses
      }}<span v-if="stops" class="bad">
        · {{ stops === 1 ? 'one thing has' : `${stops} things have` }} to be put right first</span
      >
    </p>
    <Button variant="outlined" :disabled="busy" @click="keepForLater">Keep for later</Button>
    <Button v-if="!waiting" size="large" :disabled="busy || stops > 0" @click="send">{{ label }}</Button>
  </div>
</template>

<style scoped>
.bar {
  position: sticky;
  bottom: 0;
  z-index: 20;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  padding: 12px 28px;
  background: var(--chalk);
  border-top: 1px solid var(--hairline-strong);
}
.bar p {
  flex: 1;
  min-width: 200px;
}
@media (max-width: 700px) {
  .bar {
    bottom: 56px;
  }
}
</style>
