import { type SQL, and, asc, eq, sql } from 'drizzle-orm'
import type { z } from 'zod'
import { HIT_FROM, HIT_TO, hitPieces, wordsQuery } from '../../core/text/match'
import type { PaperPage, PaperRow, listPapers } from '../../shared/papers'
import { searchable } from '../../shared/text'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import { contacts, jobs, kinds, members, paperRows as r, papers } from '../platform/db/schema'
import { theBusiness } from '../records/business'
import { contains, pageKey, pagedBy } from './listed'

type Query = z.output<typeof listPapers>

/** What papers can stand in order by. Nothing said: what has waited or happened last first. */
const ORDER = {
  since: sql`${r.since}`,
  title: sql`lower(${papers.title})`,
  whose: sql`${r.whose}`,
  worth: sql`coalesce(${r.worth}, -1)`,
}
/** How many words of its line stand around what was found. */
const AROUND = 18

/** Found by words inside, each as the beginning of one, or by any part of title, people and job. */
function foundBy(find: string): SQL | undefined {
  const words = searchable(find).split(/\s+/).filter(Boolean).slice(0, 12)
  if (!words.length) return undefined
  const match = wordsQuery(find)
  const named = and(...words.map((w) => contains(r.search, w)))
  return match ? sql`(${r.n} in (select rowid from paper_words where paper_words match ${match}) or (${named}))` : named
}

function filters(q: Query): (SQL | undefined)[] {
  return [
    q.find?.trim() ? foundBy(q.find) : undefined,
    q.kind ? eq(papers.kind, q.kind) : undefined,
    q.jobKind ? eq(jobs.kindId, q.jobKind) : undefined,
    q.job ? eq(papers.jobId, q.job) : undefined,
    q.client ? eq(jobs.clientId, q.client) : undefined,
    q.member ? eq(r.sentBy, q.member) : undefined,
    q.month ? sql`${r.since} >= ${`${q.month}-01`} and ${r.since} < ${`${q.month}-32`}` : undefined,
    q.language ? eq(r.language, q.language) : undefined,
  ]
}
const inState = (state: Query['state']): SQL | undefined =>
  state === 'yours' ? eq(r.stop, 'yours') : state ? eq(papers.state, state) : undefined

/** A page of papers as they are looked for, with the line of each that was found. */
export async function listPaperRows(q: Query): Promise<PaperPage> {
  const business = await theBusiness()
  const where = filters(q)
  const by = ORDER[q.sort ?? 'since']
  const page = pagedBy(by, r.n, q.sort ? q.down === '1' : true, q.after)
  const found = await db()
    .select({
      n: r.n,
      by: sql<string | number>`${by}`,
      row: {
        id: papers.id,
        kind: papers.kind,
        title: papers.title,
        state: papers.state,
        jobId: papers.jobId,
        jobTitle: jobs.title,
        jobKind: kinds.name,
        day: jobs.day,
        whose: r.whose,
        worth: r.worth,
        stop: r.stop,
        waits: r.waits,
        since: r.since,
        sentBy: sql<string>`coalesce(${members.name}, '')`,
        language: r.language,
        createdAt: papers.createdAt,
      },
    })
    .from(r)
    .innerJoin(papers, eq(papers.id, r.paperId))
    .innerJoin(jobs, eq(jobs.id, papers.jobId))
    .innerJoin(kinds, eq(kinds.id, jobs.kindId))
    .leftJoin(members, eq(members.id, r.sentBy))
    .where(and(...where, inState(q.state), page.from))
    .orderBy(...page.order)
    .limit(q.limit + 1)
  const shown = found.slice(0, q.limit)
  const last = shown.at(-1)
  const lines = await foundLines(
    q.find ?? '',
    shown.map((f) => f.n),
  )
  return {
    rows: shown.map((f): PaperRow => ({ ...f.row, found: lines.get(f.n) ?? null })),
    next: found.length > q.limit && last ? pageKey(last.by, last.n) : null,
    counts: page.first ? await countsOf(where, q.state) : null,
    members: page.first
      ? await db().select({ id: members.id, name: members.name }).from(members).orderBy(asc(members.name))
      : [],
    client: q.client && page.first ? await nameOf(q.client) : null,
    currency: business.currency,
    today: today(business.timeZone),
  }
}

async function nameOf(contact: string): Promise<string | null> {
  const [found] = await db().select({ name: contacts.name }).from(contacts).where(eq(contacts.id, contact))
  return found?.name ?? null
}

/** The line of each paper in which words were found; only of those that are shown. */
async function foundLines(find: string, rows: readonly number[]): Promise<Map<number, PaperRow['found']>> {
  const match = wordsQuery(find)
  if (!match || !rows.length) return new Map()
  const lines = await db().all<{ n: number; line: string }>(
    sql`select rowid as n, snippet(paper_words, 2, ${HIT_FROM}, ${HIT_TO}, '…', ${AROUND}) as line from paper_words
      where paper_words match ${`words : (${match})`} and rowid in ${rows}`,
  )
  return new Map(lines.map((l) => [l.n, hitPieces(l.line)]))
}

/** How many there are in all, in each state and with the business, and what those in sight come to. */
async function countsOf(where: (SQL | undefined)[], state: Query['state']): Promise<PaperPage['counts']> {
  const rows = await db()
    .select({
      state: papers.state,
      yours: sql<number>`sum(${r.stop} = 'yours')`,
      n: sql<number>`count(*)`,
      worth: sql<number>`coalesce(sum(${r.worth}), 0)`,
      worthYours: sql<number>`coalesce(sum(case when ${r.stop} = 'yours' then ${r.worth} end), 0)`,
    })
    .from(r)
    .innerJoin(papers, eq(papers.id, r.paperId))
    .innerJoin(jobs, eq(jobs.id, papers.jobId))
    .where(and(...where))
    .groupBy(papers.state)
  const add = (of: (row: (typeof rows)[number]) => number) => rows.reduce((n, row) => n + of(row), 0)
  const yours = add((x) => x.yours)
  const own = rows.find((x) => x.state === state)
  return {
    all: state === 'yours' ? yours : state ? (own?.n ?? 0) : add((x) => x.n),
    worth: state === 'yours' ? add((x) => x.worthYours) : state ? (own?.worth ?? 0) : add((x) => x.worth),
    states: Object.fromEntries(rows.map((x) => [x.state, x.n])),
    yours,
  }
}
