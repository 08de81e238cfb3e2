import fc from 'fast-check'
import { Temporal } from 'temporal-polyfill'
import { describe, expect, it } from 'vitest'
import {
  addDays,
  daysBetween,
  formatDay,
  formatInstant,
  instantOf,
  lateWords,
  localOf,
  relativeDay,
  spanProblem,
  weeksFrom,
} from './dates'

const day = fc
  .integer({ min: -20_000, max: 40_000 })
  .map((n) => Temporal.PlainDate.from('1970-01-01').add({ days: n }).toString())

describe('days', () => {
  it('are counted and named as the calendar has them', () => {
    fc.assert(
      fc.property(day, fc.integer({ min: -4000, max: 4000 }), (d, n) => {
        const moved = Temporal.PlainDate.from(d).add({ days: n })
        expect(addDays(d, n)).toBe(moved.toString())
        expect(daysBetween(d, addDays(d, n))).toBe(n)
        const names = ['', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
        expect(formatDay(moved.toString())).toMatch(
          new RegExp(`^${names[moved.dayOfWeek]} ${moved.day} \\w+ ${moved.year}$`),
        )
      }),
    )
  })

  it.each([
    ['2026-06-09', 'today'],
    ['2026-06-10', 'tomorrow'],
    ['2026-06-08', 'yesterday'],
    ['2026-06-12', 'in 3 days'],
    ['2026-06-01', '8 days ago'],
  ])('%s is %s', (d, words) => expect(relativeDay(d, '2026-06-09')).toBe(words))

  it('says how late something is', () => {
    expect([lateWords('2026-06-08', '2026-06-09'), lateWords('2026-06-01', '2026-06-09')]).toEqual([
      '1 day late',
      '8 days late',
    ])
  })
})

describe('times in a zone', () => {
  it('go to an instant and back, wherever the clocks don’t change', () => {
    fc.assert(
      fc.property(
        day,
        fc.constantFrom('Europe/London', 'America/New_York', 'Asia/Kolkata', 'Pacific/Auckland'),
        (d, zone) => {
          expect(localOf(instantOf(`${d}T12:30`, zone), zone)).toBe(`${d}T12:30`)
        },
      ),
    )
  })

  it.each([
    ['winter', '2026-01-10T14:00', '2026-01-10T14:00:00Z'],
    ['summer', '2026-06-10T14:00', '2026-06-10T13:00:00Z'],
    ['a time that comes twice is the earlier', '2026-10-25T01:30', '2026-10-25T00:30:00Z'],
  ])('%s', (_, local, instant) => {
    expect(instantOf(local, 'Europe/London')).toBe(instant)
    expect(formatInstant(instant, 'Europe/London', '2026-01-01')).toContain(local.slice(11))
  })

  it.each([
    ['2026-03-29T01:30', null, 'starts', 'clocks go forward'],
    ['2026-02-30T10:00', null, 'starts', 'no 2026-02-30'],
    ['2026-06-12T16:00', '2026-06-12T15:00', 'ends', 'end before it starts'],
  ])('%s to %s is refused', (starts, ends, field, words) => {
    expect(spanProblem(starts, ends, 'Europe/London')).toMatchObject({ field, message: expect.stringContaining(words) })
  })

  it('takes an end that is earlier on the clock but later in time', () => {
    expect(spanProblem('2026-10-25T01:30', '2026-10-25T01:30', 'Europe/London')).toBeNull()
    expect(spanProblem(null, '2026-06-12T10:00', 'Europe/London')).toBeNull()
  })
})

describe('weeks', () => {
  it('begin on Mondays, the one a day is in first', () => {
    expect(weeksFrom('2026-06-10', 2)).toEqual(['2026-06-08', '2026-06-15'])
    expect(weeksFrom('2026-06-14', 1)).toEqual(['2026-06-08'])
    for (let n = 0; n < 14; n += 1) {
      const [first] = weeksFrom(addDays('2026-12-25', n), 1)
      expect(new Date(`${first}T12:00Z`).getUTCDay()).toBe(1)
    }
  })
})
