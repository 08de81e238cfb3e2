import type { OccurrenceKind } from '../follow-ups/model'
import { type Day, addDays } from '../calendar/dates'

/** What the pulse of a business counts, by what occurs. */
export const PULSE = ['asked', 'opened', 'signed', 'declined', 'lapsed'] as const satisfies readonly OccurrenceKind[]
export type PulseKind = (typeof PULSE)[number]

/** How often something occurred on a day. */
export interface Counted {
  kind: string
  day: Day
  n: number
}
export interface Pulse {
  kind: string
  total: number
  /** The same number of days before that. */
  before: number
  /** One for each day, the oldest first. */
  days: number[]
}

/** What was counted of some kinds over the last `span` days, `today` the last of them; and in as many before. */
export function pulseOf(kinds: readonly string[], counted: readonly Counted[], today: Day, span: number): Pulse[] {
  const first = addDays(today, 1 - span)
  const place = new Map(Array.from({ length: span }, (_, i) => [addDays(first, i), i]))
  const earliest = addDays(first, -span)
  return kinds.map((kind) => {
    const days = Array.from({ length: span }, () => 0)
    let before = 0
    for (const c of counted) {
      if (c.kind !== kind) continue
      const i = place.get(c.day)
      if (i !== undefined) days[i]! += c.n
      else if (c.day >= earliest && c.day < first) before += c.n
    }
    return { kind, total: days.reduce((a, b) => a + b, 0), before, days }
  })
}
