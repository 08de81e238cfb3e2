import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type WhenKind, dateOf, textOf } from './when'

const day = fc.date({ min: new Date('1900-01-01T12:00'), max: new Date('2200-01-01T12:00'), noInvalidDate: true })

describe('a day or a time, as text and as the picker wants it', () => {
  it.each(['day', 'moment', 'time'] as const)('goes there and back: %s', (kind: WhenKind) => {
    fc.assert(
      fc.property(day, (date) => {
        const text = textOf(date, kind)
        // An hour that a clock change skips or doubles is the picker's own business.
        const back = dateOf(text, kind)!
        expect(textOf(dateOf(textOf(back, kind), kind), kind)).toBe(textOf(back, kind))
        if (kind === 'day') expect(textOf(back, kind)).toBe(text)
      }),
    )
  })

  it.each([
    ['2026-06-12', 'day', '2026-06-12'],
    ['2026-06-12T16:05', 'moment', '2026-06-12T16:05'],
    ['08:00', 'time', '08:00'],
    ['', 'day', ''],
  ] as const)('%s (%s)', (text, kind, same) => expect(textOf(dateOf(text, kind), kind)).toBe(same))

  it('is nothing where there is nothing', () => {
    expect(dateOf(null, 'day')).toBeNull()
    expect(dateOf(undefined, 'time')).toBeNull()
    expect(dateOf('rubbish', 'day')).toBeNull()
    expect(textOf(null, 'moment')).toBe('')
  })
})
