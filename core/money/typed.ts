import { localeOf } from '../calendar/locale'
import { type Minor, minor, minorDigits } from './money'

/** Why what somebody typed can't be taken as a number; the page says it in words. */
export type TypedProblem = 'not a number' | 'ambiguous' | 'too fine' | 'too large'
export type Typed<T> = { value: T } | { problem: TypedProblem }

const GROUPS = /[\s\u00a0\u202f'’]/
const DIGITS_MAX = 12

/** The signs a locale writes between whole and part, and between thousands. */
function signsOf(locale: string): { decimal: '.' | ','; group: string } {
  const parts = new Intl.NumberFormat(localeOf(locale), { useGrouping: true }).formatToParts(12345678.5)
  const sign = (type: string) => parts.find((p) => p.type === type)?.value ?? ''
  return { decimal: sign('decimal') === ',' ? ',' : '.', group: sign('group') }
}

/** Digits in groups of three with one sign between: `1.190.000`. */
const grouped = (text: string, sign: string): string | null => {
  const groups = text.split(sign)
  return groups.length > 1 && /^\d{1,3}$/.test(groups[0]!) && groups.slice(1).every((g) => /^\d{3}$/.test(g))
    ? groups.join('')
    : null
}

/**
 * Reads a number as people type it where they are: `1.190,00`, `1 190,00`, `1,190.00`, `2,074`, `10,5`. What both ways of
 * writing allow is read as the locale writes it; what only the other way allows is read as that. Never 0 for what can't be
 * read. Returns a decimal string with a point, e.g. `1190.00`.
 */
export function readDecimal(text: string, locale: string, places = 4): Typed<string> {
  const { decimal } = signsOf(locale)
  const other = decimal === ',' ? '.' : ','
  const m = /^([-−+]?)\s*(\d[\d.,\s\u00a0\u202f'’]*|[.,]\d+)$/.exec(text.trim())
  if (!m) return { problem: 'not a number' }
  const sign = m[1] === '-' || m[1] === '−' ? '-' : ''
  let body = m[2]!.trim()
  if (GROUPS.test(body)) {
    const cut = body.search(/[.,]\d*$/)
    const whole = (cut < 0 ? body : body.slice(0, cut)).replace(/[\u00a0\u202f'’]/g, ' ')
    const plain = grouped(whole, ' ')
    if (plain === null) return { problem: 'not a number' }
    body = plain + (cut < 0 ? '' : body.slice(cut))
    return part(sign, body, /[.,]/.exec(body)?.[0] ?? '', places)
  }
  const commas = body.split(',').length - 1
  const points = body.split('.').length - 1
  if (commas && points) {
    const last = body.lastIndexOf(',') > body.lastIndexOf('.') ? ',' : '.'
    const group = last === ',' ? '.' : ','
    const cut = body.lastIndexOf(last)
    const whole = body.slice(0, cut).includes(group) ? grouped(body.slice(0, cut), group) : null
    return whole === null ? { problem: 'not a number' } : part(sign, `${whole}${body.slice(cut)}`, last, places)
  }
  if (commas + points > 1) {
    const whole = grouped(body, commas ? ',' : '.')
    return whole === null ? { problem: 'not a number' } : part(sign, whole, '', places)
  }
  const mark = commas ? ',' : points ? '.' : ''
  if (!mark) return part(sign, body, '', places)
  const [before, after] = body.split(mark) as [string, string]
  const couldGroup = after.length === 3 && /^[1-9]\d{0,2}$/.test(before)
  if (mark === other && couldGroup) return part(sign, before + after, '', places)
  // Written as a part with three figures where fewer exist, it may as well be thousands.
  if (mark === decimal && couldGroup && places < 3) return { problem: 'ambiguous' }
  return part(sign, body, mark, places)
}

function part(sign: string, body: string, mark: string, places: number): Typed<string> {
  const [whole = '', rest = ''] = mark ? body.split(mark) : [body]
  if (!/^\d*$/.test(whole) || !/^\d*$/.test(rest) || whole + rest === '') return { problem: 'not a number' }
  const fine = rest.replace(/0+$/, '')
  if (fine.length > places) return { problem: 'too fine' }
  const figures = whole.replace(/^0+(?=\d)/, '') || '0'
  if (figures.length > DIGITS_MAX) return { problem: 'too large' }
  return { value: `${sign}${figures}${rest ? `.${rest.slice(0, places)}` : ''}` }
}

/** Reads an amount, with or without the currency's sign or code: `£1,190`, `1.190,00 €`, `EUR 5`. */
export function readAmount(text: string, currency: string, locale: string): Typed<Minor> {
  const signs = new Set([currency, currency.toLowerCase()])
  for (const display of ['symbol', 'narrowSymbol'] as const)
    for (const p of new Intl.NumberFormat(localeOf(locale), {
      style: 'currency',
      currency,
      currencyDisplay: display,
    }).formatToParts(1))
      if (p.type === 'currency') signs.add(p.value)
  let bare = text.trim()
  for (const s of signs) {
    if (bare.startsWith(s)) bare = bare.slice(s.length).trim()
    else if (/^[-−]/.test(bare) && bare.slice(1).trim().startsWith(s))
      bare = `-${bare.slice(1).trim().slice(s.length).trim()}`
    if (bare.endsWith(s)) bare = bare.slice(0, -s.length).trim()
  }
  const digits = minorDigits(currency)
  const read = readDecimal(bare, locale, digits)
  if ('problem' in read) return read
  const [whole, rest = ''] = read.value.split('.') as [string, string?]
  return { value: minor(BigInt(`${whole}${rest.padEnd(digits, '0')}`)) }
}

/** Reads a percentage, with or without its sign: `10,5 %`. */
export const readPercent = (text: string, locale: string): Typed<string> =>
  readDecimal(text.trim().replace(/\s*%$/, ''), locale)

/** A decimal string as the locale writes it to be typed on: without signs between thousands. */
export function typedDecimal(value: string, locale: string): string {
  return value.replace('.', signsOf(locale).decimal)
}

/** What is wrong with what was typed, and how to write it. */
export function typedWords(problem: TypedProblem, text: string, locale: string): string {
  const { decimal } = signsOf(locale)
  const said = text.trim().slice(0, 30)
  switch (problem) {
    case 'ambiguous':
      return `“${said}” can be read in two ways. Write ${said.replace(/[.,]/, '')} or ${said.replace(/[.,]/, decimal).slice(0, -1)}.`
    case 'too fine':
      return `“${said}” has more places after the ${decimal === ',' ? 'comma' : 'point'} than there are.`
    case 'too large':
      return `“${said}” is too large.`
    default:
      return `“${said}” isn’t a number. Write it like 1190${decimal}50.`
  }
}
