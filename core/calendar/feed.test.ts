import ICAL from 'ical.js'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Entry, calendarOf } from './feed'

const entry = (more: Partial<Entry> = {}): Entry => ({
  uid: 'job-1',
  title: 'Okoro garden',
  description: '',
  place: '',
  url: '',
  at: { starts: '2026-06-12T14:00', ends: '2026-06-12T22:00', timeZone: 'Europe/London' },
  off: false,
  changed: '2026-06-01T10:00:00.000Z',
  beside: false,
  ...more,
})
const read = (text: string) =>
  new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents('vevent').map((e) => new ICAL.Event(e))

describe('a calendar', () => {
  it('is read again with its times in UTC and its days as days', () => {
    const [job, task] = read(
      calendarOf('Larkmoor', [entry(), entry({ uid: 'task-1', at: { day: '2026-03-29' }, beside: true })]),
    )
    expect([job!.startDate.toString(), job!.endDate.toString()]).toEqual([
      '2026-06-12T13:00:00Z',
      '2026-06-12T21:00:00Z',
    ])
    expect([task!.startDate.isDate, task!.startDate.toString(), task!.endDate.toString()]).toEqual([
      true,
      '2026-03-29',
      '2026-03-30',
    ])
    expect(task!.component.getFirstPropertyValue('transp')).toBe('TRANSPARENT')
  })
  it('takes a time the clocks skip for an hour later, and an end that comes first for an hour', () => {
    const [skipped] = read(
      calendarOf('x', [entry({ at: { starts: '2026-03-29T01:30', ends: null, timeZone: 'Europe/London' } })]),
    )
    expect(skipped!.startDate.toString()).toBe('2026-03-29T01:30:00Z')
    const [back] = read(
      calendarOf('x', [entry({ at: { starts: '2026-06-12T14:00', ends: '2026-06-12T13:00', timeZone: 'UTC' } })]),
    )
    expect(back!.endDate.toString()).toBe('2026-06-12T15:00:00Z')
  })
  it('says what is called off', () => {
    expect(read(calendarOf('x', [entry({ off: true })]))[0]!.component.getFirstPropertyValue('status')).toBe(
      'CANCELLED',
    )
  })
  it('holds whatever a title says', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'grapheme', minLength: 1, maxLength: 300 }).filter((s) => !/[\u0000-\u001f\u007f]/.test(s)),
        (title) => {
          expect(read(calendarOf('x', [entry({ title })]))[0]!.summary).toBe(title)
        },
      ),
    )
  })
})
