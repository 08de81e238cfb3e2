import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays } from '../core/calendar/dates'
import { changeBetween, withExtra } from '../core/extras/extra'
import { ciiOf } from '../core/invoices/cii'
import { creditGroups, creditOf } from '../core/invoices/credit'
import { eCreditOf, eInvoiceOf } from '../core/invoices/en16931'
import { invoiceDocument } from '../core/invoices/document'
import { type InvoiceHead, buildInvoice, buildStageInvoice } from '../core/invoices/invoice'
import { invoicedSoFar, type Raised } from '../core/invoices/so-far'
import { ublOf } from '../core/invoices/ubl'
import { type Minor, formatMoney, minor } from '../core/money/money'
import { owedWhenCalledOff } from '../core/payment-plan/called-off'
import { type PaymentPlan, planStages } from '../core/payment-plan/plan'
import { settled } from '../core/pricing/breaks'
import { applyChoices } from '../core/pricing/choices'
import { type Discount, type PricedLine, type Pricing, price } from '../core/pricing/pricing'
import { variantsOf, withVariant } from '../core/pricing/variants'

/**
 * Money worked out a second time, apart from the code: whole numbers and fractions of them, by what the rules say alone. Over
 * ten thousand jobs both have to come to the same, to the cent, in every figure and in what is written of it.
 */
type Q = { n: bigint; d: bigint }
const q = (text: string | number): Q => {
  const [whole, part = ''] = String(text).split('.')
  return { n: BigInt(whole + part), d: 10n ** BigInt(part.length) }
}
const times = (a: Q, b: Q): Q => ({ n: a.n * b.n, d: a.d * b.d })
const over = (a: Q, b: Q): Q => ({ n: a.n * b.d, d: a.d * b.n })
/** To a whole number, a half away from nothing. Nothing below 0 comes here. */
const whole = ({ n, d }: Q): number => Number((2n * n + d) / (2n * d))

const lessDiscount = (amount: number, discount: Discount | null): number => {
  if (!discount) return 0
  if ('percent' in discount) return whole(over(times(q(amount), q(discount.percent)), q(100)))
  return Math.min(discount.amount, amount)
}
interface Worked {
  byRate: Record<string, { net: number; tax: number }>
  total: number
}
function worked({ lines, discount, pricesIncludeTax, reverseCharge }: Pricing): Worked {
  const base = new Map<string, number>()
  const nets = lines.flatMap((l) => {
    if (!l.chosen && (l.optional || l.group !== null)) return []
    if (l.variant && !l.variant.taken) return []
    let each: number = l.unitPrice
    for (const b of l.breaks ?? []) if (Number(b.from) <= Number(l.quantity)) each = b.unitPrice
    const gross = whole(times(q(l.quantity), q(each)))
    return [{ l, net: gross - lessDiscount(gross, l.discount) }]
  })
  // What comes off a section: each line's exact share cut, and what is left to those that were cut most, the first first.
  const place = ({ l }: (typeof nets)[number]) => l.section && `${l.section.name} of ${l.variant?.name ?? 'all'}`
  for (const name of new Set(nets.flatMap((x) => place(x) ?? []))) {
    const of = nets.filter((x) => place(x) === name)
    const all = of.reduce((n, x) => n + x.net, 0)
    const off = lessDiscount(all, of[0]!.l.section!.discount)
    const shares = of.map((x) => (all ? Number((BigInt(off) * BigInt(x.net)) / BigInt(all)) : 0))
    const rests = of.map((x, i) => ({ i, rest: all ? (BigInt(off) * BigInt(x.net)) % BigInt(all) : 0n }))
    rests.sort((a, b) => (a.rest === b.rest ? a.i - b.i : a.rest > b.rest ? -1 : 1))
    const missing = off - shares.reduce((n, s) => n + s, 0)
    for (const { i } of rests.slice(0, missing)) shares[i]! += 1
    of.forEach((x, i) => (x.net -= shares[i]!))
  }
  for (const { l, net } of nets) base.set(l.taxRate, (base.get(l.taxRate) ?? 0) + net)
  const rates = [...base.keys()].sort((a, b) => Number(b) - Number(a))
  const sum = [...base.values()].reduce((n, b) => n + b, 0)
  const off = lessDiscount(sum, discount)
  // Each rate's exact share cut to whole units; the units that are left to the largest remainders, the higher rate first.
  const exact = rates.map((r) => ({ r, part: BigInt(off) * BigInt(base.get(r)!) }))
  const cut = new Map(exact.map(({ r, part }) => [r, sum ? Number(part / BigInt(sum)) : 0]))
  let left = off - [...cut.values()].reduce((n, c) => n + c, 0)
  for (const { r } of [...exact].sort((a, b) => {
    const [x, y] = [a.part % BigInt(sum || 1), b.part % BigInt(sum || 1)]
    return x === y ? Number(b.r) - Number(a.r) : x > y ? -1 : 1
  }))
    if (left-- > 0) cut.set(r, cut.get(r)! + 1)
  const byRate: Worked['byRate'] = {}
  let total = 0
  for (const r of rates) {
    const amount = base.get(r)! - cut.get(r)!
    const tax = pricesIncludeTax
      ? whole(over(times(q(amount), q(r)), { n: q(100).n * q(r).d + q(r).n, d: q(r).d }))
      : whole(over(times(q(amount), q(r)), q(100)))
    byRate[r] = pricesIncludeTax ? { net: amount - tax, tax } : { net: amount, tax }
    total += byRate[r].net + byRate[r].tax
  }
  if (!reverseCharge) return { byRate, total }
  // The client owes the tax: what is left is what was without it, at no rate.
  const net = Object.values(byRate).reduce((n, g) => n + g.net, 0)
  return { byRate: rates.length ? { 0: { net, tax: 0 } } : {}, total: net }
}

