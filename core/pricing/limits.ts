import { readDecimal } from '../money/typed'
import type { QuantityLimits } from './pricing'

/** Reads limits of a quantity as they are typed, such as `4–12` or `4 to 12`; null where they can’t be. Steps are of one. */
export function readLimits(text: string, locale: string): QuantityLimits | null {
  const [from, to, ...rest] = text.split(/\s*(?:–|-|\bto\b)\s*/)
  const [min, max] = [from ?? '', to ?? ''].map((t) => {
    const read = readDecimal(t, locale)
    return 'value' in read ? read.value : null
  })
  return rest.length || !min || !max || Number(max) < Number(min) ? null : { min, max, step: '1' }
}
