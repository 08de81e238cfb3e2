import type { PricedLine } from '~~/core/pricing/pricing'
import type { LibraryView } from '~~/shared/library'

type Item = LibraryView['catalogue'][number]
/** What a line has of the item it is made from besides its price: unit, limits, words in further languages, picture. */
export const ofItem = ({ id, unit, clientQuantity, words, picture, contents }: Item): Partial<PricedLine> => ({
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
