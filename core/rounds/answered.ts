import { type Day, addDays, daysBetween, weeksFrom } from '../calendar/dates'

/** One round, with the days (in the business's zone) it was sent on and came to its end on. */
export interface Sent {
  kind: string
  state: 'out' | 'signed' | 'declined' | 'withdrawn' | 'lapsed'
  sentOn: Day
  /** Null while it is out. */
  endedOn: Day | null
}
export interface AnsweredFigures {
  /** Week by week, the oldest first: how many went out, and how many were signed by all in that week. */
  weeks: { from: Day; sent: number; signed: number }[]
  /** Quotes sent within these weeks, by how they were answered, the soonest yes first. Withdrawn ones are counted nowhere. */
  quotes: { label: string; count: number; is: 'yes' | 'no' | 'open' }[]
}

const SOON = [
  ['accepted the same day', 0],
  ['within 3 days', 3],
  ['within a week', 7],
  ['later', Infinity],
] as const

/** How papers went out and came back over the last `weeks` weeks up to `today`. */
export function answeredFigures(rounds: readonly Sent[], today: Day, weeks: number): AnsweredFigures {
  const [monday] = weeksFrom(today, 1) as [Day]
  const mondays = weeksFrom(addDays(monday, -7 * (weeks - 1)), weeks)
  const within = (day: Day | null, from: Day) => day !== null && day >= from && day < addDays(from, 7)
  const quotes = rounds.filter((r) => r.kind === 'quote' && r.sentOn >= mondays[0]! && r.state !== 'withdrawn')
  const taken = quotes.filter((r) => r.state === 'signed' && r.endedOn !== null)
  const longer = (r: Sent, days: number) => daysBetween(r.sentOn, r.endedOn!) > days
  return {
    weeks: mondays.map((from) => ({
      from,
      sent: rounds.filter((r) => within(r.sentOn, from)).length,
      signed: rounds.filter((r) => r.state === 'signed' && within(r.endedOn, from)).length,
    })),
    quotes: [
      ...SOON.map(([label, days], i) => ({
        label,
        is: 'yes' as const,
        count: taken.filter((r) => !longer(r, days) && (i === 0 || longer(r, SOON[i - 1]![1]))).length,
      })),
      { label: 'declined', is: 'no', count: quotes.filter((r) => r.state === 'declined').length },
      { label: 'lapsed', is: 'no', count: quotes.filter((r) => r.state === 'lapsed').length },
      { label: 'not answered yet', is: 'open', count: quotes.filter((r) => r.state === 'out').length },
    ],
  }
}
