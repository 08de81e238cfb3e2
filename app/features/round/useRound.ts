import { defineStore } from 'pinia'
import { type Ref, computed, ref } from 'vue'
import { type PlanPerson, type RoundPlan, inTurns, moveTo, partOf, planPerson } from '~~/core/rounds/plan'
import type { ContactView } from '~~/shared/jobs'
import type { PlanView } from '~~/shared/rounds'
import { ApiProblem, api, newKey } from '../../composables/api'
import { useNotices } from '../../composables/notices'
import { createSaver } from '../../composables/saving'
import { usePaper } from '../paper/usePaper'

/** The round of a draft as it is being prepared: changed on the screen at once, kept on the server half a second later. */
export const useRound = defineStore('round', () => {
  const saver = createSaver(save, { after: 500, refused })
  const paper = usePaper()
  const notices = useNotices()
  const paperId = ref('')
  const view = ref(null) as unknown as Ref<PlanView>
  const plan = computed(() => view.value.plan)
  const chosen = ref<string | null>(null)
  const person = computed(() => plan.value.people.find((p) => p.key === chosen.value) ?? null)
  let touched = 0

  /** Shows the round of another draft; what was still to be kept of the last goes first. */
  async function open(of: string): Promise<void> {
    await saver.flush()
    view.value = await api<PlanView>(`/api/papers/${of}/plan`)
    paperId.value = of
    saver.taken()
    const { people } = plan.value
    chosen.value = people.find((p) => p.part === 'sign' && !p.memberId)?.key ?? people[0]?.key ?? null
  }
  async function save(): Promise<void> {
    const sent = touched
    const next = await api<PlanView>(`/api/papers/${paperId.value}/plan`, {
      method: 'PUT',
      body: { plan: plan.value, version: view.value.version },
    })
    // What was changed while this was on its way is kept next; only what the server worked out is taken over.
    view.value = sent === touched ? next : { ...next, plan: plan.value }
    await paper.load()
  }
  async function refused(e: unknown): Promise<void> {
    notices.trouble(e)
    if (e instanceof ApiProblem && e.code === 'stale') await take()
  }
  function later(): void {
    touched += 1
    saver.changed()
  }
  /** Waits until every change has been kept. */
  async function flush(): Promise<void> {
    if (!(await saver.flush())) throw new Error('The round could not be kept. Look it over, then try again.')
  }
  async function take(): Promise<void> {
    const before = touched
    const now = await api<PlanView>(`/api/papers/${paperId.value}/plan`)
    if (before !== touched) return
    view.value = now
    saver.taken()
  }
  /** Shows what the server has now; a change that is still to be kept comes first. */
  const load = async (): Promise<void> => void (saver.state.value === 'saved' && (await take()))
  function change(next: Partial<RoundPlan>): void {
    view.value = { ...view.value, plan: { ...plan.value, ...next } }
    later()
  }
  const setPeople = (people: PlanPerson[]) =>
    change({ people: inTurns(people.map((p) => ({ ...p, part: partOf(p, view.value.papers) }))) })
  function setPerson(key: string, next: Partial<PlanPerson>): void {
    setPeople(plan.value.people.map((p) => (p.key === key ? { ...p, ...next } : p)))
  }
  /** Adds somebody who gets a copy, until something is theirs to do. */
  function add(who: Partial<PlanPerson>): void {
    const key = newKey().slice(0, 12)
    const last = Math.max(1, ...plan.value.people.map((p) => p.turn))
    setPeople([...plan.value.people, planPerson.parse({ name: '', turn: last + 1, part: 'copy', ...who, key })])
    chosen.value = key
  }
  const addContact = (c: ContactView) =>
    add({ contactId: c.id, name: c.name, email: c.email, phone: c.phone, reach: c.email ? 'email' : 'link' })
  function remove(key: string): void {
    const before = plan.value.people
    setPeople(before.filter((p) => p.key !== key).map((p) => (p.of === key ? { ...p, of: null } : p)))
    const gone = before.find((p) => p.key === key)
    notices.say(`${gone?.name || 'They'} left the round.`, { undo: () => setPeople(before) })
    chosen.value = plan.value.people[0]?.key ?? null
  }
  const move = (key: string, turn: number, alone: boolean) =>
    change({ people: moveTo(plan.value.people, key, turn, alone) })
  /** Says who stands for a party of a paper; whoever stood there before no longer does. */
  function stand(paper: string, party: string, key: string | null): void {
    setPeople(
      plan.value.people.map((p) => {
        const others = p.stands.filter((s) => s.paper !== paper || s.party !== party)
        return { ...p, stands: p.key === key ? [...others, { paper, party }] : others }
      }),
    )
  }
  const standing = (paper: string, party: string) =>
    plan.value.people.find((p) => p.stands.some((s) => s.paper === paper && s.party === party))?.key ?? null
  return {
    paperId,
    view,
    plan,
    chosen,
    person,
    saved: saver.state,
    waits: saver.waits,
    open,
    change,
    setPerson,
    add,
    addContact,
    remove,
    move,
    stand,
    standing,
    flush,
    load,
  }
})

/** How somebody is reached, in words. */
export const REACH_WORDS = {
  email: 'by e-mail',
  text: 'by text',
  both: 'by e-mail and text',
  link: 'by a link or QR code you hand over',
  device: 'on this device',
} as const
/** The same for one person: a witness with nothing but a link is beside whoever they watch. */
export const reachWords = (reach: keyof typeof REACH_WORDS, part: string): string =>
  part === 'witness' && reach === 'link' ? 'on the phone of whoever signs, or by a code from it' : REACH_WORDS[reach]
/** How somebody proves who they are, in words. */
export const PROOF_WORDS = {
  none: 'by the link alone',
  agreed: 'by a code you agreed on',
  'one-time': 'by a code sent to them',
  document: 'by an identity document',
} as const
export const PART_WORDS = { sign: 'signs', witness: 'witnesses', check: 'checks first', copy: 'gets a copy' } as const
