import { and, eq, sql } from 'drizzle-orm'
import { type Entry, entriesOf } from '../../core/ledger/ledger'
import { dayOf } from '../../core/calendar/dates'
import { DAMAGE } from '../../core/payment-plan/plan'
import { minor } from '../../core/money/money'
import { changeSettings } from '../business/settings'
import { today } from '../platform/clock'
import { type Db, write } from '../platform/db/client'
import { counters, invoices, ledgerEntries, payments } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { theBusiness } from '../records/business'

/** Posts what an event of money comes to, in its transaction; the same event twice is posted once. An entry may be of another job. */
export async function post(
  tx: Db,
  of: { event: string; day: string; jobId: string | null },
  entries: readonly (Entry & { jobId?: string | null })[],
): Promise<void> {
  if (!entries.length) return
  await tx
    .insert(ledgerEntries)
    .values(entries.map((e) => ({ ...of, ...e })))
    .onConflictDoNothing()
}

/** What the books have to a client's credit on a job: what came in beyond all that was owed when it came, or was set aside. */
export async function creditPosted(tx: Db, jobId: string): Promise<number> {
  const [row] = await tx
    .select({ credit: sql<number>`coalesce(-sum(${ledgerEntries.amount}), 0)` })
    .from(ledgerEntries)
    .where(and(eq(ledgerEntries.jobId, jobId), eq(ledgerEntries.account, 'credit')))
  return row!.credit
}

/** Refuses a booking of a day whose month is closed, or that is still to come. */
export async function insistOnOpenDay(day: string, now: string): Promise<void> {
  const { closedTo } = (await theBusiness()).settings
  if (day > now) throw new Problem('invalid', 'That day is still to come.', { day: 'Give today or a day before.' })
  if (closedTo && day.slice(0, 7) <= closedTo)
    throw new Problem('invalid', `${monthName(closedTo)} is closed: nothing is booked in it or before it any more.`, {
      day: `Give a day after ${monthName(closedTo)}.`,
    })
}
const monthName = (month: string): string =>
  new Date(`${month}-15T12:00Z`).toLocaleString('en-GB', { month: 'long', year: 'numeric', timeZone: 'UTC' })

const LEDGER = 'upgrade: ledger 1'
/** Posts what an earlier release booked and invoiced without a ledger; once. */
export async function ledgerAnew(): Promise<void> {
  await write(async (tx) => {
    const [done] = await tx.select().from(counters).where(eq(counters.key, LEDGER))
    if (done) return
    const posted = new Set(
      (await tx.selectDistinct({ event: ledgerEntries.event }).from(ledgerEntries)).map((e) => e.event),
    )
    const [there] = await tx.select({ n: sql<number>`count(*)` }).from(payments)
    if (there!.n) {
      const { timeZone } = await theBusiness()
      for (const p of await tx.select().from(payments)) {
        const of = { event: `payment:${p.id}`, day: p.day || dayOf(p.at, timeZone), jobId: p.jobId }
        if (p.method === 'kept' || p.method === 'credit' || posted.has(of.event)) continue
        const amount = minor(Math.abs(p.amount))
        const held = p.stage === DAMAGE
        const type = held ? (p.amount < 0 ? ('deposit returned' as const) : ('deposit held' as const)) : null
        await post(
          tx,
          of,
          type
            ? entriesOf({ type, way: p.method, amount })
            : p.amount < 0
              ? entriesOf({ type: 'paid back', way: p.method, amount, ofCredit: minor(0) })
              : entriesOf({ type: 'paid', way: p.method, amount, beyond: minor(0) }),
        )
      }
    }
    for (const i of await tx.select().from(invoices)) {
      if (posted.has(`invoice:${i.id}`)) continue
      await post(
        tx,
        { event: `invoice:${i.id}`, day: i.issuedOn, jobId: i.jobId },
        entriesOf({ type: 'invoiced', groups: i.invoice.groups }),
      )
    }
    await tx.insert(counters).values({ key: LEDGER, value: 1 })
  })
}

/** Closes the months up to one, or opens them again; the month that goes on can't be closed. */
export async function closeTo(month: string | null): Promise<void> {
  const { timeZone } = await theBusiness()
  if (month && month >= today(timeZone).slice(0, 7))
    throw new Problem('invalid', 'Only a month that is over can be closed.', { to: 'Choose a month that is over.' })
  await changeSettings({ closedTo: month })
}
