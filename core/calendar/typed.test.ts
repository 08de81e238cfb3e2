import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays } from './dates'
import { dayOrder, readDay, readMoment, readTime, typedDay } from './typed'

const about = { today: '2026-06-09', locale: 'en-GB', jobDay: '2026-06-20' }
const LOCALES = ['en-GB', 'en-IE', 'en-US', 'de-DE', 'de-CH', 'fr-FR', 'es-ES', 'pt-PT', 'it-IT', 'nl-NL', 'pl-PL']

describe('a day as people type one', () => {
  it.each([
    ['2026-06-12', '2026-06-12'],
    ['12/6', '2026-06-12'],
    ['12.6.', '2026-06-12'],
    ['1/6', '2027-06-01'],
    ['12/06/27', '2027-06-12'],
    ['12.06.2027', '2027-06-12'],
    ['2027/6/2', '2027-06-02'],
    ['12 June', '2026-06-12'],
    ['Fri 12th of June 2026', '2026-06-12'],
    ['June 12', '2026-06-12'],
    ['today', '2026-06-09'],
    ['Tomorrow', '2026-06-10'],
    ['fri', '2026-06-12'],
    ['next Tuesday', '2026-06-16'],
    ['in 2 weeks', '2026-06-23'],
    ['in a week', '2026-06-16'],
    ['three days ago', '2026-06-06'],
    ['+10', '2026-06-19'],
    ['day before the job', '2026-06-19'],
    ['3 days before the job', '2026-06-17'],
    ['two days after job', '2026-06-22'],
    ['the job’s day', '2026-06-20'],
    ['29 February', null],
    ['31/11', null],
    ['32/1', null],
    ['12 Juvember', null],
    ['soon', null],
    ['in some weeks', null],
    ['', null],
  ])('%s', (typed, day) => expect(readDay(typed, about)).toBe(day))

  it('says nothing of the job where it has no day', () =>
    expect(readDay('day before the job', { ...about, jobDay: null })).toBeNull())

  it('is read in the order of the place', () => {
    expect(readDay('6/12/2026', { ...about, locale: 'en-US' })).toBe('2026-06-12')
    expect(readDay('6/12/2026', about)).toBe('2026-12-06')
    expect(dayOrder('en-US')).toBe('mdy')
  })

  it('is read back from how it is shown, in every locale', () => {
    fc.assert(
      fc.property(fc.constantFrom(...LOCALES), fc.integer({ min: -4000, max: 20_000 }), (locale, n) => {
        const day = addDays('2026-06-09', n)
        expect(readDay(typedDay(day, locale), { ...about, locale })).toBe(day)
      }),
    )
  })

  it.each(['__proto__', 'constructor', 'in constructor days', 'toString weeks ago', 'valueOf days before the job'])(
    'takes %s for no day',
    (text) => expect(readDay(text, about)).toBeNull(),
  )

  it('is never made up of what is no day', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const day = readDay(text, about)
        expect(day === null || new Date(`${day}T00:00Z`).toISOString().startsWith(day)).toBe(true)
      }),
    )
  })
})

describe('a time as people type one', () => {
  it.each([
    ['14', '14:00'],
    ['14:30', '14:30'],
    ['9.05', '09:05'],
    ['1430', '14:30'],
    ['2pm', '14:00'],
    ['12 am', '00:00'],
    ['12:15pm', '12:15'],
    ['9h30', '09:30'],
    ['noon', '12:00'],
    ['24:00', null],
    ['13pm', null],
    ['9:61', null],
    ['late', null],
  ])('%s', (typed, time) => expect(readTime(typed)).toBe(time))
})

describe('a day with its time', () => {
  it.each([
    ['2026-06-12T16:00', '2026-06-12T16:00'],
    ['12/6 16:00', '2026-06-12T16:00'],
    ['12/06/2026 16:00', '2026-06-12T16:00'],
    ['fri 2pm', '2026-06-12T14:00'],
    ['12 June 2026 at 9.30', '2026-06-12T09:30'],
    ['tomorrow', '2026-06-10T12:00'],
    ['12/6 25:00', null],
    ['whenever 12:00', null],
  ])('%s', (typed, moment) => expect(readMoment(typed, about)).toBe(moment))
})
