import type { Day } from '../calendar/dates'
import type { Minor } from '../money/money'

/** A price from a day on. */
export interface DatedPrice {
  from: Day
  unitPrice: Minor
}
/** Something that is sold, as far as a line is made from it. */
export interface SoldItem {
  unitPrice: Minor
  prices: readonly DatedPrice[]
}

/** What an item costs for a job on a day: the last price that holds by then, else its own; with no day, today’s. */
export function priceOn({ unitPrice, prices }: SoldItem, day: Day | null, today: Day): Minor {
  const on = day ?? today
  const last = prices
    .filter((p) => p.from <= on)
    .sort((a, b) => (a.from < b.from ? -1 : 1))
    .at(-1)
  return last?.unitPrice ?? unitPrice
}
