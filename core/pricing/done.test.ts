import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { minor } from '../money/money'
import { doneAs, doneByRecord, isOtherwise } from './done'
import { type PricedLine, price } from './pricing'

const line = (key: string, over: Partial<PricedLine> = {}): PricedLine => ({
  key,
  description: key,
  unit: 'h',
  quantity: '6',
  unitPrice: minor(2_000),
  discount: null,
  taxRate: '20',
  optional: false,
  group: null,
  chosen: true,
  clientQuantity: null,
  ...over,
})
const record = { people: 30, starts: null, ends: null, furtherDays: [], timeZone: 'UTC' }
const total = (lines: PricedLine[]) => price({ lines, discount: null, pricesIncludeTax: true }).total

describe('what was really done', () => {
  it('begins with what was agreed, and with what the record says now where a line goes by it', () => {
    const lines = [
      line('fire'),
      line('towels', { per: 'person', quantity: '24' }),
      line('left', { optional: true, chosen: false }),
    ]
    expect(doneByRecord(lines, record)).toEqual({ fire: '6', towels: '30' })
    expect(isOtherwise(lines, { fire: '6.0', towels: '24' })).toBe(false)
    expect(isOtherwise(lines, doneByRecord(lines, record))).toBe(true)
  })
  it('is priced by as many as there were, at what one costs then; of none nothing is left', () => {
    const breaks = [
      { from: '0', unitPrice: minor(2_000) },
      { from: '8', unitPrice: minor(1_500) },
    ]
    expect(total(doneAs([line('fire', { breaks }), line('wood')], { fire: '8', wood: '0' }))).toBe(12_000)
  })
  it('as agreed is what was agreed, to the line', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 99 }), { maxLength: 6 }), (many) => {
        const lines = many.map((n, i) => line(`l${i}`, { quantity: String(n) }))
        expect(doneAs(lines, doneByRecord(lines, record))).toEqual(lines)
      }),
    ))
})
