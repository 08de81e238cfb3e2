import { type Day, addDays, daysBetween } from '../calendar/dates'

/** How many days before it goes a sealed paper is spoken of. */
export const TOLD_DAYS = 30

/** The day on which what was sealed on a day goes: so many years on; of 29 February, 1 March where there is no such day. */
export function goesOn(sealedOn: Day, years: number): Day {
  const [year, month, day] = sealedOn.split('-').map(Number) as [number, number, number]
  return new Date(Date.UTC(year + years, month - 1, day)).toISOString().slice(0, 10)
}

/** A sealed round, and the day its business was told that it goes; null while it wasn't. */
export interface Kept {
  round: string
  sealedOn: Day
  toldOn: Day | null
}

/**
 * Which sealed rounds are to be told of today, and which are to go: those whose years are over, and of which it was told at
 * least thirty days ago, however the years were set meanwhile.
 */
export function dueToGo(kept: readonly Kept[], years: number, today: Day): { tell: string[]; go: string[] } {
  const within = (k: Kept, days: number) => goesOn(k.sealedOn, years) <= addDays(today, days)
  return {
    tell: kept.filter((k) => !k.toldOn && within(k, TOLD_DAYS)).map((k) => k.round),
    go: kept.filter((k) => k.toldOn && within(k, 0) && daysBetween(k.toldOn, today) >= TOLD_DAYS).map((k) => k.round),
  }
}
