import { type PersonState, type RoundState, acts, sharing } from './rounds'

/** What of a round's course is told to those in it who didn't do it themselves. */
export type News = 'withdrawn' | 'declined' | 'held' | 'goes-on' | 'lapsed' | 'extended' | 'taken'

const wasAsked = (p: PersonState) => p.askedAt !== null && p.status !== 'replaced'
const stillAsked = (p: PersonState) => acts(p) && (p.status === 'asked' || p.status === 'opened')
/** Whoever gets a copy and was told that it is out. */
const wasTold = (p: PersonState) => p.part === 'copy' && p.status === 'done'

/** Whom each piece of news concerns; whoever made it isn't told. The table in docs/told.md says the same. */
const CONCERNS: Record<Exclude<News, 'taken'>, (p: PersonState) => boolean> = {
  withdrawn: (p) => (acts(p) && wasAsked(p)) || wasTold(p),
  declined: (p) => (acts(p) && wasAsked(p) && p.status !== 'declined') || wasTold(p),
  held: stillAsked,
  'goes-on': stillAsked,
  lapsed: stillAsked,
  extended: stillAsked,
}

/** What a step of a round means for the others: the news, and the people it is told to; null where there is none. */
export function newsOf(before: RoundState, after: RoundState): { news: News; people: PersonState[] } | null {
  const taken = after.people.filter((p) => p.askedAt !== null && tookPlace(before, after, p))
  if (taken.length) return { news: 'taken', people: taken }
  const news = whatHappened(before, after)
  return news && { news, people: after.people.filter(CONCERNS[news]) }
}

/** Whether somebody who holds the same place as `p` has just signed in it. */
const tookPlace = (before: RoundState, after: RoundState, p: PersonState): boolean =>
  p.status === 'replaced' &&
  before.people.find((b) => b.id === p.id)?.status !== 'replaced' &&
  sharing(after.people, p.id).some((s) => s.status === 'done')

function whatHappened(before: RoundState, after: RoundState): Exclude<News, 'taken'> | null {
  if (before.status === 'draft') return null
  if (before.status !== after.status)
    return after.status === 'withdrawn' || after.status === 'declined' || after.status === 'lapsed'
      ? after.status
      : after.status === 'out'
        ? 'extended'
        : null
  if (after.status !== 'out') return null
  if (before.paused === null && after.paused !== null) return 'held'
  if (before.paused !== null && after.paused === null) return 'goes-on'
  return before.lapsesAt === after.lapsesAt ? null : 'extended'
}
