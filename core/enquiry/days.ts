import { type Day, addDays, isDay } from '../calendar/dates'
import { dayOrder } from '../calendar/typed'
import { MONTH, WEEKDAY, monthOf, spanOf, weekdayOf } from './text'
import type { Span } from './types'
import { ORDINALS } from './words'

/** A day, several of which one is to be chosen, or a stretch of days, as they stand in the text. */
export interface Mention extends Span {
  days: Day[]
  /** `one`: a day. `span`: from the first to the last. `either`: one of them. `weekend`: Saturday and Sunday. */
  is: 'one' | 'span' | 'either' | 'weekend'
  /** The weekday said right before it, 0 for Sunday. */
  weekday?: number
}

const two = (n: number) => String(n).padStart(2, '0')
const dayOf = (year: number, month: number, date: number): Day | null => {
  const day = `${year}-${two(month)}-${two(date)}`
  return isDay(day) ? day : null
}
export const weekdayOn = (day: Day) => new Date(`${day}T12:00Z`).getUTCDay()

/** A day of a month in the year that was said, or the next time it comes. Null where there is none, or it is past. */
function coming(date: number, month: number, year: string | undefined, today: Day): Day | null {
  const said = year ? Number(year.length === 2 ? `20${year}` : year) : null
  const thisYear = Number(today.slice(0, 4))
  for (const y of said === null ? [thisYear, thisYear + 1, thisYear + 2] : [said]) {
    const day = dayOf(y, month, date)
    if (day && day >= today) return day
  }
  return null
}

const DATE = '(\\d{1,2})(?:st|nd|rd|th|er|\\.)?'
const YEAR = '(?:,?\\s*(?:de |del )?(2\\d{3}))?(?!\\d)'
const THE = '(?:the |der |den |dem |am |le |el |du |soit le |vom )?'
const TILL = "(?:-|–|—|to|until|till|bis|bis zum|bis zu|au|al?|hasta|hasta el|jusqu'au|and)"
const OR = '(?:or|oder|ou|o|u|soit|/)'
const BEFORE = `(?:(${WEEKDAY})\\.?,?\\s*(?:the |den |dem |der |le |el )?)?`
const PATTERNS = {
  two: new RegExp(
    `(?<![\\d.,/])${DATE}\\s*(?:(${TILL})|(${OR}))\\s*${THE}${DATE}\\s*(?:of |de )?(${MONTH})\\b\\.?${YEAR}`,
    'g',
  ),
  twoNumeric: /(?<![\d.,/])(\d{1,2})\.?\s*(?:-|–|bis)\s*(\d{1,2})\.(\d{1,2})\.(2\d{3}|\d{2}(?!\d))?/g,
  named: new RegExp(`(?<![\\d.,/])${BEFORE}(?<![\\d.,/])${DATE}\\s*(?:of |de )?(${MONTH})\\b\\.?${YEAR}`, 'g'),
  monthFirst: new RegExp(`\\b${BEFORE}(${MONTH})\\s(\\d{1,2})(?:st|nd|rd|th)?(?![\\d:.h])${YEAR}`, 'g'),
  iso: /(?<!\d)(2\d{3})-(\d{2})-(\d{2})(?!\d)/g,
  numeric: new RegExp(
    `${BEFORE}(?<![\\d.,/])(\\d{1,2})([./])(\\d{1,2})(?:\\3(2\\d{3}|\\d{2}(?!\\d)))?(?![\\d/]|\\s?m\\b|\\s?€)`,
    'g',
  ),
  weekend: new RegExp(
    `(?<![\\p{L}\\d])(${Object.keys(ORDINALS)
      .sort((a, b) => b.length - a.length)
      .join('|')
      .replace(
        /\./g,
        '\\.',
      )})\\s+(?:weekend|wochenende|week-?end|fin de semana)\\s+(?:in |of |im |de |d')?(?:the )?(${MONTH})\\b${YEAR}`,
    'gu',
  ),
}

