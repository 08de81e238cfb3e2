<script setup lang="ts">
import { z } from 'zod'
import { type RoundPersonView, manageRound } from '~~/shared/rounds'
import { usePaper } from '../paper/usePaper'
import PersonActs from './PersonActs.vue'
import TurnNumber from './TurnNumber.vue'
import { PART_WORDS, PROOF_WORDS, reachWords } from './useRound'

/** A round that is out: its people in their turns, each with what has happened and what can be done. */
const thisPaper = usePaper()
const { paper } = storeToRefs(thisPaper)
const { when, act, post } = thisPaper
const session = useSession()
const currency = computed(() => session.data?.business?.currency ?? 'GBP')
const round = computed(() => paper.value.round!)
const out = computed(() => round.value.status === 'out')
const people = computed(() => [...round.value.people].sort((a, b) => a.turn - b.turn))
const STANDS = {
  'not yet': 'not-yet',
  asked: 'theirs',
  opened: 'theirs',
  done: 'settled',
  declined: 'trouble',
  replaced: 'skipped',
} as const
const stateOf = (p: RoundPersonView) =>
  p.bounced || p.closed ? 'trouble' : p.member && p.may ? 'yours' : STANDS[p.status]
const opensTurn = (i: number) => i === 0 || people.value[i - 1]!.turn !== people.value[i]!.turn
/** What has happened with somebody, the latest last. */
function story(p: RoundPersonView): string[] {
  if (p.status === 'replaced')
    return [p.place && p.doneAt ? 'another of them took the place' : 'somebody else signs instead']
  if (p.status === 'done')
    return [`${p.onPaper ? 'signed on paper' : p.part === 'copy' ? 'has a copy' : 'done'} ${when(p.doneAt!)}`]
  if (p.status === 'declined') return [`declined ${when(p.doneAt!)}`]
  if (!p.askedAt || p.status === 'not yet') return [p.again ? 'signs again when it is their turn' : 'not yet']
  return [
    `asked ${when(p.askedAt)}`,
    ...(p.deliveredAt ? [`delivered ${when(p.deliveredAt)}`] : []),
    ...(p.seen
      ? [`opened ${p.seen === 1 ? 'once' : `${p.seen} times`}, last ${when(p.lastSeenAt!)}`]
      : ['not opened yet']),
    ...(p.filled ? [`${p.filled} of ${p.fields} filled`] : []),
    ...(p.again ? ['has to sign again: it was corrected'] : []),
  ]
}
/** Who else may take somebody’s place, where any one of several may. */
const orElse = (p: RoundPersonView) =>
  people.value.filter((x) => !!p.place && x.place === p.place && x.id !== p.id).map((x) => x.name)
const how = (p: RoundPersonView) =>
  [
    ...(orElse(p).length && p.status !== 'done' ? [`or ${orElse(p).join(' or ')}, whoever is first`] : []),
    p.member
      ? 'signed in'
      : `${reachWords(p.reach as 'email', p.part)}${p.email ? `, ${p.email}` : ''}${p.phone ? `, ${p.phone}` : ''}`,
    ...(p.proof === 'none' ? [] : [PROOF_WORDS[p.proof as 'agreed']]),
    ...(p.spent ? [`checks cost ${money(p.spent, currency.value)}`] : []),
  ].join(' · ')
/** Others of the client’s side who may sign now, too: the device can go from hand to hand. */
const besides = (p: RoundPersonView) => people.value.filter((x) => x.id !== p.id && x.may && !x.member)
/** Whether anything can be done for them. */
const hasActs = (p: RoundPersonView) =>
  p.questions.some((q) => !q.answer) || (out.value && !p.member && ['not yet', 'asked', 'opened'].includes(p.status))
const chosen = ref<string | null>(null)
const reordering = ref(false)
const turns = reactive<Record<string, number>>({})
function startOrder() {
  for (const p of people.value) if (['not yet', 'asked', 'opened'].includes(p.status)) turns[p.id] = p.turn
  reordering.value = true
}
const reorder = () =>
  act(async () => {
    await post('/round', { do: 'reorder', turns: { ...turns } })
    reordering.value = false
  })
const copying = ref(false)
const copy = reactive({ name: '', email: '' })
const copyTo = manageRound.and(z.object({ email: z.string().trim().min(1, 'Give their e-mail address.') }))
async function addCopy(body: object) {
  await post('/round', body)
  Object.assign(copy, { name: '', email: '' })
  copying.value = false
}
</script>

