import { and, eq, sql } from 'drizzle-orm'
import { occurrenceKinds } from '../../core/follow-ups/model'
import { whenWords } from '../../core/follow-ups/words'
import type { DeliveriesView, SystemsView } from '../../shared/out/systems'
import { namesHere } from '../follow-ups/names'
import { now } from '../platform/clock'
import { hasStandin, useConfig } from '../platform/config'
import { db } from '../platform/db/client'
import { deliveries, jobs } from '../platform/db/schema'
import { theBusiness } from '../records/business'
import { eventName } from '../systems/deliver'
import { pageKey, pagedBy } from './listed'
import { loadSystem, systemsHere } from '../systems/systems'

/** Other systems with how it goes with them. Nothing secret is shown. */
export async function systemsView(): Promise<SystemsView> {
  const [rows, counted, names] = await Promise.all([
    systemsHere(),
    db()
      .select({ id: deliveries.systemId, state: deliveries.state, n: sql<number>`count(*)` })
      .from(deliveries)
      .groupBy(deliveries.systemId, deliveries.state),
    namesHere(),
  ])
  const count = (id: string, ...states: string[]) =>
    counted.filter((c) => c.id === id && states.includes(c.state)).reduce((n, c) => n + c.n, 0)
  return {
    rows: rows.map(({ id, name, kind, url, keys, events, on }) => {
      const before = keys.kind === 'hook' ? keys.secrets.find((s) => s.until && s.until > now()) : undefined
      return {
        ...{ id, name, kind, url, events, on },
        user: keys.kind === 'webdav' ? keys.user : keys.kind === 's3' ? keys.accessKey : '',
        region: keys.kind === 's3' ? keys.region : '',
        overlap: before?.until ?? null,
        waiting: count(id, 'waiting'),
        refused: count(id, 'refused', 'given up'),
        done: count(id, 'done'),
      }
    }),
    events: occurrenceKinds.map((kind) => ({
      kind,
      name: eventName(kind),
      words: whenWords({ kind, of: '', days: 0 }, names),
    })),
    neighbour: hasStandin('neighbour') ? `${useConfig().origin}/standin/neighbour` : null,
  }
}

const PAGE = 25
/** What was given over to a system, the newest first. */
export async function deliveriesView(systemId: string, after?: string): Promise<DeliveriesView> {
  await loadSystem(systemId)
  const page = pagedBy(sql`${deliveries.createdAt}`, deliveries.id, true, after)
  const rows = await db()
    .select({ d: deliveries, job: { id: jobs.id, title: jobs.title } })
    .from(deliveries)
    .leftJoin(jobs, eq(jobs.id, deliveries.jobId))
    .where(and(eq(deliveries.systemId, systemId), page.from))
    .orderBy(...page.order)
    .limit(PAGE + 1)
  const last = rows.length > PAGE ? rows[PAGE - 1]!.d : null
  return {
    rows: rows.slice(0, PAGE).map(({ d, job }) => ({
      ...{ id: d.id, body: d.body, createdAt: d.createdAt, state: d.state, tries: d.tries, job },
      what: eventName(d.what),
    })),
    next: last ? pageKey(last.createdAt, last.id) : null,
    timeZone: (await theBusiness()).timeZone,
  }
}
