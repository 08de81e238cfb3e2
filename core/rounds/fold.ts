import { refuse, turned } from './refuse'
import {
  type RoundPerson,
  type PersonState,
  isLeft,
  type RoundState,
  type RoundEvent,
  EMPTY,
  type RoundStatus,
  openTurn,
  mayAct,
  sharing,
} from './rounds'

export const fresh = (p: RoundPerson): PersonState => ({
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

/** Whoever holds a place together with somebody who has signed has nothing to do any more. */
const stoodAside = (people: PersonState[], signed: string, at: string): PersonState[] => {
  const others = new Set(sharing(people, signed).flatMap((p) => (p.id !== signed && isLeft(p) ? [p.id] : [])))
  return people.map((p) => (others.has(p.id) ? { ...p, status: 'replaced' as const, doneAt: at } : p))
}

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
      const people = stoodAside(
        update(event.person, () => ({ status: 'done', doneAt: at, again: false, onPaper })),
        event.person,
        at,
      )
      return { ...state, people, status: allDone(people) ? 'signed' : 'out' }
    }
    case 'declined':
      // One of several who hold a place leaves it to the others.
      if (sharing(state.people, event.person).some((p) => p.id !== event.person && isLeft(p)))
        return { ...state, people: update(event.person, () => ({ status: 'replaced', doneAt: at })) }
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
          ? [{ ...p, status: 'replaced' as const, doneAt: at }, left.place ? { ...by, place: left.place } : by]
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
interface Consequences {
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