<template>
  <aside aria-labelledby="people">
    <h2 id="people" class="serif">The round</h2>
    <p v-if="round.papers.length > 1" class="soft small">{{ round.papers.map((p) => p.title).join(' and ') }}</p>
    <p v-if="round.paused !== null" class="notice" role="status">
      On hold{{ round.paused ? `: ${round.paused}` : '' }}. Nobody can act until it goes on.
    </p>
    <ol class="turns mt-3.5 grid gap-3">
      <li v-for="(p, i) in people" :key="p.id">
        <TurnNumber :n="opensTurn(i) ? p.turn : null" />
        <div class="card" :class="{ gone: p.status === 'replaced' }">
          <p class="who grid grid-cols-[24px_1fr_auto] gap-1.5 items-start mb-1 wrap-anywhere">
            <StopMark :state="stateOf(p)" :size="18" />
            <b>{{ p.member ? `${p.name}, for the business` : p.name }}</b>
            <span class="soft small">{{ PART_WORDS[p.part] }}</span>
          </p>
          <p class="small soft wrap-anywhere">{{ how(p) }}</p>
          <p v-for="s in story(p)" :key="s" class="small">{{ s }}</p>
          <p v-if="p.scan" class="small"><a :href="`/api/papers/${paper.id}/scans/${p.scan}`">The scan</a></p>
          <p v-if="p.bounced" class="small bad" role="status">The message came back: {{ p.bounced }}</p>
          <p v-if="p.closed" class="small bad" role="status">Out of tries to prove who they are.</p>
          <div v-for="q in p.questions" :key="q.at" class="mt-1.5 border-l-3 border-l-heather pl-2 wrap-anywhere">
            <p class="small"><b>Asks:</b> {{ q.question }}</p>
            <p v-if="q.answer" class="small text-ink-soft whitespace-pre-line">{{ q.answer }}</p>
          </div>
          <label v-if="reordering && turns[p.id] !== undefined" class="field small"
            ><span>Turn</span><InputNumber v-model="turns[p.id]" :use-grouping="false" :min="1" :max="60"
          /></label>
          <Button
            v-if="!reordering && hasActs(p)"
            size="small"
            variant="outlined"
            :aria-expanded="chosen === p.id"
            @click="chosen = chosen === p.id ? null : p.id"
          >
            {{ chosen === p.id ? 'Close' : `What can be done for ${p.name.split(' ')[0]}` }}
          </Button>
          <PersonActs v-if="chosen === p.id" :person="p" :beside="besides(p)" />
        </div>
      </li>
    </ol>
    <div v-if="out" class="acts">
      <template v-if="reordering">
        <Button @click="reorder">Keep this order</Button>
        <Button variant="text" @click="reordering = false">Never mind</Button>
      </template>
      <template v-else>
        <Button variant="outlined" @click="startOrder">Change the order</Button>
        <Button variant="outlined" :aria-expanded="copying" @click="copying = !copying">Add a copy</Button>
      </template>
    </div>
    <FormOf
      v-if="copying"
      v-slot="{ busy }"
      class="card copy grid gap-2.5 mt-2.5"
      :schema="copyTo"
      :given="() => ({ do: 'add-copy', ...copy })"
      :send="addCopy"
    >
      <FieldOf name="name" label="Who gets a copy"><InputText v-model="copy.name" maxlength="200" required /></FieldOf>
      <FieldOf name="email" label="E-mail"
        ><InputText v-model="copy.email" type="email" maxlength="200" required
      /></FieldOf>
      <Button type="submit" :disabled="busy">Add them</Button>
    </FormOf>
  </aside>
</template>

<style scoped>
h2.serif {
  font-size: 19px;
  color: var(--ink);
}
.turns > li {
  position: relative;
  display: grid;
  grid-template-columns: 36px minmax(0, 1fr);
  align-items: start;
}
.turns > li:not(:last-child)::before {
  content: '';
  position: absolute;
  left: 12.5px;
  top: 26px;
  bottom: -12px;
  border-left: 1px dotted var(--hairline-strong);
}
.gone {
  opacity: 0.65;
}
.card .p-button-sm {
  margin-top: 8px;
}
</style>
