import type { LineWords } from '~~/core/pricing/said'
import type { PricedLine } from '~~/core/pricing/pricing'

/** What a line of an item says in further languages, where it says anything. */
export const saidBy = ({ words }: { words: LineWords }): Pick<PricedLine, 'words'> =>
  Object.keys(words).length ? { words } : {}

/** A priced line with nothing chosen about it yet: counted, of no group, without a discount. */
export const newLine = (
  of: Pick<PricedLine, 'key' | 'description' | 'quantity' | 'unitPrice' | 'taxRate'> &
    Partial<Pick<PricedLine, 'unit' | 'clientQuantity' | 'words'>>,
): PricedLine => ({
  unit: '',
  discount: null,
  optional: false,
  group: null,
  chosen: true,
  clientQuantity: null,
  ...of,
})
