import * as chrono from 'chrono-node'
import { type Day, addDays } from '../calendar/dates'
import { type Mention, daysIn, weekdayOn, weekdaysIn } from './days'
import { flat, sentenceAt } from './text'
import { type TimeMention, timesIn } from './times'
import { type EnquiryLanguage, type Known, NOTHING, type Read, type Span, plain, said } from './types'

export interface When {
  starts: Read<string>
  ends: Read<string>
}

/** Right before a day that isn't the one that is asked for: an answer wanted by then, or something that has been. */
const NOT_ASKED =
  /(?:\b(?:by|reply|respond|answer|met|saw|seen|since|born|geboren|getroffen|gesehen|seit|avant|rencontre\w*|depuis|ne le|nee le|antes|conoc\w*|desde hace)\b[^.!?\n]{0,24}|\bbis (?:zum |spatestens )?)$/
const TILL =
  /^[\s,.]*(?:[^.!?\n]{0,40}\b)?(?:to|until|till|bis(?: zum)?|au|al|hasta(?: el)?|jusqu'au|-|–)\s*(?:\p{L}+,?\s*)?$/u
const OR = /^[\s,?!]*(?:or|oder|ou|o|soit)\s+(?:on |am |le |el |the |der |den |maybe |vielleicht )*$/
const FROM = /(?:from|ab|von|a partir d[eu]|des|desde|starting)\s*(?:the |le |el |dem |den )?$/

/** What days and times an enquiry asks for; `text` is flat, with nothing in it but what is asked; `written` is the same as it was written. */
export function whenIn(text: string, written: string, language: EnquiryLanguage, known: Known): When {
  const asked = daysIn(text, known).filter((m) => !NOT_ASKED.test(before(text, m)) || spans(text, m, known))
  const days = asked.length ? asked : relative(written, language, known.today)
  if (!days.length) return { starts: NOTHING, ends: NOTHING }
  const first = days[0]!
  const either = days.find((m) => m.is === 'either')
  if (either) return choice(text, either.days, [either])
  const group = days.find((m) => m.is === 'span' || m.is === 'weekend')
  if (group) return stretch(text, group)
  const joined = days[1] && pair(text, first, days[1])
  if (joined === 'span') return spanned(text, first, days[1]!)
  const others = [...new Set(days.map((m) => m.days[0]!))]
  if (others.length > 1) return choice(text, others, days)
  return single(text, first)
}

const before = (text: string, m: Span) => text.slice(Math.max(0, m.from - 34), m.from)
/** Whether a day after "bis zum" is the end of something that begins in the same sentence. */
function spans(text: string, m: Mention, known: Known): boolean {
  if (!/\bbis (?:zum )?$/.test(before(text, m))) return false
  const { from } = sentenceAt(text, m.from)
  return daysIn(text.slice(from, m.from), known).length > 0
}
function pair(text: string, a: Mention, b: Mention): 'span' | 'either' | null {
  const between = text.slice(a.to, b.from)
  if (between.length > 60) return null
  if (OR.test(between)) return 'either'
  return TILL.test(between) && a.days[0]! < b.days[0]! ? 'span' : null
}
/** Days of which one is to be chosen, each with the time that is said after them. */
function choice(text: string, days: readonly Day[], at: readonly Span[]): When {
  const from = timesWith(text, at.at(-1)!, at).find((t) => !t.till)
  return {
    starts: { value: null, at: [...at, ...(from ? [from] : [])].map(plain), or: days.map((d) => withTime(d, from)) },
    ends: NOTHING,
  }
}
const withTime = (day: Day, time: TimeMention | undefined) => (time ? `${day}T${time.time}` : day)

/** The times said with a day: in its sentence, after it; at most two. */
function timesWith(text: string, m: Span, days: readonly Span[]): TimeMention[] {
  const sentence = sentenceAt(text, m.from)
  return timesIn(text).filter(
    (t) =>
      t.from >= m.from &&
      t.from < sentence.to &&
      t.from - m.to < 160 &&
      days.every((d) => d === m || t.to <= d.from || t.from >= d.to),
  )
}
/** Times right before a day: "at 17:00 on 12 March", "from 9pm to 2am on Saturday 12 June". */
function timesBefore(text: string, m: Span): TimeMention[] {
  const earlier = timesIn(text).filter((t) => t.to <= m.from)
  const last = earlier.at(-1)
  if (!last || !/^[\s,]*(?:on|am|le|el|the)?[\s,]*$/.test(text.slice(last.to, m.from))) return []
  return last.till ? earlier.slice(-2) : [last]
}

/** One day, with from when till when. A day of the week that doesn't fit its date leaves both to choose from. */
function single(text: string, m: Mention): When {
  const day = m.days[0]!
  const own = timesWith(text, m, [m])
  const times = own.length ? own : timesBefore(text, m)
  const [from, till] = times[0]?.till ? [undefined, times[0]] : [times[0], times.find((t) => t.till)]
  const over = from && till && till.time <= from.time
  const ends = till ? said(withTime(over ? addDays(day, 1) : day, till), plain(till)) : NOTHING
  return { starts: fitting(m, day, from), ends }
}
function fitting(m: Mention, day: Day, from: TimeMention | undefined): Read<string> {
  const at = [plain(m), ...(from ? [plain(from)] : [])]
  if (m.weekday === undefined || weekdayOn(day) === m.weekday) return said(withTime(day, from), ...at)
  return { value: null, at, or: [nearest(day, m.weekday), day].sort().map((d) => withTime(d, from)) }
}
/** The day of a weekday that lies nearest to another day. */
function nearest(day: Day, weekday: number): Day {
  return [0, -1, 1, -2, 2, -3, 3].map((n) => addDays(day, n)).find((d) => weekdayOn(d) === weekday)!
}

/** From one day to another, each said by itself. */
function spanned(text: string, a: Mention, b: Mention): When {
  const from = timesWith(text, a, [a, b]).find((t) => t.from < b.from && !t.till)
  const till = timesWith(text, b, [a, b]).find((t) => t.from > b.from)
  return {
    starts: fitting(a, a.days[0]!, from),
    ends: said(withTime(b.days[0]!, till), plain(b), ...(till ? [plain(till)] : [])),
  }
}

/** Several days in one: a stretch, or a weekend that may begin on the Friday before it. */
function stretch(text: string, m: Mention): When {
  const [first, last] = [m.days[0]!, m.days.at(-1)!]
  const sentence = sentenceAt(text, m.from)
  const named = weekdaysIn(text, [m]).filter((w) => w.from >= sentence.from && w.from < sentence.to)
  const starting = named.find((w) => FROM.test(text.slice(Math.max(0, w.from - 18), w.from))) ?? named[0]
  const ending = named.find(
    (w) => w !== starting && /(?:until|till|to|bis|jusqu'au?|hasta(?: el)?|au|al)\s*$/.test(text.slice(0, w.from)),
  )
  const times = timesWith(text, m, [m])
  const from = times.find((t) => !t.till)
  const till = times.find((t) => t.till && t !== from)
  const at = [m, ...(starting ? [starting] : []), ...(from ? [from] : [])].map(plain)
  const ends = ending ? nearest(last, ending.weekday) : last
  const begins = starting ? nearest(first, starting.weekday) : first
  const atEnd = [m.is === 'weekend' && ending ? ending : m, ...(till ? [till] : [])].map(plain)
  const starts: Read<string> =
    begins === first || m.is === 'weekend'
      ? said(withTime(begins, from), ...at)
      : { value: null, at, or: [begins, first].sort().map((d) => withTime(d, from)) }
  return { starts, ends: said(withTime(ends, till), ...atEnd) }
}

const READERS = { en: chrono.en.GB, de: chrono.de.casual, fr: chrono.fr.casual, es: chrono.es.casual }
/** A day that is said by how far it is: tomorrow, next Saturday, in two weeks. */
function relative(text: string, language: EnquiryLanguage, today: Day): Mention[] {
  const reference = { instant: new Date(`${today}T12:00:00Z`), timezone: 0 }
  return READERS[language].parse(text, reference, { forwardDate: true }).flatMap((r): Mention[] => {
    const whole = r.start.isCertain('weekday') || r.start.isCertain('day')
    // A weekday alone is a day of many, unless it is said which; hours and minutes from now are no day.
    if (!whole || r.start.isCertain('millisecond') || !SAYS_WHICH.test(flat(around(text, r.index, r.text)))) return []
    const day = [r.start.get('year'), r.start.get('month'), r.start.get('day')]
      .map((n) => String(n).padStart(2, '0'))
      .join('-')
    const cut = r.text.search(/\s*(?:\bat\b|\bum\b|\ba\b|\ba las\b)?\s*\d{1,2}(?::\d\d|\s?(?:am|pm|uhr|h))/)
    const length = cut > 2 ? cut : r.text.trimEnd().length
    return day > today ? [{ from: r.index, to: r.index + length, is: 'one', days: [day] }] : []
  })
}
const around = (text: string, at: number, found: string) => text.slice(Math.max(0, at - 14), at + found.length + 14)
const SAYS_WHICH =
  /\b(?:tomorrow|morgen|demain|manana|ubermorgen|apres-demain|pasado manana|next|this|coming|nachste\w*|kommende\w*|diese\w*|prochain\w*|proxim\w*|que viene|in \w+ (?:days|weeks)|in \w+ (?:tagen|wochen)|dans \w+ (?:jours|semaines)|en \w+ (?:dias|semanas))\b/
