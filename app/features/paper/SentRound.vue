<script setup lang="ts">
import { instantOf, localOf } from '~~/core/calendar/dates'
import CorrectionCheck from './CorrectionCheck.vue'
import { PAPER_STATE, usePaper } from './usePaper'

/** A paper that went out: whose move it is, what was sent, and what can be done with the round as a whole. */
const thisPaper = usePaper()
const { id, paper, busy } = storeToRefs(thisPaper)
const { load, act, post, when } = thisPaper
const papers = usePaperActs()
const notices = useNotices()
const now = useNow()
const withdrawing = ref(false)
const extending = ref(false)
const reason = ref('')
const round = computed(() => paper.value.round!)
const out = computed(() => paper.value.state === 'out')
const withdraw = () =>
  act(async () => {
    await post('/round', { do: 'withdraw', reason: reason.value })
    withdrawing.value = false
  })
const nudge = () => act(() => papers.nudge(id.value).then(load))
const pause = () => act(() => post('/round', { do: 'pause', reason: '' }))
const resume = () => act(() => post('/round', { do: 'resume' }))
const until = ref('')
function startExtend() {
  const later = new Date(
    Math.max(Date.now(), Date.parse(round.value.lapsesAt ?? '') || 0) + 7 * 86_400_000,
  ).toISOString()
  until.value = localOf(later, paper.value.timeZone).slice(0, 11) + '18:00'
  extending.value = true
}
const extend = (never: boolean) =>
  act(async () => {
    const lapsesAt = never ? null : new Date(instantOf(until.value, paper.value.timeZone)).toISOString()
    await post('/round', { do: 'extend', lapsesAt })
    extending.value = false
    notices.say(never ? 'It no longer lapses.' : `It now lapses ${when(lapsesAt!)}.`)
  })
/** A correction is made while nobody can act: the round is held, the wording is put right, and it goes out again. */
const correct = () =>
  act(async () => {
    if (round.value.paused === null) await post('/round', { do: 'pause', reason: 'a correction' })
    await navigateTo(`/papers/${id.value}/${paper.value.marked ? 'mark' : 'write'}`)
  })
const revise = () =>
  act(async () => {
    try {
      await post('/round', { do: 'revise', why: reason.value, seen: paper.value.seen })
    } catch (e) {
      if (e instanceof ApiProblem && e.code === 'stale') await load()
      throw e
    }
    notices.say('The correction is out. Whoever had signed is asked to sign again.')
  })
const handIn = () =>
  act(async () => {
    await post('/check', { step: 'hand-in', correct: reason.value })
    notices.say('Handed in to be checked. It goes out when it is passed.')
  })
const again = () =>
  act(async () => {
    const { id: fresh } = await api<{ id: string }>(`/api/papers/${id.value}/copy`, {
      method: 'POST',
      body: { key: newKey() },
    })
    await navigateTo(`/papers/${fresh}`)
  })
const keepRound = () =>
  act(async () => {
    await api(`/api/papers/${id.value}/keep-round`, { method: 'POST', body: {} })
    notices.say('Kept with its template: the next one is prepared like this.')
  })
const lapse = computed(() =>
  round.value.lapsesAt
    ? ` · lapses ${when(round.value.lapsesAt)}${round.value.lapsesAt < now.value ? ', passed' : ''}`
    : '',
)
const signed = computed(() => round.value.people.some((p) => p.status === 'done' && p.part !== 'copy'))
</script>

