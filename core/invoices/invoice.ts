import { type CountryCode, type InvoicePart, presetOf } from '../country/presets'
import { type Day, addDays } from '../calendar/dates'
import type { PaperDocument } from '../document/model'
import { type Minor, ZERO, minor, minorDigits, subtract, sum } from '../money/money'
import type { Stage } from '../payment-plan/plan'
import { type Content, type Priced, type Pricing, type TaxGroup, counts, price } from '../pricing/pricing'
import { partPricing } from './kept'

/** One line as invoiced; amounts in minor units, in the price list's own basis. */
export interface InvoiceLine {
  description: string
  /** What one of it is made up of, where it is a package. */
  contents?: Content[]
  quantity: string
  unit: string
  unitPrice: Minor
  discount: Minor
  taxRate: string
  net: Minor
}
/** What comes off the total because it is asked for on its own: the deposit and other stages before the balance. */
export interface InvoiceDeduction {
  label: string
  amount: Minor
  paid: Minor
  dueOn: Day | null
  /** Part of the last stage that had been paid. */
  already?: boolean
}
/** An earlier invoice of the same job: what of it still counts comes off, by rate, its tax with it. */
export interface InvoicedBefore {
  number: string
  issuedOn: Day
  /** The stage it was raised for; null for one of the whole. */
  stage: string | null
  groups: TaxGroup[]
  total: Minor
}
/** What is left after what was invoiced before is `groups`, `net`, `tax` and `total`; lines and discount are of the whole. */
export interface Invoice {
  lines: InvoiceLine[]
  subtotal: Minor
  discount: Minor
  before?: InvoicedBefore[]
  groups: TaxGroup[]
  net: Minor
  tax: Minor
  total: Minor
  deductions: InvoiceDeduction[]
  balance: Minor
  dueOn: Day | null
  pricesIncludeTax: boolean
}

/** The lines of a pricing that count, as they are invoiced. */
function invoiced(pricing: Pricing, priced: Priced): InvoiceLine[] {
  return pricing.lines.flatMap((l, i): InvoiceLine[] =>
    counts(l)
      ? [
          {
            description: l.description,
            ...(l.contents?.length ? { contents: l.contents } : {}),
            quantity: l.quantity,
            unit: l.unit,
            unitPrice: l.unitPrice,
            discount: priced.lines[i]!.discount,
            taxRate: pricing.reverseCharge ? '0' : l.taxRate,
            net: priced.lines[i]!.net,
          },
        ]
      : [],
  )
}

/** What is left of some groups, by rate, after what was invoiced before; a rate of which too much was is negative. */
export function lessInvoiced(groups: readonly TaxGroup[], before: readonly InvoicedBefore[]): TaxGroup[] {
  const rates = [...new Set([groups, ...before.map((b) => b.groups)].flatMap((gs) => gs.map((g) => g.rate)))]
  const left = (of: 'net' | 'tax' | 'total', rate: string) => {
    const at = (gs: readonly TaxGroup[]) => gs.find((g) => g.rate === rate)?.[of] ?? ZERO
    return subtract(at(groups), sum(before.map((b) => at(b.groups))))
  }
  return rates
    .sort((a, b) => Number(b) - Number(a))
    .map((rate) => ({ rate, net: left('net', rate), tax: left('tax', rate), total: left('total', rate) }))
    .filter((g) => g.net !== 0 || g.tax !== 0 || groups.some((x) => x.rate === g.rate))
}

/**
 * The invoice of a job: agreed lines, tax by rate, less what was invoiced before, less the stages before the balance that are
 * asked for on their own. `total = sum of deductions + balance`, unless more was asked for than is left of it. Money paid
 * beyond those stages comes off the balance, which is due on its stage's day, or `within` so many days where that is over.
 */
