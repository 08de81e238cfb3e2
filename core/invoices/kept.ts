import { type Minor, share } from '../money/money'
import type { PricedLine, Pricing, TaxGroup } from '../pricing/pricing'

/**
 * A part of what was agreed, to be invoiced by itself (a stage, what is kept of a job that was called off): a line for each of
 * its tax rates, sharing the amount in proportion (largest remainder), tax inside. It prices to exactly that amount.
 */
export function partPricing(groups: readonly TaxGroup[], owed: Minor, description: string): Pricing {
  const shares = share(
    owed,
    groups.map((g) => g.total),
  )
  const lines = groups.flatMap((g, i): PricedLine[] =>
    shares[i]! > 0
      ? [
          {
            key: `part-${g.rate}`,
            description,
            unit: '',
            quantity: '1',
            unitPrice: shares[i]!,
            discount: null,
            taxRate: g.rate,
            optional: false,
            group: null,
            chosen: true,
            clientQuantity: null,
          },
        ]
      : [],
  )
  return { lines, discount: null, pricesIncludeTax: true }
}
