import type { PricedLine } from '~~/core/pricing/pricing'

/** A priced line with nothing chosen about it yet: counted, of no group, without a discount. */
export const newLine = (
  of: Pick<PricedLine, 'key' | 'description' | 'quantity' | 'unitPrice' | 'taxRate'> &
    Partial<Pick<PricedLine, 'unit' | 'clientQuantity'>>,
): PricedLine => ({
  unit: '',
  discount: null,
  optional: false,
  group: null,
  chosen: true,
  clientQuantity: null,
  ...of,
})
