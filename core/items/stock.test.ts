import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays } from '../calendar/dates'
import { type Wanted, daysOf, mostWanted, wantedByDay } from './stock'

const FIRST = '2026-05-01'
const wanted = fc
  .record({ at: fc.nat(20), days: fc.nat(6), quantity: fc.bigInt({ min: 1n, max: 90_000n }) })
  .map(({ at, days, quantity }): Wanted => ({
    from: addDays(FIRST, at),
    to: addDays(FIRST, at + days),
    quantity,
  }))

describe('what there has to be of an item', () => {
  it('is the most of any day, counted day by day', () => {
    fc.assert(
      fc.property(
        fc.array(wanted, { minLength: 1, maxLength: 4 }),
        fc.array(wanted, { maxLength: 12 }),
        (mine, others) => {
          const days = Array.from({ length: 30 }, (_, i) => addDays(FIRST, i))
          const at = (list: Wanted[], day: string) =>
            list.filter((w) => w.from <= day && day <= w.to).reduce((n, w) => n + w.quantity, 0n)
          const byDay = days.filter((d) => at(mine, d) > 0n).map((d) => at(mine, d) + at(others, d))
          expect(mostWanted(mine, others)).toBe(byDay.reduce((a, b) => (a > b ? a : b), 0n))
        },
      ),
    )
  })

  it('is the same day by day, however long before it began', () => {
    fc.assert(
      fc.property(fc.array(wanted, { maxLength: 12 }), fc.nat(20), fc.nat(20), (all, at, n) => {
        const [from, to] = [addDays(FIRST, at), addDays(FIRST, at + n)]
        const days = Array.from({ length: n + 1 }, (_, i) => addDays(from, i))
        const on = (day: string) => all.filter((w) => w.from <= day && day <= w.to).reduce((s, w) => s + w.quantity, 0n)
        expect(wantedByDay(all, from, to)).toEqual(days.map((day) => ({ day, quantity: on(day) })))
      }),
    )
  })

  it('leaves out jobs of other days, and the day that begins at midnight', () => {
    const mine = daysOf({ starts: '2026-05-02T18:00', ends: '2026-05-03T00:00', furtherDays: [] }, 20_000n)
    expect(mine).toEqual([{ from: '2026-05-02', to: '2026-05-02', quantity: 20_000n }])
    expect(mostWanted(mine, [{ from: '2026-05-03', to: '2026-05-03', quantity: 50_000n }])).toBe(20_000n)
  })

  it('is nothing where a job has no day', () => {
    expect(daysOf({ starts: null, ends: null, furtherDays: [] }, 10_000n)).toEqual([])
    expect(mostWanted([], [{ from: FIRST, to: FIRST, quantity: 1n }])).toBe(0n)
  })
})
