import { type Minor, minorDigits } from '../money/money'

const ONES =
  'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'.split(
    ' ',
  )
const TENS = '- - twenty thirty forty fifty sixty seventy eighty ninety'.split(' ')
const SCALES = ['', ' thousand', ' million', ' billion', ' trillion', ' quadrillion']

/** A number below 1,000, with the British “and”. */
function below1000(n: number): string {
  const tens = (k: number) => (k < 20 ? ONES[k]! : TENS[Math.floor(k / 10)]! + (k % 10 ? `-${ONES[k % 10]!}` : ''))
  if (n < 100) return tens(n)
  return `${ONES[Math.floor(n / 100)]!} hundred${n % 100 ? ` and ${tens(n % 100)}` : ''}`
}

/** A whole number in English words: 1043 is “one thousand and forty-three”. Up to 10^18. */
export function numberInWords(n: bigint): string {
  if (n < 0n) return `minus ${numberInWords(-n)}`
  if (n === 0n) return 'zero'
  const groups: number[] = []
  for (let rest = n; rest > 0n; rest /= 1000n) groups.push(Number(rest % 1000n))
  const words = groups.map((g, i) => (g ? below1000(g) + SCALES[i]! : '')).filter(Boolean)
  const [last] = words
  const joined = words.reverse()
  if (words.length > 1 && groups[0]! > 0 && groups[0]! < 100) joined.splice(-1, 1, `and ${last!}`)
  return joined.join(' ')
}

const NAMES: Record<string, [string, string, string, string]> = {
  GBP: ['pound', 'pounds', 'penny', 'pence'],
  EUR: ['euro', 'euros', 'cent', 'cents'],
  USD: ['dollar', 'dollars', 'cent', 'cents'],
}

/** An amount in English words: 26057 in GBP is “two hundred and sixty pounds and fifty-seven pence”. */
export function amountInWords(amount: Minor, currency: string): string {
  const digits = minorDigits(currency)
  const unit = 10n ** BigInt(digits)
  const all = BigInt(Math.abs(amount))
  const major = all / unit
  const rest = all % unit
  const sign = amount < 0 ? 'minus ' : ''
  const names = NAMES[currency]
  if (!names)
    return `${sign}${numberInWords(major)} ${currency}${rest ? ` and ${String(rest).padStart(digits, '0')}/${unit}` : ''}`
  const [one, many, minorOne, minorMany] = names
  return `${sign}${numberInWords(major)} ${major === 1n ? one : many}${rest ? ` and ${numberInWords(rest)} ${rest === 1n ? minorOne : minorMany}` : ''}`
}
