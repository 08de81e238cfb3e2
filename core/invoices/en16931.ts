import { ibanIn } from '../country/bank'
import type { Day } from '../calendar/dates'
import { type CountryCode } from '../country/presets'
import { type Minor, ZERO, minor, share, subtract, sum } from '../money/money'
import { contentText } from '../pricing/contents'
import { tableSays } from '../merge/table-words'
import type { Credit } from './credit'
import type { Invoice, InvoiceHead } from './invoice'

/**
 * An invoice or credit note in the terms of EN 16931-1, each part named with its business term (BT) or group (BG). Amounts are
 * minor units, quantities and rates decimal strings, days ISO 8601. Prices with tax inside are told without it, as the standard
 * wants: what is left of each rate is shared over its lines by largest remainder, so that lines add up to the cent.
 */
export interface EInvoice {
  /** BT-1, BT-2, BT-3 (UNTDID 1001: 380 invoice, 381 credit note), BT-5. */
  number: string
  issuedOn: Day
  type: '380' | '381'
  currency: string
  /** BT-9, BT-20, BT-22, BT-72. */
  dueOn: Day | null
  terms: string
  note: string
  suppliedOn: Day | null
  /** BT-25, BT-26: the invoice a credit note is of. */
  preceding: { number: string; issuedOn: Day } | null
  /** BG-4, BG-7. */
  seller: Party
  buyer: Party
  /** BT-83: what is quoted to pay it. */
  remittance: string
  /** BT-84: the account it is paid to; null for none. */
  iban: string | null
  lines: ELine[]
  /** BG-23. */
  groups: TaxPart[]
  /** BT-106, BT-109, BT-110, BT-112, BT-113, BT-115. */
  totals: { lines: Minor; net: Minor; tax: Minor; total: Minor; paid: Minor; due: Minor }
}
export interface Party {
  name: string
  /** Lines of the address (BT-35, BT-36, BT-162 …), country (BT-40, BT-55). */
  address: string[]
  country: string
  /** BT-31 or BT-48: with its country in front; BT-32 where it is a number of another kind. */
  vatId: string
  taxNumber: string
  /** BT-30: the number in a register. */
  register: string
  /** BT-34, BT-43. */
  email: string
}
/** BG-25. The price is told for the quantity (BT-149), so that it is exact. */
export interface ELine {
  id: string
  name: string
  /** BT-154: what a package is made up of. */
  description?: string
  quantity: string
  /** UN/ECE Recommendation 20. */
  unit: string
  net: Minor
  category: Category
  rate: string
}
/** What a line's quantity costs: its net without its sign (BT-146, BT-149). */
export const priceOf = (l: Pick<ELine, 'net'>): Minor => minor(Math.abs(l.net))
/** UNTDID 5305: standard rate, zero rate, exempt, reverse charge. */
export type Category = 'S' | 'Z' | 'E' | 'AE'
export interface TaxPart {
  category: Category
  rate: string
  net: Minor
  tax: Minor
  /** BT-120: why nothing is charged. */
  reason: string
}

const UNITS: [RegExp, string][] = [
  [/^(h|hours?|std\.?|stunden?|heures?|horas?|ore|godz\.?)$/i, 'HUR'],
  [/^(days?|tage?|jours?|d[ií]as?|giorni|dni)$/i, 'DAY'],
  [/^(miles?)$/i, 'SMI'],
  [/^km$/i, 'KMT'],
  [/^m$/i, 'MTR'],
]
/** A unit as UN/ECE Recommendation 20 has it; "one" where it is another. */
export const unitCode = (unit: string): string => UNITS.find(([p]) => p.test(unit.trim()))?.[1] ?? 'C62'

/** How a rate is charged: nothing is exempt where the business says why, else zero-rated. */
const categoryOf = (rate: string, exempt: string, reverse = false): Category =>
  reverse ? 'AE' : Number(rate) > 0 ? 'S' : exempt ? 'E' : 'Z'

const partyOf = (
  {
    name,
    address,
    taxNumber = '',
    register = '',
    email = '',
  }: Partial<InvoiceHead['business']> & InvoiceHead['client'],
  country: string,
): Party => {
  const compact = taxNumber.replace(/[\s.-]/g, '').toUpperCase()
  const isVat = /^[A-Z]{2}[0-9A-Z+*]{2,12}$/.test(compact)
  return {
    name,
    address: address
      .split('\n')
      .map((l) => l.trim())
      .filter(Boolean),
    country,
    vatId: isVat ? compact : '',
    taxNumber: isVat ? '' : taxNumber.trim(),
    register,
    email,
  }
}

