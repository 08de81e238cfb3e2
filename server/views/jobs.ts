import { and, asc, desc, eq, gte, inArray, lt, sql, type SQL } from 'drizzle-orm'
import type { z } from 'zod'
import { addDays } from '../../core/calendar/dates'
import { type LineFacts, lineOf, paperSays, standing } from '../../core/line/line'
import { nextStep } from '../../core/line/next'
import type { ContactView, JobPage, JobRow, JobView, ThreadEntry, listJobs } from '../../shared/jobs'
import { searchable } from '../../shared/text'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import { contacts, happenings, jobs, kinds, papers, standings } from '../platform/db/schema'
import { theBusiness } from '../records/business'
import { driftOfJob } from '../papers/drift'
import { questionsOf } from '../rounds/manage/questions'
import { type LiveRound, latestRounds } from '../chain/state'
import { loadJob } from '../records/job'
import { lineFacts } from '../standing/project'

/** Days ahead within which a job that isn't ready is worth a warning. */
const NEAR = 30
/** A row of the list as one JSON text: reading forty rows of twelve columns one by one costs more than the query. */
const rowJson = sql<string>`json_object('id', ${jobs.id}, 'title', ${jobs.title}, 'client', coalesce(${contacts.name}, ''),
  'kind', coalesce(${kinds.name}, ''), 'starts', ${jobs.starts}, 'day', ${jobs.day}, 'sortDay', ${jobs.sortDay}, 'total', ${standings.total},
  'agreed', ${standings.agreed} > 0, 'ready', ${standings.ready}, 'facts', json(${standings.facts}))`
type ReadRow = Omit<JobRow, 'stops' | 'mark' | 'words' | 'agreed' | 'ready'> & {
  facts: LineFacts
  sortDay: string
  agreed: 0 | 1
  ready: 0 | 1
}

function toRow({ facts, sortDay: _, agreed, ready, ...row }: ReadRow, day: string): JobRow {
  const stops = lineOf(facts, day)
  const { mark, words } = standing(stops, facts)
  return { ...row, agreed: agreed === 1, ready: ready === 1, stops, mark, words }
}

const like = (text: string) => `%${searchable(text).replace(/[\\%_]/g, '\\$&')}%`

/** A page of jobs by day (those without one last), with where each stands. `after` is the key the last page ended on. */
export async function listJobRows(query: z.output<typeof listJobs>): Promise<JobPage> {
  const business = await theBusiness()
  const day = today(business.timeZone)
  const past = query.when === 'past'
  const where: (SQL | undefined)[] = [
    query.when === 'coming' ? gte(jobs.sortDay, day) : past ? lt(jobs.sortDay, day) : undefined,
    query.kind ? eq(jobs.kindId, query.kind) : undefined,
    query.stop
      ? and(eq(standings.stop, query.stop), inArray(standings.mark, ['yours', 'theirs', 'trouble']))
      : undefined,
    query.notReady
      ? and(eq(standings.ready, false), gte(standings.sortDay, day), lt(standings.sortDay, addDays(day, NEAR)))
      : undefined,
    query.find?.trim() ? sql`${jobs.search} like ${like(query.find)} escape '\\'` : undefined,
  ]
  const cursor = query.after?.split('~')
  if (cursor?.length === 2)
    where.push(
      past
        ? sql`(${jobs.sortDay}, ${jobs.id}) < (${cursor[0]}, ${cursor[1]})`
        : sql`(${jobs.sortDay}, ${jobs.id}) > (${cursor[0]}, ${cursor[1]})`,
    )
  const select = db()
    .select({ row: rowJson })
    .from(jobs)
    .innerJoin(standings, eq(standings.jobId, jobs.id))
    .leftJoin(contacts, eq(contacts.id, jobs.clientId))
    .leftJoin(kinds, eq(kinds.id, jobs.kindId))
    .where(and(...where))
    .orderBy(past ? desc(jobs.sortDay) : asc(jobs.sortDay), past ? desc(jobs.id) : asc(jobs.id))
    .limit(query.limit + 1)
  const found = (await db().values<[string]>(select.getSQL())).map((r) => JSON.parse(r[0]) as ReadRow)
  const rows = found.slice(0, query.limit)
  const last = rows.at(-1)
  return {
    rows: rows.map((r) => toRow(r, day)),
    next: found.length > query.limit && last ? `${last.sortDay}~${last.id}` : null,
    counts: cursor ? null : await jobCounts(day),
    today: day,
    currency: business.currency,
  }
}

/** How many jobs are to come, and how many of the near ones aren't ready. */
export async function jobCounts(day: string): Promise<{ coming: number; notReady: number }> {
  const coming = db()
    .select({ n: sql`count(*)` })
    .from(jobs)
    .where(gte(jobs.sortDay, day))
  const notReady = db()
    .select({ n: sql`count(*)` })
    .from(standings)
    .where(and(eq(standings.ready, false), gte(standings.sortDay, day), lt(standings.sortDay, addDays(day, NEAR))))
  return db().get<{ coming: number; notReady: number }>(sql`select (${coming}) as coming, (${notReady}) as notReady`)
}

