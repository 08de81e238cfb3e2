/** Money as whole minor units (pence, cents). No amount ever passes through a fraction of a float. */

declare const minorBrand: unique symbol
/** A whole number of minor units, safe as a JavaScript integer. */
export type Minor = number & { readonly [minorBrand]: true }

/** Four decimal places: what a quantity, a percentage or a tax rate may have. */
export const SCALE = 10_000n
const DECIMAL = /^(-?)(\d{1,11})(?:\.(\d{1,4}))?$/

/** Marks a number as minor units. Throws RangeError unless it is a safe integer. */
export function minor(value: number | bigint): Minor {
  const n = Number(value)
  if (!Number.isSafeInteger(n)) throw new RangeError(`Not a whole number of minor units: ${value}`)
  return (n === 0 ? 0 : n) as Minor
}

export const ZERO = minor(0)

/** Adds amounts of one currency. */
export function sum(amounts: readonly Minor[]): Minor {
  return minor(amounts.reduce((a, b) => a + BigInt(b), 0n))
}

export function subtract(a: Minor, b: Minor): Minor {
  return minor(BigInt(a) - BigInt(b))
}

/** True for a plain decimal of at most four places, such as `6`, `0.25` or `-1.5`. */
export function isDecimal(text: string): boolean {
  return DECIMAL.test(text)
}

/** A decimal string as ten-thousandths: `'1.25'` is `12500n`. Throws RangeError on anything else. */
export function tenThousandths(text: string): bigint {
  const m = DECIMAL.exec(text)
  if (!m) throw new RangeError(`Not a decimal with up to 4 places: ${text}`)
  const whole = BigInt(m[2]!) * SCALE + BigInt((m[3] ?? '').padEnd(4, '0'))
  return m[1] ? -whole : whole
}

/** The reverse of {@link tenThousandths}, without trailing zeros. */
export function decimalString(value: bigint): string {
  const sign = value < 0n ? '-' : ''
  const abs = value < 0n ? -value : value
  const fraction = String(abs % SCALE)
    .padStart(4, '0')
    .replace(/0+$/, '')
  return sign + String(abs / SCALE) + (fraction ? `.${fraction}` : '')
}

/** `a × b ÷ d`, rounded half away from zero. `d` must be positive. */
export function multiplyDivide(a: bigint, b: bigint, d: bigint): bigint {
  const product = a * b
  const negative = product < 0n
  const abs = negative ? -product : product
  const rounded = (abs * 2n + d) / (d * 2n)
  return negative ? -rounded : rounded
}

/** `amount × quantity` (a decimal string), rounded half away from zero to the minor unit. */
export function times(amount: Minor, quantity: string): Minor {
  return minor(multiplyDivide(BigInt(amount), tenThousandths(quantity), SCALE))
}

/** `percent` (a decimal string) of an amount, rounded half away from zero. */
export function percentOf(amount: Minor, percent: string): Minor {
  return minor(multiplyDivide(BigInt(amount), tenThousandths(percent), SCALE * 100n))
}

/**
 * Shares `total` in proportion to `weights` so that the shares sum to it exactly
 * (largest remainder; ties go to the earlier weight). With no weight at all, the first takes everything.
 */
export function share(total: Minor, weights: readonly Minor[]): Minor[] {
  const all = weights.reduce((a, b) => a + BigInt(b), 0n)
  if (weights.length === 0) return []
  if (all <= 0n) return weights.map((_, i) => (i === 0 ? total : ZERO))
  const negative = total < 0
  const amount = BigInt(negative ? -total : total)
  const parts = weights.map((w, i) => {
    const exact = amount * BigInt(w)
    return { i, whole: exact / all, rest: exact % all }
  })
  let left = amount - parts.reduce((a, p) => a + p.whole, 0n)
  for (const p of [...parts].sort((a, b) => (a.rest === b.rest ? a.i - b.i : a.rest > b.rest ? -1 : 1))) {
    if (left === 0n) break
    p.whole += 1n
    left -= 1n
  }
  return parts.map((p) => minor(negative ? -p.whole : p.whole))
}

const digits = new Map<string, number>()

/** Decimal places of a currency's minor unit (ISO 4217), by the platform's own table. */
export function minorDigits(currency: string): number {
  let n = digits.get(currency)
  if (n === undefined) {
    n = new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2
    digits.set(currency, n)
  }
  return n
}

const formatters = new Map<string, Intl.NumberFormat>()

/** An amount as a person reads it: `£868.56`. Exact for every safe integer: digits are given to the formatter as text. */
export function formatMoney(amount: Minor, currency: string, locale = 'en-GB'): string {
  const key = `${locale} ${currency}`
  let f = formatters.get(key)
  if (!f) formatters.set(key, (f = new Intl.NumberFormat(locale, { style: 'currency', currency })))
  return f.format(majorString(amount, currency) as unknown as number)
}

/** An amount in major units as an exact decimal string: `868.56`. */
export function majorString(amount: Minor, currency: string): string {
  const digits = minorDigits(currency)
  const sign = amount < 0 ? '-' : ''
  const text = String(Math.abs(amount)).padStart(digits + 1, '0')
  return digits === 0 ? sign + text : `${sign}${text.slice(0, -digits)}.${text.slice(-digits)}`
}
