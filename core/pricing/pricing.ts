import {
  type Minor,
  ZERO,
  isDecimal,
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

/** Whether the line counts towards the sum. */
export function counts(line: PricedLine): boolean {
  return line.chosen || (!line.optional && line.group === null)
}

function discountOn(amount: Minor, discount: Discount | null): Minor {
  if (!discount) return ZERO
  const wanted = 'percent' in discount ? percentOf(amount, discount.percent) : discount.amount
  return minor(Math.min(Math.max(wanted, 0), Math.max(amount, 0)))
}

/** One line: quantity × unit price, rounded half away from zero, less its discount (never below zero). */
export function priceLine(line: PricedLine): LineResult {
  const gross = times(line.unitPrice, line.quantity)
  const discount = discountOn(gross, line.discount)
  return { key: line.key, counted: counts(line), gross, discount, net: subtract(gross, discount) }
}

/** `'20.00'` and `'20'` are one rate. */
function canonicalRate(rate: string): string {
  return rate.includes('.') ? rate.replace(/\.?0+$/, '') : rate
}

/**
 * Prices a job's lines. The discount on the whole is shared over tax groups by largest remainder;
 * tax is worked out once per rate on the group's sum.
 */
export function price(input: Pricing): Priced {
  const lines = input.lines.map(priceLine)
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
  const tax = sum(groups.map((g) => g.tax))
  return { lines, subtotal, discount, groups, net, tax, total: sum([net, tax]) }
}

/** What a client chose: lines taken, and quantities set, by line key. */
export interface Choices {
  taken: Record<string, boolean>
  quantities: Record<string, string>
}
export interface ChoiceProblem {
  key: string
  message: string
}

/** Says what is wrong with a quantity the client set, or null. */
export function quantityProblem(quantity: string, limits: QuantityLimits, unit: string): string | null {
  if (!isDecimal(quantity)) return 'Give the quantity as a number.'
  const q = tenThousandths(quantity),
    min = tenThousandths(limits.min),
    max = tenThousandths(limits.max),
    step = tenThousandths(limits.step)
  if (q < min || q > max) return `Choose between ${limits.min} and ${limits.max} ${unit}.`.replace(' .', '.')
  if (step > 0n && (q - min) % step !== 0n) return `Choose in steps of ${limits.step} from ${limits.min}.`
  return null
}

/**
 * Applies a client's choices. Only optional or grouped lines may be taken or left, only lines that allow it
 * get a new quantity, and each group must end with exactly one line. Returns the new lines and what was wrong.
 */
export function applyChoices(
  lines: readonly PricedLine[],
  choices: Choices,
): { lines: PricedLine[]; problems: ChoiceProblem[] } {
  const problems: ChoiceProblem[] = []
  const keys = new Set(lines.map((l) => l.key))
  for (const key of [...Object.keys(choices.taken), ...Object.keys(choices.quantities)]) {
    if (!keys.has(key)) problems.push({ key, message: 'This line is not on the quote.' })
  }
  const next = lines.map((line) => {
    const out = { ...line }
    const taken = Object.hasOwn(choices.taken, line.key) ? choices.taken[line.key] : undefined
    if (taken !== undefined) {
      if (line.optional || line.group !== null) out.chosen = taken
      else if (!taken)
        problems.push({ key: line.key, message: 'This line is part of the quote and cannot be left out.' })
    }
    const quantity = Object.hasOwn(choices.quantities, line.key) ? choices.quantities[line.key] : undefined
    if (quantity !== undefined && quantity !== line.quantity) {
      const problem = line.clientQuantity
        ? quantityProblem(quantity, line.clientQuantity, line.unit)
        : 'The quantity of this line is fixed.'
      if (problem) problems.push({ key: line.key, message: problem })
      else out.quantity = quantity
    }
    return out
  })
  for (const group of new Set(lines.map((l) => l.group).filter((g) => g !== null))) {
    const members = next.filter((l) => l.group === group)
    if (members.filter((l) => l.chosen).length !== 1)
      problems.push({ key: members[0]!.key, message: 'Choose one of these.' })
  }
  return { lines: next, problems }
}
