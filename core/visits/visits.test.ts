import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays } from '../calendar/dates'
import { HOLDS, holdsUntil, stillHolds } from './holds'
import { deskCounts, deskMark, deskStep, type Owing } from './owes'
import { type VisitMark, markKinds, visitOf } from './visit'

const mark = (over: Partial<VisitMark>): VisitMark => ({
  id: 'a',
  kind: 'here',
  at: '2026-06-14T13:41:00.000Z',
  by: 'Maren',
  words: '',
  withId: null,
  ...over,
})
const anyMark = fc.record({
  id: fc.stringMatching(/^[a-f]{2}$/),
  kind: fc.constantFrom(...markKinds),
  at: fc.integer({ min: 10, max: 59 }).map((m) => `2026-06-14T13:${m}:00.000Z`),
  by: fc.constantFrom('Maren', 'Jonas'),
  words: fc.constant(''),
  withId: fc.constantFrom(null, 'nadia'),
})
const marks = fc.uniqueArray(anyMark, { selector: (m) => m.id, maxLength: 8 })

describe('a visit', () => {
  it('is the same in whatever order its marks come, and however often', () => {
    fc.assert(
      fc.property(
        marks.chain((all) =>
          fc.tuple(
            fc.constant(all),
            fc.shuffledSubarray(all, { minLength: all.length }),
            fc.array(all.length ? fc.constantFrom(...all) : fc.constant(mark({})), { maxLength: all.length ? 4 : 0 }),
          ),
        ),
        ([all, shuffled, again]) => {
          expect(visitOf([...again, ...shuffled])).toEqual(visitOf(all))
        },
      ),
    )
  })
  it('is expected, here, gone; a mark that is taken back leaves it as before anybody came', () => {
    expect(visitOf([])).toEqual({ state: 'expected', since: null, by: null, words: '', cameAt: null, withId: null })
    const came = mark({ id: 'a', withId: 'nadia' })
    const went = mark({ id: 'b', kind: 'gone', at: '2026-06-14T16:00:00.000Z', by: 'Jonas' })
    expect(visitOf([went, came])).toMatchObject({
      state: 'gone',
      by: 'Jonas',
      since: went.at,
      cameAt: came.at,
      withId: 'nadia',
    })
    const back = mark({ id: 'c', kind: 'expected', at: '2026-06-14T16:01:00.000Z' })
    expect(visitOf([went, came, back])).toMatchObject({ state: 'expected', cameAt: null, withId: null })
    expect(visitOf([mark({ kind: 'turned away', words: 'heart' })])).toMatchObject({
      state: 'turned away',
      words: 'heart',
    })
  })
})

describe('a paper that was signed before', () => {
  it.each([
    ['day', '2026-06-14', '2026-06-14'],
    ['season', '2026-06-14', '2026-12-31'],
    ['year', '2026-06-14', '2027-06-13'],
    ['year', '2024-02-29', '2025-02-28'],
  ] as const)('holds for a %s from %s until %s', (holds, from, until) => {
    expect(holdsUntil(holds, from)).toBe(until)
    const at = (day: string) => stillHolds(holds, { signedOn: from, edition: 1 }, { day, edition: 2 })
    expect([at(from), at(until), at(addDays(until, 1)), at(addDays(from, -1))]).toEqual([true, true, false, false])
  })
  it('until a new edition holds as long as nothing new is said', () => {
    const at = (edition: number | null) =>
      stillHolds('edition', { signedOn: '2020-01-01', edition }, { day: '2030-01-01', edition: 3 })
    expect([at(3), at(2), at(null)]).toEqual([true, false, false])
  })
  it('never holds longer for a day than for the season, and never before it was signed', () =>
    fc.assert(
      fc.property(fc.constantFrom(...HOLDS), fc.integer({ min: -800, max: 800 }), (holds, days) => {
        const signedOn = '2026-06-14'
        const on = { day: addDays(signedOn, days), edition: 1 }
        const of = (h: typeof holds) => stillHolds(h, { signedOn, edition: 1 }, on)
        if (days < 0) expect(of(holds)).toBe(false)
        if (of('day')) expect(of('season')).toBe(true)
      }),
    ))
})

describe('what is to be done at the desk', () => {
  const owing = (over: Partial<Owing> = {}): Owing => ({
    wanted: true,
    paper: null,
    holds: null,
    age: 30,
    guardian: null,
    ...over,
  })
  const paper = (state: 'draft' | 'out' | 'signed' | 'declined', begun = false) => ({
    id: 'p',
    state,
    begun,
    reason: null,
  })
  it.each([
    ['nobody signed yet', {}, 'sign', 'yours'],
    ['it waits unopened', { paper: paper('out') }, 'sign', 'yours'],
    ['they have begun on their phone', { paper: paper('out', true) }, 'started', 'theirs'],
    ['they said no', { paper: paper('declined') }, 'refused', 'trouble'],
    ['they are thirteen', { age: 13 }, 'guardian', 'trouble'],
    ['somebody signs for them', { age: 13, guardian: 'Nadia' }, 'sign', 'yours'],
    ['on the day they are eighteen', { age: 18 }, 'sign', 'yours'],
    ['one from before holds', { holds: '2026-01-02' }, 'ready', 'not-yet'],
    ['it is signed', { paper: paper('signed') }, 'ready', 'not-yet'],
    ['none is wanted', { wanted: false, age: 13 }, 'ready', 'not-yet'],
  ] as const)('%s', (_, over, step, shape) => {
    expect(deskStep(owing(over))).toBe(step)
    expect(deskMark(step, 'expected')).toBe(shape)
  })
  it('who is here and has signed is settled, who went or was turned away is no more to do; all are counted once', () => {
    expect(deskMark('ready', 'here')).toBe('settled')
    expect(deskMark('sign', 'gone')).toBe('skipped')
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            state: fc.constantFrom(...markKinds),
            step: fc.constantFrom('sign', 'ready', 'refused', 'started', 'guardian'),
          }),
        ),
        (visits) => {
          const c = deskCounts(visits as Parameters<typeof deskCounts>[0])
          expect(c.expected + c.here + c.gone + c.away).toBe(c.all)
          expect(c.toSign).toBeLessThanOrEqual(c.expected + c.here)
        },
      ),
    )
  })
})
