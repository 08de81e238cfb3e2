import { settled } from '~~/core/pricing/breaks'
import type { PricedLine } from '~~/core/pricing/pricing'
import type { LibraryView } from '~~/shared/library'

type Item = LibraryView['catalogue'][number]
/** A line made from an item, so many of it, at what one costs then; `unitPrice` is what the first of them costs now. */
export function lineOfItem(item: Item, of: Pick<PricedLine, 'key' | 'quantity' | 'unitPrice'>): PricedLine {
  const { description, taxRate, breaks } = item
  const [first, ...further] = breaks
  const at = first ? { breaks: [{ ...first, unitPrice: of.unitPrice }, ...further] } : {}
  return settled(newLine({ description, taxRate, ...ofItem(item), ...of, ...at }))
}

/** What a line has of the item it is made from besides its price. */
const ofItem = ({ id, unit, clientQuantity, words, picture, contents }: Item): Partial<PricedLine> => ({
  item: id,
  unit,
  clientQuantity,
  ...(Object.keys(words).length ? { words } : {}),
  ...(picture ? { picture } : {}),
  ...(contents.length ? { contents } : {}),
})

/** A priced line with nothing chosen about it yet: counted, of no group, without a discount. */
export const newLine = (
  of: Pick<PricedLine, 'key' | 'description' | 'quantity' | 'unitPrice' | 'taxRate'> & Partial<PricedLine>,
): PricedLine => ({
  unit: '',
  discount: null,
  optional: false,
  group: null,
  chosen: true,
  clientQuantity: null,
  ...of,
})
