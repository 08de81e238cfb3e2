import { and, eq, gte, inArray, isNotNull, lt, sql } from 'drizzle-orm'
import { addDays } from '../../core/calendar/dates'
import type { Minor } from '../../core/money/money'
import type { MoneyRow } from '../../shared/overview'
import { db } from '../platform/db/client'
import { daySums, standings } from '../platform/db/schema'

const number = (n: unknown) => Number(n ?? 0)
const amount = (n: unknown) => number(n) as Minor

/** Weeks ahead of which the Money screen says what comes in. */
export const WEEKS = 12

/** The first day of the quarter a day is in. */
export const quarterOf = (day: string): string =>
  `${day.slice(0, 5)}${String(Math.floor((Number(day.slice(5, 7)) - 1) / 3) * 3 + 1).padStart(2, '0')}-01`

/** How many jobs from a day on stand at each state. */
export async function countsByState(from: string): Promise<(states: readonly string[]) => number> {
  const rows = await db()
    .select({ state: daySums.state, n: sql<number>`sum(${daySums.n})` })
    .from(daySums)
    .where(and(eq(daySums.what, 'jobs'), gte(daySums.day, from)))
    .groupBy(daySums.state)
  return (states) => rows.filter((r) => states.includes(r.state)).reduce((n, r) => n + r.n, 0)
}

/** How many jobs there are from a day on. */
export const jobsFrom = (day: string) =>
  db()
    .select({ n: sql`coalesce(sum(${daySums.n}), 0)` })
    .from(daySums)
    .where(and(eq(daySums.what, 'jobs'), gte(daySums.day, day)))

/** The money in one row: what is quoted, agreed, paid and held on jobs from the start of the quarter on, what is due in 14 days, what is overdue. */
export async function moneyRow(day: string): Promise<MoneyRow> {
  const [sums] = await db()
    .select({
      quoted: sql`sum(${daySums.quoted})`,
      agreed: sql`sum(${daySums.agreed})`,
      paid: sql`sum(${daySums.paid})`,
      held: sql`sum(${daySums.held})`,
    })
    .from(daySums)
    .where(and(eq(daySums.what, 'jobs'), gte(daySums.day, quarterOf(day))))
  const [due] = await db()
    .select({
      soon: sql`sum(${daySums.open}) filter (where ${daySums.what} = 'dues' and ${daySums.day} >= ${day})`,
      late: sql`sum(${daySums.open}) filter (where ${daySums.what} = 'dues' and ${daySums.day} < ${day})`,
      jobs: sql`sum(${daySums.n}) filter (where ${daySums.what} = 'late' and ${daySums.day} < ${day})`,
    })
    .from(daySums)
    .where(and(inArray(daySums.what, ['dues', 'late']), lt(daySums.day, addDays(day, 15))))
  return {
    quoted: amount(sums?.quoted),
    agreed: amount(sums?.agreed),
    paid: amount(sums?.paid),
    held: amount(sums?.held),
    dueSoon: amount(due?.soon),
    overdue: amount(due?.late),
    overdueJobs: number(due?.jobs),
  }
}

/** Jobs with something overdue that don’t wait for others anyway: not at `theirs`, or from before `from`. */
export async function lateBesides(day: string, from: string): Promise<number> {
  const [late] = await db()
    .select({ n: sql`sum(${daySums.n})` })
    .from(daySums)
    .where(and(eq(daySums.what, 'late'), lt(daySums.day, day)))
  const [waiting] = await db()
    .select({ n: sql<number>`count(*)` })
    .from(standings)
    .where(
      and(
        sql`${standings.state} = 'theirs'`,
        isNotNull(standings.oldestDue),
        gte(standings.sortDay, from),
        lt(standings.oldestDue, day),
      ),
    )
  return number(late?.n) - number(waiting?.n)
}