const discount = fc.constantFrom<(Discount | null)[]>(
  null,
  null,
  { percent: '10' },
  { percent: '33.3333' },
  { amount: minor(999) },
)
const line = fc.record({
  quantity: fc.constantFrom('1', '2', '0.3333', '7.5', '12'),
  unitPrice: fc.integer({ min: 0, max: 300_000 }).map((n) => minor(n)),
  taxRate: fc.constantFrom('20', '19', '7', '5.5', '0'),
  discount,
  optional: fc.boolean(),
  chosen: fc.boolean(),
  section: fc.constantFrom(null, null, 'Evening', 'Morning'),
  variant: fc.constantFrom(null, null, 'A', 'B'),
  breaks: fc.constantFrom(null, null, [
    { from: '0', unitPrice: minor(5_000) },
    { from: '2', unitPrice: minor(4_321) },
    { from: '7.5', unitPrice: minor(777) },
  ]),
})
type Drawn = typeof line extends fc.Arbitrary<infer L> ? L : never
type Ask = { percent: string } | { fixed: Minor }
const job = fc.record({
  lines: fc.array(line, { minLength: 1, maxLength: 6 }),
  off: discount,
  takes: fc.boolean(),
  extra: fc.array(line, { maxLength: 2 }),
  takeOut: fc.nat(20),
  discount,
  pricesIncludeTax: fc.boolean(),
  reverseCharge: fc.constantFrom(false, false, true),
  deposit: fc.constantFrom<Ask[]>({ percent: '30' }, { percent: '33.3333' }, { fixed: minor(5_000) }),
  interim: fc.constantFrom<Ask[]>({ percent: '25' }, { fixed: minor(12_345) }),
  alone: fc.subarray(['deposit', 'interim']),
  part: fc.integer({ min: 1, max: 100 }),
  daysBefore: fc.nat(40),
})
const full = ({ section, variant, ...l }: Drawn, key: string, off: Discount | null): PricedLine => ({
  ...settled({ ...l, breaks: l.breaks ? [...l.breaks] : null }),
  section: section === null ? null : { name: section, discount: off },
  variant: variant === null ? null : { name: variant, taken: false },
  key,
  description: `Line ${key}`,
  unit: '',
  group: null,
  clientQuantity: null,
})
const HEAD: InvoiceHead = {
  number: 'A-1',
  issuedOn: '2026-05-20',
  suppliedOn: '2026-05-18',
  currency: 'EUR',
  language: 'en',
  jobTitle: 'Orchard',
  country: 'DE',
  business: { name: 'Zelt', address: 'A', taxNumber: 'DE136695976', email: 'a@b.example', bank: '' },
  client: { name: 'Petra', address: 'B' },
}
const REVERSE: InvoiceHead = {
  ...HEAD,
  reverseCharge: true,
  client: { name: 'Petra', address: 'B', taxNumber: 'ATU12345675' },
}
const cents = (text: string) => Number(text.replace('.', ''))
const only = (xml: string, tag: string) => cents(new RegExp(`<${tag}[^>]*>(-?[\\d.]+)<`).exec(xml)![1]!)

