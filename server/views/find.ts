import { type SQLWrapper, and, asc, desc, eq, gte, isNull, sql } from 'drizzle-orm'
import { formatDay } from '../../core/calendar/dates'
import { typedAct } from '../../core/find/acts'
import { closeTo } from '../../core/find/close'
import { nearestFirst, nearness } from '../../core/find/rank'
import { type Right, type Standing, mayAny } from '../../core/members/rights'
import { formatMoney } from '../../core/money/money'
import type { Found } from '../../shared/overview'
import { searchable } from '../../shared/text'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import { catalogue, contacts, invoices, jobs, paperRows, papers, templates } from '../platform/db/schema'
import { theBusiness } from '../records/business'
import { contains } from './listed'
import { PLACES, type Place } from './places'

const asFound = (p: Place): Found => ({ kind: 'do', id: p.to, label: p.label, detail: p.detail, to: p.to })

/** Under this many finds, slips of the pen are looked for too, among so many of the newest. */
const FEW = 3
const NEWEST = 2000
/** More words than these aren't looked for. */
const WORDS_MAX = 8

/** So many papers, the last that were made, are looked through here. */
const LATEST_PAPERS = 20_000
const oldestLooked = async () =>
  ((
    await db()
      .select({ n: sql<number | null>`max(${paperRows.n})` })
      .from(paperRows)
  )[0]?.n ?? 0) - LATEST_PAPERS

/** Every word of it somewhere in a text. */
const has = (column: SQLWrapper, q: string) =>
  sql.join(
    q
      .split(' ')
      .slice(0, WORDS_MAX)
      .map((w) => contains(column, w)),
    sql` and `,
  )

/** Finds jobs, people, papers, invoices and items by parts of their words, and things to do by name; the nearest first. */
export async function findAnything(text: string, who: Standing): Promise<Found[]> {
  const q = searchable(text).replace(/\s+/g, ' ').trim()
  const may = (right: Right | undefined) => !right || mayAny(who, [right])
  const places = PLACES.filter((p) => may(p.may) && searchable(p.label, p.detail, p.words).includes(q)).map(asFound)
  if (!q) return places
  const act = typedAct(q)
  const prepares = may('papers')
  if (act?.of && !act.perhaps && prepares)
    return [...(act.act === 'nudge' ? await nudges(act.of) : await makes(act.what ?? 'paper', act.of)), ...places]
  const [jobRows, people, paperRowsFound, bills, items, sheets, acts] = await Promise.all([
    jobsFor(q, 6),
    peopleFor(q, 6),
    papersFor(q, 4),
    may('money') ? invoicesFor(q) : [],
    itemsFor(q),
    templatesFor(q),
    act?.perhaps && prepares ? makes(act.what ?? 'paper', act.of) : [],
  ])
  const found = [...jobRows.map(asJob), ...people, ...paperRowsFound, ...sheets, ...bills, ...items]
  return [...nearestFirst(found, q, (f) => searchable(f.label)), ...acts, ...places]
}

