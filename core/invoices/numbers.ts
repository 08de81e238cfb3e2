/** What a pattern of numbers may hold: words as they are, `{year}`, and once `{n}` or `{n:4}`, filled up with zeros. */
const PLACE = /\{(year|n(?::(\d))?)\}/g
/** As numbers are given where nobody says otherwise. */
export const PLAIN_NUMBERS = '{year}-{n:4}'
export const PLAIN_QUOTE_NUMBERS = 'Q-{year}-{n:4}'
export const PLAIN_CREDIT_NUMBERS = 'C-{year}-{n:4}'

/** What is wrong with a pattern of numbers, in words; null where nothing is. */
export function patternProblem(pattern: string): string | null {
  const counts = [...pattern.matchAll(PLACE)].filter((m) => m[1]!.startsWith('n')).length
  if (counts !== 1) return 'Say where the number itself stands, once: {n}, or {n:4} for 0001.'
  if (pattern.match(PLACE)!.length - counts > 1) return 'The year stands in it once at most.'
  const words = pattern.replace(PLACE, '')
  if (/[{}]/.test(words)) return 'Only {year} and {n} can stand in braces.'
  return /^[\p{L}\p{N} ./_-]*$/u.test(words) ? null : 'Letters, digits, spaces and . / _ - can stand in it.'
}

/** The n-th number of a year by a pattern: `RE-2026-0017`. */
export const numberBy = (pattern: string, year: number, n: number): string =>
  pattern.replace(PLACE, (_, place: string, digits?: string) =>
    place === 'year' ? String(year) : String(n).padStart(Number(digits ?? 1), '0'),
  )

/** What is numbered, each in rows of its own. */
export const numbered = ['invoices', 'quotes', 'credits'] as const
export type Numbered = (typeof numbered)[number]

/** What counts them: each year anew where the year stands in them, else all in one row. */
export const countedUnder = (of: Numbered, pattern: string, year: number): string =>
  pattern.includes('{year}') ? `${of} ${year}` : of
