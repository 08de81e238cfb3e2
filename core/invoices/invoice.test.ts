import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { walkInlines } from '../document/walk'
import { minor, sum } from '../money/money'
import { type PaymentPlan, planStages } from '../payment-plan/plan'
import type { PricedLine } from '../pricing/pricing'
import { invoiceDocument } from './document'
import { buildInvoice, invoiceProblems } from './invoice'
import { PLAIN_NUMBERS, numberBy } from './numbers'

const line = (over: Partial<PricedLine>): PricedLine => ({
  key: 'a',
  description: 'Barrel sauna',
  unit: '',
  quantity: '1',
  unitPrice: minor(42000),
  discount: null,
  taxRate: '20',
  optional: false,
  group: null,
  chosen: true,
  clientQuantity: null,
  ...over,
})
const plan: PaymentPlan = {
  stages: [
    { key: 'deposit', label: 'Deposit', amount: { percent: '30' }, due: { afterAcceptance: 2 } },
    { key: 'balance', label: 'Balance', amount: 'remainder', due: { fromDay: -14 } },
  ],
  damageDeposit: { amount: minor(20000), due: { fromDay: -1 } },
}
const head = {
  number: numberBy(PLAIN_NUMBERS, 2026, 117),
  issuedOn: '2026-06-01',
  suppliedOn: null,
  currency: 'GBP',
  language: 'en',
  jobTitle: 'Orchard',
  business: { name: 'L', address: 'a', taxNumber: 't', email: 'e', bank: 'b' },
  client: { name: 'Ines', address: '' },
}
const lines = fc
  .array(
    fc
      .record({
        quantity: fc.integer({ min: 1, max: 40 }).map(String),
        unitPrice: fc.nat(90_000).map(minor),
        taxRate: fc.constantFrom('0', '5', '20'),
      })
      .map(line),
    { minLength: 1, maxLength: 8 },
  )
  .map((list) => list.map((l, i) => ({ ...l, key: `k${i}` })))

describe('what an invoice has to name', () => {
  const business = { ...head.business, taxNumber: '', register: '' }
  it.each([
    ['GB', ['tax number']],
    ['FR', ['tax number', 'registration number']],
    ['NL', ['tax number', 'registration number']],
    ['BE', ['tax number', 'registration number']],
    ['US', []],
  ] as const)('by the law of %s', (country, missing) => {
    const given = { ...head, country, business }
    const problems = invoiceProblems(given, { total: minor(10_000) })
    expect(problems).toEqual(missing.map((m) => `The ${m} of the business is missing.`))
    const whole = { ...given, business: { ...business, taxNumber: 't', register: 'KvK 1' } }
    expect(invoiceProblems(whole, { total: minor(10_000) })).toEqual([])
  })
})

describe('an invoice', () => {
  it('adds up whatever was agreed and paid: lines, tax by rate, deductions and balance', () => {
    fc.assert(
      fc.property(lines, fc.nat(400_000), fc.constantFrom('deposit', 'balance'), (list, paid, stage) => {
        const pricing = { lines: list, discount: null, pricesIncludeTax: false }
        const total = buildInvoice(pricing, [], '2026-06-01').total
        const asked = planStages({
          plan,
          total,
          acceptedOn: '2026-06-01',
          jobDay: '2026-07-01',
          today: '2026-06-01',
          payments: [],
        }).stages.find((s) => s.key === stage)!.amount
        const payments = paid ? [{ stage, amount: minor(Math.min(paid, asked)), asked }] : []
        const { stages } = planStages({
          plan,
          total,
          acceptedOn: '2026-06-01',
          jobDay: '2026-07-01',
          today: '2026-06-02',
          payments,
        })
        const invoice = buildInvoice(pricing, stages, '2026-06-02')
        expect(sum(invoice.lines.map((l) => l.net)) - invoice.discount).toBe(invoice.net)
        expect(sum(invoice.groups.map((g) => g.tax))).toBe(invoice.tax)
        expect(invoice.net + invoice.tax).toBe(invoice.total)
        expect(sum(invoice.deductions.map((d) => d.amount)) + invoice.balance).toBe(invoice.total)
        expect(invoice.balance).toBeGreaterThanOrEqual(0)
      }),
    )
  })

  it('leaves out what was not taken, and the damage deposit', () => {
    const pricing = {
      lines: [line({}), line({ key: 'tub', optional: true, chosen: false })],
      discount: null,
      pricesIncludeTax: false,
    }
    const { stages } = planStages({
      plan,
      total: minor(50400),
      acceptedOn: '2026-06-01',
      jobDay: '2026-07-01',
      today: '2026-06-01',
      payments: [],
    })
    const invoice = buildInvoice(pricing, stages, '2026-06-01')
    expect(invoice).toMatchObject({
      total: 50400,
      balance: 35280,
      dueOn: '2026-06-17',
      deductions: [{ label: 'Deposit', amount: 15120 }],
    })
    const words = [...walkInlines(invoiceDocument(head, invoice).body)]
      .map((i) => (i.t === 'text' ? i.text : ' '))
      .join('')
    for (const said of [
      '2026-0117',
      '£504.00',
      'Less Deposit, asked for separately, due 3 June 2026',
      '−£151.20',
      'Balance, due 17 June 2026',
      '£352.80',
    ])
      expect(words).toContain(said)
    expect(words).not.toContain('undefined')
  })

  it('is due so many days on where its stage’s day is over, and says its terms and numbers as its client reads them', () => {
    const pricing = {
      lines: [line({ quantity: '2.5', unit: 'Std.', taxRate: '7.7' })],
      discount: null,
      pricesIncludeTax: true,
    }
    const invoice = buildInvoice(pricing, [], '2026-12-20', 14)
    expect(invoice.dueOn).toBe('2027-01-03')
    const document = JSON.stringify(invoiceDocument({ ...head, language: 'de', terms: 'Zahlbar ohne Abzug.' }, invoice))
    for (const said of ['2,5 Std.', '7,7%', 'Zahlbar ohne Abzug.', '3. Januar 2027']) expect(document).toContain(said)
    expect(JSON.stringify(invoiceDocument(head, invoice))).not.toContain('Zahlbar')
  })
})
