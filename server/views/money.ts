import { asc, desc, eq, gt, sql } from 'drizzle-orm'
import { addDays, daysBetween, weeksFrom } from '../../core/calendar/dates'
import type { Minor } from '../../core/money/money'
import type { MoneyView } from '../../shared/overview'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import { contacts, daySums, dues, jobs, payments, standings } from '../platform/db/schema'
import { theBusiness } from '../records/business'
import { listInvoices } from './invoices'
import { invoicedSum } from './figures'
import { WEEKS, moneyRow } from './sums'

/** The Money screen: what is due and how old, what came in, the year by the month of the job. */
export async function moneyView(): Promise<MoneyView> {
  const business = await theBusiness()
  const day = today(business.timeZone)
  const client = sql<string>`coalesce(${contacts.name}, '')`
  const list = await db()
    .select({
      jobId: dues.jobId,
      title: jobs.title,
      client,
      stage: dues.stage,
      label: dues.label,
      open: dues.open,
      dueOn: dues.dueOn,
      held: dues.held,
      invoice: sql<
        string | null
      >`(select number from invoices i where i.job_id = ${dues.jobId} order by i.created_at desc limit 1)`,
    })
    .from(dues)
    .innerJoin(jobs, eq(jobs.id, dues.jobId))
    .leftJoin(contacts, eq(contacts.id, jobs.clientId))
    .orderBy(asc(dues.dueOn))
    .limit(60)
  const all = await db()
    .select({ dueOn: daySums.day, open: daySums.open })
    .from(daySums)
    .where(eq(daySums.what, 'dues'))
  const ages = [
    ['not yet due', -1e9, 0],
    ['up to 14 days', 1, 14],
    ['15 to 30', 15, 30],
    ['longer', 31, 1e9],
  ] as const
  const coming = weeksFrom(day, WEEKS).map((from) => ({
    from,
    open: all.filter((d) => d.dueOn >= from && d.dueOn < addDays(from, 7)).reduce((n, d) => n + d.open, 0) as Minor,
  }))
  const months = await db()
    .select({
      month: sql<string>`substr(${daySums.day}, 1, 7)`,
      paid: sql<number>`sum(${daySums.paid})`,
      agreed: sql<number>`sum(${daySums.agreed})`,
    })
    .from(daySums)
    .where(
      sql`${daySums.what} = 'jobs' and ${daySums.day} between ${`${day.slice(0, 4)}-01-01`} and ${`${day.slice(0, 4)}-12-31`}`,
    )
    .groupBy(sql`1`)
    .orderBy(sql`1`)
  const lastIn = await db()
    .select({
      at: payments.at,
      amount: payments.amount,
      stage: payments.stage,
      jobId: payments.jobId,
      title: jobs.title,
      client,
    })
    .from(payments)
    .innerJoin(jobs, eq(jobs.id, payments.jobId))
    .leftJoin(contacts, eq(contacts.id, jobs.clientId))
    .orderBy(desc(payments.at))
    .limit(8)
  const held = await db()
    .select({ jobId: standings.jobId, title: jobs.title, amount: standings.held })
    .from(standings)
    .innerJoin(jobs, eq(jobs.id, standings.jobId))
    .where(gt(standings.held, 0 as Minor))
    .limit(20)
  return {
    today: day,
    currency: business.currency,
    row: await moneyRow(day),
    invoiced: await invoicedSum(day),
    dues: list,
    held,
    coming,
    ages: ages.map(([label, from, to]) => ({
      label,
      amount: all
        .filter((d) => {
          const n = daysBetween(d.dueOn, day)
          return n >= from && n <= to
        })
        .reduce((n, d) => n + d.open, 0) as Minor,
    })),
    months: months.map((m) => ({
      month: m.month,
      paid: m.paid as Minor,
      open: Math.max(m.agreed - m.paid, 0) as Minor,
    })),
    lastIn: lastIn.map((p) => ({ at: p.at, words: `${p.client}, ${p.stage}`, amount: p.amount, jobId: p.jobId })),
    invoices: await listInvoices(60),
  }
}
