/** What a person is asked to do in a round. Whoever checks does so before it goes out, and is part of the plan only. */
export type Part = 'sign' | 'witness' | 'check' | 'copy'
export interface RoundPerson {
  id: string
  party: string
  name: string
  turn: number
  part: Part
  /** Whose signing a witness sees: the id of a signer. */
  of?: string | null
}

/** What can happen in a round. `person` is who did it, or whom it concerns. */
export type RoundEvent =
  | { type: 'sent'; people: readonly RoundPerson[]; lapsesAt: string | null }
  | { type: 'asked'; person: string }
  | { type: 'delivered'; person: string }
  | { type: 'bounced'; person: string; reason: string }
  | { type: 'shown'; person: string }
  | { type: 'opened'; person: string }
  | { type: 'nudged'; person: string }
  | { type: 'question'; person: string }
  | { type: 'answered'; person: string }
  | { type: 'proved'; person: string }
  | { type: 'proof-failed'; person: string }
  | { type: 'closed'; person: string }
  | { type: 'reopened'; person: string }
  | { type: 'signed'; person: string }
  | { type: 'on-paper'; person: string }
  | { type: 'declined'; person: string; reason: string }
  | { type: 'corrected'; person: string; name?: string }
  | { type: 'replaced'; person: string; by: RoundPerson }
  | { type: 'passed-on'; person: string; by: RoundPerson }
  | { type: 'reordered'; turns: Readonly<Record<string, number>> }
  | { type: 'added'; by: RoundPerson }
  | { type: 'copied'; person: string }
  | { type: 'copy-to'; person: string }
  | { type: 'paused'; reason: string }
  | { type: 'resumed' }
  | { type: 'revised'; again: readonly string[] }
  | { type: 'extended'; lapsesAt: string | null }
  | { type: 'withdrawn'; reason: string }
  | { type: 'lapsed' }
  | { type: 'sealed'; sha256: string }