/** Where a client is, by the country their tax number is of (Greece and Northern Ireland have prefixes of their own). */
function buyerCountry(taxNumber: string | undefined, home: CountryCode): string {
  const prefix = /^[A-Z]{2}(?=[0-9A-Z])/.exec((taxNumber ?? '').replace(/[\s.-]/g, '').toUpperCase())?.[0]
  return prefix ? ({ EL: 'GR', XI: 'GB' }[prefix] ?? prefix) : home
}

/** What an invoice and a credit note have in common. */
function common(head: InvoiceHead) {
  const country = head.country ?? 'GB'
  return {
    number: head.number,
    issuedOn: head.issuedOn,
    currency: head.currency,
    suppliedOn: head.suppliedOn,
    note: head.jobTitle,
    terms: head.terms ?? '',
    seller: partyOf(head.business, country),
    buyer: partyOf(head.client, buyerCountry(head.client.taxNumber, country)),
    iban: ibanIn(head.business.bank),
    remittance: head.reference ?? head.number,
  }
}
/** How a rate is charged on an invoice, and what of it is by that rate. */
function taxing(head: InvoiceHead, exempt: string) {
  const category = (rate: string) => categoryOf(rate, exempt, head.reverseCharge)
  const reasons: Partial<Record<Category, string>> = { E: exempt, AE: tableSays(head.language).reverseCharge }
  return {
    category,
    part: ({ rate, net, tax }: { rate: string; net: Minor; tax: Minor }): TaxPart => ({
      category: category(rate),
      rate,
      net,
      tax,
      reason: reasons[category(rate)] ?? '',
    }),
  }
}
const plainRate = (rate: string) => (rate.includes('.') ? rate.replace(/\.?0+$/, '') : rate)

/** An invoice as it was raised; `exempt` says why nothing is charged at 0 %, where that isn't a zero rate. */
export function eInvoiceOf(head: InvoiceHead, invoice: Invoice, exempt = ''): EInvoice {
  const of = common(head)
  const { part, category } = taxing(head, exempt)
  // Lines are of the whole; what was invoiced before comes off by lines of its own.
  const whole = invoice.groups.map((g) => ({
    rate: g.rate,
    net: sum([g.net, ...(invoice.before ?? []).flatMap((b) => b.groups.find((x) => x.rate === g.rate)?.net ?? [])]),
  }))
  const lines = whole.flatMap((g): [number, ELine][] => {
    const own = invoice.lines.map((l, i) => ({ l, i })).filter(({ l }) => plainRate(l.taxRate) === g.rate)
    const nets = share(
      g.net,
      own.map(({ l }) => l.net),
    )
    return own.map(({ l, i }, n) => [
      i,
      {
        id: String(i + 1),
        name: l.description,
        ...(l.contents ? { description: l.contents.map((c) => contentText(c, 'en')).join('; ') } : {}),
        quantity: l.quantity,
        unit: unitCode(l.unit),
        net: nets[n]!,
        category: category(g.rate),
        rate: g.rate,
      },
    ])
  })
  const paid = sum(invoice.deductions.map((d) => d.paid))
  const gone = (invoice.before ?? []).flatMap((b) =>
    b.groups.map((g): Omit<ELine, 'id'> => ({
      name: `${b.number}, ${b.issuedOn}`,
      quantity: g.net < 0 ? '1' : '-1',
      unit: 'C62',
      net: minor(-g.net),
      category: category(g.rate),
      rate: g.rate,
    })),
  )
  const own = lines.sort(([a], [b]) => a - b).map(([, l]) => l)
  return {
    ...of,
    type: '380',
    dueOn: invoice.dueOn,
    preceding: null,
    lines: [...own, ...gone.map((l, i) => ({ ...l, id: String(own.length + i + 1) }))],
    groups: invoice.groups.map(part),
    totals: {
      lines: invoice.net,
      net: invoice.net,
      tax: invoice.tax,
      total: invoice.total,
      paid: minor(Math.min(paid, invoice.total)),
      due: minor(Math.max(subtract(invoice.total, paid), 0)),
    },
  }
}

/** A credit note: a line for each rate of what it takes back. */
export function eCreditOf(head: InvoiceHead, credit: Credit, exempt = ''): EInvoice {
  const of = common(head)
  const { part, category } = taxing(head, exempt)
  return {
    ...of,
    type: '381',
    dueOn: null,
    note: [head.jobTitle, credit.words].filter(Boolean).join(': '),
    preceding: { number: credit.invoice, issuedOn: credit.invoicedOn },
    lines: credit.groups.map((g, i) => ({
      id: String(i + 1),
      name: credit.words || head.jobTitle,
      quantity: '1',
      unit: 'C62',
      net: g.net,
      category: category(g.rate),
      rate: g.rate,
    })),
    groups: credit.groups.map(part),
    totals: {
      lines: credit.net,
      net: credit.net,
      tax: credit.tax,
      total: credit.total,
      paid: ZERO,
      due: credit.total,
    },
  }
}