describe('an oracle of its own', () => {
  it('comes to the same as the code over 10,000 jobs, with options, extras, stages, credit notes and calling off', () => {
    let n = 0
    fc.assert(
      fc.property(job, (of) => {
        n += 1
        const drawn = of.lines.map((l, i) => full(l, `l${i}`, of.off))
        const variants = variantsOf(drawn)
        const quoted = withVariant(drawn, variants[0] ?? null)
        const takes = variants.at(of.takes ? 0 : -1)
        const taken = {
          ...Object.fromEntries(quoted.filter((l) => l.optional).map((l) => [l.key, l.chosen])),
          ...Object.fromEntries(variants.map((v) => [`variant:${v}`, v === takes])),
        }
        const { lines, problems } = applyChoices(quoted, { taken, quantities: {} })
        expect(problems).toEqual([])
        const { pricesIncludeTax, reverseCharge } = of
        const agreed: Pricing = { lines, discount: of.discount, pricesIncludeTax, reverseCharge }
        const first = worked(agreed)
        expect(price(agreed).total).toBe(first.total)

        // An extra, on top of what was agreed.
        const wanted = [
          ...lines.filter((_, i) => i !== of.takeOut),
          ...of.extra.map((l, i) => full({ ...l, optional: false, variant: null }, `x${i}`, of.off)),
        ]
        const pricing = withExtra(agreed, changeBetween(agreed, { lines: wanted, discount: of.discount }))
        const should = worked({ ...agreed, lines: wanted })
        const priced = price(pricing)
        expect(priced.total).toBe(should.total)
        for (const g of priced.groups) expect({ net: g.net, tax: g.tax }).toEqual(should.byRate[g.rate])

        // The plan of it.
        const plan: PaymentPlan = {
          stages: [
            { key: 'deposit', label: 'Deposit', amount: of.deposit, due: { afterAcceptance: 2 } },
            { key: 'interim', label: 'Interim', amount: of.interim, due: { fromDay: -30 } },
            { key: 'rest', label: 'Balance', amount: 'remainder', due: { fromDay: -7 } },
          ],
          damageDeposit: null,
        }
        const { stages } = planStages({
          plan,
          total: priced.total,
          acceptedOn: '2026-05-01',
          jobDay: '2026-08-01',
          today: '2026-05-20',
          payments: [],
        })
        let left = should.total
        const amounts = [of.deposit, of.interim].map((a) => {
          const ask = 'percent' in a ? whole(over(times(q(should.total), q(a.percent)), q(100))) : a.fixed
          const amount = Math.min(ask, left)
          left -= amount
          return amount
        })
        expect(stages.map((s) => s.amount)).toEqual([...amounts, left])

        // Its invoices: some stages by themselves, then the rest.
        const raised: Raised[] = stages
          .filter((s) => of.alone.includes(s.key) && s.amount > 0)
          .map((s, i) => ({
            id: s.key,
            number: `A-${i}`,
            issuedOn: '2026-05-02',
            stage: s.key,
            invoice: buildStageInvoice(priced.groups, s, s.label, '2026-05-02'),
            createdAt: `2026-05-02T09:0${i}:00Z`,
          }))
        const { before } = invoicedSoFar(raised, [])
        const last = buildInvoice(pricing, stages, '2026-05-20', 14, before)
        const asked = [...raised.map((r) => r.invoice.groups), last.groups]
        const sumOf = (pick: (g: { net: number; tax: number }) => number, rate: string) =>
          asked.reduce((m, gs) => m + (gs.find((g) => g.rate === rate) ? pick(gs.find((g) => g.rate === rate)!) : 0), 0)
        for (const [rate, { net, tax }] of Object.entries(should.byRate)) {
          expect(sumOf((g) => g.net, rate)).toBe(net)
          expect(sumOf((g) => g.tax, rate)).toBe(tax)
        }
        const alone = amounts.reduce((m, a, i) => m + (of.alone.includes(['deposit', 'interim'][i]!) ? a : 0), 0)
        expect(last.total).toBe(should.total - alone)

        // A part of the last credited, and the whole called off on a day.
        const owed = owedWhenCalledOff(
          [
            { within: 30, keep: { percent: '50' } },
            { within: 7, keep: { percent: '100' } },
          ],
          {
            total: priced.total,
            first: stages[0]!.amount,
            on: addDays('2026-08-01', -of.daysBefore),
            jobDay: '2026-08-01',
          },
        )
        const kept = of.daysBefore <= 7 ? should.total : of.daysBefore <= 30 ? whole(over(q(should.total), q(2))) : 0
        expect(owed).toBe(kept)
        const credited = last.total > 0 ? Math.ceil((last.total * of.part) / 100) : 0
        const credit =
          credited > 0 && last.groups.every((g) => g.total >= 0)
            ? creditOf(
                { invoice: 'A-1', invoicedOn: '2026-05-20', words: '' },
                creditGroups(last.groups, minor(credited)),
              )
            : null
        if (credit) expect(credit.net + credit.tax).toBe(credited)

        // What is written says the same: every twentieth, for the time it takes.
        if (n % 20 || priced.total === 0) return
        const head = reverseCharge ? REVERSE : HEAD
        const e = eInvoiceOf(head, last, 'Exempt')
        expect(e.groups.every((g) => !reverseCharge || g.category === 'AE')).toBe(true)
        const [ubl, cii] = [ublOf(e), ciiOf(e)]
        expect(only(ubl, 'cbc:TaxInclusiveAmount')).toBe(last.total)
        expect(only(cii, 'ram:GrandTotalAmount')).toBe(last.total)
        expect(only(ubl, 'cbc:TaxAmount')).toBe(last.tax)
        expect(only(cii, 'ram:TaxTotalAmount')).toBe(last.tax)
        if (credit) expect(only(ublOf(eCreditOf(head, credit, 'Exempt')), 'cbc:TaxInclusiveAmount')).toBe(credited)
        const said = JSON.stringify(invoiceDocument(head, last))
        for (const amount of [last.total, last.net, last.balance])
          expect(said).toContain(formatMoney(minor(amount), 'EUR', 'en-GB'))
      }),
      { numRuns: 10_000 },
    )
    expect(n).toBeGreaterThanOrEqual(10_000)
  }, 240_000)
})
