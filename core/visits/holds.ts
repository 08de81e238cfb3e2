import { type Day, addDays } from '../calendar/dates'

/** How long a paper that was signed holds for whoever signed it: for that visit, that day, the year it is, twelve months, or until the template says something else. */
export const HOLDS = ['visit', 'day', 'season', 'year', 'edition'] as const
export type Holds = (typeof HOLDS)[number]

/** Twelve months on, less a day; from the 29th of February to the 28th. */
function yearFrom(day: Day): Day {
  const next = `${Number(day.slice(0, 4)) + 1}${day.slice(4)}`
  return addDays(day.slice(5) === '02-29' ? `${next.slice(0, 4)}-03-01` : next, -1)
}

/** The last day a paper holds on, of when it was signed; null where it holds for its own visit alone, or without an end. */
export function holdsUntil(holds: Holds, signedOn: Day): Day | null {
  if (holds === 'day') return signedOn
  if (holds === 'season') return `${signedOn.slice(0, 4)}-12-31`
  return holds === 'year' ? yearFrom(signedOn) : null
}

/** Whether a paper that was signed for another visit still holds on a day: not before it was signed, and of the edition that is used now where that is asked. */
export function stillHolds(
  holds: Holds,
  { signedOn, edition }: { signedOn: Day; edition: number | null },
  { day, edition: now }: { day: Day; edition: number },
): boolean {
  if (holds === 'visit' || day < signedOn) return false
  if (holds === 'edition') return edition === now
  return day <= holdsUntil(holds, signedOn)!
}
