import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { minor, sum } from '../money/money'
import { applyChoices } from './choices'
import { type PricedLine, price } from './pricing'

const line = (over: Partial<PricedLine> = {}): PricedLine => ({
  key: 'a',
  description: 'Barrel sauna',
  unit: '',
  quantity: '1',
  unitPrice: minor(10000),
  discount: null,
  taxRate: '20',
  optional: false,
  group: null,
  chosen: true,
  clientQuantity: null,
  ...over,
})
const quantity = fc.tuple(fc.nat(500), fc.nat(9999)).map(([w, f]) => `${w}.${String(f).padStart(4, '0')}`)
const anyLine = fc
  .record({
    quantity,
    unitPrice: fc.nat(500_000).map(minor),
    taxRate: fc.constantFrom('0', '5', '5.5', '19', '20', '20.00'),
    discount: fc.oneof(
      fc.constant(null),
      fc.nat(100).map((p) => ({ percent: String(p) })),
      fc.nat(9000).map((a) => ({ amount: minor(a) })),
    ),
    optional: fc.boolean(),
    chosen: fc.boolean(),
  })
  .map((over) => line(over))
const pricing = fc.record({
  lines: fc.array(anyLine, { maxLength: 12 }).map((ls) => ls.map((l, i) => ({ ...l, key: `k${i}` }))),
  discount: fc.oneof(
    fc.constant(null),
    fc.nat(100).map((p) => ({ percent: String(p) })),
    fc.nat(100_000).map((a) => ({ amount: minor(a) })),
  ),
  pricesIncludeTax: fc.boolean(),
})

describe('pricing', () => {
  it('adds up to the cent, whatever the lines, discounts and rates', () => {
    fc.assert(
      fc.property(pricing, (input) => {
        const p = price(input)
        expect(p.net + p.tax).toBe(p.total)
        expect(sum(p.groups.map((g) => g.total))).toBe(p.total)
        expect(sum(p.lines.filter((l) => l.counted).map((l) => l.net))).toBe(p.subtotal)
        expect(p.subtotal - p.discount).toBe(input.pricesIncludeTax ? p.total : p.net)
        for (const g of p.groups) {
          const exact = input.pricesIncludeTax
            ? (g.total * Number(g.rate)) / (100 + Number(g.rate))
            : (g.net * Number(g.rate)) / 100
          expect(Math.abs(g.tax - exact)).toBeLessThanOrEqual(0.5000001)
        }
      }),
    )
  })

  it('leaves out what was not taken and never goes below nothing', () => {
    fc.assert(
      fc.property(pricing, (input) => {
        const none = price({ ...input, lines: input.lines.map((l) => ({ ...l, optional: true, chosen: false })) })
        expect(none.total).toBe(0)
        expect(price(input).total).toBeGreaterThanOrEqual(0)
      }),
    )
  })

  it('works the orchard weekend as the owner would on paper', () => {
    const p = price({
      pricesIncludeTax: false,
      discount: null,
      lines: [
        line({ key: 'sauna', unitPrice: minor(42000) }),
        line({ key: 'tub', unitPrice: minor(9500), optional: true }),
        line({ key: 'fire', quantity: '6', unitPrice: minor(2800) }),
        line({ key: 'miles', quantity: '34', unitPrice: minor(120) }),
      ],
    })
    expect([p.net, p.tax, p.total]).toEqual([72380, 14476, 86856])
  })

  it.each([
    ['with tax in the price at 19%', true, '19', 100, 84, 16],
    ['without', false, '19', 100, 100, 19],
    ['a zero rate', false, '0', 100, 100, 0],
  ])('tax once per rate: %s', (_, pricesIncludeTax, taxRate, unit, net, tax) => {
    expect(
      price({ pricesIncludeTax, discount: null, lines: [line({ unitPrice: minor(unit), taxRate })] }),
    ).toMatchObject({ net, tax })
  })

  const fire = line({ key: 'fire', quantity: '6', unit: 'h', clientQuantity: { min: '4', max: '12', step: '0.5' } })
  it.each([
    ['3', 'between 4 and 12'],
    ['0', 'between 4 and 12'],
    ['-1', 'between 4 and 12'],
    ['13', 'between 4 and 12'],
    ['4.25', 'steps of 0.5'],
    ['many', 'as a number'],
    ['6.5', null],
  ])('a client quantity of %s', (q, says) => {
    const { lines, problems } = applyChoices([fire], { taken: {}, quantities: { fire: q } })
    expect(problems.map((p) => p.message).join()).toContain(says ?? '')
    expect(lines[0]!.quantity).toBe(says ? '6' : q)
  })

  it('keeps fixed lines in, fixed quantities fixed, one of a group, and unknown lines out', () => {
    const a = line({ key: 'a', group: 'size' }),
      b = line({ key: 'b', group: 'size', chosen: false })
    expect(applyChoices([a, b], { taken: { b: true }, quantities: {} }).problems).toMatchObject([
      { message: 'Choose one of these.' },
    ])
    expect(applyChoices([a, b], { taken: { a: false, b: true }, quantities: {} }).problems).toEqual([])
    expect(
      applyChoices([line()], { taken: { a: false, x: true }, quantities: { a: '2', __proto__x: '1' } }).problems,
    ).toHaveLength(4)
  })
})
