<script setup lang="ts">
import { Check } from '@lucide/vue'
import { VueDraggable } from 'vue-draggable-plus'
import { fieldsFor, holdersOf, type PlanPerson } from '~~/core/rounds/plan'
import type { ContactView } from '~~/shared/jobs'
import PersonEdit from './PersonEdit.vue'
import TurnNumber from './TurnNumber.vue'
import { PART_WORDS, PROOF_WORDS, reachWords, useRound } from './useRound'

/** The round as a line of turns: people dragged between them or moved with Alt and the arrows, one chosen to be set. */
const round = useRound()
const { plan, view, chosen } = storeToRefs(round)
const turns = computed(() => [...new Set(plan.value.people.map((p) => p.turn))].sort((a, b) => a - b))
const inTurn = (t: number) => plan.value.people.filter((p) => p.turn === t)
const numberOf = (p: PlanPerson) => {
  const first = p.stands[0]
  const parties = view.value.papers.find((x) => x.id === first?.paper)?.parties ?? []
  return first ? parties.findIndex((x) => x.key === first.party) + 1 : 0
}
const named = (p: PlanPerson) =>
  p.memberId === view.value.me ? `${p.name}, you` : p.memberId ? `${p.name}, for the business` : p.name || 'nobody yet'
function detail(p: PlanPerson): string {
  if (p.part === 'check') return 'inside, by e-mail, before anyone else sees it'
  const fields = fieldsFor(p, view.value.papers)
  return [
    p.memberId
      ? 'signed in, with a kept signature'
      : `${reachWords(p.reach, p.part)}${p.reach === 'email' && p.email ? `, ${p.email}` : ''}`,
    ...(p.proof.kind === 'none' ? [] : [PROOF_WORDS[p.proof.kind]]),
    ...(p.part === 'witness' ? [`watches ${plan.value.people.find((x) => x.key === p.of)?.name ?? 'nobody yet'}`] : []),
    ...(fields ? [`${fields} ${fields === 1 ? 'field' : 'fields'}`] : []),
  ].join(' · ')
}
const wrong = (p: PlanPerson) => view.value.problems.some((x) => x.person === p.key && x.severity === 'stop')

const list = ref<HTMLElement>()
async function focus(key: string) {
  await nextTick()
  list.value?.querySelector<HTMLElement>(`[data-person="${key}"]`)?.focus()
}
function keys(event: KeyboardEvent, p: PlanPerson) {
  if (!event.altKey) return
  const last = turns.value.at(-1)!
  const shared = inTurn(p.turn).length > 1
  if (event.key === 'ArrowUp') {
    // Out of a shared turn into one of its own before it; from there into the one before.
    if (shared) round.move(p.key, p.turn, true)
    else if (p.turn > 1) round.move(p.key, p.turn - 1, false)
  } else if (event.key === 'ArrowDown') {
    if (shared) round.move(p.key, p.turn + 1, true)
    else if (p.turn < last) round.move(p.key, p.turn + 1, false)
  } else return
  event.preventDefault()
  void focus(p.key)
}
/** Somebody was put into a turn, or, `alone`, before it into one of their own. */
const put = (event: { item: HTMLElement }, turn: number, alone: boolean) =>
  round.move(event.item.dataset.person!, turn, alone)
useScreenKeys('On the sending sheet', [
  ['Alt+↑, Alt+↓', 'move the person between turns'],
  ['Enter', 'choose the person, to set what they do'],
])
const inPerson = computed(() => holdersOf(plan.value.people).some((p) => p.part === 'sign' && p.reach === 'device'))
const adding = ref(false)
const newcomer = ref<ContactView | null>(null)
watch(newcomer, (c) => {
  if (!c) return
  round.addContact(c)
  newcomer.value = null
  adding.value = false
})
const free = computed(() =>
  view.value.members.filter((m) => !plan.value.people.some((p) => p.memberId === m.id && p.part === 'check')),
)
function addMember(id: string) {
  const member = free.value.find((m) => m.id === id)
  if (member) round.add({ memberId: member.id, name: member.name, part: 'check', turn: 1, reach: 'email' })
  if (member) round.move(round.chosen!, 1, true)
  adding.value = false
}
const addTurn = () => chosen.value && round.move(chosen.value, (turns.value.at(-1) ?? 0) + 1, true)
</script>

