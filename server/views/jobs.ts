import { jobsFrom } from './sums'
import { contains, pageKey, pagedBy } from './listed'
import { and, eq, gte, inArray, lt, sql, type SQL } from 'drizzle-orm'
import type { z } from 'zod'
import { same } from '../../core/tags/tags'
import { addDays } from '../../core/calendar/dates'
import { type LineFacts, lineOf, standing } from '../../core/line/line'
import type { JobPage, JobRow, listJobs } from '../../shared/jobs'
import { searchable } from '../../shared/text'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import { contacts, jobs, kinds, standings } from '../platform/db/schema'
import { theBusiness } from '../records/business'

/** Days ahead within which a job that isn't ready is worth a warning. */
const NEAR = 30

/** A row of the list as one JSON text: reading forty rows of twelve columns one by one costs more than the query. */
const rowJson = sql<string>`json_object('id', ${jobs.id}, 'title', ${jobs.title}, 'client', coalesce(${contacts.name}, ''),
  'kind', coalesce(${kinds.name}, ''), 'starts', ${jobs.starts}, 'day', ${jobs.day}, 'total', ${standings.total},
  'agreed', ${standings.agreed} > 0, 'ready', ${standings.ready}, 'facts', json(${standings.facts}),
  'tags', json((select coalesce(json_group_array(t.tag order by t.position), '[]') from tags t where t.of = 'job' and t.of_id = ${jobs.id})))`
type ReadRow = Omit<JobRow, 'stops' | 'state' | 'words' | 'agreed' | 'ready'> & {
  facts: LineFacts
  agreed: 0 | 1
  ready: 0 | 1
}

function toRow({ facts, agreed, ready, ...row }: ReadRow, day: string): JobRow {
  const stops = lineOf(facts, day)
  const { state, words } = standing(stops, facts)
  return { ...row, agreed: agreed === 1, ready: ready === 1, stops, state, words }
}

/** What jobs can stand in order by; names without regard to case and accents. */
const ORDER = {
  day: sql`${jobs.sortDay}`,
  title: sql`${jobs.search}`,
  client: sql`coalesce(${contacts.search}, '')`,
  total: sql`${standings.total}`,
}

/**
 * A page of jobs, by day where nothing else is asked for (those without one last), with where each stands. `after` is the
 * key the last page ended on.
 */
export async function listJobRows(query: z.output<typeof listJobs>): Promise<JobPage> {
  const business = await theBusiness()
  const day = today(business.timeZone)
  const past = query.when === 'past'
  const where: (SQL | undefined)[] = [
    query.when === 'coming' ? gte(jobs.sortDay, day) : past ? lt(jobs.sortDay, day) : undefined,
    // Papers of the business itself are shown where they are asked for.
    query.kind ? eq(jobs.kindId, query.kind) : eq(jobs.house, false),
    query.stop
      ? and(eq(standings.stop, query.stop), inArray(standings.state, ['yours', 'theirs', 'trouble']))
      : undefined,
    query.notReady
      ? and(eq(standings.ready, false), gte(standings.sortDay, day), lt(standings.sortDay, addDays(day, NEAR)))
      : undefined,
    query.tag
      ? sql`exists (select 1 from tags t where t.of = 'job' and t.of_id = ${jobs.id} and t.same = ${same(query.tag)})`
      : undefined,
    query.find?.trim() ? contains(jobs.search, searchable(query.find)) : undefined,
  ]
  const by = ORDER[query.sort ?? 'day']
  const page = pagedBy(by, jobs.id, query.sort ? query.down === '1' : past, query.after)
  const select = db()
    .select({ row: rowJson, by })
    .from(jobs)
    .innerJoin(standings, eq(standings.jobId, jobs.id))
    .leftJoin(contacts, eq(contacts.id, jobs.clientId))
    .leftJoin(kinds, eq(kinds.id, jobs.kindId))
    .where(and(...where, page.from))
    .orderBy(...page.order)
    .limit(query.limit + 1)
  const found = await db().values<[string, string | number]>(select.getSQL())
  const rows = found.slice(0, query.limit).map((r) => JSON.parse(r[0]) as ReadRow)
  const last = rows.at(-1)
  return {
    rows: rows.map((r) => toRow(r, day)),
    next: found.length > query.limit && last ? pageKey(found[query.limit - 1]![1], last.id) : null,
    counts: page.first ? await jobCounts(day) : null,
    today: day,
    currency: business.currency,
  }
}

/** How many jobs are to come, and how many of the near ones aren't ready. */
async function jobCounts(day: string): Promise<{ coming: number; notReady: number }> {
  const coming = jobsFrom(day)
  const notReady = db()
    .select({ n: sql`count(*)` })
    .from(standings)
    .where(and(eq(standings.ready, false), gte(standings.sortDay, day), lt(standings.sortDay, addDays(day, NEAR))))
  return db().get<{ coming: number; notReady: number }>(
    sql`select (${coming}) - (select count(*) from jobs where house and sort_day >= ${day}) as coming, (${notReady}) as notReady`,
  )
}
