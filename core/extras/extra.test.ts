import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { paperDocument } from '../document/model'
import { minor } from '../money/money'
import { planStages } from '../payment-plan/plan'
import { type PricedLine, type Pricing, price } from '../pricing/pricing'
import { extraDocument } from './document'
import { changeBetween, isNothing, showExtra, withExtra } from './extra'

const line = (key: string, over: Partial<PricedLine> = {}): PricedLine => ({
  key,
  description: `Line ${key}`,
  unit: '',
  quantity: '1',
  unitPrice: minor(10_000),
  discount: null,
  taxRate: '20',
  optional: false,
  group: null,
  chosen: true,
  clientQuantity: null,
  ...over,
})
const anyLine = fc
  .record({
    key: fc.constantFrom('a', 'b', 'c', 'd', 'e'),
    quantity: fc.constantFrom('1', '2', '0.5'),
    unitPrice: fc.integer({ min: 0, max: 90_000 }).map((n) => minor(n)),
    discount: fc.constantFrom(null, { percent: '10' }, { amount: minor(500) }),
    taxRate: fc.constantFrom('20', '5'),
    optional: fc.boolean(),
    chosen: fc.boolean(),
  })
  .map(({ key, ...l }) => line(key, l))
const anyPricing = fc
  .record({
    lines: fc.uniqueArray(anyLine, { selector: (l) => l.key, maxLength: 5 }),
    discount: fc.constantFrom(null, { percent: '7.5' }, { amount: minor(999) }),
    pricesIncludeTax: fc.boolean(),
  })
  .map((p): Pricing => p)

describe('an extra', () => {
  it('leads from what was agreed to exactly what was wanted, once however often', () => {
    fc.assert(
      fc.property(anyPricing, anyPricing, (before, wanted) => {
        const after = { ...wanted, pricesIncludeTax: before.pricesIncludeTax }
        const change = changeBetween(before, after)
        const done = withExtra(before, change)
        expect(price(done)).toMatchObject({ total: price(after).total, tax: price(after).tax })
        expect(withExtra(done, change)).toEqual(done)
        expect(isNothing(changeBetween(done, after))).toBe(true)
        const shown = showExtra(before, change)
        expect(shown.after - shown.before).toBe(shown.difference)
        expect(shown.after).toBe(price(after).total)
        // Rows add up to the change of the sum in the list's own basis.
        const basis = (p: Pricing) => price(p).subtotal - price(p).discount
        expect(shown.rows.reduce((n, r) => n + r.difference, 0)).toBe(
          basis(done) - basis(before) + (change.discount === undefined ? discountMoved(before, done) : 0),
        )
      }),
      { numRuns: 500 },
    )
  })
  /** A percentage on the whole moves with its lines, without a row of its own. */
  const discountMoved = (before: Pricing, after: Pricing) => price(after).discount - price(before).discount

  it('leaves options that were not taken out of it, and takes one when it is chosen now', () => {
    const before: Pricing = {
      lines: [line('sauna'), line('tub', { optional: true, chosen: false })],
      discount: null,
      pricesIncludeTax: true,
    }
    expect(isNothing(changeBetween(before, before))).toBe(true)
    const change = changeBetween(before, { ...before, lines: [line('sauna'), line('tub2')] })
    expect(change).toMatchObject({ take: [], alter: [], add: [{ key: 'tub2', optional: false, chosen: true }] })
    expect(withExtra(before, change).lines.map((l) => l.key)).toEqual(['sauna', 'tub', 'tub2'])
  })

  it('is a short paper that says it in the client’s language, with a place to sign', () => {
    const before: Pricing = {
      lines: [line('sauna', { unitPrice: minor(60_000) }), line('wood', { quantity: '2' })],
      discount: null,
      pricesIncludeTax: true,
    }
    const after = { ...before, lines: [before.lines[0]!, line('wood', { quantity: '3' }), line('tub')] }
    const shown = showExtra(before, changeBetween(before, after))
    expect(shown.rows.map((r) => [r.does, r.difference])).toEqual([
      ['altered', 10_000],
      ['added', 10_000],
    ])
    const { stages } = planStages({
      plan: {
        stages: [{ key: 'rest', label: 'Rest', amount: 'remainder', due: { on: '2026-06-12' } }],
        damageDeposit: null,
      },
      total: shown.after,
      acceptedOn: '2026-05-01',
      jobDay: null,
      today: '2026-05-02',
      payments: [],
    })
    const document = extraDocument({
      shown,
      stages,
      words: 'Wie am Telefon besprochen',
      job: 'Sommerfest',
      currency: 'EUR',
      language: 'de',
    })
    expect(paperDocument.parse(document)).toBeTruthy()
    const text = JSON.stringify(document)
    for (const words of ['Nachtrag', 'Sommerfest', 'Wie am Telefon', '1.000,00', '200,00', 'statt 2 ×', '12. Juni'])
      expect(text).toContain(words)
    expect(text).toContain('"type":"signature"')
    expect(text).not.toMatch(/\b(added|taken out|instead|Agreed|Client)\b/)
  })
})
