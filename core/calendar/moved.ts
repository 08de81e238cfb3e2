import { addDays, daysBetween } from './dates'
import type { Span } from './clashes'

const shifted = (local: string, days: number) => `${addDays(local.slice(0, 10), days)}${local.slice(10)}`

/** All the spans of a job so that its first begins on another day; times of day stay, on every day the same. */
export function movedTo<S extends Span>(spans: readonly S[], day: string): S[] {
  const [first] = spans
  if (!first) return []
  const days = daysBetween(first.starts.slice(0, 10), day)
  return spans.map((s) => ({ ...s, starts: shifted(s.starts, days), ends: s.ends && shifted(s.ends, days) }))
}
