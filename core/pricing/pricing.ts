import {
  type Minor,
  ZERO,
  minor,
  multiplyDivide,
  percentOf,
  SCALE,
  share,
  subtract,
  sum,
  tenThousandths,
  times,
} from '../money/money'
import type { LineWords } from './said'

/** A reduction: a percentage (decimal string) or an amount in minor units. */
export type Discount = { percent: string } | { amount: Minor }

/** What the client may set a line's quantity to; decimal strings. `step` counts from `min`. */
export interface QuantityLimits {
  min: string
  max: string
  step: string
}

/** What of a job may say how many of a line there are: its people, its hours, or its days (./per). */
export const PER = ['person', 'hour', 'day'] as const
export type Per = (typeof PER)[number]

/** What one of a line costs from so many on, a decimal string. */
export interface PriceBreak {
  from: string
  unitPrice: Minor
}
/** Something one of a line is made up of, where it is a package: how many of it, and the priced item it is. */
export interface Content {
  quantity: string
  unit: string
  description: string
  item?: string | null
}
/** The part of a quote a line stands in, and what is taken off the lines of it together: the same on each of them. */
export interface Section {
  name: string
  discount: Discount | null
}
/** Lines that a quote has in one of its variants only. The client takes one variant; those of the others count for nothing. */
export interface Variant {
  name: string
  taken: boolean
}

/** One priced line of a job. Amounts are minor units, in the basis the price list uses (with or without tax). */
export interface PricedLine {
  key: string
  description: string
  unit: string
  quantity: string
  unitPrice: Minor
  discount: Discount | null
  /** Percent as a decimal string, e.g. `'20'`. */
  taxRate: string
  /** The client may take it or leave it. */
  optional: boolean
  /** Lines of one group: exactly one counts. */
  group: string | null
  /** Whether it counts; always true for a line that is neither optional nor in a group. */
  chosen: boolean
  clientQuantity: QuantityLimits | null
  /** What of the job's record says how many, until it is agreed; as typed where nothing is said. */
  per?: Per | null
  /** What one costs from so many on, the fewest first; `unitPrice` is what it costs at this quantity (./breaks). */
  breaks?: PriceBreak[] | null
  contents?: Content[] | null
  section?: Section | null
  variant?: Variant | null
  /** What it says in further languages. */
  words?: LineWords | null
  /** The priced item it was made from, by its id. */
  item?: string | null
  /** A picture of what it is, by its SHA-256. */
  picture?: string | null
}

export interface Pricing {
  lines: readonly PricedLine[]
  discount: Discount | null
  pricesIncludeTax: boolean
  /** The client owes the tax (reverse charge): none is charged, and none is left in a price that had it inside. */
  reverseCharge?: boolean
}

export interface LineResult {
  key: string
  counted: boolean
  gross: Minor
  discount: Minor
  net: Minor
}
export interface TaxGroup {
  rate: string
  net: Minor
  tax: Minor
  total: Minor
}
/** The priced whole. `net + tax = total`; `subtotal − discount` is the total in the price list's own basis. */
export interface Priced {
  lines: LineResult[]
  subtotal: Minor
  discount: Minor
  groups: TaxGroup[]
  net: Minor
  tax: Minor
  total: Minor
}

/** Whether a line is of the quote as it stands: of no variant, or of the one that is taken. */
export const stands = (line: Pick<PricedLine, 'variant'>): boolean => !line.variant || line.variant.taken

/** Whether the line counts towards the sum. */
export function counts(line: PricedLine): boolean {
  if (!stands(line)) return false
  return line.chosen || (!line.optional && line.group === null)
}

function discountOn(amount: Minor, discount: Discount | null): Minor {
  if (!discount) return ZERO
  const wanted = 'percent' in discount ? percentOf(amount, discount.percent) : discount.amount
  return minor(Math.min(Math.max(wanted, 0), Math.max(amount, 0)))
}

/** One line: quantity × unit price, rounded half away from zero, less its own discount (never below zero). */
export function priceLine(line: PricedLine): LineResult {
  const gross = times(line.unitPrice, line.quantity)
  const discount = discountOn(gross, line.discount)
  return { key: line.key, counted: counts(line), gross, discount, net: subtract(gross, discount) }
}

/** Lines stand in one section where they have its name and are of one variant. */
const sectionOf = (l: PricedLine): string | null => (l.section ? `${l.variant?.name ?? ''}\n${l.section.name}` : null)

/**
 * Lines with what is taken off their section: the discount is of the sum of those that count, shared over them by largest
 * remainder. One that doesn't count shows what a percentage would take off it.
 */
function lessSections(lines: readonly PricedLine[], results: readonly LineResult[]): LineResult[] {
  const off = new Map<number, Minor>()
  for (const name of new Set(lines.map(sectionOf).filter((n) => n !== null))) {
    const here = lines.flatMap((l, i) => (sectionOf(l) === name ? [i] : []))
    const { discount } = lines[here[0]!]!.section!
    const counted = here.filter((i) => results[i]!.counted)
    const nets = counted.map((i) => results[i]!.net)
    const shares = share(discountOn(sum(nets), discount), nets)
    counted.forEach((i, k) => off.set(i, shares[k]!))
    if (discount && 'percent' in discount)
      for (const i of here) if (!results[i]!.counted) off.set(i, discountOn(results[i]!.net, discount))
  }
  return results.map((r, i) => {
    const less = off.get(i) ?? ZERO
    return less === ZERO ? r : { ...r, discount: sum([r.discount, less]), net: subtract(r.net, less) }
  })
}

/** `'20.00'` and `'20'` are one rate. */
function canonicalRate(rate: string): string {
  return rate.includes('.') ? rate.replace(/\.?0+$/, '') : rate
}

/**
 * Prices a job's lines: each less its own discount, then less its share of its section's. The discount on the whole is shared over tax groups by largest remainder;
 * tax is worked out once per rate on the group's sum.
 */
export function price(input: Pricing): Priced {
  const lines = lessSections(input.lines, input.lines.map(priceLine))
  const byRate = new Map<string, Minor>()
  input.lines.forEach((line, i) => {
    const result = lines[i]!
    if (!result.counted) return
    const rate = canonicalRate(line.taxRate)
    byRate.set(rate, sum([byRate.get(rate) ?? ZERO, result.net]))
  })
  const rates = [...byRate.keys()].sort((a, b) => Number(tenThousandths(b) - tenThousandths(a)))
  const subtotal = sum([...byRate.values()])
  const discount = discountOn(subtotal, input.discount)
  const shares = share(
    discount,
    rates.map((r) => byRate.get(r)!),
  )
  const groups = rates.map((rate, i): TaxGroup => {
    const base = subtract(byRate.get(rate)!, shares[i]!)
    const r = tenThousandths(rate)
    if (input.pricesIncludeTax) {
      const tax = minor(multiplyDivide(BigInt(base), r, 100n * SCALE + r))
      return { rate, net: subtract(base, tax), tax, total: base }
    }
    const tax = minor(multiplyDivide(BigInt(base), r, 100n * SCALE))
    return { rate, net: base, tax, total: sum([base, tax]) }
  })
  const net = sum(groups.map((g) => g.net))
  if (input.reverseCharge) {
    const all = groups.length ? [{ rate: '0', net, tax: ZERO, total: net }] : []
    return { lines, subtotal, discount, groups: all, net, tax: ZERO, total: net }
  }
  const tax = sum(groups.map((g) => g.tax))
  return { lines, subtotal, discount, groups, net, tax, total: sum([net, tax]) }
}
