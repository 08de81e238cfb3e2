import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays, spanProblem } from '../calendar/dates'
import { languages } from '../text/language'
import { type Rhythm, MOST_DAYS, RHYTHM_DAYS, daysOf, isPaused, movedTo, rhythmOf, ruleOf, ruleProblem } from './rhythm'
import { rhythmWords } from './words'

const plain: Rhythm = { unit: 'week', every: 1, weekdays: [], onThe: 'date', end: null }
const on = (rhythm: Partial<Rhythm>, from: string, to: string) =>
  daysOf(ruleOf({ ...plain, ...rhythm }, from), from, { to })

const day = fc.integer({ min: 0, max: 3000 }).map((n) => addDays('2024-01-01', n))
const rhythm: fc.Arbitrary<Rhythm> = fc
  .record({
    unit: fc.constantFrom('day', 'week', 'month', 'year'),
    every: fc.integer({ min: 1, max: 13 }),
    weekdays: fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1, maxLength: 7 }),
    onThe: fc.constantFrom(...RHYTHM_DAYS),
  })
  .map((r) => ({
    ...r,
    end: null,
    weekdays: r.unit === 'week' ? r.weekdays.sort((a, b) => a - b) : [],
    onThe: r.unit === 'month' ? r.onThe : 'date',
  }))

/** Days in a month of a year; months count on over the year's end. */
const lastOf = (y: number, m: number) => new Date(Date.UTC(y, m, 0)).getUTCDate()
/** The same, written apart: every day is looked at by itself. */
function bySight({ unit, every, weekdays, onThe }: Rhythm, from: string, to: string): string[] {
  const of = (d: string) => [Number(d.slice(0, 4)), Number(d.slice(5, 7)), Number(d.slice(8))] as const
  const [y0, m0, d0] = of(from)
  const weekday = (d: string) => new Date(`${d}T12:00Z`).getUTCDay() || 7
  const days = (d: string) => Math.round((Date.parse(d) - Date.parse(from)) / 86_400_000)
  const found: string[] = []
  for (let d = addDays(from, 1); d <= to; d = addDays(d, 1)) {
    const [y, m, n] = of(d)
    const last = lastOf(y, m)
    const working = [0, 1, 2, 3, 4, 5, 6].map((k) => last - k).find((k) => weekday(`${d.slice(0, 8)}${k}`) <= 5)
    const mondays = Math.floor((days(d) + weekday(from) - 1) / 7)
    const fits = {
      day: days(d) % every === 0,
      week: mondays % every === 0 && weekdays.includes(weekday(d)),
      month:
        ((y - y0) * 12 + m - m0) % every === 0 &&
        n === { date: Math.min(d0, last), 'last-day': last, 'last-working-day': working }[onThe],
      year: (y - y0) % every === 0 && m === m0 && n === Math.min(d0, last),
    }
    if (fits[unit]) found.push(d)
  }
  return found
}

