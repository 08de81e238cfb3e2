import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { minor, sum } from '../money/money'
import { type PricedLine, price } from '../pricing/pricing'
import { type Credit, creditGroups, creditOf, leftOf, takeOff } from './credit'

const line = fc.record({
  unitPrice: fc.integer({ min: 1, max: 900_000 }).map((n) => minor(n)),
  taxRate: fc.constantFrom('20', '19', '7', '5.5', '0'),
})
const groupsOf = fc
  .tuple(fc.array(line, { minLength: 1, maxLength: 6 }), fc.boolean())
  .map(([lines, pricesIncludeTax]) => {
    const full = lines.map((l, i): PricedLine => ({
      ...l,
      key: `l${i}`,
      description: 'x',
      unit: '',
      quantity: '1',
      discount: null,
      optional: false,
      group: null,
      chosen: true,
      clientQuantity: null,
    }))
    return price({ lines: full, discount: null, pricesIncludeTax }).groups
  })
const of = { invoice: '2026-0001', invoicedOn: '2026-05-01', words: '' }

describe('a credit note', () => {
  it('in any parts, one after the other, takes back exactly the invoice, rate by rate', () => {
    fc.assert(
      fc.property(groupsOf, fc.array(fc.integer({ min: 1, max: 100 }), { maxLength: 5 }), (groups, shares) => {
        const notes: Credit[] = []
        const rest = () => sum(leftOf(groups, notes).map((g) => g.total))
        for (const percent of shares) {
          const part = minor(Math.floor((rest() * percent) / 100))
          if (part > 0) notes.push(creditOf(of, creditGroups(leftOf(groups, notes), part)))
        }
        for (const g of leftOf(groups, notes)) {
          expect(g.net + g.tax).toBe(g.total)
          expect(Math.min(g.net, g.tax, g.total)).toBeGreaterThanOrEqual(0)
        }
        if (rest() > 0) notes.push(creditOf(of, creditGroups(leftOf(groups, notes), rest())))
        for (const g of leftOf(groups, notes)) expect([g.net, g.tax, g.total]).toEqual([0, 0, 0])
        expect(sum(notes.map((n) => n.total))).toBe(sum(groups.map((g) => g.total)))
      }),
    )
  })

  it('of a third of an invoice with two rates', () => {
    const groups = [
      { rate: '20', net: minor(10_000), tax: minor(2000), total: minor(12_000) },
      { rate: '0', net: minor(3000), tax: minor(0), total: minor(3000) },
    ]
    expect(creditGroups(groups, minor(5000))).toEqual([
      { rate: '20', net: 3333, tax: 667, total: 4000 },
      { rate: '0', net: 1000, tax: 0, total: 1000 },
    ])
  })

  it('is never more than what is left, nor of nothing', () => {
    const groups = [{ rate: '20', net: minor(100), tax: minor(20), total: minor(120) }]
    expect(() => creditGroups(groups, minor(121))).toThrow(RangeError)
    expect(() => creditGroups(groups, minor(0))).toThrow(RangeError)
    const once = creditOf(of, creditGroups(groups, minor(120)))
    expect(() => creditGroups(leftOf(groups, [once]), minor(1))).toThrow(RangeError)
  })

  it('takes off what was too much, invoice by invoice, to the cent of each rate, never more than is left of one', () => {
    fc.assert(
      fc.property(
        groupsOf,
        fc.array(fc.integer({ min: 1, max: 100 }), { minLength: 1, maxLength: 4 }),
        (gone, parts) => {
          let over = gone.map((g) => ({ ...g, net: minor(-g.net), tax: minor(-g.tax), total: minor(-g.total) }))
          over = over.filter((g) => g.total < 0)
          const wanted = over
          const taken = parts.map((percent) => {
            const left = gone.map((g) => ({ ...g, total: minor(Math.floor((g.total * percent) / 100)) }))
            const step = takeOff(over, left)
            for (const g of step.groups) {
              expect(g.total).toBeLessThanOrEqual(left.find((l) => l.rate === g.rate)!.total)
              expect(g.net + g.tax).toBe(g.total)
            }
            over = step.over
            return step.groups
          })
          for (const g of wanted)
            for (const of of ['net', 'tax', 'total'] as const) {
              const done = sum(
                taken
                  .flat()
                  .filter((x) => x.rate === g.rate)
                  .map((x) => x[of]),
              )
              const rest = over.find((x) => x.rate === g.rate)?.[of] ?? 0
              expect(rest - done).toBe(g[of])
            }
        },
      ),
      { numRuns: 300 },
    )
  })
})
