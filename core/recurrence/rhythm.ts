import * as rrule from 'rrule'
import { type Day, addDays, daysBetween, isDay, spanProblem } from '../calendar/dates'

// The package is CommonJS in Node and a module in the browser's bundle.
const { RRule } = 'default' in rrule ? (rrule.default as typeof rrule) : rrule

/** How something repeats, as it is chosen. */
export interface Rhythm {
  unit: (typeof RHYTHM_UNITS)[number]
  /** Every so many of them. */
  every: number
  /** Days of the week, 1 Monday to 7 Sunday; of weeks alone. None: that of the first day. */
  weekdays: number[]
  /** Which day of the month; of months alone. A date no month has is its last day then. */
  onThe: (typeof RHYTHM_DAYS)[number]
  /** The last day it may fall on, or how many come after the first; null goes on. */
  end: { until: Day } | { more: number } | null
}
export const RHYTHM_UNITS = ['day', 'week', 'month', 'year'] as const
export const RHYTHM_DAYS = ['date', 'last-day', 'last-working-day'] as const
/** The most of a unit between two, and the most that can be counted. */
export const MOST_EVERY = 99
export const MOST_TIMES = 999

const WEEKDAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU']
const FREQUENCIES = { day: 'DAILY', week: 'WEEKLY', month: 'MONTHLY', year: 'YEARLY' } as const

/** The day of the week, 1 Monday to 7 Sunday. */
export const weekdayOf = (day: Day): number => ((new Date(`${day}T00:00Z`).getUTCDay() + 6) % 7) + 1

/** Days that a month may not have are its last then: the last of 28 to the day that a month has. */
const onDate = (date: number): string =>
  date > 28
    ? `BYMONTHDAY=${Array.from({ length: date - 27 }, (_, i) => 28 + i).join(',')};BYSETPOS=-1`
    : `BYMONTHDAY=${date}`

function partsOf({ unit, weekdays, onThe }: Rhythm, from: Day): string {
  if (unit === 'week') {
    const days = weekdays.length ? [...new Set(weekdays)].sort((a, b) => a - b) : [weekdayOf(from)]
    return `BYDAY=${days.map((d) => WEEKDAYS[d - 1]).join(',')}`
  }
  if (unit === 'year') return `BYMONTH=${Number(from.slice(5, 7))};${onDate(Number(from.slice(8)))}`
  if (unit !== 'month') return ''
  if (onThe === 'last-day') return 'BYMONTHDAY=-1'
  return onThe === 'last-working-day' ? 'BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1' : onDate(Number(from.slice(8)))
}

/** A rhythm as a recurrence rule (RFC 5545, 3.3.10), whose first day is `from`. */
export function ruleOf(rhythm: Rhythm, from: Day): string {
  const rule = [`FREQ=${FREQUENCIES[rhythm.unit]}`, `INTERVAL=${rhythm.every}`, partsOf(rhythm, from)]
    .filter(Boolean)
    .join(';')
  const { end } = rhythm
  if (!end) return rule
  if ('until' in end) return `${rule};UNTIL=${end.until.replaceAll('-', '')}`
  // A rule counts its first day where it falls on it.
  const fits = expand(rule, from, addDays(from, -1), from).length
  return `${rule};COUNT=${end.more + fits}`
}

/** What a rule says, as it would be chosen; null for one that says more than can be chosen. */
export function rhythmOf(rule: string, from: Day): Rhythm | null {
  const parts = new Map(rule.split(';').map((p) => p.split('=') as [string, string]))
  const unit = RHYTHM_UNITS.find((u) => FREQUENCIES[u] === parts.get('FREQ'))
  if (!unit) return null
  const until = parts.get('UNTIL')?.replace(/^(\d{4})(\d\d)(\d\d).*$/, '$1-$2-$3')
  const count = parts.get('COUNT')
  const weekdays = unit === 'week' ? (parts.get('BYDAY')?.split(',') ?? []).map((d) => WEEKDAYS.indexOf(d) + 1) : []
  const plain = { unit, every: Number(parts.get('INTERVAL') ?? 1), weekdays, end: until ? { until } : null }
  for (const onThe of unit === 'month' ? RHYTHM_DAYS : (['date'] as const)) {
    const base: Rhythm = { ...plain, onThe }
    const fits = count ? expand(ruleOf({ ...base, end: null }, from), from, addDays(from, -1), from).length : 0
    const rhythm = count ? { ...base, end: { more: Number(count) - fits } } : base
    if (same(ruleOf(rhythm, from), rule)) return rhythm
  }
  return null
}
const same = (a: string, b: string) => [...a.split(';')].sort().join() === [...b.split(';')].sort().join()