<template>
  <aside aria-labelledby="people">
    <h2 id="people" class="serif">Send for signing</h2>
    <p class="soft small">{{ view.papers.map((p) => p.title).join(' and ') }}</p>
    <ol ref="list" class="turns mt-3.5 grid gap-1">
      <li v-for="t in turns" :key="t">
        <TurnNumber :n="t" class="at absolute left-0 top-3" />
        <VueDraggable
          :model-value="[]"
          group="people"
          class="between h-1.5 rounded-[3px]"
          ghost-class="ghost"
          @add="put($event, t, true)"
        />
        <VueDraggable
          :model-value="inTurn(t)"
          group="people"
          :animation="120"
          ghost-class="ghost"
          @add="put($event, t, false)"
        >
          <Button
            v-for="p in inTurn(t)"
            :key="p.key"
            unstyled
            class="card person"
            :class="{ on: chosen === p.key, wrong: wrong(p) }"
            :aria-pressed="chosen === p.key"
            :data-person="p.key"
            @click="chosen = p.key"
            @keydown="keys($event, p)"
          >
            <span class="who grid grid-cols-[24px_1fr_auto] gap-1.5 items-start">
              <span
                v-if="numberOf(p)"
                class="party"
                :class="`party-${((numberOf(p) - 1) % 4) + 1}`"
                aria-hidden="true"
                >{{ numberOf(p) }}</span><span v-else class="party none" aria-hidden="true"
                ><Check v-if="p.part === 'check'" :size="14"
              /></span>
              <b class="name wrap-anywhere">{{ named(p) }}</b>
              <span class="soft small">{{ PART_WORDS[p.part] }}</span>
            </span>
            <span class="small soft wrap-anywhere">{{ detail(p) }}</span>
          </Button>
        </VueDraggable>
      </li>
    </ol>
    <p class="small soft keys my-2 mx-0">Drag people between turns, or move the chosen one with Alt and ↑ ↓.</p>
    <div class="acts">
      <Button variant="outlined" :aria-expanded="adding" @click="adding = !adding">Add a person</Button>
      <Button variant="outlined" :disabled="!chosen" @click="addTurn">Give them a turn of their own</Button>
    </div>
    <Choice
      v-if="inPerson"
      label="Who hosts those who sign in person"
      :model-value="plan.host ?? ''"
      :options="[
        { value: '', label: 'whoever is there' },
        ...view.members.map((m) => ({ value: m.id, label: m.name })),
      ]"
      @update:model-value="round.change({ host: $event || null })"
    />
    <div v-if="adding" class="card adding">
      <ClientPicker v-model="newcomer" label="Who" autofocus />
      <Choice
        v-if="free.length"
        label="Or somebody of the business, to check it first"
        placeholder="Choose…"
        :options="free.map((m) => ({ value: m.id, label: m.name }))"
        @update:model-value="addMember"
      />
    </div>
    <PersonEdit v-if="round.person" :key="chosen!" class="edit" />
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
  gap: 8px;
  padding-left: 38px;
}
.turns > li:not(:last-child)::before {
  content: '';
  position: absolute;
  left: 12.5px;
  top: 34px;
  bottom: -8px;
  border-left: 1px dotted var(--hairline-strong);
}
.between:has(.ghost) {
  background: var(--heather);
}
.person {
  display: grid;
  gap: 2px;
  width: 100%;
  text-align: start;
  cursor: pointer;
  font: inherit;
  color: inherit;
}
.person.on {
  border-color: var(--ink);
  box-shadow: inset 3px 0 0 var(--heather);
}
.person.wrong {
  border-color: var(--bracken);
}
.party.none {
  border: 1px solid var(--hairline-strong);
}
.adding,
.edit {
  margin-top: 10px;
  display: grid;
  gap: 10px;
}
</style>
