import { type Day, addDays, isDay } from './dates'

/** In which order a day is typed where somebody is: `12/06/2026` is the 12th of June or the 6th of December. */
export type DayOrder = 'dmy' | 'mdy' | 'ymd'
export interface TypedWhen {
  today: Day
  locale: string
  /** The job's day, for "the day before". */
  jobDay?: Day | null
}

const parts = (locale: string) =>
  new Intl.DateTimeFormat(locale, { year: 'numeric', month: '2-digit', day: '2-digit' }).formatToParts(
    new Date('2026-11-22T12:00Z'),
  )
export function dayOrder(locale: string): DayOrder {
  const order = parts(locale)
    .filter((p) => p.type === 'day' || p.type === 'month' || p.type === 'year')
    .map((p) => p.type[0])
    .join('')
  return order === 'mdy' || order === 'ymd' ? order : 'dmy'
}
/** How a day stands in a field: two digits for day and month, four for the year, in the locale's order and with its signs. */
export function typedDay(day: Day, locale: string): string {
  const [year, month, date] = day.split('-')
  return parts(locale)
    .map((p) => (p.type === 'day' ? date : p.type === 'month' ? month : p.type === 'year' ? year : p.value))
    .join('')
}

const NEAR = new Map([
  ['today', 0],
  ['tomorrow', 1],
  ['yesterday', -1],
])
const NUMBERS = new Map(Object.entries({ a: 1, an: 1, one: 1, two: 2, three: 3, four: 4, five: 5, six: 6 }))
const UNITS: Record<string, number> = { day: 1, week: 7, fortnight: 14 }
const WEEKDAYS = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat']
const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']
const two = (n: number) => String(n).padStart(2, '0')
function dayFrom(year: number, month: number, date: number): Day | null {
  const day = `${year}-${two(month)}-${two(date)}`
  return isDay(day) ? day : null
}
/** A year as it was typed: two digits are of this century; none is the next time that day comes. */
function dated(month: number, date: number, year: string | undefined, today: Day): Day | null {
  if (year) return dayFrom(year.length === 2 ? 2000 + Number(year) : Number(year), month, date)
  const thisYear = Number(today.slice(0, 4))
  const day = dayFrom(thisYear, month, date)
  return day && day < today ? dayFrom(thisYear + 1, month, date) : (day ?? dayFrom(thisYear + 1, month, date))
}

/**
 * A day as people type one: `12/6`, `12.6.26`, `12 June`, `2026-06-12`, `today`, `tomorrow`, `fri`, `in 2 weeks`, `+10`,
 * `day before the job`. Null where it says none; a bare day and month is the next one to come.
 */
export function readDay(typed: string, { today, locale, jobDay }: TypedWhen): Day | null {
  const text = typed.trim().toLowerCase().replace(/,/g, ' ').replace(/\s+/g, ' ')
  if (isDay(text)) return text
  const word = NEAR.get(text)
  if (word !== undefined) return addDays(today, word)
  const plus = /^\+ ?(\d{1,4})$/.exec(text)
  if (plus) return addDays(today, Number(plus[1]))
  const span = /^(?:in )?(\d{1,3}|[a-z]+) (day|week|fortnight)s?( ago)?$/.exec(text)
  const count = span ? (NUMBERS.get(span[1]!) ?? Number(span[1])) : NaN
  if (span && !Number.isNaN(count)) return addDays(today, count * UNITS[span[2]!]! * (span[3] ? -1 : 1))
  const before = /^(?:the )?(?:(\d{1,3}|[a-z]+) )?days? (before|after)(?: the)? job$/.exec(text)
  if (before) {
    const days = before[1] ? (NUMBERS.get(before[1]) ?? Number(before[1])) : 1
    return jobDay && !Number.isNaN(days) ? addDays(jobDay, before[2] === 'before' ? -days : days) : null
  }
  if (/^(?:the )?job(?:’s|'s)? day$/.test(text)) return jobDay ?? null
  const weekday = /^(?:(?:on|this|next) )?(sun|mon|tue|wed|thu|fri|sat)[a-z]*$/.exec(text)
  if (weekday) {
    const now = new Date(`${today}T12:00Z`).getUTCDay()
    return addDays(today, (WEEKDAYS.indexOf(weekday[1]!) - now + 7) % 7 || 7)
  }
  const spoken =
    /^(?:[a-z]{3,9} )?(\d{1,2})(?:st|nd|rd|th|\.)? (?:of )?([a-z]{3,9})(?: (\d{4}|\d{2}))?$/.exec(text) ??
    swapped(/^(?:[a-z]{3,9} )?([a-z]{3,9}) (\d{1,2})(?:st|nd|rd|th)?(?: (\d{4}|\d{2}))?$/.exec(text))
  if (spoken) {
    const month = MONTHS.indexOf(spoken[2]!.slice(0, 3)) + 1
    return month ? dated(month, Number(spoken[1]), spoken[3], today) : null
  }
  const iso = /^(\d{4})[-./](\d{1,2})[-./](\d{1,2})$/.exec(text)
  if (iso) return dayFrom(Number(iso[1]), Number(iso[2]), Number(iso[3]))
  const figures = /^(\d{1,2})[-./ ](\d{1,2})[-./ ]?(\d{4}|\d{2})?$/.exec(text)
  if (!figures) return null
  const [first, second] = [Number(figures[1]), Number(figures[2])]
  return dayOrder(locale) === 'mdy' ? dated(first, second, figures[3], today) : dated(second, first, figures[3], today)
}
const swapped = (found: RegExpExecArray | null) => found && [found[0], found[2], found[1], found[3]]

/** A time of day as people type one: `14`, `14:30`, `1430`, `9.30`, `2pm`, `2:30 pm`. `HH:MM`, or null. */
export function readTime(typed: string): string | null {
  const text = typed.trim().toLowerCase().replace(/\s+/g, '')
  if (text === 'noon') return '12:00'
  if (text === 'midnight') return '00:00'
  const found = /^(\d{1,2})(?:[:.h](\d{2}))?(am|pm)?h?$/.exec(text) ?? /^(\d{1,2})(\d{2})(am|pm)?$/.exec(text)
  if (!found) return null
  const minute = Number(found[2] ?? 0)
  let hour = Number(found[1])
  if (found[3]) {
    if (hour < 1 || hour > 12) return null
    hour = (hour % 12) + (found[3] === 'pm' ? 12 : 0)
  }
  return hour < 24 && minute < 60 ? `${two(hour)}:${two(minute)}` : null
}

/** A day with its time: `12/6 16:00`, `fri 2pm`, `2026-06-12T16:00`. Where no time is said, `usual`. `YYYY-MM-DDTHH:MM`. */
export function readMoment(typed: string, about: TypedWhen, usual = '12:00'): string | null {
  const text = typed.trim()
  const split = /^(.+?)[T ,]+(?:at )?(\d{1,2}(?:[:.h]\d{2})?\s*(?:am|pm)?|noon|midnight)$/i.exec(text)
  if (split) {
    const [day, time] = [readDay(split[1]!, about), readTime(split[2]!)]
    if (day && time) return `${day}T${time}`
  }
  const day = readDay(text, about)
  return day && `${day}T${usual}`
}