const PARTS = /^(FREQ|INTERVAL|BYDAY|BYMONTHDAY|BYMONTH|BYSETPOS|UNTIL|COUNT|WKST)=[A-Z0-9,+-]{1,80}$/

/** What is wrong with a rule that came from outside, or null: its parts are known, it isn't finer than days, and it leads somewhere. */
export function ruleProblem(rule: string, from: Day): string | null {
  const parts = rule.split(';')
  const of = new Map(parts.map((p) => p.split('=') as [string, string]))
  if (rule.length > 200 || !parts.every((p) => PARTS.test(p)) || of.size !== parts.length)
    return 'This isn’t a recurrence rule as RFC 5545 has them.'
  if (!Object.values<string>(FREQUENCIES).includes(of.get('FREQ') ?? ''))
    return 'It has to repeat by days, weeks, months or years.'
  const within = (key: string, most: number) => {
    const n = Number(of.get(key) ?? 1)
    return Number.isInteger(n) && n >= 1 && n <= most
  }
  if (!within('INTERVAL', MOST_EVERY)) return `It can stand for every 1 to ${MOST_EVERY} of them.`
  if (!within('COUNT', MOST_TIMES + 1)) return `It can come ${MOST_TIMES} times at most.`
  const until = of.get('UNTIL')
  if (until && !isDay(until.replace(/^(\d{4})(\d\d)(\d\d)$/, '$1-$2-$3')))
    return 'The last day isn’t one of the calendar.'
  try {
    if (!daysOf(rule, from, { to: addDays(from, 36_600), most: 1 }).length)
      return 'No day comes after the first. Let it end later.'
  } catch {
    return 'This isn’t a recurrence rule as RFC 5545 has them.'
  }
  return null
}

function expand(rule: string, from: Day, after: Day, to: Day, most = Infinity): Day[] {
  const dtstart = new Date(`${from}T00:00Z`)
  const found: Day[] = []
  // In UTC: a day has no zone, and the package reads zones by that of the process.
  new RRule({ ...RRule.parseString(rule), dtstart }).between(
    new Date(`${addDays(after, 1)}T00:00Z`),
    new Date(`${to}T00:00Z`),
    true,
    (date) => {
      found.push(date.toISOString().slice(0, 10))
      return found.length < most
    },
  )
  return found.slice(0, most === Infinity ? undefined : most)
}

/** The most days that are worked out at once. */
export const MOST_DAYS = 400

/** The days of a rule after the first one, and after `after` where it is given, up to and with `to`; the earliest first. */
export function daysOf(
  rule: string,
  from: Day,
  { after = from, to, most = MOST_DAYS }: { after?: Day; to: Day; most?: number },
): Day[] {
  const begin = after > from ? after : from
  return to <= begin ? [] : expand(rule, from, begin, to, Math.min(most, MOST_DAYS))
}

/** Whether a day lies in one of some pauses; one without an end goes on. */
export const isPaused = (day: Day, pauses: readonly { from: Day; to: Day | null }[]): boolean =>
  pauses.some((p) => day >= p.from && (p.to === null || day <= p.to))

/** Times of a job, local to its zone. */
export interface Times {
  starts: string | null
  ends: string | null
  furtherDays: { starts: string; ends: string | null }[]
}

/** The same times on another day: all of them move by as many days. What the clocks skip then is an hour later. */
export function movedTo({ starts, ends, furtherDays }: Times, day: Day, timeZone: string): Times {
  const by = starts ? daysBetween(starts.slice(0, 10), day) : 0
  const move = (at: string): string => {
    const moved = `${addDays(at.slice(0, 10), by)}${at.slice(10)}`
    if (!spanProblem(moved, null, timeZone)) return moved
    return new Date(Date.parse(`${moved}Z`) + 3_600_000).toISOString().slice(0, 16)
  }
  return {
    starts: starts && move(starts),
    ends: ends && move(ends),
    furtherDays: furtherDays.map((d) => ({ starts: move(d.starts), ends: d.ends && move(d.ends) })),
  }
}
