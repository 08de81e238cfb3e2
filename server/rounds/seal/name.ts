import { sql, eq, and, inArray } from 'drizzle-orm'
import { dayOf } from '../../../core/calendar/dates'
import { db } from '../../platform/db/client'
import { papers, jobs, roundEvents } from '../../platform/db/schema'
import { theBusiness } from '../../records/business'

/** What a sealed copy is called: the paper's title, the job, `signed`, and the day the last person signed. */
export async function sealedName(roundId: string, paperId: string): Promise<string> {
  const [row] = await db()
    .select({ title: papers.title, job: jobs.title, at: sql<string>`max(${roundEvents.at})` })
    .from(roundEvents)
    .innerJoin(papers, eq(papers.id, paperId))
    .innerJoin(jobs, eq(jobs.id, papers.jobId))
    .where(and(eq(roundEvents.roundId, roundId), inArray(roundEvents.type, ['signed', 'on-paper'])))
  const name = `${`${row!.title}, ${row!.job}`.slice(0, 90)}, signed ${dayOf(row!.at, (await theBusiness()).timeZone)}`
  return (
    name
      .replace(/[^\p{L}\p{N} ,.()-]+/gu, ' ')
      .replace(/\s+/g, ' ')
      .trim() + '.pdf'
  )
}
