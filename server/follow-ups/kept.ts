import { and, asc, eq, isNull } from 'drizzle-orm'
import type { Place } from '../../core/follow-ups/engine'
import type { FollowUp, Occurrence } from '../../core/follow-ups/model'
import { db } from '../platform/db/client'
import { followUps, type occurrences } from '../platform/db/schema'
import { notFound } from '../platform/problem'
import type { Business } from '../records/business'

export type FollowUpRow = typeof followUps.$inferSelect
/** All follow-ups that are there, the oldest first. */
export const followUpsHere = (): Promise<FollowUpRow[]> =>
  db().select().from(followUps).where(isNull(followUps.goneAt)).orderBy(asc(followUps.createdAt), asc(followUps.id))
/** Those that are on and wait for a kind of thing. */
export const waitingFor = async (kind: string): Promise<FollowUp[]> =>
  (
    await db()
      .select()
      .from(followUps)
      .where(and(eq(followUps.on, true), isNull(followUps.goneAt)))
  ).filter((f) => f.when.kind === kind)

export async function loadFollowUp(id: string): Promise<FollowUpRow> {
  const [row] = await db().select().from(followUps).where(eq(followUps.id, id))
  if (!row || row.goneAt) throw notFound('follow-up')
  return row
}

/** An occurrence as the engine reads it. */
export const asOccurrence = ({ n: _n, by: _by, days, ...row }: typeof occurrences.$inferSelect): Occurrence => ({
  ...row,
  ...(days === null ? {} : { days }),
})

/** What is done on a day is done when the quiet hours are over, at nine otherwise. */
export const placeOf = ({ timeZone, settings }: Business): Place => ({
  timeZone,
  at: settings.quiet.to > '09:00' && settings.quiet.to < '20:00' ? settings.quiet.to : '09:00',
})
