import { addDays, dayOf, instantOf, localOf } from '../calendar/dates'
import type { Deadline, Reminders } from './plan'

/** Hours in which nobody is written to unasked, as wall-clock times; `from` may be later than `to` (over night). */
export interface QuietHours {
  from: string
  to: string
}
export const QUIET: QuietHours = { from: '20:00', to: '08:00' }

/** A wall-clock time as an instant in UTC with milliseconds; one the clocks skip is taken an hour later. */
function utcOf(local: string, timeZone: string): string {
  try {
    return new Date(instantOf(local, timeZone)).toISOString()
  } catch {
    const [day, time] = local.split('T') as [string, string]
    const hour = String(Number(time.slice(0, 2)) + 1).padStart(2, '0')
    return new Date(instantOf(`${day}T${hour}${time.slice(2)}`, timeZone)).toISOString()
  }
}

/**
 * The instant a round lapses: null for never, undefined where it is counted from a job's day that isn't set. Days end at
 * 18:00 where the business is.
 */
export function deadlineOf(
  deadline: Deadline,
  at: string,
  jobDay: string | null,
  timeZone: string,
): string | null | undefined {
  switch (deadline.kind) {
    case 'none':
      return null
    case 'at':
      return new Date(deadline.at).toISOString()
    case 'after':
      return utcOf(`${addDays(dayOf(at, timeZone), deadline.days)}T18:00`, timeZone)
    case 'before':
      return jobDay ? utcOf(`${addDays(jobDay, -deadline.days)}T18:00`, timeZone) : undefined
  }
}

/** The next instant after `at` at which a clock in a zone says this time. */
export function atClock(at: string, time: string, timeZone: string): string {
  const day = dayOf(at, timeZone)
  const next = utcOf(`${day}T${time}`, timeZone)
  return next > new Date(at).toISOString() ? next : utcOf(`${addDays(day, 1)}T${time}`, timeZone)
}

/** Whether an instant falls into quiet hours. */
export function isQuiet(at: string, quiet: QuietHours, timeZone: string): boolean {
  const time = localOf(at, timeZone).slice(11)
  return quiet.from <= quiet.to ? time >= quiet.from && time < quiet.to : time >= quiet.from || time < quiet.to
}

/**
 * The instant itself, or the end of the quiet hours it falls into; where the clocks skip all that isn't quiet of a day, that
 * of the day after.
 */
export function outOfQuiet(at: string, quiet: QuietHours, timeZone: string): string {
  if (quiet.from === quiet.to || !isQuiet(at, quiet, timeZone)) return at
  const local = localOf(at, timeZone)
  const day = local.slice(11) >= quiet.to ? addDays(local.slice(0, 10), 1) : local.slice(0, 10)
  const end = utcOf(`${day}T${quiet.to}`, timeZone)
  return isQuiet(end, quiet, timeZone) ? utcOf(`${addDays(day, 1)}T${quiet.to}`, timeZone) : end
}

/** The hour reminders go out at, unless that is a quiet one. */
const HOUR = '09:00'

/**
 * When somebody asked at `askedAt` is reminded next, after the instant `after`; null when no more is to come before the
 * deadline. Never in quiet hours, never at or after the deadline, never twice on one day.
 */
export function nextReminder(
  rhythm: Reminders,
  askedAt: string,
  after: string,
  lapsesAt: string | null,
  timeZone: string,
  quiet: QuietHours = QUIET,
): string | null {
  const asked = dayOf(askedAt, timeZone)
  const last = dayOf(after, timeZone)
  const days: string[] = []
  if (rhythm.kind === 'daily' || rhythm.kind === 'weekly') {
    const step = rhythm.kind === 'daily' ? 1 : 7
    // As many steps as lead past the last one; a round without a deadline is reminded of for 60 days.
    for (let n = step; n <= 60; n += step) days.push(addDays(asked, n))
  } else if (rhythm.kind === 'own') {
    days.push(...rhythm.after.map((n) => addDays(asked, n)))
    if (lapsesAt) days.push(...rhythm.before.map((n) => addDays(dayOf(lapsesAt, timeZone), -n)))
  }
  for (const day of [...new Set(days)].sort()) {
    if (day <= asked || day < last) continue
    const at = outOfQuiet(utcOf(`${day}T${HOUR}`, timeZone), quiet, timeZone)
    if (at <= after) continue
    return lapsesAt === null || at < lapsesAt ? at : null
  }
  return null
}
