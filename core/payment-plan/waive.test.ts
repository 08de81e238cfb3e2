import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Minor, minor } from '../money/money'
import { type PricedLine, type Pricing, price } from '../pricing/pricing'
import { type PaymentPlan, planStages } from './plan'
import { discountFor, waivedPlan } from './waive'

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
const pricing: fc.Arbitrary<Pricing> = fc.record({
  lines: fc
    .array(fc.tuple(fc.integer({ min: 100, max: 500_000 }), fc.constantFrom('20', '19', '7', '5.5', '0')), {
      minLength: 1,
      maxLength: 5,
    })
    .map((list) => list.map(([amount, rate], i) => line(`l${i}`, amount, rate))),
  discount: fc.oneof(
    fc.constant(null),
    fc.integer({ min: 1, max: 40 }).map((n) => ({ percent: String(n) })),
    fc.integer({ min: 1, max: 90 }).map((n) => ({ amount: minor(n) })),
  ),
  pricesIncludeTax: fc.boolean(),
})
const plan: PaymentPlan = {
  stages: [
    { key: 'deposit', label: 'Deposit', amount: { percent: '30' }, due: { afterAcceptance: 0 } },
    { key: 'middle', label: 'Middle', amount: { percent: '30' }, due: { fromDay: -7 } },
    { key: 'balance', label: 'Balance', amount: 'remainder', due: { fromDay: 7 } },
  ],
  damageDeposit: null,
}
const stagesOf = (p: Pricing, of: PaymentPlan, payments: { stage: string; amount: Minor; asked: Minor }[]) =>
  planStages({
    plan: of,
    total: price(p).total,
    acceptedOn: '2026-06-01',
    jobDay: '2026-07-01',
    today: '2026-06-10',
    payments,
  })

describe('a stage that is waived', () => {
  it('asks for nothing more, the others for what they did, whatever the prices, taxes and discounts', () => {
    fc.assert(
      fc.property(
        pricing,
        fc.constantFrom('deposit', 'middle', 'balance'),
        fc.integer({ min: 0, max: 90 }),
        (before, key, part) => {
          const first = stagesOf(before, plan, []).stages
          const { amount: asked } = first.find((s) => s.key === key)!
          const paid = minor(Math.floor((asked * part) / 100))
          const payments = paid ? [{ stage: key, amount: paid, asked }] : []
          const { stages } = stagesOf(before, plan, payments)
          const { open } = stages.find((s) => s.key === key)!
          fc.pre(open > 0 && open < price(before).total)
          const after = { ...before, discount: discountFor(before, open) }
          const fallen = price(before).total - price(after).total
          const over = fallen - open
          // Inside a price the tax gives way; else at most what rounding a net amount can make, in each rate.
          if (before.pricesIncludeTax) expect(over).toBe(0)
          expect(over).toBeGreaterThanOrEqual(0)
          expect(over).toBeLessThanOrEqual(2)
          const now = stagesOf(after, waivedPlan(plan, stages, key), payments)
          const left = now.stages.reduce((n, s) => n + s.amount, 0)
          expect(left).toBe(price(after).total)
          expect(now.stages.find((s) => s.key === key)?.open ?? 0).toBeLessThanOrEqual(0)
          for (const s of now.stages)
            if (s.key !== key) {
              const was = stages.find((x) => x.key === s.key)!.amount
              expect(Math.abs(s.amount - was)).toBeLessThanOrEqual(over)
            }
        },
      ),
      { numRuns: 300 },
    )
  })

  it('can’t be more than the whole, nor a stage that isn’t there', () => {
    const one: Pricing = { lines: [line('a', 10_000, '20')], discount: null, pricesIncludeTax: false }
    expect(() => discountFor(one, minor(12_001))).toThrow(RangeError)
    expect(() => discountFor(one, minor(0))).toThrow(RangeError)
    expect(() => waivedPlan(plan, stagesOf(one, plan, []).stages, 'tip')).toThrow(RangeError)
  })
})
