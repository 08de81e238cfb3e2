import { fill } from '../../core/text/fill'
import { formatDay, formatInstant } from '../../core/calendar/dates'
import { type Minor, formatMoney } from '../../core/money/money'
import type { FieldProblem } from '../../core/fields/check'
import { type Language, languages } from '../../core/text/language'
import type { Says, WordKey } from './plural'

export type { Args, Says, WordKey } from './plural'
/** Each language's own name. */
export const LANGUAGE_NAMES: Record<Language, string> = {
  en: 'English',
  de: 'Deutsch',
  fr: 'Français',
  es: 'Español',
  pt: 'Português',
  pl: 'Polski',
  ar: 'العربية',
}
export const isRightToLeft = (language: Language): boolean => language === 'ar'
/** The locale dates and amounts are written in. */
const LOCALE: Record<Language, string> = {
  en: 'en-GB',
  de: 'de-DE',
  fr: 'fr-FR',
  es: 'es-ES',
  pt: 'pt-PT',
  pl: 'pl-PL',
  // Western digits, as papers and amounts have them.
  ar: 'ar-u-nu-latn',
}

export { fill }

/** The first language of an Accept-Language header that there are words for (RFC 9110, 12.5.4); English otherwise. */
export function languageFrom(header: string | undefined): Language {
  const wanted = (header ?? '')
    .slice(0, 500)
    .split(',')
    .map((part) => {
      const [tag, q] = part.trim().split(/;\s*q=/)
      return { tag: tag!.toLowerCase().split('-')[0]!, q: q === undefined ? 1 : Number(q) || 0 }
    })
    .sort((a, b) => b.q - a.q)
  return (wanted.find((w) => (languages as readonly string[]).includes(w.tag))?.tag as Language | undefined) ?? 'en'
}

const even = (s: string) => s.replace(/[\u00a0\u202f]/g, ' ')
/** A day in words: `12 June 2026`, `12. Juni 2026`. */
export const dayIn = (language: Language, day: string): string =>
  even(
    new Intl.DateTimeFormat(LOCALE[language], { dateStyle: 'long', timeZone: 'UTC' }).format(
      new Date(`${day}T00:00:00Z`),
    ),
  )
/** An instant in a zone: weekday, day, month and time. */
export const instantIn = (language: Language, instant: string, timeZone: string): string =>
  even(
    new Intl.DateTimeFormat(LOCALE[language], {
      weekday: 'short',
      day: 'numeric',
      month: 'long',
      hour: '2-digit',
      minute: '2-digit',
      hourCycle: 'h23',
      timeZone,
    }).format(new Date(instant)),
  )

/** Several things as a language lists them: `Petra and Jan`. */
export const listIn = (
  language: Language,
  items: readonly string[],
  type: 'conjunction' | 'disjunction' = 'conjunction',
): string => new Intl.ListFormat(LOCALE[language], { type }).format(items)

/** An amount as a language writes it. */
export const moneyIn = (language: Language, amount: number, currency: string): string =>
  even(formatMoney(amount as Minor, currency, LOCALE[language]))

/** A day with its weekday, and the year where it isn't `today`'s: `Fri 12 June`, `Fr., 12. Juni`. */
export const weekdayIn = (language: Language, day: string, today: string): string =>
  language === 'en'
    ? formatDay(day, today)
    : even(
        new Intl.DateTimeFormat(LOCALE[language], {
          weekday: 'short',
          day: 'numeric',
          month: 'long',
          ...(day.slice(0, 4) === today.slice(0, 4) ? {} : { year: 'numeric' }),
          timeZone: 'UTC',
        }).format(new Date(`${day}T00:00:00Z`)),
      )

/** What somebody agrees to who signs electronically, word for word as it is shown and kept. */
export const consentWords = (says: Says, email: string): string =>
  `${says('consent')} ${says('consentWithdraw', { email })}`

/** A deadline as whoever is asked reads it; English says the year only when it isn't `today`'s. */
export const deadlineIn = (language: Language, at: string, timeZone: string, today: string): string =>
  language === 'en' ? formatInstant(at, timeZone, today) : instantIn(language, at, timeZone)

const PROBLEM: Record<FieldProblem['code'], WordKey> = {
  missing: 'pMissing',
  signature: 'pSignature',
  initials: 'pInitials',
  tick: 'pTick',
  'tick-one': 'pTickOne',
  'tick-only-one': 'pTickOnlyOne',
  'too-long': 'pTooLong',
  number: 'pNumber',
  choice: 'pChoice',
  file: 'pFile',
  email: 'pEmail',
  day: 'pDay',
  past: 'pPast',
  future: 'pFuture',
  between: 'pBetween',
  'not-before': 'pNotBefore',
  'not-after': 'pNotAfter',
  format: 'pFormat',
  'not-yours': 'pNotYours',
  quantity: 'pQuantity',
}
/** What is wrong with an answer, in a language. English is as the core says it. */
export function problemIn(says: Says, problem: FieldProblem): string {
  if (says.language === 'en') return problem.message
  const args = (problem.args ?? []).map((a) => (/^\d{4}-\d{2}-\d{2}$/.test(a) ? dayIn(says.language, a) : a))
  return says(PROBLEM[problem.code], args)
}
