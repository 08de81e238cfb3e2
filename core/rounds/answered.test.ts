import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays } from '../calendar/dates'
import { type Sent, answeredFigures } from './answered'

const TODAY = '2026-06-12' // a Friday
const quote = (sentOn: string, state: Sent['state'] = 'out', endedOn: string | null = null): Sent => ({
  kind: 'quote',
  state,
  sentOn,
  endedOn,
})
const counts = (rounds: Sent[]) =>
  Object.fromEntries(answeredFigures(rounds, TODAY, 4).quotes.map((q) => [q.label, q.count]))

describe('how papers go out and come back', () => {
  it('counts by the week they were sent in, and by the week the last one signed', () => {
    const rounds = [
      quote('2026-06-08', 'signed', '2026-06-12'),
      quote('2026-06-07', 'signed', '2026-06-08'),
      { ...quote('2026-05-18', 'declined', '2026-06-09'), kind: 'contract' },
      quote('2026-05-17', 'signed', '2026-05-20'),
    ]
    expect(answeredFigures(rounds, TODAY, 4).weeks).toEqual([
      { from: '2026-05-18', sent: 1, signed: 1 },
      { from: '2026-05-25', sent: 0, signed: 0 },
      { from: '2026-06-01', sent: 1, signed: 0 },
      { from: '2026-06-08', sent: 1, signed: 2 },
    ])
  })

  it('says how soon quotes are answered, and how', () => {
    expect(
      counts([
        quote('2026-06-01', 'signed', '2026-06-01'),
        quote('2026-06-01', 'signed', '2026-06-04'),
        quote('2026-06-01', 'signed', '2026-06-05'),
        quote('2026-06-01', 'signed', '2026-06-12'),
        quote('2026-06-01', 'declined', '2026-06-02'),
        quote('2026-06-01', 'lapsed', '2026-06-11'),
        quote('2026-06-10'),
        quote('2026-06-10', 'withdrawn', '2026-06-11'),
      ]),
    ).toEqual({
      'accepted the same day': 1,
      'within 3 days': 1,
      'within a week': 1,
      later: 1,
      declined: 1,
      lapsed: 1,
      'not answered yet': 1,
    })
  })

  it('counts every quote of the weeks once, whatever became of it', () => {
    const round = fc.record({
      kind: fc.constantFrom('quote', 'contract'),
      state: fc.constantFrom(
        'out' as const,
        'signed' as const,
        'declined' as const,
        'withdrawn' as const,
        'lapsed' as const,
      ),
      ago: fc.integer({ min: 0, max: 40 }),
      took: fc.integer({ min: 0, max: 20 }),
    })
    fc.assert(
      fc.property(fc.array(round), (list) => {
        const rounds = list.map(({ kind, state, ago, took }): Sent => {
          const sentOn = addDays(TODAY, -ago)
          return { kind, state, sentOn, endedOn: state === 'out' ? null : addDays(sentOn, took) }
        })
        const { weeks, quotes } = answeredFigures(rounds, TODAY, 4)
        const shown = rounds.filter((r) => r.sentOn >= weeks[0]!.from)
        expect(weeks.reduce((n, w) => n + w.sent, 0)).toBe(shown.length)
        expect(quotes.reduce((n, q) => n + q.count, 0)).toBe(
          shown.filter((r) => r.kind === 'quote' && r.state !== 'withdrawn').length,
        )
      }),
    )
  })
})
