import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays } from '../calendar/dates'
import { pulseOf } from './pulse'

describe('the pulse', () => {
  it('counts by day, and as many days before', () => {
    const counted = [
      { kind: 'signed', day: '2026-06-14', n: 2 },
      { kind: 'signed', day: '2026-06-08', n: 1 },
      { kind: 'signed', day: '2026-06-07', n: 4 },
      { kind: 'signed', day: '2026-05-31', n: 9 },
      { kind: 'asked', day: '2026-06-14', n: 5 },
    ]
    expect(pulseOf(['signed', 'lapsed'], counted, '2026-06-14', 7)).toEqual([
      { kind: 'signed', total: 3, before: 4, days: [1, 0, 0, 0, 0, 0, 2] },
      { kind: 'lapsed', total: 0, before: 0, days: [0, 0, 0, 0, 0, 0, 0] },
    ])
  })

  it('loses and doubles nothing within twice its span', () => {
    const one = fc.record({
      kind: fc.constantFrom('a', 'b'),
      day: fc.integer({ min: -80, max: 5 }).map((d) => addDays('2026-06-14', d)),
      n: fc.integer({ min: 1, max: 50 }),
    })
    fc.assert(
      fc.property(fc.array(one), fc.constantFrom(7, 28), (counted, span) => {
        for (const p of pulseOf(['a', 'b'], counted, '2026-06-14', span)) {
          const within = counted.filter(
            (c) => c.kind === p.kind && c.day > addDays('2026-06-14', -2 * span) && c.day <= '2026-06-14',
          )
          expect(p.total + p.before).toBe(within.reduce((a, c) => a + c.n, 0))
          expect(p.days).toHaveLength(span)
        }
      }),
    )
  })
})
