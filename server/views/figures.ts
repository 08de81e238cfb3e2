import { type SQL, and, asc, eq, gte, inArray, lt, ne, sql } from 'drizzle-orm'
import { addDays, weeksFrom } from '../../core/calendar/dates'
import type { Minor } from '../../core/money/money'
import type { FigureRow, FigureRows, MoneyFigure } from '../../shared/figures'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import { contacts, creditNotes, dues, invoices, jobs, ledgerEntries, papers, standings } from '../platform/db/schema'
import { theBusiness } from '../records/business'
import { pageKey, pagedBy } from './listed'
import { WEEKS, quarterOf } from './sums'

const PAGE = 100
const client = sql<string>`coalesce(${contacts.name}, '')`

/** Amounts of jobs from the start of the quarter on, as their standing has them. */
async function ofJobs(figure: 'quoted' | 'agreed' | 'paid' | 'held', day: string, after?: string) {
  const { from, order } = pagedBy(sql`${standings.sortDay}`, standings.jobId, false, after)
  const amount = standings[figure]
  return db()
    .select({
      key: standings.jobId,
      jobId: standings.jobId,
      title: jobs.title,
      client,
      day: sql<string>`case when ${standings.sortDay} = '9999-12-31' then '' else ${standings.sortDay} end`,
      sort: standings.sortDay,
      words: sql<string>`''`,
      amount,
    })
    .from(standings)
    .innerJoin(jobs, eq(jobs.id, standings.jobId))
    .leftJoin(contacts, eq(contacts.id, jobs.clientId))
    .where(and(gte(standings.sortDay, quarterOf(day)), ne(amount, 0 as Minor), from))
    .orderBy(...order)
    .limit(PAGE + 1)
}

/** Open stages that fall due in a span of days. */
async function ofDues(where: SQL | undefined, after?: string) {
  const key = sql<string>`${dues.jobId} || ' ' || ${dues.stage}`
  const { from, order } = pagedBy(sql`${dues.dueOn}`, key, false, after)
  return db()
    .select({
      key,
      jobId: dues.jobId,
      title: jobs.title,
      client,
      day: dues.dueOn,
      sort: dues.dueOn,
      words: dues.label,
      amount: dues.open,
    })
    .from(dues)
    .innerJoin(jobs, eq(jobs.id, dues.jobId))
    .leftJoin(contacts, eq(contacts.id, jobs.clientId))
    .where(and(where, from))
    .orderBy(...order)
    .limit(PAGE + 1)
}

/** What invoices and credit notes of a quarter posted as owed. */
const posted = (day: string) =>
  and(
    eq(ledgerEntries.account, 'owed'),
    gte(ledgerEntries.day, quarterOf(day)),
    sql`(${ledgerEntries.event} glob 'invoice:*' or ${ledgerEntries.event} glob 'credit:*')`,
  )
async function ofInvoices(day: string, after?: string) {
  const { from, order } = pagedBy(sql`${ledgerEntries.day}`, ledgerEntries.id, false, after)
  return db()
    .select({
      key: sql<string>`cast(${ledgerEntries.id} as text)`,
      jobId: sql<string>`${ledgerEntries.jobId}`,
      title: jobs.title,
      client,
      day: ledgerEntries.day,
      sort: ledgerEntries.day,
      words: sql<string>`case when ${invoices.id} is not null then 'Invoice ' || ${invoices.number} else 'Credit note ' || ${creditNotes.number} end`,
      amount: ledgerEntries.amount,
      file: sql<
        string | null
      >`case when ${invoices.pdfSha} is not null then '/api/invoices/' || ${invoices.id} || '/pdf' when ${creditNotes.pdfSha} is not null then '/api/credits/' || ${creditNotes.id} || '/pdf' end`,
    })
    .from(ledgerEntries)
    .innerJoin(jobs, eq(jobs.id, ledgerEntries.jobId))
    .leftJoin(contacts, eq(contacts.id, jobs.clientId))
    .leftJoin(invoices, sql`${invoices.id} = substr(${ledgerEntries.event}, 9)`)
    .leftJoin(creditNotes, sql`${creditNotes.id} = substr(${ledgerEntries.event}, 8)`)
    .where(and(posted(day), from))
    .orderBy(...order)
    .limit(PAGE + 1)
}

/** What was invoiced from the start of the quarter on, less what was credited. */
export async function invoicedSum(day: string): Promise<Minor> {
  const [row] = await db()
    .select({ sum: sql<Minor>`coalesce(sum(${ledgerEntries.amount}), 0)` })
    .from(ledgerEntries)
    .where(posted(day))
  return row!.sum
}

type Read = Omit<FigureRow, 'papers'> & { sort: string; file?: string | null }
function read(figure: MoneyFigure, day: string, after?: string): Promise<Read[]> {
  switch (figure) {
    case 'invoiced':
      return ofInvoices(day, after)
    case 'due':
      return ofDues(and(gte(dues.dueOn, day), lt(dues.dueOn, addDays(day, 15))), after)
    case 'overdue':
      return ofDues(lt(dues.dueOn, day), after)
    case 'coming': {
      const [monday] = weeksFrom(day, 1)
      return ofDues(and(gte(dues.dueOn, monday!), lt(dues.dueOn, addDays(monday!, 7 * WEEKS))), after)
    }
    default:
      return ofJobs(figure, day, after)
  }
}

/** The rows a figure of the Money screen is made of, the earliest first; each with the papers it rests on. */
export async function figureRows(figure: MoneyFigure, after?: string): Promise<FigureRows> {
  const { timeZone } = await theBusiness()
  const rows = await read(figure, today(timeZone), after)
  const shown = rows.slice(0, PAGE)
  const last = shown.at(-1)
  const resting = await papersOf([...new Set(shown.map((r) => r.jobId))])
  return {
    rows: shown.map(({ sort: _, file, ...row }) => ({
      ...row,
      papers: file ? [{ title: row.words, to: file }] : (resting.get(row.jobId) ?? []),
    })),
    next: rows.length > PAGE && last ? pageKey(last.sort, figure === 'invoiced' ? Number(last.key) : last.key) : null,
  }
}

/** What some jobs rest on: their quotes, contracts and extras that were sent and not taken back; those of the first where one repeats. */
async function papersOf(jobIds: string[]): Promise<Map<string, FigureRow['papers']>> {
  const found = new Map<string, FigureRow['papers']>()
  const rows = jobIds.length
    ? await db()
        .select({ id: papers.id, jobId: jobs.id, title: papers.title })
        .from(jobs)
        .innerJoin(papers, sql`${papers.jobId} = coalesce(${jobs.repeats}, ${jobs.id})`)
        .where(
          and(
            inArray(jobs.id, jobIds),
            inArray(papers.kind, ['quote', 'contract', 'extra']),
            inArray(papers.state, ['out', 'signed']),
          ),
        )
        .orderBy(asc(papers.createdAt), asc(papers.id))
    : []
  for (const { id, jobId, title } of rows) {
    const list = found.get(jobId) ?? []
    list.push({ title, to: `/papers/${id}` })
    found.set(jobId, list)
  }
  return found
}