export function buildInvoice(
  pricing: Pricing,
  stages: readonly Stage[],
  issuedOn: Day,
  within = 0,
  before: readonly InvoicedBefore[] = [],
): Invoice {
  const priced = price(pricing)
  const groups = lessInvoiced(priced.groups, before)
  const total = sum(groups.map((g) => g.total))
  const ordinary = stages.filter((s) => !s.held && s.amount > 0)
  const last = ordinary.at(-1)
  const alone = new Set(before.map((b) => b.stage))
  const deductions = ordinary
    .slice(0, -1)
    .filter((s) => !alone.has(s.key))
    .map((s): InvoiceDeduction => ({ label: s.label, amount: s.amount, paid: s.paid, dueOn: s.dueOn }))
  // Of what a whole invoice before this one asked for, the rest is asked for there.
  const asked = before.some((b) => b.stage === null)
  if (last && last.paid > 0 && !asked)
    deductions.push({ label: last.label, amount: last.paid, paid: last.paid, dueOn: null, already: true })
  const taken = asked ? [] : deductions
  const balance = minor(Math.max(total - sum(taken.map((d) => d.amount)), 0))
  return {
    lines: invoiced(pricing, priced),
    subtotal: priced.subtotal,
    discount: priced.discount,
    ...(before.length ? { before: [...before] } : {}),
    groups,
    net: sum(groups.map((g) => g.net)),
    tax: sum(groups.map((g) => g.tax)),
    total,
    deductions: taken,
    balance,
    dueOn: balance === ZERO ? null : last?.dueOn && last.dueOn > issuedOn ? last.dueOn : addDays(issuedOn, within),
    pricesIncludeTax: pricing.pricesIncludeTax,
  }
}

/**
 * The invoice of one stage: its amount as a part of the whole, over all its rates in proportion, said as `description`; what
 * was paid on it comes off.
 */
export function buildStageInvoice(
  groups: readonly TaxGroup[],
  stage: Pick<Stage, 'label' | 'amount' | 'paid' | 'dueOn'>,
  description: string,
  issuedOn: Day,
  within = 0,
): Invoice {
  const pricing = partPricing(groups, stage.amount, description)
  const priced = price(pricing)
  const balance = subtract(priced.total, stage.paid)
  return {
    lines: invoiced(pricing, priced),
    subtotal: priced.subtotal,
    discount: priced.discount,
    groups: priced.groups,
    net: priced.net,
    tax: priced.tax,
    total: priced.total,
    deductions:
      stage.paid > 0 ? [{ label: stage.label, amount: stage.paid, paid: stage.paid, dueOn: null, already: true }] : [],
    balance,
    dueOn: balance === ZERO ? null : stage.dueOn && stage.dueOn > issuedOn ? stage.dueOn : addDays(issuedOn, within),
    pricesIncludeTax: true,
  }
}

export interface InvoiceHead {
  number: string
  issuedOn: Day
  suppliedOn: Day | null
  currency: string
  /** The language it is written in: its client's. */
  language: string
  jobTitle: string
  /** Where the business is, which says what an invoice has to name; not kept before. */
  country?: CountryCode
  /** What is quoted to pay it by bank (ISO 11649); not kept before. */
  reference?: string
  /** What stands under it: terms, ways to pay. */
  terms?: string
  paper?: PaperDocument['paper']
  letterhead?: PaperDocument['letterhead']
  business: {
    name: string
    address: string
    taxNumber: string
    email: string
    bank: string
    /** The register it stands in, and its number there; not kept before. */
    register?: string
  }
  client: {
    name: string
    address: string
    /** Not kept before. */
    taxNumber?: string
  }
  /** The client owes the tax. */
  reverseCharge?: boolean
}

/** From this total on, in major units, an invoice names its client's address (the limit of a simplified invoice). */
const SIMPLE_UP_TO = 250
/** Whether an invoice of such a total, in minor units, has to name its client’s address. */
export const namesAddress = (total: number, currency: string): boolean =>
  total > SIMPLE_UP_TO * 10 ** minorDigits(currency)

/** What is missing that an invoice has to name; empty when it may be raised. */
export function invoiceProblems(head: InvoiceHead, invoice: Pick<Invoice, 'total'>): string[] {
  const large = namesAddress(invoice.total, head.currency)
  const shows = (part: InvoicePart) => presetOf(head.country ?? 'GB').invoiceShows.includes(part)
  return [
    ...(head.business.address.trim() ? [] : ['The address of the business is missing.']),
    ...(head.business.taxNumber.trim() || invoice.total === 0 || !shows('sellerTaxNumber')
      ? []
      : ['The tax number of the business is missing.']),
    ...(head.business.register || !shows('register') ? [] : ['The registration number of the business is missing.']),
    ...(head.client.name.trim() ? [] : ['It has no client.']),
    ...(head.reverseCharge && !head.client.taxNumber?.trim()
      ? [`The tax number of ${head.client.name || 'the client'} is missing: they owe the tax.`]
      : []),
    ...(large && !head.client.address.trim() ? [`The address of ${head.client.name || 'the client'} is missing.`] : []),
  ]
}
