import { type SQL, type SQLWrapper, type Subquery, and, eq, gte, lt, ne, sql } from 'drizzle-orm'
import type { SQLiteColumn } from 'drizzle-orm/sqlite-core'
import { addDays, weeksFrom } from '../../core/calendar/dates'
import type { Minor } from '../../core/money/money'
import type { FigureRow, FigureRows, MoneyFigure } from '../../shared/figures'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import {
  business,
  contacts,
  creditNotes,
  dues,
  invoices,
  jobs,
  ledgerEntries,
  papers,
  standings,
} from '../platform/db/schema'
import { pageKey, readEnd } from './listed'
import { WEEKS, quarterOf } from './sums'

const PAGE = 100
const client = sql<string>`coalesce(${contacts.name}, '')`.as('client')

/** What a job rests on: its quotes, contracts and extras that were sent and not taken back; those of the first where it repeats. */
const resting = sql<string>`(select json_group_array(json_object('title', p.title, 'to', '/papers/' || p.id)) from (
  select ${papers.id} as id, ${papers.title} as title from ${papers}
  where ${papers.jobId} = coalesce(${jobs.repeats}, ${jobs.id}) and ${papers.kind} in ('quote', 'contract', 'extra')
  and ${papers.state} in ('out', 'signed') order by ${papers.createdAt}, ${papers.id}) p)`.as('papers')
const none = sql<string>`''`

type Read = FigureRow & { sort: string; file: string }
const CELLS = ['key', 'jobId', 'title', 'client', 'day', 'sort', 'words', 'amount', 'file']
const ALL = sql.raw(
  `json_group_array(json_object(${CELLS.map((c) => `'${c}', "rows"."${c}"`).join()}, 'papers', json("rows"."papers")))`,
) as SQL<string>
type Rows = Record<keyof Read, SQL.Aliased | SQLiteColumn> & Subquery
/** The rows of a select, brought over as one value: cell by cell a page of them takes three times as long. */
const asOne = (rows: Rows) => db().select({ all: ALL }).from(rows).prepare()
/** Statements as they were first built, for each database: building one takes as long as its answer. */
const built = new WeakMap<object, Map<string, ReturnType<typeof asOne>>>()

const after = sql.placeholder('after')
/** Rows by what they are sorted by, then their key, behind where the last page ended; `paged` is false for the first page. */
const page = (by: SQLWrapper, key: SQLWrapper, paged: boolean) => ({
  behind: paged ? sql`(${by}, ${key}) > (${after}, ${sql.placeholder('key')})` : undefined,
  order: [sql`${by} asc`, sql`${key} asc`],
})
const FROM = sql.placeholder('from')
const TO = sql.placeholder('to')

/** Amounts of jobs from the start of the quarter on, as their standing has them. */
function ofJobs(figure: 'quoted' | 'agreed' | 'paid' | 'held', paged: boolean): Rows {
  const { behind, order } = page(standings.sortDay, standings.jobId, paged)
  const amount = standings[figure]
  return db()
    .select({
      key: sql<string>`${standings.jobId}`.as('key'),
      jobId: sql<string>`${standings.jobId}`.as('jobId'),
      title: jobs.title,
      client,
      day: sql<string>`case when ${standings.sortDay} = '9999-12-31' then '' else ${standings.sortDay} end`.as('day'),
      sort: sql<string>`${standings.sortDay}`.as('sort'),
      words: none.as('words'),
      amount: sql<number>`${amount}`.as('amount'),
      file: none.as('file'),
      papers: resting,
    })
    .from(standings)
    .innerJoin(jobs, eq(jobs.id, standings.jobId))
    .leftJoin(contacts, eq(contacts.id, jobs.clientId))
    .where(and(gte(standings.sortDay, FROM), ne(amount, 0 as Minor), behind))
    .orderBy(...order)
    .limit(PAGE + 1)
    .as('rows')
}

/** Open stages that fall due in a span of days. */
function ofDues(paged: boolean): Rows {
  const key = sql<string>`${dues.jobId} || ' ' || ${dues.stage}`
  const { behind, order } = page(dues.dueOn, key, paged)
  return db()
    .select({
      key: key.as('key'),
      jobId: sql<string>`${dues.jobId}`.as('jobId'),
      title: jobs.title,
      client,
      day: sql<string>`${dues.dueOn}`.as('day'),
      sort: sql<string>`${dues.dueOn}`.as('sort'),
      words: sql<string>`${dues.label}`.as('words'),
      amount: sql<number>`${dues.open}`.as('amount'),
      file: none.as('file'),
      papers: resting,
    })
    .from(dues)
    .innerJoin(jobs, eq(jobs.id, dues.jobId))
    .leftJoin(contacts, eq(contacts.id, jobs.clientId))
    .where(and(gte(dues.dueOn, FROM), lt(dues.dueOn, TO), behind))
    .orderBy(...order)
    .limit(PAGE + 1)
    .as('rows')
}

