import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Booked, clashFinder, clashesOf, meets } from './clashes'
import { movedTo } from './moved'
import { daysBetween } from './dates'

const booked = (id: string, starts: string, ends: string | null, more: Partial<Booked> = {}): Booked => ({
  ...{ id, title: id, spans: [{ starts, ends }], place: 'The lake', members: ['m'] },
  ...more,
})
const local = fc
  .tuple(fc.integer({ min: 1, max: 28 }), fc.integer({ min: 0, max: 23 }))
  .map(([d, h]) => `2026-06-${String(d).padStart(2, '0')}T${String(h).padStart(2, '0')}:00`)
const span = fc
  .tuple(local, fc.option(fc.oneof(local, local, fc.constant('2027-12-01T09:00'))))
  .map(([a, b]) => (b && b < a ? { starts: b, ends: a } : { starts: a, ends: b }))

describe('a clash', () => {
  it('is the same place or member at the same time, however the place is spelled', () => {
    const mine = booked('a', '2026-06-12T14:00', '2026-06-14T11:00')
    expect(clashesOf(mine, [booked('b', '2026-06-14T10:00', null, { place: ' the  LAKE. ', members: [] })])).toEqual([
      { kind: 'place', of: 'The lake', with: { id: 'b', title: 'b' } },
    ])
    expect(clashesOf(mine, [booked('c', '2026-06-13T09:00', null, { place: 'Elsewhere' })])).toMatchObject([
      { kind: 'member', of: 'm' },
    ])
  })

  it('is none where one ends as the other begins, where no place is known, or with itself', () => {
    const mine = booked('a', '2026-06-12T14:00', '2026-06-12T16:00', { members: [] })
    expect(clashesOf(mine, [booked('b', '2026-06-12T16:00', null), mine])).toEqual([])
    const nowhere = { ...mine, place: '' }
    expect(clashesOf(nowhere, [booked('b', '2026-06-12T15:00', null, { place: '', members: [] })])).toEqual([])
  })

  it('is found among many as it is with each of them', () => {
    const one = fc.record({
      id: fc.uuid(),
      title: fc.constant('t'),
      spans: fc.array(span, { maxLength: 2 }),
      place: fc.constantFrom('', 'The lake', 'the lake.', 'Barn'),
      members: fc.subarray(['m', 'n']),
    })
    fc.assert(
      fc.property(one, fc.array(one, { maxLength: 12 }), fc.nat(6), (mine, all, most) => {
        const find = clashFinder(all)
        expect(find(mine)).toEqual(clashesOf(mine, all))
        expect(find(mine, most)).toEqual(clashesOf(mine, all).slice(0, most))
      }),
    )
  })

  it('is one for both', () => {
    fc.assert(
      fc.property(span, span, (a, b) => {
        expect(meets(a, b)).toBe(meets(b, a))
      }),
    )
  })
})

describe('a job that is moved', () => {
  it('keeps its times of day and its lengths', () => {
    fc.assert(
      fc.property(
        fc.array(span, { minLength: 1, maxLength: 4 }),
        fc.integer({ min: -400, max: 400 }),
        (spans, days) => {
          const day = new Date(Date.parse(`${spans[0]!.starts.slice(0, 10)}T00:00Z`) + days * 86_400_000)
            .toISOString()
            .slice(0, 10)
          const moved = movedTo(spans, day)
          expect(moved[0]!.starts.slice(0, 10)).toBe(day)
          moved.forEach((m, i) => {
            expect(m.starts.slice(10)).toBe(spans[i]!.starts.slice(10))
            expect(daysBetween(spans[i]!.starts.slice(0, 10), m.starts.slice(0, 10))).toBe(days)
            if (m.ends)
              expect(daysBetween(m.starts.slice(0, 10), m.ends.slice(0, 10))).toBe(
                daysBetween(spans[i]!.starts.slice(0, 10), spans[i]!.ends!.slice(0, 10)),
              )
          })
        },
      ),
    )
    expect(movedTo([], '2026-06-01')).toEqual([])
  })
})
