import { instantOf } from '../calendar/dates'
import { decimalString } from '../money/money'
import { settled } from './breaks'
import type { Per, PricedLine } from './pricing'

/** What of a job's record is counted. Times are local to its zone. */
export interface Counted {
  people: number | null
  starts: string | null
  ends: string | null
  furtherDays: readonly { starts: string; ends: string | null }[]
  timeZone: string
}

const MINUTE = 60_000
/** Minutes a span really lasts, over a change of clocks, too; null where it has no end or can't be. */
function minutesOf(starts: string | null, ends: string | null, timeZone: string): number | null {
  if (!starts || !ends) return null
  try {
    const minutes = (Date.parse(instantOf(ends, timeZone)) - Date.parse(instantOf(starts, timeZone))) / MINUTE
    return minutes > 0 ? minutes : null
  } catch {
    return null
  }
}

/**
 * How many a job's record says, as a decimal string: its people; the hours of all its days together, to four decimals; its
 * days, each of them 24 hours that were begun. Null where the record doesn't say, and where it says none.
 */
export function countOf(per: Per, { people, starts, ends, furtherDays, timeZone }: Counted): string | null {
  if (per === 'person') return people ? String(people) : null
  const spans = [{ starts, ends }, ...furtherDays].map((s) => minutesOf(s.starts, s.ends, timeZone))
  if (spans.some((m) => m === null)) return null
  const minutes = spans as number[]
  if (per === 'day') return String(minutes.reduce((n, m) => n + Math.ceil(m / 1440), 0))
  const all = minutes.reduce((n, m) => n + m, 0)
  return decimalString(BigInt(Math.round((all * 10_000) / 60)))
}

/** Lines with as many as the record says, where that is what they go by, at what one costs then; as they stand where it doesn't say. */
export const following = <L extends Pick<PricedLine, 'per' | 'quantity' | 'breaks' | 'unitPrice'>>(
  lines: readonly L[],
  record: Counted,
): L[] =>
  lines.map((l) => {
    const quantity = l.per ? countOf(l.per, record) : null
    return quantity && quantity !== l.quantity ? settled({ ...l, quantity }) : l
  })
