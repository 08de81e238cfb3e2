import { and, asc, desc, eq, gte, sql } from 'drizzle-orm'
import type { z } from 'zod'
import { addDays } from '../../core/calendar/dates'
import { type Went, howOf } from '../../core/how/how'
import { minor } from '../../core/money/money'
import { mayAny } from '../../core/members/rights'
import type { HowRows, HowView, howQuery, howRowsQuery } from '../../shared/how'
import type { Member } from '../members/members'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import { jobs, kinds, papers, roundPeople, sendings, templates } from '../platform/db/schema'
import { theBusiness } from '../records/business'

/** Days beyond which it is all the same how long an answer took. */
const LONG = 90
const STOPS = 12
const MOST = 200

const KEY = {
  kind: sql<string>`${sendings.kindId}`,
  template: sql<string>`coalesce(${sendings.templateId}, '')`,
  month: sql<string>`substr(${sendings.sentAt}, 1, 7)`,
}
const DAYS = sql<number | null>`case when ${sendings.endedAt} is null then null else
  min(${LONG}, cast(julianday(substr(${sendings.endedAt}, 1, 10)) - julianday(substr(${sendings.sentAt}, 1, 10)) as integer)) end`

/** How papers of a kind did over the last months, put together by kind of job, template or month. */
export async function howView({ by, of, months }: z.output<typeof howQuery>, member: Member): Promise<HowView> {
  const { timeZone, currency } = await theBusiness()
  const from = addDays(today(timeZone), -30 * months)
  const within = and(eq(sendings.paperKind, of), gte(sendings.sentAt, from))
  const key = KEY[by]
  const [went, stops, kindRows, templateRows] = await Promise.all([
    db()
      .select({
        key,
        outcome: sendings.outcome,
        days: DAYS,
        n: sql<number>`count(*)`,
        worth: sql<number>`sum(${sendings.worth})`,
        reminders: sql<number>`sum(${sendings.reminders})`,
      })
      .from(sendings)
      .where(within)
      .groupBy(key, sendings.outcome, DAYS),
    db()
      .select({
        page: sql<number>`${roundPeople.stopped} ->> '$.page'`,
        field: sql<string>`${roundPeople.stopped} ->> '$.field'`,
        n: sql<number>`count(*)`,
      })
      .from(roundPeople)
      .innerJoin(sendings, eq(sendings.roundId, roundPeople.roundId))
      .where(and(within, sql`${roundPeople.stopped} is not null`))
      .groupBy(sql`1`, sql`2`)
      .orderBy(sql`3 desc`)
      .limit(STOPS),
    db().select({ id: kinds.id, name: kinds.name }).from(kinds),
    db().select({ id: templates.id, name: templates.name }).from(templates),
  ])
  const names = new Map([...kindRows, ...templateRows].map((r) => [r.id, r.name]))
  const label = (k: string) =>
    by === 'month'
      ? new Date(`${k}-15T12:00Z`).toLocaleDateString('en-GB', { month: 'long', year: 'numeric', timeZone: 'UTC' })
      : (names.get(k) ?? 'without a template')
  const seesMoney = mayAny(member, ['money', 'book'])
  const rows = howOf(
    went
      .map((w): Went => ({
        ...w,
        days: w.days === null ? null : Number(w.days),
        n: Number(w.n),
        worth: Number(w.worth),
        reminders: Number(w.reminders),
      }))
      .sort((a, b) => (a.key < b.key ? -1 : 1)),
  ).map((r) => ({ ...r, label: label(r.key), worth: seesMoney ? minor(r.worth) : null }))
  return {
    rows: by === 'month' ? rows : rows.sort((a, b) => b.sent - a.sent),
    stops: stops.map((s) => ({ page: Number(s.page), field: s.field, n: Number(s.n) })),
    currency,
  }
}

/** The sendings a figure is made of, the newest first. */
export async function howRows({
  by,
  of,
  months,
  key,
  outcome,
  field,
}: z.output<typeof howRowsQuery>): Promise<HowRows> {
  const { timeZone } = await theBusiness()
  const from = addDays(today(timeZone), -30 * months)
  const rows = await db()
    .select({
      paperId: papers.id,
      title: papers.title,
      job: jobs.title,
      sentAt: sendings.sentAt,
      endedAt: sendings.endedAt,
      outcome: sendings.outcome,
      days: DAYS,
      reminders: sendings.reminders,
    })
    .from(sendings)
    .innerJoin(papers, eq(papers.id, sendings.paperId))
    .innerJoin(jobs, eq(jobs.id, sendings.jobId))
    .where(
      and(
        eq(sendings.paperKind, of),
        gte(sendings.sentAt, from),
        key === undefined ? undefined : eq(KEY[by], key),
        outcome ? eq(sendings.outcome, outcome) : sql`${sendings.outcome} <> 'withdrawn'`,
        field === undefined
          ? undefined
          : sql`exists (select 1 from ${roundPeople} where ${roundPeople.roundId} = ${sendings.roundId} and ${roundPeople.stopped} ->> '$.field' = ${field})`,
      ),
    )
    .orderBy(desc(sendings.sentAt), asc(sendings.roundId))
    .limit(MOST)
  return {
    rows: rows.map((r) => ({ ...r, id: `${r.paperId} ${r.sentAt}`, days: r.days === null ? null : Number(r.days) })),
  }
}
