import { looksLikePhone } from './phone'
import { RE2JS } from 're2js'
import type { FieldFormat } from '../document/field'
import { isMail } from './mail'

type Country = Extract<FieldFormat, { kind: 'postcode' }>['country']
/** Postcodes by country, and one to show. */
const POSTCODES: Record<Country, [RegExp, string]> = {
  GB: [/^[A-Z]{1,2}\d[A-Z\d]? ?\d[A-Z]{2}$/i, 'SW1A 1AA'],
  IE: [/^[A-Z]\d[\dW] ?[A-Z\d]{4}$/i, 'D02 X285'],
  DE: [/^\d{5}$/, '10115'],
  FR: [/^\d{5}$/, '75001'],
  ES: [/^\d{5}$/, '28013'],
  US: [/^\d{5}(-\d{4})?$/, '20001'],
  NL: [/^\d{4} ?[A-Z]{2}$/i, '1012 AB'],
  AT: [/^\d{4}$/, '1010'],
  CH: [/^\d{4}$/, '3011'],
  PT: [/^\d{4}-\d{3}$/, '1100-148'],
  PL: [/^\d{2}-\d{3}$/, '00-950'],
}

/** Patterns as they were last compiled; an owner has a handful. */
const compiled = new Map<string, RE2JS | null>()

/**
 * A pattern of an owner's, for whole answers; null where it can't be read. It is matched in time linear in the answer
 * whatever it says (RE2), so that no answer can hold anything up; looking around and back-references don't exist in it.
 */
function patternOf(pattern: string): RE2JS | null {
  const known = compiled.get(pattern)
  if (known !== undefined) return known
  let made: RE2JS | null = null
  try {
    if (pattern.length <= PATTERN_MAX) made = RE2JS.compile(pattern)
  } catch {
    // Said by whoever asks: null.
  }
  if (compiled.size >= 200) compiled.clear()
  compiled.set(pattern, made)
  return made
}

/** The longest pattern there is, and the longest answer that is held against one. */
const PATTERN_MAX = 300
const ANSWER_MAX = 1000

/** Whether a pattern can be used at all, and its own example fits it. Null when it is right. */
export function patternProblem(pattern: string, example: string): string | null {
  const expression = patternOf(pattern)
  if (!expression) return 'This pattern can’t be read. It may not look ahead, look behind or refer back.'
  return expression.matches(example.slice(0, ANSWER_MAX)) ? null : 'The example doesn’t fit the pattern.'
}

/** What is wrong with how an answer is written, or null. */
export function formatProblem(format: FieldFormat, text: string): string | null {
  switch (format.kind) {
    case 'email':
      return isMail(text) ? null : 'This isn’t an e-mail address.'
    case 'phone':
      return looksLikePhone(text) ? null : 'Give a phone number, such as 020 7946 0018.'
    case 'postcode': {
      const [pattern, example] = POSTCODES[format.country]
      return pattern.test(text) ? null : `Give a postcode, such as ${example}.`
    }
    case 'letters':
      return /^[\p{L}\p{M} '’.-]+$/u.test(text) ? null : 'Only letters here.'
    case 'digits':
      return /^\d+$/.test(text) ? null : 'Only digits here.'
    case 'pattern':
      return patternProblem(format.pattern, format.example) === null &&
        !(text.length <= ANSWER_MAX && patternOf(format.pattern)!.matches(text))
        ? `Write it like this: ${format.example}.`
        : null
    case 'range': {
      const n = Number(text.replace(',', '.'))
      if (!Number.isFinite(n)) return 'Give a number.'
      if (format.from !== undefined && n < format.from) return `This has to be at least ${format.from}.`
      return format.to !== undefined && n > format.to ? `This can be at most ${format.to}.` : null
    }
    case 'day-order':
      return null
  }
}
