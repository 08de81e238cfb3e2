import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Went, howOf, medianOf } from './how'

const went = (over: Partial<Went>): Went => ({
  ...{ key: 'garden', outcome: 'signed', days: 2, n: 1, worth: 100, reminders: 0 },
  ...over,
})

describe('how it went', () => {
  it('is what was sent by how it ended, and says nothing of what was taken back', () => {
    const [how] = howOf([
      went({ n: 3, days: 1, worth: 900 }),
      went({ n: 1, days: 9, worth: 50, reminders: 4 }),
      went({ outcome: 'declined', days: 3, worth: 70 }),
      went({ outcome: 'lapsed', days: 14 }),
      went({ outcome: 'out', days: null, n: 4 }),
      went({ outcome: 'withdrawn', n: 100, reminders: 80 }),
    ])
    expect(how).toEqual({
      ...{ key: 'garden', sent: 10, signed: 4, declined: 1, lapsed: 1, open: 4 },
      ...{ share: 667, days: 1, reminders: 4, worth: 950 },
    })
  })

  it('says nothing of a share or days where nothing was answered', () => {
    expect(howOf([went({ outcome: 'out', days: null })])).toMatchObject([{ share: null, days: null }])
    expect(howOf([])).toEqual([])
  })

  it('has the median of the values written out one by one', () => {
    const values = fc.array(fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 5 })), { minLength: 1 })
    fc.assert(
      fc.property(values, (list) => {
        const each = list.flatMap(([v, n]) => Array.from({ length: n }, () => v)).sort((a, b) => a - b)
        expect(medianOf(list)).toBe(each[Math.ceil(each.length / 2) - 1])
      }),
    )
  })
})
