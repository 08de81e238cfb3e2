import { looksLikePhone } from './phone'
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

/**
 * Whether an answer fits an owner's pattern. Given from outside: what matches patterns safely (`./patterns`) weighs as
 * much as half a signer's page, and few papers have one.
 */
export type Fits = (format: Extract<FieldFormat, { kind: 'pattern' }>, text: string) => boolean

/** What is wrong with how an answer is written, or null. */
export function formatProblem(format: FieldFormat, text: string, fits: Fits): string | null {
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
      return fits(format, text) ? null : `Write it like this: ${format.example}.`
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