interface JobFound {
  id: string
  title: string
  day: string | null
}
const asJob = (j: JobFound): Found => ({
  kind: 'job',
  id: j.id,
  label: j.title,
  detail: j.day ? formatDay(j.day) : 'no day yet',
  to: `/jobs/${j.id}`,
})
/** Jobs by title, client and place, those nearest to today first; with slips of the pen where there are few. */
async function jobsFor(q: string, limit: number): Promise<JobFound[]> {
  const day = today((await theBusiness()).timeZone)
  const columns = { id: jobs.id, title: jobs.title, day: jobs.day }
  const found = await db()
    .select(columns)
    .from(jobs)
    .where(has(jobs.search, q))
    .orderBy(sql`abs(julianday(${jobs.sortDay}) - julianday(${day}))`)
    .limit(limit)
  if (found.length >= FEW) return found
  const newest = await db()
    .select({ ...columns, search: jobs.search })
    .from(jobs)
    .orderBy(desc(jobs.sortDay), desc(jobs.id))
    .limit(NEWEST)
  const isMeant = closeTo(q)
  const close = newest.filter((j) => isMeant(j.search) && !found.some((f) => f.id === j.id))
  const titled = (j: JobFound) => Number(isMeant(searchable(j.title)))
  return [...found, ...close.sort((a, b) => titled(b) - titled(a))].slice(0, limit)
}
async function peopleFor(q: string, limit: number): Promise<Found[]> {
  const found = await db()
    .select()
    .from(contacts)
    .where(has(contacts.search, q))
    .orderBy(asc(contacts.name))
    .limit(limit)
  if (found.length < FEW) {
    const newest = await db()
      .select()
      .from(contacts)
      .where(and(isNull(contacts.forgottenAt), isNull(contacts.mergedInto)))
      .orderBy(desc(contacts.createdAt))
      .limit(NEWEST)
    const isMeant = closeTo(q)
    found.push(...newest.filter((c) => isMeant(c.search) && !found.some((f) => f.id === c.id)))
  }
  return found.slice(0, limit).map((c) => ({
    kind: 'person',
    id: c.id,
    label: c.name,
    detail: c.email,
    to: `/people/${c.id}`,
  }))
}
async function papersFor(q: string, limit: number): Promise<Found[]> {
  const rows = await db()
    .select({ id: papers.id, title: papers.title, job: jobs.title, whose: paperRows.whose, waits: paperRows.waits })
    .from(paperRows)
    .innerJoin(papers, eq(papers.id, paperRows.paperId))
    .innerJoin(jobs, eq(jobs.id, papers.jobId))
    // Among the latest alone: what nobody has moved for years is found in the list of papers.
    .where(and(gte(paperRows.n, await oldestLooked()), has(paperRows.search, q)))
    .orderBy(desc(paperRows.since), desc(paperRows.n))
    .limit(limit)
  return rows.map((p) => ({
    kind: 'paper',
    id: p.id,
    label: p.title,
    detail: [p.whose, p.job, p.waits].filter(Boolean).join(', '),
    to: `/papers/${p.id}`,
  }))
}
async function invoicesFor(q: string): Promise<Found[]> {
  if (!/\d/.test(q)) return []
  const rows = await db()
    .select({ number: invoices.number, jobId: invoices.jobId, job: jobs.title })
    .from(invoices)
    .innerJoin(jobs, eq(jobs.id, invoices.jobId))
    .where(contains(sql`lower(${invoices.number})`, q))
    .orderBy(desc(invoices.number))
    .limit(3)
  return rows.map((i) => ({ kind: 'invoice', id: i.number, label: i.number, detail: i.job, to: `/jobs/${i.jobId}` }))
}
async function itemsFor(q: string): Promise<Found[]> {
  const { currency } = await theBusiness()
  const rows = await db().select().from(catalogue).orderBy(asc(catalogue.position))
  return rows
    .filter((i) => searchable(i.description).includes(q))
    .slice(0, 3)
    .map((i) => ({
      kind: 'item',
      id: i.id,
      label: i.description,
      detail: formatMoney(i.unitPrice, currency),
      to: '/library?at=items',
    }))
}

/** Templates by their name, those that aren't put away. */
async function templatesFor(q: string): Promise<Found[]> {
  const rows = await db()
    .select({ id: templates.id, name: templates.name, kind: templates.kind })
    .from(templates)
    .where(isNull(templates.archivedAt))
    .orderBy(asc(templates.name))
  return rows
    .filter((t) => nearness(q, searchable(t.name)) < 3)
    .slice(0, 3)
    .map((t) => ({ kind: 'template', id: t.id, label: t.name, detail: t.kind, to: `/library/templates/${t.id}` }))
}

/** "New waiver for Ines": on her jobs, the nearest first. */
async function makes(what: string, of: string): Promise<Found[]> {
  return (await jobsFor(of, 5)).map((j) => ({
    ...asJob(j),
    kind: 'do',
    id: `${what} ${j.id}`,
    label: `New ${what}: ${j.title}`,
    to: `/jobs/${j.id}?add=${what}`,
  }))
}
/** "Nudge Weir View": papers that wait for somebody outside, the longest first. */
async function nudges(of: string): Promise<Found[]> {
  const rows = await db()
    .select({ id: papers.id, title: papers.title, job: jobs.title, waits: paperRows.waits })
    .from(paperRows)
    .innerJoin(papers, eq(papers.id, paperRows.paperId))
    .innerJoin(jobs, eq(jobs.id, papers.jobId))
    .where(sql`${papers.state} = 'out' and ${paperRows.stop} = 'theirs' and ${has(paperRows.search, of)}`)
    .orderBy(asc(paperRows.since), asc(paperRows.n))
    .limit(5)
  return rows.map((p) => ({
    kind: 'do',
    id: `nudge ${p.id}`,
    label: `Nudge: ${p.title}, ${p.job}`,
    detail: p.waits,
    to: `/papers/${p.id}`,
    nudge: p.id,
  }))
}
