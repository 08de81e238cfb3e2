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
  /** The place they hold together with others, by the id of the first of them: whoever signs first takes it. */
  place?: string | null
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
  | { type: 'affirmed'; person: string }
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

export const EMPTY: RoundState = {
  status: 'draft',
  people: [],
  lapsesAt: null,
  sealed: null,
  reason: null,
  paused: null,
}

/** Those who have something to do, not merely get a copy. */
export const acts = (p: Pick<RoundPerson, 'part'>): boolean => p.part === 'sign' || p.part === 'witness'
export const isLeft = (p: PersonState) => acts(p) && p.status !== 'done' && p.status !== 'replaced'

/** The turn that is open, or null when nobody is left to act. */
export function openTurn(state: RoundState): number | null {
  const left = state.people.filter(isLeft).map((p) => p.turn)
  return state.status === 'out' && left.length ? Math.min(...left) : null
}

/** Those who hold a place together with somebody, and themself. */
export const sharing = <P extends Pick<RoundPerson, 'id' | 'place'>>(people: readonly P[], id: string): P[] => {
  const place = people.find((p) => p.id === id)?.place ?? null
  return people.filter((p) => p.id === id || (place !== null && p.place === place))
}

/** A witness acts once the signer they watch has, or whoever took the place of that one. */
export const seesNow = (state: RoundState, p: PersonState) =>
  p.part !== 'witness' || sharing(state.people, p.of ?? '').some((s) => s.status === 'done')

/** Those who may act now; nobody while the round is held. */
export const mayAct = (state: RoundState): PersonState[] => (state.paused === null ? whoseTurn(state) : [])

/** Whose turn it is, whether or not the round is held. */
export function whoseTurn(state: RoundState): PersonState[] {
  const turn = openTurn(state)
  return state.people.filter((p) => isLeft(p) && p.turn === turn && seesNow(state, p))
}
