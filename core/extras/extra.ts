import { type Minor, ZERO, subtract } from '../money/money'
import type { PaymentPlan } from '../payment-plan/plan'
import { type Discount, type Priced, type PricedLine, type Pricing, counts, price } from '../pricing/pricing'

/** A change to what was agreed: lines put in, taken out or altered, and the discount on the whole where it is another. */
export interface ExtraChange {
  add: PricedLine[]
  /** Keys of lines that go. */
  take: string[]
  /** Lines as they are after; their keys are those before. */
  alter: PricedLine[]
  discount?: Discount | null
  /** The payment plan, where money is to be asked for in another way. */
  plan?: PaymentPlan
  /** Why, where no paper says it. */
  words?: string
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)
/** What of a line is agreed: options that were left out and limits of choosing are over. */
const agreed = (l: PricedLine): PricedLine => ({
  ...l,
  optional: false,
  group: null,
  chosen: true,
  clientQuantity: null,
  ...(l.variant && { variant: null }),
})
const essence = ({ description, unit, quantity, unitPrice, discount, taxRate, section, contents }: PricedLine) => [
  description,
  unit,
  quantity,
  unitPrice,
  discount,
  taxRate,
  section ?? null,
  contents ?? null,
]

/** What leads from the lines that were agreed to others. Options that weren't taken count for nothing. */
export function changeBetween(before: Pricing, after: Pick<Pricing, 'lines' | 'discount'>): ExtraChange {
  const was = before.lines.filter(counts)
  const will = after.lines.filter(counts)
  const old = new Map(was.map((l) => [l.key, l]))
  const kept = new Set(will.map((l) => l.key))
  return {
    add: will.filter((l) => !old.has(l.key)).map(agreed),
    take: was.filter((l) => !kept.has(l.key)).map((l) => l.key),
    alter: will.filter((l) => old.has(l.key) && !same(essence(l), essence(old.get(l.key)!))).map(agreed),
    ...(same(before.discount, after.discount) ? {} : { discount: after.discount }),
  }
}

export const isNothing = (c: ExtraChange): boolean =>
  c.add.length === 0 && c.take.length === 0 && c.alter.length === 0 && c.discount === undefined && !c.plan

/**
 * What was agreed with an extra. Lines it takes out or alters that aren't there any more are let be; those it puts in that are
 * there already aren't put in twice, so that it has its effect once however often it is made.
 */
export function withExtra<P extends Pricing>(pricing: P, change: ExtraChange): P {
  const gone = new Set(change.take)
  const altered = new Map(change.alter.map((l) => [l.key, l]))
  // An option that was left out is there, too, and is taken now.
  const added = new Map(change.add.map((l) => [l.key, l]))
  const there = new Set(pricing.lines.map((l) => l.key))
  return {
    ...pricing,
    lines: [
      ...pricing.lines
        .filter((l) => !counts(l) || !gone.has(l.key))
        .map((l) => (counts(l) ? altered : added).get(l.key) ?? l),
      ...change.add.filter((l) => !there.has(l.key)),
    ],
    discount: change.discount === undefined ? pricing.discount : change.discount,
  }
}

/** One row of an extra as it is shown: what it does to a line, and the line's sum before and after, in the list's own basis. */
export interface ExtraRow {
  does: 'added' | 'taken' | 'altered' | 'discount'
  before: { line: PricedLine; net: Minor } | null
  after: { line: PricedLine; net: Minor } | null
  /** What it makes of the sum of the lines. */
  difference: Minor
}
/** An extra as it is shown: its rows, and the total (tax included) before and after. */
export interface ExtraShown {
  rows: ExtraRow[]
  before: Minor
  after: Minor
  difference: Minor
}

export function showExtra(pricing: Pricing, change: ExtraChange): ExtraShown {
  const of = (key: string) => pricing.lines.find((l) => l.key === key)
  const was = price(pricing)
  const will = price(withExtra(pricing, change))
  const valued = (line: PricedLine | undefined, { lines }: Priced) =>
    line ? { line, net: lines.find((l) => l.key === line.key)?.net ?? ZERO } : null
  const row = (does: ExtraRow['does'], old: PricedLine | undefined, next: PricedLine | undefined): ExtraRow => {
    const [before, after] = [valued(old, was), valued(next, will)]
    return { does, before, after, difference: subtract(after?.net ?? ZERO, before?.net ?? ZERO) }
  }
  return {
    rows: [
      ...change.take.filter(of).map((key) => row('taken', of(key), undefined)),
      ...change.alter.filter((l) => of(l.key)).map((l) => row('altered', of(l.key), l)),
      ...change.add.map((l) => row('added', undefined, l)),
      ...(change.discount === undefined
        ? []
        : [
            {
              does: 'discount' as const,
              before: null,
              after: null,
              difference: subtract(was.discount, will.discount),
            },
          ]),
    ],
    before: was.total,
    after: will.total,
    difference: subtract(will.total, was.total),
  }
}
