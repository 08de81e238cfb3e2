import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays } from '../calendar/dates'
import { lateStep, nextReminderOn } from './late'

const steps = fc.uniqueArray(fc.integer({ min: 1, max: 90 }), { maxLength: 5 }).map((s) => s.sort((a, b) => a - b))

describe('reminders of what is late', () => {
  it('go each once, in their order, whatever day it is first looked at', () => {
    fc.assert(
      fc.property(steps, fc.integer({ min: -3, max: 100 }), (all, first) => {
        const due = '2026-02-20'
        let last = -1
        const gone: number[] = []
        for (let n = first; n <= 100; n += 1) {
          const step = lateStep(due, addDays(due, n), all)
          if (step !== null && step > last) gone.push((last = step))
        }
        const passed = all.filter((d) => d <= Math.max(first, 0)).length
        // All that had passed when it was first looked at are one; the others come one by one.
        expect(gone).toEqual(all.map((_, i) => i).filter((i) => i >= passed - 1 && i >= 0))
      }),
    )
  })
  it('say when the next one goes', () => {
    expect(lateStep('2026-02-27', '2026-02-28', [3, 10])).toBeNull()
    expect(nextReminderOn('2026-02-27', '2026-02-28', [3, 10])).toBe('2026-03-02')
    expect(lateStep('2026-02-27', '2026-03-02', [3, 10])).toBe(0)
    expect(nextReminderOn('2026-02-27', '2026-03-09', [3, 10])).toBeNull()
  })
})
