import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays } from '../calendar/dates'
import { PUT_OFF, TASK_MARK, inOrder, putOff, taskStanding } from './tasks'

const TODAY = '2026-06-14'
const task = (id: string, day: string | null, doneAt: string | null = null) => ({ id, day, doneAt })

describe('a task', () => {
  it.each([
    [null, 'some day', 'not-yet'],
    ['2026-06-13', 'late', 'trouble'],
    [TODAY, 'today', 'yours'],
    ['2026-06-15', 'coming', 'not-yet'],
  ] as const)('due %s is %s', (day, standing, mark) => {
    expect(taskStanding(task('a', day), TODAY)).toBe(standing)
    expect(TASK_MARK[standing]).toBe(mark)
    expect(taskStanding(task('a', day, '2026-06-01T10:00:00.000Z'), TODAY)).toBe('done')
  })
  it('comes with what is late first, then by its day, then without one, and what was done last', () => {
    const all = [
      task('f', '2026-06-01', '2026-06-10T10:00:00.000Z'),
      task('d', null),
      task('a', '2026-06-10'),
      task('e', null, '2026-06-12T10:00:00.000Z'),
      task('c', '2026-06-20'),
      task('b', TODAY),
    ]
    expect(inOrder(all).map((t) => t.id)).toEqual(['a', 'b', 'c', 'd', 'e', 'f'])
  })
  it('has one order, however they come', () =>
    fc.assert(
      fc.property(
        fc.uniqueArray(
          fc.record({
            id: fc.stringMatching(/^[a-z]{3}$/),
            day: fc.option(
              fc.integer({ min: -9, max: 9 }).map((n) => addDays(TODAY, n)),
              { nil: null },
            ),
            doneAt: fc.option(fc.constantFrom('2026-06-01T10:00:00.000Z', '2026-06-02T10:00:00.000Z'), { nil: null }),
          }),
          { selector: (t) => t.id, maxLength: 9 },
        ),
        (all) => {
          expect(inOrder([...all].reverse())).toEqual(inOrder(all))
        },
      ),
    ))
  it('is put off to a day that is later than today and than its own', () =>
    fc.assert(
      fc.property(
        fc.option(
          fc.integer({ min: -400, max: 400 }).map((n) => addDays(TODAY, n)),
          { nil: null },
        ),
        fc.constantFrom(...PUT_OFF),
        (day, by) => {
          const to = putOff(day, by, TODAY)
          expect(to > TODAY).toBe(true)
          if (day) expect(to > day).toBe(true)
        },
      ),
    ))
  it('put off a month from the 31st ends on the last day there is', () =>
    expect(putOff('2027-01-31', 'a month', TODAY)).toBe('2027-02-28'))
})