describe('a rhythm', () => {
  it('falls on the days that looking at each day finds', () => {
    fc.assert(
      fc.property(rhythm, day, (r, from) => {
        const to = addDays(from, 800)
        expect(daysOf(ruleOf(r, from), from, { to })).toEqual(bySight(r, from, to).slice(0, MOST_DAYS))
      }),
      { numRuns: 150 },
    )
  })

  it('is read back from its rule as it was chosen, however it ends, and can be used', () => {
    const end = fc.oneof(
      fc.constant(null),
      fc.integer({ min: 1, max: 40 }).map((more) => ({ more })),
      fc.integer({ min: 500, max: 900 }).map((n) => ({ n })),
    )
    fc.assert(
      fc.property(rhythm, day, end, (r, from, e) => {
        const given: Rhythm = { ...r, end: e && 'n' in e ? { until: addDays(from, e.n * 13) } : e }
        const rule = ruleOf(given, from)
        const read = rhythmOf(rule, from)!
        expect(ruleOf(read, from)).toBe(rule)
        // The last day of the month and its 31st are the same rule's days, not the same rule.
        expect(read).toEqual(given)
        expect(ruleProblem(rule, from)).toBeNull()
        for (const language of languages) expect(rhythmWords(rule, from, language)).not.toMatch(/[{}]|undefined/)
      }),
      { numRuns: 120 },
    )
  })

  it.each<[string, Partial<Rhythm>, string, string[]]>([
    ['the 31st', { unit: 'month' }, '2027-01-31', ['2027-02-28', '2027-03-31', '2027-04-30']],
    ['a leap day', { unit: 'year' }, '2028-02-29', ['2029-02-28', '2030-02-28', '2031-02-28', '2032-02-29']],
    [
      'the last working day',
      { unit: 'month', onThe: 'last-working-day' },
      '2026-12-10',
      ['2026-12-31', '2027-01-29', '2027-02-26'],
    ],
    ['every six weeks', { every: 6 }, '2026-12-04', ['2027-01-15', '2027-02-26', '2027-04-09']],
    ['two days of every week', { weekdays: [5, 1] }, '2026-12-04', ['2026-12-07', '2026-12-11', '2026-12-14']],
    ['three more', { end: { more: 3 } }, '2026-12-04', ['2026-12-11', '2026-12-18', '2026-12-25']],
    ['until a day, which counts', { end: { until: '2026-12-18' } }, '2026-12-04', ['2026-12-11', '2026-12-18']],
  ])('%s', (_, r, from, days) => {
    expect(on(r, from, addDays(from, 3650)).slice(0, days.length)).toEqual(days)
    if (r.end) expect(on(r, from, addDays(from, 3650))).toHaveLength(days.length)
  })

  it('goes on where it was left, without a day twice or left out', () => {
    fc.assert(
      fc.property(rhythm, day, fc.integer({ min: 1, max: 300 }), (r, from, cut) => {
        const rule = ruleOf(r, from)
        const [mid, to] = [addDays(from, cut), addDays(from, 600)]
        const both = [...daysOf(rule, from, { to: mid }), ...daysOf(rule, from, { after: mid, to })]
        expect(both.slice(0, MOST_DAYS)).toEqual(daysOf(rule, from, { to }))
      }),
      { numRuns: 60 },
    )
  })

  it.each([
    ['nothing', ''],
    ['another language', 'every other Tuesday'],
    ['hours', 'FREQ=HOURLY;INTERVAL=1'],
    ['a day no month has', 'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30'],
    ['no end of them', 'FREQ=DAILY;INTERVAL=0'],
    ['too many', 'FREQ=DAILY;COUNT=100000'],
    ['an end before its beginning', 'FREQ=DAILY;UNTIL=20200101'],
    ['a day that isn’t one', 'FREQ=DAILY;UNTIL=20270230'],
    ['a part twice', 'FREQ=DAILY;FREQ=WEEKLY'],
    ['a part that isn’t asked for', 'FREQ=DAILY;BYHOUR=3'],
    ['a weekday that isn’t one', 'FREQ=WEEKLY;BYDAY=XX'],
    ['a position that isn’t one', 'FREQ=MONTHLY;BYDAY=MO;BYSETPOS=A'],
    ['a line of its own', 'FREQ=DAILY\nDTSTART:20270101'],
  ])('is refused in words: %s', (_, rule) => {
    expect(ruleProblem(rule, '2026-12-04')).toMatch(/\.$/)
  })

  it('never throws, whatever comes as a rule', () => {
    fc.assert(fc.property(fc.string(), (text) => void ruleProblem(`FREQ=DAILY;${text}`, '2026-12-04')))
  })

  it('may be more than can be chosen, and is shown by its rule then', () => {
    const rule = 'FREQ=MONTHLY;BYDAY=2FR'
    expect(ruleProblem(rule, '2026-12-11')).toBeNull()
    expect(daysOf(rule, '2026-12-11', { to: '2027-03-01' })).toEqual(['2027-01-08', '2027-02-12'])
    expect([rhythmOf(rule, '2026-12-11'), rhythmWords(rule, '2026-12-11')]).toEqual([
      null,
      'again and again by a rule (FREQ=MONTHLY;BYDAY=2FR)',
    ])
  })

  it('is said in the words of a language', () => {
    const rule = ruleOf({ ...plain, every: 2, weekdays: [1, 4], end: { until: '2027-06-30' } }, '2026-12-04')
    expect(rhythmWords(rule, '2026-12-04')).toBe('every 2 weeks on Monday and Thursday, until 30 June 2027')
    expect(rhythmWords(rule, '2026-12-04', 'de')).toBe('alle 2 Wochen am Montag und Donnerstag, bis 30. Juni 2027')
  })

  it('rests in its pauses', () => {
    const pauses = [
      { from: '2027-01-10', to: '2027-01-20' },
      { from: '2027-03-01', to: null },
    ]
    expect(
      ['2027-01-09', '2027-01-10', '2027-01-20', '2027-01-21', '2028-01-01'].map((d) => isPaused(d, pauses)),
    ).toEqual([false, true, true, false, true])
  })
})

describe('times on another day', () => {
  it('move as a whole, and by an hour where the clocks skip them', () => {
    const times = {
      starts: '2027-03-21T01:30',
      ends: '2027-03-21T04:00',
      furtherDays: [{ starts: '2027-03-23T09:00', ends: null }],
    }
    expect(movedTo(times, '2027-03-28', 'Europe/London')).toEqual({
      starts: '2027-03-28T02:30',
      ends: '2027-03-28T04:00',
      furtherDays: [{ starts: '2027-03-30T09:00', ends: null }],
    })
  })

  it('are times there are, on any day, in zones that change their clocks', () => {
    fc.assert(
      fc.property(
        day,
        fc.integer({ min: 0, max: 47 }),
        fc.constantFrom('Europe/London', 'America/New_York', 'Australia/Sydney', 'Europe/Lisbon'),
        (on, half, zone) => {
          const at = `${String(Math.floor(half / 2)).padStart(2, '0')}:${half % 2 ? '30' : '00'}`
          const moved = movedTo({ starts: `2026-06-12T${at}`, ends: null, furtherDays: [] }, on, zone)
          expect(spanProblem(moved.starts, null, zone)).toBeNull()
          expect(moved.starts!.slice(0, 10)).toBe(on)
        },
      ),
    )
  })
})