<template>
  <aside aria-label="The round as a whole">
    <div
      v-if="round.mine"
      class="[&+&]:mt-3 next bg-heather-tint border border-heather rounded-corner p-3.5 grid gap-2 justify-items-start"
    >
      <p class="strong">It is your move.</p>
      <p class="small">Then everyone gets the sealed copy.</p>
      <Button size="large" :disabled="busy" @click="act(() => papers.countersign(id))">Countersign</Button>
    </div>
    <div
      v-if="out && round.paused !== null"
      class="[&+&]:mt-3 next bg-heather-tint border border-heather rounded-corner p-3.5 grid gap-2 justify-items-start"
    >
      <p class="strong">It is on hold.</p>
      <p class="small">
        {{
          signed
            ? 'Send a correction and whoever has signed signs again, with what changed before their eyes.'
            : 'Nobody has signed yet: a correction simply takes the place of what is out.'
        }}
      </p>
      <Button
        v-if="!paper.correction?.asked && paper.correction?.status !== 'waiting'"
        :disabled="busy"
        @click="revise"
      >
        Send the correction
      </Button>
      <Button v-else-if="paper.correction?.status !== 'waiting'" :disabled="busy" @click="handIn">
        Hand the correction in to be checked
      </Button>
      <Button variant="outlined" :disabled="busy" @click="resume">Let it go on as it is</Button>
    </div>
    <CorrectionCheck v-if="paper.correction" :check="paper.correction" />
    <p v-if="round.reason" class="notice trouble">{{ PAPER_STATE[paper.state] }}: “{{ round.reason }}”</p>
    <h2 class="gap">What was sent</h2>
    <div class="card">
      <p class="strong">{{ round.subject }}</p>
      <p class="message whitespace-pre-line my-1.5 mx-0">{{ round.message }}</p>
      <p class="small soft">Sent {{ when(round.sentAt) }}{{ lapse }}</p>
    </div>
    <template v-if="paper.attachments.length">
      <h2 class="gap">Given with it</h2>
      <ul>
        <li v-for="a in paper.attachments" :key="a.sha">
          <a :href="`/api/papers/${id}/attachments/${a.sha}`" download>{{ a.name }}</a>
        </li>
      </ul>
    </template>
    <p v-if="out" class="gap acts">
      <Button v-if="!round.mine && round.paused === null" variant="outlined" :disabled="busy" @click="nudge"
        >Nudge</Button
      >
      <Button v-if="round.paused === null" variant="outlined" :disabled="busy" @click="pause">Put on hold</Button>
      <Button variant="outlined" :disabled="busy" @click="correct">Correct the paper</Button>
      <Button variant="outlined" @click="startExtend">Move the deadline</Button>
      <Button variant="outlined" @click="withdrawing = true">Withdraw</Button>
    </p>
    <p v-else-if="paper.state === 'lapsed'" class="gap">
      <Button @click="startExtend">Extend it: let them sign after all</Button>
    </p>
    <p class="gap acts">
      <Button variant="outlined" :disabled="busy" @click="again">Copy this round</Button>
      <Button variant="outlined" :disabled="busy" @click="keepRound">Make a template of it</Button>
    </p>
    <p v-if="paper.state === 'signed' && !round.sealed" class="soft small gap" role="status">
      The sealed copy is being made.
    </p>
    <slot />
    <Dialog
      v-model:visible="withdrawing"
      modal
      header="Withdraw this paper"
      :style="{ width: '420px' }"
      :draggable="false"
    >
      <label class="field"
        ><span>Why (for your own record)</span><InputText v-model="reason" autofocus maxlength="500"
      /></label>
      <p class="gap">
        <Button :disabled="busy" @click="withdraw">Withdraw it</Button>
        <Button variant="text" @click="withdrawing = false">Never mind</Button>
      </p>
    </Dialog>
    <Dialog v-model:visible="extending" modal header="Move the deadline" :style="{ width: '420px' }" :draggable="false">
      <label class="field"><span>Please by</span><WhenField v-model="until" autofocus kind="moment" /></label>
      <p class="gap acts">
        <Button :disabled="busy || !until" @click="extend(false)">Move it</Button>
        <Button variant="outlined" :disabled="busy" @click="extend(true)">No deadline</Button>
      </p>
    </Dialog>
  </aside>
</template>
