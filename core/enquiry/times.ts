import { spanOf } from './text'
import type { Span } from './types'
import { NUMBERS } from './words'

/** A time of day as it stands in the text; `till` where it is said as an end. */
export interface TimeMention extends Span {
  /** `HH:MM` */
  time: string
  till: boolean
}

const two = (n: number) => String(n).padStart(2, '0')
const NAMED: Record<string, string> = {
  noon: '12:00',
  midday: '12:00',
  mittags: '12:00',
  midi: '12:00',
  mediodia: '12:00',
  midnight: '00:00',
  mitternacht: '00:00',
  minuit: '00:00',
  medianoche: '00:00',
}
const PATTERN = new RegExp(
  [
    // 15 bis 20 Uhr, 2-6pm: the first takes its half of the day from the second.
    '(?<range>(?<![\\d.,/:])(?<a>\\d{1,2})\\s*(?:-|–|bis|to)\\s*(?<b>\\d{1,2})\\s?(?<half>uhr|pm|am|h)(?![\\p{L}\\d]))',
    '(?<clock>(?<![\\d.,/:])(?<hour>\\d{1,2})(?:(?::|h)(?<minute>\\d{2})(?![\\d:])\\s?(?:(?<m1>am|pm)|uhr|h)?|\\s?(?:(?<m2>am|pm)|uhr|h)))(?![\\p{L}\\d])',
    `(?<named>(?<![\\p{L}])(?:${Object.keys(NAMED).join('|')})(?![\\p{L}]))`,
    // About four: in the afternoon, nobody begins before seven.
    `(?<about>(?<![\\p{L}])(?:about|around|at)\\s(?<word>${Object.keys(NUMBERS)
      .filter((w) => /^(one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve)$/.test(w))
      .join('|')})(?![\\p{L}\\d])(?!\\s\\p{L}*(?:people|of|guests|adults|kids|children|hundred)))`,
  ].join('|'),
  'gu',
)
const TILL = /(?:till|until|bis|hasta(?: las?)?|jusqu'a|au)\s*$/
/** Says an end only where another time stands right before it: "de 15h à 20h", but "à 14h". */
const TO = /^\s*(?:to|-|–|a|a las?)\s*$/
const half = (hour: number, which: string | undefined) =>
  which === 'pm' ? (hour % 12) + 12 : which === 'am' ? hour % 12 : hour

/** Every time of day that is written as one; `text` is flat. A bare number is none. */
export function timesIn(text: string): TimeMention[] {
  const found: TimeMention[] = []
  const add = (span: Span, hour: number, minute: number, till: boolean) => {
    if (hour < 24 && minute < 60) found.push({ ...span, time: `${two(hour)}:${two(minute)}`, till })
  }
  for (const m of text.matchAll(PATTERN)) {
    const g = m.groups!
    const span = spanOf(m)
    const last = found.at(-1)
    const till =
      TILL.test(text.slice(Math.max(0, span.from - 12), span.from)) ||
      (!!last && TO.test(text.slice(last.to, span.from)))
    if (g.range) {
      const b = half(Number(g.b), g.half)
      const a = g.half === 'pm' && half(Number(g.a), 'pm') < b ? half(Number(g.a), 'pm') : Number(g.a)
      add({ from: span.from, to: span.from + g.a!.length }, a, 0, false)
      add({ from: span.to - g.b!.length - g.half!.length, to: span.to }, b, 0, true)
    } else if (g.clock) add(span, half(Number(g.hour), g.m1 ?? g.m2), Number(g.minute ?? 0), till)
    else if (g.named) found.push({ ...span, time: NAMED[g.named]!, till })
    else if (g.about) {
      const hour = NUMBERS[g.word!]!
      add(span, hour < 8 ? hour + 12 : hour, 0, till)
    }
  }
  return found
}
