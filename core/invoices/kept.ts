import { type Minor, share } from '../money/money'
import type { PricedLine, Pricing, TaxGroup } from '../pricing/pricing'

/**
 * What is kept of a job that was called off, to be invoiced: a line for each tax rate of what was agreed, sharing the amount in
 * proportion (largest remainder), tax inside. It prices to exactly that amount.
 */
export function keptPricing(groups: readonly TaxGroup[], owed: Minor, description: string): Pricing {
  const shares = share(
    owed,
    groups.map((g) => g.total),
  )
  const lines = groups.flatMap((g, i): PricedLine[] =>
    shares[i]! > 0
      ? [
          {
            key: `kept-${g.rate}`,
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
