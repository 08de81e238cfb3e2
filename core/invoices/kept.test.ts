import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { minor, sum } from '../money/money'
import { price } from '../pricing/pricing'
import { partPricing } from './kept'

const groups = fc.uniqueArray(
  fc.record({
    rate: fc.constantFrom('20', '19', '7', '0'),
    total: fc.integer({ min: 0, max: 900_000 }).map((n) => minor(n)),
  }),
  { minLength: 1, maxLength: 4, selector: (g) => g.rate },
)
describe('what is kept of a job that was called off', () => {
  it('is priced to exactly that, at the rates that were agreed', () => {
    fc.assert(
      fc.property(groups, fc.nat(100), (list, percent) => {
        const all = list.map((g) => ({ ...g, net: g.total, tax: minor(0) }))
        const owed = minor(Math.floor((sum(all.map((g) => g.total)) * percent) / 100))
        const pricing = partPricing(all, owed, 'Kept as agreed')
        expect(price(pricing).total).toBe(owed)
        expect(pricing.lines.every((l) => l.unitPrice > 0)).toBe(true)
      }),
    )
  })
})
