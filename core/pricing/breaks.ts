import { type Minor, majorString, minor, tenThousandths } from '../money/money'
import { readAmount, readDecimal, typedDecimal } from '../money/typed'
import type { PriceBreak, PricedLine } from './pricing'

/** A line at what one of it costs at its quantity: the last price that holds from so many on; its own where there are none. */
export function settled<L extends Pick<PricedLine, 'breaks' | 'quantity' | 'unitPrice'>>(line: L): L {
  if (!line.breaks?.length) return line
  const many = tenThousandths(line.quantity)
  const { unitPrice } = line.breaks.findLast((b) => tenThousandths(b.from) <= many) ?? line.breaks[0]!
  return unitPrice === line.unitPrice ? line : { ...line, unitPrice }
}

/** What one costs from so many on, as {@link readBreaks} reads it. */
export const breaksText = (breaks: readonly PriceBreak[], currency: string, locale: string): string =>
  breaks
    .slice(1)
    .map((b) => `${typedDecimal(b.from, locale)}: ${typedDecimal(majorString(b.unitPrice, currency), locale)}`)
    .join('; ')

/** A line at what one costs now: the price that holds at its quantity, where it has several. */
export const atPrice = (
  { breaks, quantity }: PricedLine,
  unitPrice: Minor,
): Pick<PricedLine, 'unitPrice' | 'breaks'> => {
  const at = breaks?.findLast((b) => tenThousandths(b.from) <= tenThousandths(quantity))
  return { unitPrice, ...(breaks ? { breaks: breaks.map((b) => (b === at ? { ...b, unitPrice } : b)) } : {}) }
}

/** A line at other prices: what one costs now, and from so many on. */
export const dearer = (line: PricedLine, price: (was: Minor) => Minor): PricedLine => ({
  ...line,
  unitPrice: price(line.unitPrice),
  ...(line.breaks ? { breaks: line.breaks.map((b) => ({ ...b, unitPrice: price(b.unitPrice) })) } : {}),
})

/**
 * Reads prices from so many on as they are typed, such as `10: 45; 20: 40.50`, after what one costs below the first (from
 * nothing on, minor units). None for an empty text; null where it can't be read or one number is there twice.
 */
export function readBreaks(text: string, below: Minor, currency: string, locale: string): PriceBreak[] | null {
  if (!text.trim()) return []
  const read = text.split(';').map((part) => {
    const [from, each, ...rest] = part.split(':')
    const [many, amount] = [readDecimal(from ?? '', locale), readAmount(each ?? '', currency, locale)]
    if (rest.length || !('value' in many) || !('value' in amount) || amount.value < 0) return null
    return tenThousandths(many.value) > 0n ? { from: many.value, unitPrice: minor(amount.value) } : null
  })
  if (read.some((b) => b === null)) return null
  const breaks = (read as PriceBreak[]).sort((a, b) => (tenThousandths(a.from) < tenThousandths(b.from) ? -1 : 1))
  const twice = breaks.some((b, i) => i > 0 && tenThousandths(b.from) === tenThousandths(breaks[i - 1]!.from))
  return twice ? null : [{ from: '0', unitPrice: below }, ...breaks]
}
