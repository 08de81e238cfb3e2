import { type Day, addDays } from '../calendar/dates'

/** How many backups are kept: the last days that have one, and beyond them one of each of the last weeks. */
export const KEPT = { days: 7, weeks: 4 }

const weekOf = (day: Day): Day => addDays(day, -((new Date(`${day}T12:00Z`).getUTCDay() + 6) % 7))
const firstOf = <T>(sorted: readonly T[], by: (of: T) => string, most: number): T[] => {
  const seen = new Set<string>()
  return sorted.filter((x) => !seen.has(by(x)) && seen.size < most && seen.add(by(x)))
}

/**
 * Which of some backups are kept: the newest of each of the last seven days that have one, and the newest of each of the last
 * four weeks (Monday to Sunday) that have one. `at` is an instant in UTC, ISO 8601.
 */
export function keptBackups<B extends { at: string }>(backups: readonly B[]): B[] {
  const sorted = [...backups].sort((a, b) => (a.at < b.at ? 1 : -1))
  const day = (b: B) => b.at.slice(0, 10)
  const kept = new Set([...firstOf(sorted, day, KEPT.days), ...firstOf(sorted, (b) => weekOf(day(b)), KEPT.weeks)])
  return sorted.filter((b) => kept.has(b))
}
