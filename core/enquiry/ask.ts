import type { Day } from '../calendar/dates'

/** What isn't known yet, or can be read in several ways. */
export type OpenQuestion =
  | { about: 'day'; or: readonly Day[] }
  | { about: 'place' }
  | { about: 'people'; or: readonly number[] }
  | { about: 'lines' }
  | { about: 'phone' }
  | { about: 'fact'; label: string }

/** What a record has to have before it can be priced and made. */
export interface Asked {
  starts: string
  /** Days of which one is to be chosen. */
  days: readonly string[]
  place: string
  people: number | null
  counts: readonly number[]
  lines: number
  phone: string
  facts: readonly { label: string; value: string }[]
}

/** What is still open on a record, the most pressing first. */
export function openQuestions(r: Asked): OpenQuestion[] {
  const days = [...new Set(r.days.map((d) => d.slice(0, 10)))]
  return [
    ...(r.starts ? [] : [{ about: 'day' as const, or: days }]),
    ...(r.place ? [] : [{ about: 'place' as const }]),
    ...(r.people === null ? [{ about: 'people' as const, or: r.counts }] : []),
    ...(r.lines ? [] : [{ about: 'lines' as const }]),
    ...r.facts.filter((f) => !f.value).map((f) => ({ about: 'fact' as const, label: f.label })),
    ...(r.phone ? [] : [{ about: 'phone' as const }]),
  ]
}
