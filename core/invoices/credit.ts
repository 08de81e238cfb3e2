import type { Day } from '../calendar/dates'
import { type Minor, ZERO, minor, multiplyDivide, share, subtract, sum } from '../money/money'
import type { TaxGroup } from '../pricing/pricing'

/** What a credit note takes back of an invoice: by rate, with why. Amounts are positive. */
export interface Credit {
  invoice: string
  invoicedOn: Day
  groups: TaxGroup[]
  net: Minor
  tax: Minor
  total: Minor
  words: string
}

/** What is left of an invoice's groups after what was credited of it before. */
export function leftOf(groups: readonly TaxGroup[], credited: readonly Credit[]): TaxGroup[] {
  return groups.map((g) => {
    const gone = credited.flatMap((c) => c.groups.filter((x) => x.rate === g.rate))
    const less = (of: 'net' | 'tax' | 'total') => subtract(g[of], sum(gone.map((x) => x[of])))
    return { rate: g.rate, net: less('net'), tax: less('tax'), total: less('total') }
  })
}

/**
 * A part of what is left of an invoice, over all its rates in proportion: shared by largest remainder, the tax in each share
 * worked out of what is left of that rate, half away from zero, so that the whole of what is left gives exactly the rest.
 * Throws RangeError beyond what is left, or for nothing.
 */
export function creditGroups(left: readonly TaxGroup[], total: Minor): TaxGroup[] {
  const all = sum(left.map((g) => g.total))
  if (total <= 0 || total > all) throw new RangeError('Not a part of what is left of the invoice')
  const shares = share(
    total,
    left.map((g) => g.total),
  )
  return left.flatMap((g, i): TaxGroup[] => {
    const part = shares[i]!
    if (part === 0) return []
    const tax = g.total === 0 ? ZERO : minor(multiplyDivide(BigInt(g.tax), BigInt(part), BigInt(g.total)))
    return [{ rate: g.rate, net: subtract(part, tax), tax, total: part }]
  })
}

/** A credit note over some groups. */
export const creditOf = (
  of: { invoice: string; invoicedOn: Day; words: string },
  groups: readonly TaxGroup[],
): Credit => ({
  ...of,
  groups: [...groups],
  net: sum(groups.map((g) => g.net)),
  tax: sum(groups.map((g) => g.tax)),
  total: sum(groups.map((g) => g.total)),
})

/**
 * What of too much that was invoiced (groups below nothing) one invoice takes back, of what is left of it; and what is then
 * still too much. The tax of a part is in proportion, half away from zero, so that the whole gives exactly what was over.
 */
export function takeOff(
  over: readonly TaxGroup[],
  left: readonly TaxGroup[],
): { groups: TaxGroup[]; over: TaxGroup[] } {
  const groups = over.flatMap((g): TaxGroup[] => {
    const there = left.find((l) => l.rate === g.rate)?.total ?? ZERO
    const total = minor(Math.min(-g.total, Math.max(there, 0)))
    if (total <= 0) return []
    const tax = minor(multiplyDivide(BigInt(-g.tax), BigInt(total), BigInt(-g.total)))
    return [{ rate: g.rate, net: subtract(total, tax), tax, total }]
  })
  return {
    groups,
    over: over
      .map((g) => {
        const done = groups.find((x) => x.rate === g.rate)
        const and = (of: 'net' | 'tax' | 'total') => sum([g[of], done?.[of] ?? ZERO])
        return { rate: g.rate, net: and('net'), tax: and('tax'), total: and('total') }
      })
      .filter((g) => g.total < 0),
  }
}
