import { type Day, addDays } from '../calendar/dates'

/** So many of an item wanted from one day to another, both counted; in ten-thousandths, as quantities are. */
export interface Wanted {
  from: Day
  to: Day
  quantity: bigint
}

/**
 * The most of an item that is wanted on any one day of `mine`, with what others want of it that day: what has to be there.
 * Quantities are ten-thousandths.
 */
export function mostWanted(mine: readonly Wanted[], others: readonly Wanted[]): bigint {
  let most = 0n
  for (const m of mine) {
    // What is wanted changes only where somebody begins: those days and the first are the ones to look at.
    const days = new Set([m.from, ...others.map((o) => o.from).filter((d) => d > m.from && d <= m.to)])
    for (const day of days) {
      const at = (list: readonly Wanted[]) =>
        list.filter((w) => w.from <= day && day <= w.to).reduce((n, w) => n + w.quantity, 0n)
      const sum = at(mine) + at(others)
      if (sum > most) most = sum
    }
  }
  return most
}

/** How many are wanted on each day from one to another, both counted; in ten-thousandths. */
export function wantedByDay(wanted: readonly Wanted[], from: Day, to: Day): { day: Day; quantity: bigint }[] {
  const change = new Map<Day, bigint>()
  const add = (day: Day, n: bigint) => change.set(day, (change.get(day) ?? 0n) + n)
  for (const w of wanted) {
    if (w.to < from || w.from > to) continue
    add(w.from < from ? from : w.from, w.quantity)
    if (w.to < to) add(addDays(w.to, 1), -w.quantity)
  }
  const out: { day: Day; quantity: bigint }[] = []
  let quantity = 0n
  for (let day = from; day <= to; day = addDays(day, 1)) {
    quantity += change.get(day) ?? 0n
    out.push({ day, quantity })
  }
  return out
}

/** The days something is wanted on a job: its own span, and each further day. */
export function daysOf(
  job: { starts: string | null; ends: string | null; furtherDays: readonly { starts: string; ends: string | null }[] },
  quantity: bigint,
): Wanted[] {
  const spans = [...(job.starts ? [{ starts: job.starts, ends: job.ends }] : []), ...job.furtherDays]
  return spans.map(({ starts, ends }) => {
    const from = starts.slice(0, 10)
    const to = ends?.slice(0, 10) ?? from
    // A span that ends at midnight doesn't take the day that begins then.
    return { from, to: ends?.endsWith('T00:00') && to > from ? addDays(to, -1) : to, quantity }
  })
}
