import { type RoundState, type RoundPerson, type RoundStatus, type RoundEvent, seesNow, openTurn, acts } from './rounds'

type RefusalCode =
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

const refusal = (code: RefusalCode, message: string): Refusal => ({ code, message })

const OVER: Partial<Record<RoundStatus, Refusal>> = {
  signed: refusal('signed', 'Everyone has signed already.'),
  declined: refusal('declined', 'This was declined and is closed.'),
  withdrawn: refusal('withdrawn', 'The sender has withdrawn this.'),
  lapsed: refusal('lapsed', 'The time to sign has passed.'),
}

const STRANGER = refusal('unknown-person', 'This person is not part of the round.')
const NOT_YET = refusal('not-your-turn', 'It is not your turn yet.')

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

export const turned = (state: RoundState, turns: Readonly<Record<string, number>>) =>
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

/** A witness watches a signer who acts no later than they do; nobody watches themself. */
function orderProblem(people: readonly RoundPerson[]): Refusal | null {
  for (const p of people) {
    if (p.part !== 'witness') continue
    const signer = people.find((s) => s.id === p.of && s.part === 'sign')
    if (!signer) return refusal('bad-order', `${p.name} has nobody to witness.`)
    if (signer.turn > p.turn)
      return refusal('bad-order', `${p.name} can’t witness before ${signer.name} has signed. Give them a later turn.`)
  }
  return null
}
