import { Temporal } from 'temporal-polyfill'

/** A calendar day, `YYYY-MM-DD`. */
export type Day = string

const DAY = 86_400_000
/** Days since 1 January 1970. Plain arithmetic: lists ask for hundreds of these, and a day has no zone. */
const toNumber = (day: Day): number => Date.parse(`${day}T00:00:00Z`) / DAY

/** Whether a text is a day the calendar has. */
export function isDay(text: string): boolean {
  return /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(toNumber(text)) && addDays(text, 0) === text
}

/** `day` moved by so many days (negative: earlier). */
export function addDays(day: Day, days: number): Day {
  return new Date((toNumber(day) + days) * DAY).toISOString().slice(0, 10)
}

/** Days from `a` to `b`; negative when `b` is earlier. */
export function daysBetween(a: Day, b: Day): number {
  return toNumber(b) - toNumber(a)
}

/** The Mondays of so many weeks, the one that `day` is in first. */
export const weeksFrom = (day: Day, weeks: number): Day[] => {
  const monday = addDays(day, -((new Date(`${day}T12:00Z`).getUTCDay() + 6) % 7))
  return Array.from({ length: weeks }, (_, i) => addDays(monday, 7 * i))
}

/** The calendar day of an instant (ISO, UTC) in a time zone. */
export function dayOf(instant: string, timeZone: string): Day {
  return Temporal.Instant.from(instant).toZonedDateTimeISO(timeZone).toPlainDate().toString()
}

/**
 * A wall-clock time (`YYYY-MM-DDTHH:MM`) in a zone as an instant. A time that a clock change skips is refused with
 * RangeError; one that occurs twice takes the earlier.
 */
export function instantOf(local: string, timeZone: string): string {
  const plain = Temporal.PlainDateTime.from(local)
  const earlier = plain.toZonedDateTime(timeZone, { disambiguation: 'earlier' })
  if (!earlier.toPlainDateTime().equals(plain))
    throw new RangeError(`${local} does not exist in ${timeZone}: the clocks go forward then.`)
  return earlier.toInstant().toString()
}

/**
 * What is wrong with a span of wall-clock times in a zone: a day no calendar has, a time the clocks skip, or an end
 * before its start. Null when all is well.
 */
export function spanProblem(
  starts: string | null,
  ends: string | null,
  timeZone: string,
): { field: 'starts' | 'ends'; message: string } | null {
  const at: Record<string, string> = {}
  for (const [field, local] of [
    ['starts', starts],
    ['ends', ends],
  ] as const) {
    if (!local) continue
    try {
      Temporal.PlainDateTime.from(local, { overflow: 'reject' })
    } catch {
      return { field, message: `There is no ${local.slice(0, 10)} in the calendar.` }
    }
    try {
      at[field] = instantOf(local, timeZone)
    } catch (error) {
      return { field, message: (error as Error).message }
    }
  }
  if (at.starts && at.ends && at.ends < at.starts) return { field: 'ends', message: 'It would end before it starts.' }
  return null
}

/** The reverse of {@link instantOf}: an instant as a wall-clock time (`YYYY-MM-DDTHH:MM`) in a zone. */
export function localOf(instant: string, timeZone: string): string {
  return Temporal.Instant.from(instant).toZonedDateTimeISO(timeZone).toPlainDateTime().toString().slice(0, 16)
}

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
]

const dayAndMonth = (day: Day) => `${Number(day.slice(8))} ${MONTHS[Number(day.slice(5, 7)) - 1]}`

/** `Fri 12 June`, with the year when it is not `today`'s. */
export function formatDay(day: Day, today?: Day): string {
  const year = today && today.slice(0, 4) === day.slice(0, 4) ? '' : ` ${day.slice(0, 4)}`
  // 1 January 1970 was a Thursday.
  const weekday = WEEKDAYS[(((toNumber(day) + 3) % 7) + 7) % 7]
  return `${weekday} ${dayAndMonth(day)}${year}`
}

/** `12 June 2026`, as papers and invoices write it. */
export function formatDayLong(day: Day): string {
  return `${dayAndMonth(day)} ${day.slice(0, 4)}`
}

/** `in 3 days`, `tomorrow`, `6 days ago`. */
export function relativeDay(day: Day, today: Day): string {
  const n = daysBetween(today, day)
  if (n === 0) return 'today'
  if (n === 1) return 'tomorrow'
  if (n === -1) return 'yesterday'
  return n > 0 ? `in ${n} days` : `${-n} days ago`
}

/** `1 day late`, `6 days late`; an earlier `day` only. */
export function lateWords(day: Day, today: Day): string {
  const n = daysBetween(day, today)
  return n === 1 ? '1 day late' : `${n} days late`
}

/** `Fri 12 June, 14:00` of an instant in a zone. */
export function formatInstant(instant: string, timeZone: string, today?: Day): string {
  const z = Temporal.Instant.from(instant).toZonedDateTimeISO(timeZone)
  return `${formatDay(z.toPlainDate().toString(), today)}, ${String(z.hour).padStart(2, '0')}:${String(z.minute).padStart(2, '0')}`
}

/** Whether the platform knows the IANA time zone. */
export function isTimeZone(timeZone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone })
    return true
  } catch {
    return false
  }
}

/** The last day of a job: of its own span, or of the further days it has. Null where none is known. */
export function lastDay(ends: string | null, further: readonly { starts: string; ends: string | null }[]): Day | null {
  const days = [ends, ...further.map((d) => d.ends ?? d.starts)].flatMap((at) => (at ? [at.slice(0, 10)] : []))
  return days.length ? days.reduce((a, b) => (a > b ? a : b)) : null
}
