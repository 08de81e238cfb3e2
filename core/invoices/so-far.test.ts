import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { minor } from '../money/money'
import { planStages } from '../payment-plan/plan'
import { type PricedLine, price } from '../pricing/pricing'
import { creditGroups, creditOf, leftOf } from './credit'
import { buildInvoice, buildStageInvoice } from './invoice'
import { type Raised, type TakenBack, invoicedSoFar, toInvoice } from './so-far'

const line = (key: string, unitPrice: number, taxRate: string): PricedLine => ({
  key,
  description: key,
  unit: '',
  quantity: '1',
  unitPrice: minor(unitPrice),
  discount: null,
  taxRate,
  optional: false,
  group: null,
  chosen: true,
  clientQuantity: null,
})
const PLAN = {
  stages: [
    { key: 'deposit', label: 'Deposit', amount: { percent: '30' }, due: { afterAcceptance: 2 } },
    { key: 'rest', label: 'Balance', amount: 'remainder' as const, due: { fromDay: -7 } },
  ],
  damageDeposit: null,
}
const at = (n: number) => new Date(Date.UTC(2026, 5, 1, 9, n)).toISOString()

describe('what was invoiced so far', () => {
  it('never asks for more than was agreed, whatever is invoiced and taken back in whatever order', () => {
    const act = fc.oneof(
      fc.record({ do: fc.constant('invoice' as const), which: fc.nat(1) }),
      fc.record({ do: fc.constant('credit' as const), which: fc.nat(4), part: fc.integer({ min: 1, max: 100 }) }),
      fc.record({ do: fc.constant('extra' as const), price: fc.integer({ min: 1, max: 90_000 }) }),
    )
    fc.assert(
      fc.property(
        fc.array(fc.record({ price: fc.integer({ min: 1, max: 90_000 }), rate: fc.constantFrom('20', '5') }), {
          minLength: 1,
          maxLength: 3,
        }),
        fc.array(act, { maxLength: 9 }),
        (lines, acts) => {
          const pricing = {
            lines: lines.map((l, i) => line(`l${i}`, l.price, l.rate)),
            discount: null,
            pricesIncludeTax: true,
          }
          const invoices: Raised[] = []
          const credits: TakenBack[] = []
          acts.forEach((a, n) => {
            const { groups, total } = price(pricing)
            const { before, credited } = invoicedSoFar(invoices, credits)
            const { stages } = planStages({
              plan: PLAN,
              total,
              acceptedOn: '2026-06-01',
              jobDay: '2026-07-01',
              today: '2026-06-02',
              payments: [],
            })
            if (a.do === 'extra') pricing.lines = [...pricing.lines, line(`x${n}`, a.price, '20')]
            if (a.do === 'invoice') {
              const can = toInvoice(groups, stages, before)
              const one = can[a.which % Math.max(can.length, 1)]
              if (!one) return
              const stage = stages.find((s) => s.key === one.stage)
              const invoice = stage
                ? buildStageInvoice(groups, stage, 'On account', '2026-06-02')
                : buildInvoice(pricing, stages, '2026-06-02', 14, before)
              expect(invoice.total).toBe(one.amount)
              const [id, createdAt] = [`i${n}`, at(n)]
              invoices.push({ id, number: id, issuedOn: '2026-06-02', stage: one.stage, invoice, createdAt })
            }
            const of = invoices[a.do === 'credit' ? a.which % Math.max(invoices.length, 1) : -1]
            if (a.do === 'credit' && of) {
              const left = leftOf(
                of.invoice.groups,
                credits.filter((c) => c.invoiceId === of.id).map((c) => c.credit),
              )
              const rest = left.reduce((m, g) => m + g.total, 0)
              const part = minor(Math.ceil((rest * a.part) / 100))
              if (part <= 0 || left.some((g) => g.total < 0)) return
              const credit = creditOf({ invoice: of.number, invoicedOn: '', words: '' }, creditGroups(left, part))
              credits.push({ invoiceId: of.id, credit, createdAt: at(n) })
            }
            // All invoices less all credit notes are never more than is owed; when nothing is left to invoice, exactly that.
            const now = invoicedSoFar(invoices, credits)
            const asked =
              invoices.reduce((m, i) => m + i.invoice.groups.reduce((k, g) => k + g.total, 0), 0) -
              credits.reduce((m, c) => m + c.credit.total, 0)
            const owed = price(pricing).total - now.credited
            expect(asked).toBeLessThanOrEqual(owed)
            if (invoices.some((i) => i.stage === null) && !toInvoice(price(pricing).groups, stages, now.before).length)
              expect(asked).toBe(owed)
            expect(now.credited).toBeGreaterThanOrEqual(credited)
          })
        },
      ),
      { numRuns: 400 },
    )
  })

  it('asks again for a deposit whose invoice was taken back before the whole was invoiced, and not after', () => {
    const pricing = { lines: [line('tub', 100_000, '20')], discount: null, pricesIncludeTax: true }
    const { groups } = price(pricing)
    const raise = (id: string, stage: string | null, total: number, n: number): Raised => ({
      id,
      number: id,
      issuedOn: '2026-06-02',
      stage,
      invoice: { groups: creditGroups(groups, minor(total)) },
      createdAt: at(n),
    })
    const back = (invoiceId: string, total: number, n: number): TakenBack => ({
      invoiceId,
      credit: creditOf({ invoice: invoiceId, invoicedOn: '', words: '' }, creditGroups(groups, minor(total))),
      createdAt: at(n),
    })
    const deposit = raise('1', 'deposit', 30_000, 1)
    const early = invoicedSoFar([deposit], [back('1', 30_000, 2)])
    expect(early).toEqual({ before: [], credited: 0 })
    const rest = raise('2', null, 70_000, 3)
    const late = invoicedSoFar([deposit, rest], [back('1', 30_000, 4)])
    expect(late.credited).toBe(30_000)
    expect(toInvoice(groups, [], late.before)).toEqual([])
  })
})
