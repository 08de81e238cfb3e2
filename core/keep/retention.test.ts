import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays, daysBetween } from '../calendar/dates'
import { TOLD_DAYS, dueToGo, goesOn } from './retention'

const day = fc.nat(20_000).map((n) => addDays('1990-01-01', n))

describe('what is sealed and kept for so many years', () => {
  it('goes on the same day of a later year, never sooner', () => {
    expect(goesOn('2016-05-03', 10)).toBe('2026-05-03')
    expect(goesOn('2016-02-29', 10)).toBe('2026-03-01')
    expect(goesOn('2016-02-29', 4)).toBe('2020-02-29')
    fc.assert(fc.property(day, fc.integer({ min: 1, max: 40 }), (d, n) => goesOn(d, n).slice(5) >= d.slice(5)))
  })

  it('is told of thirty days before, and goes once those are over', () => {
    const one = { round: 'r', sealedOn: '2016-05-03', toldOn: null }
    expect(dueToGo([one], 10, '2026-04-02')).toEqual({ tell: [], go: [] })
    expect(dueToGo([one], 10, '2026-04-03')).toEqual({ tell: ['r'], go: [] })
    const told = { ...one, toldOn: '2026-04-03' }
    expect(dueToGo([told], 10, '2026-05-02')).toEqual({ tell: [], go: [] })
    expect(dueToGo([told], 10, '2026-05-03')).toEqual({ tell: [], go: ['r'] })
  })

  it('never goes untold or too soon, whatever was set when', () => {
    fc.assert(
      fc.property(day, fc.option(day), fc.integer({ min: 1, max: 40 }), day, (sealedOn, toldOn, years, today) => {
        const { tell, go } = dueToGo([{ round: 'r', sealedOn, toldOn }], years, today)
        expect(tell.length + go.length).toBeLessThanOrEqual(1)
        if (tell.length) expect(toldOn).toBeNull()
        if (!go.length) return
        expect(daysBetween(toldOn!, today)).toBeGreaterThanOrEqual(TOLD_DAYS)
        expect(goesOn(sealedOn, years) <= today).toBe(true)
      }),
    )
  })
})