export type RoundStatus = 'draft' | 'out' | 'signed' | 'declined' | 'withdrawn' | 'lapsed'
export type PersonStatus = 'not yet' | 'asked' | 'opened' | 'done' | 'declined' | 'replaced'
export interface PersonState extends RoundPerson {
  status: PersonStatus
  openedAt: string | null
  doneAt: string | null
  askedAt: string | null
  deliveredAt: string | null
  /** Why the last message to them came back; null when it didn't. */
  bounced: string | null
  seen: number
  lastSeenAt: string | null
  /** Out of tries at proving who they are. */
  closed: boolean
  /** Has to sign again what they signed before, as it was corrected. */
  again: boolean
  /** Signed on paper; the scan is with the round. */
  onPaper: boolean
}
export interface RoundState {
  status: RoundStatus
  people: PersonState[]
  lapsesAt: string | null
  sealed: string | null
  reason: string | null
  /** Why it is held for now; null when it isn't. */
  paused: string | null
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
  | 'paused'
  | 'closed'
  | 'replaced'
  | 'bad-order'
export interface Refusal {
  code: RefusalCode
  message: string
}

export const EMPTY: RoundState = {
  status: 'draft',
  people: [],
  lapsesAt: null,
  sealed: null,
  reason: null,
  paused: null,
}

const refusal = (code: RefusalCode, message: string): Refusal => ({ code, message })
const OVER: Partial<Record<RoundStatus, Refusal>> = {
  signed: refusal('signed', 'Everyone has signed already.'),
  declined: refusal('declined', 'This was declined and is closed.'),
  withdrawn: refusal('withdrawn', 'The sender has withdrawn this.'),
  lapsed: refusal('lapsed', 'The time to sign has passed.'),
}
const STRANGER = refusal('unknown-person', 'This person is not part of the round.')
const NOT_YET = refusal('not-your-turn', 'It is not your turn yet.')

/** Those who have something to do, not merely get a copy. */
export const acts = (p: Pick<RoundPerson, 'part'>): boolean => p.part === 'sign' || p.part === 'witness'
const isLeft = (p: PersonState) => acts(p) && p.status !== 'done' && p.status !== 'replaced'

/** The turn that is open, or null when nobody is left to act. */
export function openTurn(state: RoundState): number | null {
  const left = state.people.filter(isLeft).map((p) => p.turn)
  return state.status === 'out' && left.length ? Math.min(...left) : null
}

/** A witness acts once the signer they watch has. */
const seesNow = (state: RoundState, p: PersonState) =>
  p.part !== 'witness' || state.people.find((s) => s.id === p.of)?.status === 'done'

/** Those who may act now; nobody while the round is held. */
export const mayAct = (state: RoundState): PersonState[] => (state.paused === null ? whoseTurn(state) : [])

/** Whose turn it is, whether or not the round is held. */
export function whoseTurn(state: RoundState): PersonState[] {
  const turn = openTurn(state)
  return state.people.filter((p) => isLeft(p) && p.turn === turn && seesNow(state, p))
}

/** A witness watches a signer who acts no later than they do; nobody watches themself. */
export function orderProblem(people: readonly RoundPerson[]): Refusal | null {
  for (const p of people) {
    if (p.part !== 'witness') continue
    const signer = people.find((s) => s.id === p.of && s.part === 'sign')
    if (!signer) return refusal('bad-order', `${p.name} has nobody to witness.`)
    if (signer.turn > p.turn)
      return refusal('bad-order', `${p.name} can’t witness before ${signer.name} has signed. Give them a later turn.`)
  }
  return null
}

/** Why a new person may not come in with this id and part. */
function newcomerProblem(state: RoundState, by: RoundPerson): Refusal | null {
  if (state.people.some((p) => p.id === by.id)) return refusal('already-done', 'This person is in the round already.')
  return null
}

/** Why an event of the round as a whole may not happen now; undefined for events about one person. */
function refuseWhole(state: RoundState, event: RoundEvent, at: string): Refusal | null | undefined {
  const over = OVER[state.status] ?? null
  const late = state.lapsesAt !== null && at >= state.lapsesAt
  switch (event.type) {
    case 'sealed':
      return state.status === 'signed' && !state.sealed ? null : refusal('already-done', 'There is nothing to seal.')
    case 'withdrawn':
      return over
    case 'lapsed':
      return over ?? (late ? null : refusal('not-your-turn', 'The deadline has not passed.'))
    case 'extended':
      if (over && state.status !== 'lapsed') return over
      return event.lapsesAt === null || event.lapsesAt > at
        ? null
        : refusal('bad-order', 'The new deadline has passed already.')
    case 'paused':
      return over ?? (state.paused === null ? null : refusal('already-done', 'It is held already.'))
    case 'resumed':
      return over ?? (state.paused === null ? refusal('already-done', 'It is not held.') : null)
    case 'revised':
      return (
        over ??
        (late
          ? OVER.lapsed!
          : event.again.every((id) => state.people.some((p) => p.id === id && p.status === 'done'))
            ? null
            : STRANGER)
      )
    case 'added':
      return (
        over ??
        (event.by.part === 'copy'
          ? newcomerProblem(state, event.by)
          : refusal('bad-order', 'Only somebody who gets a copy can be added now.'))
      )
    case 'reordered': {
      if (over) return over
      for (const id of Object.keys(event.turns)) {
        const p = state.people.find((x) => x.id === id)
        if (!p) return STRANGER
        if (p.status === 'done' || p.status === 'replaced')
          return refusal('already-done', `${p.name} has acted already; their turn can’t be changed.`)
      }
      return orderProblem(turned(state, event.turns).filter((p) => p.status !== 'replaced'))
    }
    default:
      return undefined
  }
}

const turned = (state: RoundState, turns: Readonly<Record<string, number>>) =>
  state.people.map((p) => (Object.hasOwn(turns, p.id) ? { ...p, turn: turns[p.id]! } : p))

/** Why an event may not happen now, at the instant `at`; null when it may. */
export function refuse(state: RoundState, event: RoundEvent, at: string): Refusal | null {
  if (event.type === 'sent')
    return state.status === 'draft'
      ? orderProblem(event.people)
      : refusal('already-sent', 'This has been sent already.')
  if (state.status === 'draft') return refusal('not-sent', 'This has not been sent yet.')
  const whole = refuseWhole(state, event, at)
  if (whole !== undefined) return whole
  const { type, person: id } = event as Extract<RoundEvent, { person: string }>
  const person = state.people.find((p) => p.id === id)
  if (type === 'question' || type === 'answered' || type === 'delivered' || type === 'bounced' || type === 'shown')
    return person ? null : STRANGER
  if (type === 'copy-to')
    return person?.status === 'done' ? null : refusal('not-your-turn', 'Sign first; then say where your copy shall go.')
  const over = OVER[state.status]
  if ((type === 'signed' || type === 'on-paper') && over && person?.status === 'done')
    return refusal('already-done', 'You have signed this already.')
  if (type === 'copied')
    return !person
      ? STRANGER
      : person.part === 'copy' && person.status === 'not yet' && (!over || state.status === 'signed')
        ? null
        : refusal('already-done', 'They have it already.')
  if (over) return over
  if (!person) return STRANGER
  if (person.status === 'replaced') return refusal('replaced', 'Somebody else signs in your place.')
  if (type === 'asked')
    return person.status === 'not yet' ? null : refusal('already-done', `${person.name} was asked already.`)
  const done = person.status === 'done' ? refusal('already-done', 'You have signed this already.') : null
  if (type === 'corrected') return done
  if (type === 'replaced')
    return done ?? (acts(person) ? newcomerProblem(state, (event as { by: RoundPerson }).by) : STRANGER)
  if (type === 'reopened') return person.closed ? null : refusal('already-done', 'It is not closed.')
  if (state.lapsesAt !== null && at >= state.lapsesAt) return OVER.lapsed!
  if (type === 'opened') return person.status === 'not yet' ? NOT_YET : null
  if (!acts(person)) return refusal('not-asked-to-sign', 'You get a copy; there is nothing to sign.')
  if (done) return done
  if (state.paused !== null) return refusal('paused', 'The sender has put this on hold. You will hear when it goes on.')
  if (person.turn !== openTurn(state) || !seesNow(state, person)) return NOT_YET
  if (type === 'on-paper') return null
  if (person.closed)
    return refusal('closed', 'There were too many tries to prove who you are. The sender can open it again.')
  if (type === 'passed-on') return newcomerProblem(state, (event as { by: RoundPerson }).by)
  return null
}

const fresh = (p: RoundPerson): PersonState => ({
  ...p,
  of: p.of ?? null,
  status: 'not yet',
  openedAt: null,
  doneAt: null,
  askedAt: null,
  deliveredAt: null,
  bounced: null,
  seen: 0,
  lastSeenAt: null,
  closed: false,
  again: false,
  onPaper: false,
})

const allDone = (people: readonly PersonState[]) => people.every((p) => !isLeft(p))

/** Who has to sign again: those named, and whoever witnessed one of them. */
const signsAgain = (p: PersonState, again: readonly string[]) =>
  again.includes(p.id) || (p.part === 'witness' && p.status === 'done' && !!p.of && again.includes(p.of))

/** The state after an event that was not refused. */
export function apply(state: RoundState, event: RoundEvent, at: string): RoundState {
  const update = (id: string, change: (p: PersonState) => Partial<PersonState>) =>
    state.people.map((p) => (p.id === id ? { ...p, ...change(p) } : p))
  switch (event.type) {
    case 'sent':
      return { ...EMPTY, status: 'out', lapsesAt: event.lapsesAt, people: event.people.map(fresh) }
    case 'asked':
      return {
        ...state,
        people: update(event.person, () => ({ status: 'asked', askedAt: at, deliveredAt: null, bounced: null })),
      }
    case 'delivered':
      return { ...state, people: update(event.person, () => ({ deliveredAt: at, bounced: null })) }
    case 'bounced':
      return { ...state, people: update(event.person, () => ({ bounced: event.reason })) }
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
    case 'copied':
      return { ...state, people: update(event.person, () => ({ status: 'done', doneAt: at })) }
    case 'signed':
    case 'on-paper': {
      const onPaper = event.type === 'on-paper'
      const people = update(event.person, () => ({ status: 'done', doneAt: at, again: false, onPaper }))
      return { ...state, people, status: allDone(people) ? 'signed' : 'out' }
    }
    case 'declined':
      return {
        ...state,
        status: 'declined',
        reason: event.reason,
        people: update(event.person, () => ({ status: 'declined', doneAt: at })),
      }
    case 'corrected':
      return {
        ...state,
        people: update(event.person, (p) => ({ name: event.name ?? p.name, bounced: null })),
      }
    case 'replaced':
    case 'passed-on': {
      const left = state.people.find((p) => p.id === event.person)!
      const { turn, part, party, of } = left
      const by = fresh({ ...event.by, turn, part, party, of: of ?? null })
      const people = state.people.flatMap((p) =>
        p.id === event.person
          ? [{ ...p, status: 'replaced' as const, doneAt: at }, by]
          : [p.of === event.person ? { ...p, of: by.id } : p],
      )
      return { ...state, people }
    }
    case 'reordered':
      return {
        ...state,
        people: turned(state, event.turns).map((p) => {
          const before = state.people.find((x) => x.id === p.id)!
          const waits = p.turn !== before.turn && (p.status === 'asked' || p.status === 'opened')
          return waits ? { ...p, status: 'not yet' as const } : p
        }),
      }
    case 'added':
      return { ...state, people: [...state.people, fresh(event.by)] }
    case 'closed':
      return { ...state, people: update(event.person, () => ({ closed: true })) }
    case 'reopened':
      return { ...state, people: update(event.person, () => ({ closed: false })) }
    case 'paused':
      return { ...state, paused: event.reason }
    case 'resumed':
      return { ...state, paused: null }
    case 'revised':
      return {
        ...state,
        paused: null,
        people: state.people.map((p) =>
          signsAgain(p, event.again)
            ? { ...p, status: 'not yet' as const, again: true, onPaper: false, doneAt: null }
            : p,
        ),
      }
    case 'extended':
      return { ...state, status: 'out', lapsesAt: event.lapsesAt }
    case 'withdrawn':
      return { ...state, status: 'withdrawn', reason: event.reason, paused: null }
    case 'lapsed':
      return { ...state, status: 'lapsed', paused: null }
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

/** What an event leads to: people to ask now, people to whom a copy goes now, and whether the round has ended or goes on. */
export interface Consequences {
  ask: PersonState[]
  copy: PersonState[]
  seal: boolean
  over: RoundStatus | null
}
export function consequences(before: RoundState, after: RoundState): Consequences {
  const ask = mayAct(after).filter((p) => p.status === 'not yet')
  const turn = openTurn(after)
  const copy = after.people.filter(
    (p) => p.part === 'copy' && p.status === 'not yet' && turn !== null && after.paused === null && p.turn <= turn,
  )
  const changed = before.status !== after.status && before.status !== 'draft'
  const over = changed ? after.status : null
  return { ask, copy, seal: over === 'signed', over }
}