/** What invoices and credit notes of a quarter posted as owed. */
const posted = (from: string | typeof FROM) =>
  and(
    eq(ledgerEntries.account, 'owed'),
    gte(ledgerEntries.day, from),
    sql`(${ledgerEntries.event} glob 'invoice:*' or ${ledgerEntries.event} glob 'credit:*')`,
  )
function ofInvoices(paged: boolean): Rows {
  const { behind, order } = page(ledgerEntries.day, ledgerEntries.id, paged)
  return db()
    .select({
      key: sql<string>`cast(${ledgerEntries.id} as text)`.as('key'),
      jobId: sql<string>`${ledgerEntries.jobId}`.as('jobId'),
      title: jobs.title,
      client,
      day: sql<string>`${ledgerEntries.day}`.as('day'),
      sort: sql<string>`${ledgerEntries.day}`.as('sort'),
      words:
        sql<string>`case when ${invoices.id} is not null then 'Invoice ' || ${invoices.number} else 'Credit note ' || ${creditNotes.number} end`.as(
          'words',
        ),
      amount: sql<number>`${ledgerEntries.amount}`.as('amount'),
      file: sql<string>`case when ${invoices.pdfSha} is not null then '/api/invoices/' || ${invoices.id} || '/pdf'
        when ${creditNotes.pdfSha} is not null then '/api/credits/' || ${creditNotes.id} || '/pdf' else '' end`.as(
        'file',
      ),
      papers: resting,
    })
    .from(ledgerEntries)
    .innerJoin(jobs, eq(jobs.id, ledgerEntries.jobId))
    .leftJoin(contacts, eq(contacts.id, jobs.clientId))
    .leftJoin(invoices, sql`${invoices.id} = substr(${ledgerEntries.event}, 9)`)
    .leftJoin(creditNotes, sql`${creditNotes.id} = substr(${ledgerEntries.event}, 8)`)
    .where(and(posted(FROM), behind))
    .orderBy(...order)
    .limit(PAGE + 1)
    .as('rows')
}

/** What was invoiced from the start of the quarter on, less what was credited. */
export async function invoicedSum(day: string): Promise<Minor> {
  const [row] = await db()
    .select({ sum: sql<Minor>`coalesce(sum(${ledgerEntries.amount}), 0)` })
    .from(ledgerEntries)
    .where(posted(quarterOf(day)))
  return row!.sum
}

/** The days a figure counts from and until, the last not included. */
function spanOf(figure: MoneyFigure, day: string): { from: string; to: string } {
  const [monday] = weeksFrom(day, 1)
  if (figure === 'due') return { from: day, to: addDays(day, 15) }
  if (figure === 'overdue') return { from: '', to: day }
  if (figure === 'coming') return { from: monday!, to: addDays(monday!, 7 * WEEKS) }
  return { from: quarterOf(day), to: '' }
}

async function read(figure: MoneyFigure, day: string, end: ReturnType<typeof readEnd>): Promise<Read[]> {
  const there = built.get(db()) ?? built.set(db(), new Map()).get(db())!
  const dues = figure === 'due' || figure === 'overdue' || figure === 'coming'
  const name = `${dues ? 'dues' : figure} ${end !== null}`
  if (!there.has(name))
    there.set(name, asOne(dues ? ofDues(!!end) : figure === 'invoiced' ? ofInvoices(!!end) : ofJobs(figure, !!end)))
  const [row] = await there.get(name)!.all({ ...spanOf(figure, day), after: end?.[0], key: end?.[1] })
  return JSON.parse(row!.all) as Read[]
}

/** The rows a figure of the Money screen is made of, the earliest first; each with the papers it rests on. */
export async function figureRows(figure: MoneyFigure, from?: string): Promise<FigureRows> {
  const [firm] = await db().select({ timeZone: business.timeZone }).from(business).limit(1)
  const rows = await read(figure, today(firm!.timeZone), readEnd(from))
  const shown = rows.slice(0, PAGE)
  const last = shown.at(-1)
  return {
    rows: shown.map(({ sort: _, file, ...row }) => ({
      ...row,
      papers: file ? [{ title: row.words, to: file }] : row.papers,
    })),
    next: rows.length > PAGE && last ? pageKey(last.sort, figure === 'invoiced' ? Number(last.key) : last.key) : null,
  }
}
