import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays } from '../calendar/dates'
import { KEPT, keptBackups } from './rotation'

const at = (day: number, hour = 3) => ({
  at: `${addDays('2026-11-29', day)}T${String(hour).padStart(2, '0')}:00:00.000Z`,
})

describe('which backups are kept', () => {
  it('of a backup every night: seven days, and the weeks before them', () => {
    // 2026-11-29 is a Sunday: its week began on the 23rd.
    const nights = Array.from({ length: 60 }, (_, i) => at(-i))
    expect(keptBackups(nights).map((b) => b.at.slice(0, 10))).toEqual([
      '2026-11-29',
      '2026-11-28',
      '2026-11-27',
      '2026-11-26',
      '2026-11-25',
      '2026-11-24',
      '2026-11-23',
      '2026-11-22',
      '2026-11-15',
      '2026-11-08',
    ])
  })
  it('of several on a day: the last', () => expect(keptBackups([at(0, 3), at(0, 15), at(0, 9)])).toEqual([at(0, 15)]))

  const some = fc.array(
    fc.record({ day: fc.integer({ min: -400, max: 0 }), hour: fc.nat(23) }).map((x) => at(x.day, x.hour)),
    {
      maxLength: 80,
    },
  )
  it('always has the newest, never more than fit, and doesn’t change when asked again', () =>
    fc.assert(
      fc.property(some, (all) => {
        const kept = keptBackups(all)
        expect(kept.length).toBeLessThanOrEqual(KEPT.days + KEPT.weeks)
        if (all.length)
          expect(kept[0]!.at).toBe(
            all
              .map((b) => b.at)
              .sort()
              .at(-1),
          )
        expect(keptBackups(kept)).toEqual(kept)
      }),
    ))
  it('night after night keeps what asking once at the end would keep of every night', () =>
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 120 }), { maxLength: 90 }), (days) => {
        const nights = days.sort((a, b) => a - b).map((d) => at(d))
        const stepped = nights.reduce<{ at: string }[]>((kept, night) => keptBackups([...kept, night]), [])
        expect(stepped.slice(0, KEPT.days)).toEqual(keptBackups(nights).slice(0, KEPT.days))
      }),
    ))
})
