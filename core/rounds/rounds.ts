/** What a person is asked to do in a round. */
export type Part = 'sign' | 'copy'
export interface RoundPerson {
  id: string
  party: string
  name: string
  turn: number
  part: Part
}

/** What can happen in a round. `person` is who did it, or whom it concerns. */
export type RoundEvent =
  | { type: 'sent'; people: readonly RoundPerson[]; lapsesAt: string | null }
  | { type: 'asked'; person: string }
  | { type: 'opened'; person: string }
  | { type: 'nudged'; person: string }
  | { type: 'question'; person: string }
  | { type: 'signed'; person: string }
  | { type: 'declined'; person: string; reason: string }
  | { type: 'withdrawn'; reason: string }
  | { type: 'lapsed' }
  | { type: 'sealed'; sha256: string }

export type RoundStatus = 'draft' | 'out' | 'signed' | 'declined' | 'withdrawn' | 'lapsed'
export type PersonStatus = 'not yet' | 'asked' | 'opened' | 'done' | 'declined'
export interface PersonState extends RoundPerson {
  status: PersonStatus
  openedAt: string | null
  doneAt: string | null
  askedAt: string | null
  seen: number
  lastSeenAt: string | null
}
export interface RoundState {
  status: RoundStatus
  people: PersonState[]
  lapsesAt: string | null
  sealed: string | null
  reason: string | null
}

export type RefusalCode =
  | 'unknown-person'
  | 'not-your-turn'
  | 'already-done'
  | 'not-asked-to-sign'
  | 'signed'
  | 'declined'
  | 'withdrawn'
  | 'lapsed'
  | 'not-sent'
  | 'already-sent'
export interface Refusal {
  code: RefusalCode
  message: string
}

export const EMPTY: RoundState = { status: 'draft', people: [], lapsesAt: null, sealed: null, reason: null }

const refusal = (code: RefusalCode, message: string): Refusal => ({ code, message })
const OVER: Partial<Record<RoundStatus, Refusal>> = {
  signed: refusal('signed', 'Everyone has signed already.'),
  declined: refusal('declined', 'This was declined and is closed.'),
  withdrawn: refusal('withdrawn', 'The sender has withdrawn this.'),
  lapsed: refusal('lapsed', 'The time to sign has passed.'),
}

/** The turn that is open, or null when nobody is left to act. */
export function openTurn(state: RoundState): number | null {
  const left = state.people.filter((p) => p.part === 'sign' && p.status !== 'done').map((p) => p.turn)
  return state.status === 'out' && left.length ? Math.min(...left) : null
}

/** Those who may act now. */
export function mayAct(state: RoundState): PersonState[] {
  const turn = openTurn(state)
  return state.people.filter((p) => p.part === 'sign' && p.turn === turn && p.status !== 'done')
}

/** Why an event may not happen now, at the instant `at`; null when it may. */
export function refuse(state: RoundState, event: RoundEvent, at: string): Refusal | null {
  if (event.type === 'sent')
    return state.status === 'draft' ? null : refusal('already-sent', 'This has been sent already.')
  if (state.status === 'draft') return refusal('not-sent', 'This has not been sent yet.')
  if (event.type === 'sealed')
    return state.status === 'signed' && !state.sealed ? null : refusal('already-done', 'There is nothing to seal.')
  if (event.type === 'question')
    return state.people.some((p) => p.id === event.person)
      ? null
      : refusal('unknown-person', 'This person is not part of the round.')
  const over = OVER[state.status]
  if (event.type === 'signed' && over) {
    const who = state.people.find((p) => p.id === event.person)
    if (who?.status === 'done') return refusal('already-done', 'You have signed this already.')
  }
  if (over) return over
  if (event.type === 'withdrawn') return null
  const late = state.lapsesAt !== null && at >= state.lapsesAt
  if (event.type === 'lapsed') return late ? null : refusal('not-your-turn', 'The deadline has not passed.')
  const person = state.people.find((p) => p.id === event.person)
  if (!person) return refusal('unknown-person', 'This person is not part of the round.')
  if (event.type === 'asked')
    return person.status === 'not yet' ? null : refusal('already-done', `${person.name} was asked already.`)
  if (late) return OVER.lapsed!
  if (event.type === 'opened')
    return person.status === 'not yet' ? refusal('not-your-turn', 'It is not your turn yet.') : null
  if (person.part !== 'sign') return refusal('not-asked-to-sign', 'You get a copy; there is nothing to sign.')
  if (person.status === 'done') return refusal('already-done', 'You have signed this already.')
  if (person.turn !== openTurn(state)) return refusal('not-your-turn', 'It is not your turn yet.')
  return null
}

/** The state after an event that was not refused. */
export function apply(state: RoundState, event: RoundEvent, at: string): RoundState {
  const update = (id: string, change: (p: PersonState) => Partial<PersonState>) =>
    state.people.map((p) => (p.id === id ? { ...p, ...change(p) } : p))
  switch (event.type) {
    case 'sent':
      return {
        ...EMPTY,
        status: 'out',
        lapsesAt: event.lapsesAt,
        people: event.people.map((p) => ({
          ...p,
          status: 'not yet',
          openedAt: null,
          doneAt: null,
          askedAt: null,
          seen: 0,
          lastSeenAt: null,
        })),
      }
    case 'asked':
      return { ...state, people: update(event.person, () => ({ status: 'asked', askedAt: at })) }
    case 'opened':
      return {
        ...state,
        people: update(event.person, (p) => ({
          status: p.status === 'asked' ? 'opened' : p.status,
          openedAt: p.openedAt ?? at,
          seen: p.seen + 1,
          lastSeenAt: at,
        })),
      }
    case 'signed': {
      const people = update(event.person, () => ({ status: 'done', doneAt: at }))
      return {
        ...state,
        people,
        status: people.every((p) => p.part !== 'sign' || p.status === 'done') ? 'signed' : 'out',
      }
    }
    case 'declined':
      return {
        ...state,
        status: 'declined',
        reason: event.reason,
        people: update(event.person, () => ({ status: 'declined', doneAt: at })),
      }
    case 'withdrawn':
      return { ...state, status: 'withdrawn', reason: event.reason }
    case 'lapsed':
      return { ...state, status: 'lapsed' }
    case 'sealed':
      return { ...state, sealed: event.sha256 }
    default:
      return state
  }
}

/** Folds a round's events, oldest first. Events that could not have happened are passed over, so a fold never fails. */
export function fold(events: readonly { at: string; event: RoundEvent }[]): RoundState {
  return events.reduce((state, { at, event }) => (refuse(state, event, at) ? state : apply(state, event, at)), EMPTY)
}

/** What an event leads to: people to ask now, and whether the round can be sealed. */
export interface Consequences {
  ask: PersonState[]
  seal: boolean
  over: RoundStatus | null
}
export function consequences(before: RoundState, after: RoundState): Consequences {
  const ask = mayAct(after).filter((p) => p.status === 'not yet')
  const over = before.status === 'out' && after.status !== 'out' ? after.status : null
  return { ask, seal: over === 'signed', over }
}
