import { type Day, addDays } from '../calendar/dates'

/**
 * Which reminder of what is late has come by a day: the place (from 0) of the last of `steps` (days after it was due, rising)
 * that is over; null before the first. Of several that came at once only the last goes out.
 */
export function lateStep(dueOn: Day, today: Day, steps: readonly number[]): number | null {
  const n = steps.filter((days) => addDays(dueOn, days) <= today).length
  return n > 0 ? n - 1 : null
}

/** The day the next reminder goes, after those that have come by a day; null when none is left. */
export function nextReminderOn(dueOn: Day, today: Day, steps: readonly number[]): Day | null {
  const next = steps.map((days) => addDays(dueOn, days)).find((day) => day > today)
  return next ?? null
}