/** The Saturday and Sunday of a month's first, second, … or last weekend. */
function weekendOf(which: number, month: number, year: string | undefined, today: Day): Day[] | null {
  const thisYear = Number(today.slice(0, 4))
  for (const y of year ? [Number(year)] : [thisYear, thisYear + 1]) {
    const saturdays = Array.from({ length: 31 }, (_, i) => dayOf(y, month, i + 1)).filter(
      (d): d is Day => !!d && weekdayOn(d) === 6,
    )
    const saturday = which < 0 ? saturdays.at(-1) : saturdays[which - 1]
    if (saturday && saturday >= today) return [saturday, addDays(saturday, 1)]
  }
  return null
}

/** Every day the text names by its date, in the order they stand; `text` is flat. What is past isn't among them. */
export function daysIn(text: string, { today, locale }: { today: Day; locale: string }): Mention[] {
  const found: Mention[] = []
  const free = (s: Span) => found.every((f) => s.to <= f.from || s.from >= f.to)
  const add = (m: RegExpMatchArray, is: Mention['is'], days: (Day | null)[] | null, weekday?: string) => {
    const span = spanOf(m)
    if (!days || !free(span) || days.some((d) => !d)) return
    found.push({ ...span, is, days: days as Day[], ...(weekday ? { weekday: weekdayOf(weekday) } : {}) })
  }
  for (const m of text.matchAll(PATTERNS.weekend))
    add(m, 'weekend', weekendOf(ORDINALS[m[1]!]!, monthOf(m[2]!), m[3], today))
  for (const m of text.matchAll(PATTERNS.two)) {
    const [, a, till, , b, month, year] = m
    const last = coming(Number(b), monthOf(month!), year, today)
    const first = last && dayOf(Number(last.slice(0, 4)), monthOf(month!), Number(a))
    if (till) add(m, 'span', first && last && first < last ? [first, last] : null)
    else add(m, 'either', [first, last])
  }
  for (const m of text.matchAll(PATTERNS.twoNumeric)) {
    const last = coming(Number(m[2]), Number(m[3]), m[4], today)
    const first = last && dayOf(Number(last.slice(0, 4)), Number(m[3]), Number(m[1]))
    add(m, 'span', first && last && first < last ? [first, last] : null)
  }
  for (const m of text.matchAll(PATTERNS.named))
    add(m, 'one', [coming(Number(m[2]), monthOf(m[3]!), m[4], today)], m[1])
  for (const m of text.matchAll(PATTERNS.monthFirst))
    add(m, 'one', [coming(Number(m[3]), monthOf(m[2]!), m[4], today)], m[1])
  for (const m of text.matchAll(PATTERNS.iso)) add(m, 'one', [coming(Number(m[3]), Number(m[2]), m[1], today)])
  const order = dayOrder(locale)
  for (const m of text.matchAll(PATTERNS.numeric)) {
    const [, weekday, a, sign, b, year] = m
    // Two numbers with a point are a day only where days are written so, and end in a point: 15.5. and not 2.50.
    if (!year && (sign !== '.' || text[m.index + m[0].length] !== '.')) continue
    const [first, second] = [Number(a), Number(b)]
    const month = order === 'mdy' && sign === '/' ? first : second
    add(m, 'one', [coming(month === first ? second : first, month, year, today)], weekday)
  }
  return found.sort((x, y) => x.from - y.from)
}

/** The days of the week that are named without a date. */
export function weekdaysIn(text: string, taken: readonly Span[]): (Span & { weekday: number })[] {
  return [...text.matchAll(new RegExp(`(?<![\\p{L}\\d])(${WEEKDAY})(?![\\p{L}])`, 'gu'))]
    .map((m) => ({ ...spanOf(m), weekday: weekdayOf(m[1]!) }))
    .filter((s) => taken.every((t) => s.to <= t.from || s.from >= t.to))
}
