import { type Day, daysBetween } from '../calendar/dates'
import { type Minor, ZERO, minor, percentOf } from '../money/money'

/** That a job was called off: when and by whom, and what is owed of it by then. Until `until` it can be taken back. */
export interface CalledOff {
  on: Day
  by: 'client' | 'business'
  owed: Minor
  words: string
  /** Instants, ISO 8601 in UTC: when it was said, and from when on papers and money follow. */
  at: string
  until: string
  /** Whether they have. */
  done: boolean
}

/** What is kept when a job is called off within so many days of its day: a share of the total, or what its first stage asks. */
export interface CalledOffStep {
  within: number
  keep: { percent: string } | 'first'
}

/**
 * What a client owes when a job is called off on a day: by the nearest step that day lies within, never more than the total.
 * Nothing where the day is further off, or isn’t set. A damage deposit goes back whole and is no part of it.
 */
export function owedWhenCalledOff(
  steps: readonly CalledOffStep[],
  { total, first, on, jobDay }: { total: Minor; first: Minor; on: Day; jobDay: Day | null },
): Minor {
  if (!jobDay) return ZERO
  const left = daysBetween(on, jobDay)
  const step = steps.filter((s) => left <= s.within).sort((a, b) => a.within - b.within)[0]
  return step ? keptBy(step, total, first) : ZERO
}

/** What a step keeps of a total whose first stage asks for `first`. */
export function keptBy({ keep }: CalledOffStep, total: Minor, first: Minor): Minor {
  const kept = keep === 'first' ? first : percentOf(total, keep.percent)
  return minor(Math.min(Math.max(kept, 0), Math.max(total, 0)))
}

/** What goes back, or is still to be paid, where so much was owed and so much was paid. */
export const settledAt = (owed: Minor, paid: Minor): { back: Minor; open: Minor } => ({
  back: minor(Math.max(paid - owed, 0)),
  open: minor(Math.max(owed - paid, 0)),
})

/** The days each step holds, the furthest off first: from its own number down to the next one’s. */
export function calledOffBands(steps: readonly CalledOffStep[]): { from: number; to: number; step: CalledOffStep }[] {
  const sorted = [...steps].sort((a, b) => b.within - a.within)
  return sorted.map((step, i) => ({ from: step.within, to: sorted[i + 1] ? sorted[i + 1]!.within + 1 : 0, step }))
}