export const contactView = (c: typeof contacts.$inferSelect): ContactView => ({
  id: c.id,
  name: c.name,
  email: c.email,
  phone: c.phone,
  address: c.address,
  kind: c.kind,
  born: c.born,
})

/** A job's page. */
export async function jobView(id: string): Promise<JobView> {
  const loaded = await loadJob(id)
  const { job, kind, client, business } = loaded
  const facts = await lineFacts(loaded)
  const rows = await db()
    .select()
    .from(papers)
    .where(eq(papers.jobId, id))
    .orderBy(asc(papers.createdAt), asc(papers.id))
  const live = await latestRounds(rows.map((p) => p.id))
  const thread = await db()
    .select()
    .from(happenings)
    .where(eq(happenings.jobId, id))
    .orderBy(desc(happenings.at), desc(happenings.id))
    .limit(200)
  const asks = await openQuestions(thread, live)
  const drift = await driftOfJob(loaded)
  const next = nextStep(facts, client, loaded.today)
  const waiting = next.paperId
    ? live
        .get(next.paperId)
        ?.state.people.find((p) => p.status !== 'done' && p.part === 'sign' && p.status !== 'not yet')
    : null
  return {
    id,
    version: job.version,
    title: job.title,
    kind: { id: kind.id, name: kind.name, facts: kind.settings.facts, waivers: kind.settings.expects.waivers },
    client: client ? contactView(client) : null,
    starts: job.starts,
    ends: job.ends,
    timeZone: job.timeZone,
    place: job.place,
    people: job.people,
    facts: job.facts,
    notes: job.notes,
    lines: loaded.lines,
    discount: job.discount,
    pricesIncludeTax: job.pricesIncludeTax,
    priced: loaded.priced,
    stages: loaded.stages,
    credit: loaded.credit,
    currency: business.currency,
    agreed: !!job.agreedOn || facts.papers.some((p) => p.kind === 'quote' && p.state === 'signed'),
    agreedOn: job.agreedOn,
    line: lineOf(facts, loaded.today),
    lineFacts: facts,
    papers: rows.map((p) => {
      const f = facts.papers.find((x) => x.id === p.id)!
      const bound = p.bindings.guest
      const guest = bound && 'contactId' in bound ? loaded.guests.find((g) => g.id === bound.contactId) : undefined
      return {
        id: p.id,
        kind: p.kind,
        title: p.title,
        state: p.state,
        says: paperSays(f),
        createdAt: p.createdAt,
        roundId: live.get(p.id)?.id ?? null,
        guestId: guest?.id ?? null,
        guest: guest?.name ?? '',
        drift: drift.get(p.id) ?? [],
      }
    }),
    thread: thread.map((h) => ({
      id: h.id,
      at: h.at,
      type: h.type,
      words: h.words,
      detail: h.detail,
      mark: h.mark as JobRow['mark'] | null,
      paperId: h.paperId,
      asks: asks.get(h.id) ?? null,
    })),
    next: { ...next, personId: waiting?.id ?? null },
    today: loaded.today,
    invoice: loaded.invoice ? { id: loaded.invoice.id, number: loaded.invoice.number } : null,
    guests: loaded.guests.map(contactView),
    payments: loaded.payments.map((p) => ({ stage: p.stage, amount: p.amount, at: p.at, method: p.method })),
  }
}

/** Contacts by name, for finding as one types. */
export async function findContacts(find: string, limit = 20, after = ''): Promise<ContactView[]> {
  const rows = await db()
    .select()
    .from(contacts)
    .where(
      and(
        find.trim() ? sql`${contacts.search} like ${like(find)} escape '\\'` : undefined,
        after
          ? sql`(${contacts.name}, ${contacts.id}) > (select name, id from contacts where id = ${after})`
          : undefined,
      ),
    )
    .orderBy(asc(contacts.name), asc(contacts.id))
    .limit(limit)
  return rows.map(contactView)
}

/** The questions of a thread that wait for an answer, by the row they stand in. */
async function openQuestions(
  thread: readonly (typeof happenings.$inferSelect)[],
  live: ReadonlyMap<string, LiveRound>,
): Promise<Map<number, NonNullable<ThreadEntry['asks']>>> {
  const rows = thread.filter((h) => h.type === 'question' && h.paperId)
  const out = new Map<number, NonNullable<ThreadEntry['asks']>>()
  for (const paperId of new Set(rows.map((h) => h.paperId!))) {
    const round = live.get(paperId)
    for (const q of round ? await questionsOf(round.id) : []) {
      const ref = `${round!.id}:${q.id}`
      // A question of an earlier release has no name in the thread; it is known by its words.
      const row =
        rows.find((h) => h.ref === ref) ??
        rows.find((h) => !h.ref && h.paperId === paperId && h.detail === `“${q.question}”` && !out.has(h.id))
      const name = round!.state.people.find((p) => p.id === q.person)?.name ?? ''
      if (row && q.answer === null) out.set(row.id, { paperId, person: q.person, question: q.id, name })
    }
  }
  return out
}
