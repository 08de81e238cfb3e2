import { MONTHS, NUMBERS, TELLS, WEEKDAYS } from './words'
import type { EnquiryLanguage, Span } from './types'

/**
 * A text in lower case without accents, unit for unit as long as it was, so that what is found in it stands at the same place
 * in the original.
 */
export function flat(text: string): string {
  let out = ''
  for (let i = 0; i < text.length; i += 1) {
    const c = text[i]!
    if (c === 'ß') out += 's'
    else if (c === '’' || c === '‘') out += "'"
    else if (c === '\u00a0' || c === '\u202f') out += ' '
    else {
      const plain = c.normalize('NFD')[0]!.toLowerCase()
      out += plain.length === 1 ? plain : c
    }
  }
  return out
}

/** A text with everything but these stretches blanked, unit for unit as long as it was. Line ends stay. */
export function only(text: string, spans: readonly Span[]): string {
  let out = ''
  for (let i = 0; i < text.length; i += 1)
    out += text[i] === '\n' || spans.some((s) => i >= s.from && i < s.to) ? text[i] : ' '
  return out
}
/** A text with these stretches blanked. */
export function without(text: string, spans: readonly Span[]): string {
  let out = text
  for (const { from, to } of spans)
    out = out.slice(0, from) + out.slice(from, to).replace(/[^\n]/g, ' ') + out.slice(to)
  return out
}

export const words = (lists: readonly (readonly string[])[]) =>
  lists
    .flat()
    .sort((a, b) => b.length - a.length)
    .join('|')
export const MONTH = words(MONTHS)
export const WEEKDAY = words(WEEKDAYS)
export const NUMBER = `\\d{1,4}|${Object.keys(NUMBERS)
  .sort((a, b) => b.length - a.length)
  .join('|')}`
const indexIn = (lists: readonly (readonly string[])[], word: string) => lists.findIndex((l) => l.includes(word))
/** 1 to 12, 0 for no month. */
export const monthOf = (word: string) => indexIn(MONTHS, word) + 1
export const weekdayOf = (word: string) => indexIn(WEEKDAYS, word)
export const numberOf = (word: string): number => (/^\d+$/.test(word) ? Number(word) : (NUMBERS[word] ?? NaN))

export const spanOf = (m: RegExpMatchArray, group = 0): Span => {
  const from = m.index! + (group ? m[0].indexOf(m[group]!) : 0)
  return { from, to: from + (group ? m[group]! : m[0]).length }
}

/** The sentence a place stands in; a comma or a line's end doesn't end one, an empty line does. */
export function sentenceAt(text: string, at: number): Span {
  // A point after one or two figures is an ordinal, after one or two letters it shortens a word.
  const ends = /[!?](?=\s)|(?<!(?<![\p{L}\d])(?:\d{1,2}|\p{L}{1,2}))\.(?=\s)|\n\s*\n/gu
  let from = 0
  for (const m of text.matchAll(ends)) {
    const end = m.index + m[0].length
    if (end > at) return { from, to: end }
    from = end
  }
  return { from, to: text.length }
}

/** The language a text is in, by its commonest words; the fallback where none tells. */
export function languageOf(text: string, fallback: EnquiryLanguage): EnquiryLanguage {
  const all = flat(text).split(/[^a-z']+/)
  let best = fallback
  let most = 0
  for (const [language, tells] of Object.entries(TELLS) as [EnquiryLanguage, string][]) {
    const known = new Set(tells.split(' '))
    const n = all.filter((w) => known.has(w)).length + (language === fallback ? 0.5 : 0)
    if (n > most) [best, most] = [language, n]
  }
  return best
}
