import type { CountryCode } from './types'

/** Digits of a text, as numbers. */
const digitsOf = (text: string) => [...text].map(Number)
const weighted = (digits: readonly number[], weights: readonly number[]) =>
  weights.reduce((sum, w, i) => sum + w * digits[i]!, 0)
/** Luhn's sum of digits (ISO/IEC 7812-1, annex B), the last being the check digit. */
const luhn = (digits: readonly number[]) =>
  digits.toReversed().reduce((sum, d, i) => sum + (i % 2 ? (d > 4 ? 2 * d - 9 : 2 * d) : d), 0) % 10 === 0

interface Rule {
  /** After spaces, dots and hyphens are taken out, without the country's letters. */
  shape: RegExp
  good(body: string): boolean
  like: string
}
const shapeOnly = () => true

/** Numbers for value added tax, each with its check digits as its country publishes them. */
const RULES: Partial<Record<CountryCode, Rule>> = {
  GB: {
    shape: /^\d{9}(\d{3})?$/,
    // Modulus 97, the older numbers as they are, the newer ones less 55.
    good: (b) => {
      const d = digitsOf(b)
      const rest = (weighted(d, [8, 7, 6, 5, 4, 3, 2]) + Number(b.slice(7, 9))) % 97
      return rest === 0 || (rest + 55) % 97 === 0
    },
    like: 'GB 123 4567 82',
  },
  DE: {
    shape: /^\d{9}$/,
    // ISO 7064, MOD 11,10.
    good: (b) => {
      const d = digitsOf(b)
      const product = d.slice(0, 8).reduce((p, digit) => (2 * ((p + digit) % 10 || 10)) % 11, 10)
      return (11 - product) % 10 === d[8]
    },
    like: 'DE 136 695 976',
  },
  AT: {
    shape: /^U\d{8}$/,
    good: (b) => {
      const d = digitsOf(b.slice(1))
      const sum = d.slice(0, 7).reduce((s, x, i) => s + (i % 2 ? Math.floor((2 * x) / 10) + ((2 * x) % 10) : x), 0)
      return (10 - ((sum + 4) % 10)) % 10 === d[7]
    },
    like: 'ATU 1358 5627',
  },
  CH: {
    shape: /^E?\d{9}(MWST|TVA|IVA)?$/,
    good: (b) => {
      const d = digitsOf(b.replace(/\D/g, ''))
      return (11 - (weighted(d, [5, 4, 3, 2, 7, 6, 5, 4]) % 11)) % 11 === d[8]
    },
    like: 'CHE-100.155.212 MWST',
  },
  FR: {
    shape: /^\d{11}$/,
    good: (b) => (12 + 3 * (Number(b.slice(2)) % 97)) % 97 === Number(b.slice(0, 2)),
    like: 'FR 40 303 265 045',
  },
  IT: { shape: /^\d{11}$/, good: (b) => luhn(digitsOf(b)), like: 'IT 007 4311 0157' },
  NL: { shape: /^\d{9}B\d{2}$/, good: shapeOnly, like: 'NL 0044 95445 B01' },
  BE: {
    shape: /^[01]\d{9}$/,
    good: (b) => 97 - (Number(b.slice(0, 8)) % 97) === Number(b.slice(8)),
    like: 'BE 0776 091 951',
  },
  PL: {
    shape: /^\d{10}$/,
    good: (b) => weighted(digitsOf(b), [6, 5, 7, 2, 3, 4, 5, 6, 7]) % 11 === Number(b[9]),
    like: 'PL 526 000 12 46',
  },
  PT: {
    shape: /^\d{9}$/,
    good: (b) => {
      const rest = 11 - (weighted(digitsOf(b), [9, 8, 7, 6, 5, 4, 3, 2]) % 11)
      return (rest > 9 ? 0 : rest) === Number(b[8])
    },
    like: 'PT 501 964 843',
  },
  IE: { shape: /^\d{7}[A-W][A-I]?$/, good: shapeOnly, like: 'IE 6433435F' },
  ES: { shape: /^[A-Z\d]\d{7}[A-Z\d]$/, good: shapeOnly, like: 'ES B58378431' },
  AU: {
    shape: /^\d{11}$/,
    good: (b) => {
      const d = digitsOf(b)
      d[0]! -= 1
      return weighted(d, [10, 1, 3, 5, 7, 9, 11, 13, 15, 17, 19]) % 89 === 0
    },
    like: '51 824 753 556',
  },
}

/**
 * What is wrong with a tax number, in words; null where nothing is, where it is empty, or where the country's kind of number
 * isn't known here. A German Steuernummer (with strokes) is taken as it is.
 */
export function taxNumberProblem(country: CountryCode, text: string): string | null {
  const rule = RULES[country]
  const bare = text.toUpperCase().replace(/[\s.-]/g, '')
  if (!rule || !bare || (country === 'DE' && /^\d{2,3}\/\d{3,4}\/\d{4,5}$/.test(bare))) return null
  const body = bare.startsWith(country) ? bare.slice(2) : bare
  if (!rule.shape.test(body)) return `This is no tax number as they are written there, such as ${rule.like}.`
  return rule.good(body) ? null : 'Its check digits don’t fit: a digit is wrong or two are swapped.'
}
