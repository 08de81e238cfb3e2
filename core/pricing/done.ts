import { tenThousandths } from '../money/money'
import { settled } from './breaks'
import { type Counted, countOf } from './per'
import { type PricedLine, counts } from './pricing'

/** Lines that were agreed, with how many of each there were in the end: as many as the record says now, where they go by it. */
export const doneByRecord = (lines: readonly PricedLine[], record: Counted): Record<string, string> =>
  Object.fromEntries(lines.filter(counts).map((l) => [l.key, (l.per && countOf(l.per, record)) || l.quantity] as const))

/** What was agreed as it was done: each line at its quantity and what one costs then, without those of which there were none. */
export const doneAs = (lines: readonly PricedLine[], done: Readonly<Record<string, string>>): PricedLine[] =>
  lines.filter(counts).flatMap((l) => {
    const quantity = done[l.key] ?? l.quantity
    if (tenThousandths(quantity) === 0n) return []
    return [tenThousandths(quantity) === tenThousandths(l.quantity) ? l : settled({ ...l, quantity })]
  })

/** Whether anything was done otherwise than agreed. */
export const isOtherwise = (lines: readonly PricedLine[], done: Readonly<Record<string, string>>): boolean =>
  lines.filter(counts).some((l) => tenThousandths(done[l.key] ?? l.quantity) !== tenThousandths(l.quantity))
