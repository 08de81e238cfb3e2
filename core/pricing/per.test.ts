import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { isDecimal, minor } from '../money/money'
import { type Counted, countOf, following } from './per'
import { PER } from './pricing'

const job: Counted = {
  people: 24,
  starts: '2026-06-12T16:00',
  ends: '2026-06-14T11:00',
  furtherDays: [],
  timeZone: 'Europe/London',
}
const counts = (over: Partial<Counted>) => PER.map((per) => countOf(per, { ...job, ...over }))

describe('how many a record says', () => {
  it.each<[string, Partial<Counted>, (string | null)[]]>([
    ['a weekend', {}, ['24', '43', '2']],
    [
      'an evening that ends after midnight',
      { starts: '2026-06-12T18:30', ends: '2026-06-13T02:00' },
      ['24', '7.5', '1'],
    ],
    ['ten minutes', { starts: '2026-06-12T18:00', ends: '2026-06-12T18:10' }, ['24', '0.1667', '1']],
    [
      'a night in which the clocks go forward',
      { starts: '2026-03-28T22:00', ends: '2026-03-29T06:00' },
      ['24', '7', '1'],
    ],
    ['and back', { starts: '2026-10-24T22:00', ends: '2026-10-25T06:00' }, ['24', '9', '1']],
    ['further days', { furtherDays: [{ starts: '2026-06-20T10:00', ends: '2026-06-20T12:15' }] }, ['24', '45.25', '3']],
    ['a further day without an end', { furtherDays: [{ starts: '2026-06-20T10:00', ends: null }] }, ['24', null, null]],
    ['nobody, and no end', { people: null, ends: null }, [null, null, null]],
    ['an end before its beginning', { ends: '2026-06-01T10:00' }, ['24', null, null]],
    ['a time the clocks skip', { starts: '2026-03-29T01:30', ends: '2026-03-29T09:00' }, ['24', null, null]],
  ])('%s', (_, over, expected) => {
    expect(counts(over)).toEqual(expected)
  })

  it('is a quantity a line can have, and lines that go by nothing stay as they are', () => {
    const at = fc
      .integer({ min: 0, max: 500_000 })
      .map((m) => new Date(Date.UTC(2026, 0) + m * 60_000).toISOString().slice(0, 16))
    fc.assert(
      fc.property(fc.constantFrom(...PER), at, at, fc.nat(5000), (per, starts, ends, people) => {
        const record = { ...job, starts, ends, people }
        const count = countOf(per, record)
        expect(count === null || (isDecimal(count) && Number(count) > 0)).toBe(true)
        const lines = [
          { per, quantity: '7' },
          { per: null, quantity: '3' },
          { per: null, quantity: '2' },
        ].map((l) => ({
          ...l,
          unitPrice: minor(100),
        }))
        expect(following(lines, record).map((l) => l.quantity)).toEqual([count ?? '7', '3', '2'])
      }),
    )
  })
})
