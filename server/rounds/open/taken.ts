import { and, eq, gt, isNotNull, or, sql } from 'drizzle-orm'
import { later } from '../../platform/clock'
import { type Db, db } from '../../platform/db/client'
import { guests, jobs, papers, standingAnswers, visitMarks } from '../../platform/db/schema'
import type { StandingLink } from './links'

/** How many have answered by a link, and how many places its session has left; none are counted where it has no number. */
export async function takenBy(
  tx: Db,
  link: Pick<StandingLink, 'id' | 'jobId'>,
): Promise<{ taken: number; free: number | null }> {
  const [counted] = await tx
    .select({ n: sql<number>`coalesce(sum(${standingAnswers.people}), 0)` })
    .from(standingAnswers)
    .where(
      and(
        eq(standingAnswers.linkId, link.id),
        // What never came to a round, because its browser went away in between, is let go of.
        or(isNotNull(standingAnswers.personId), gt(standingAnswers.at, later(-600))),
      ),
    )
  if (!link.jobId) return { taken: counted!.n, free: null }
  const [job] = await tx.select({ people: jobs.people }).from(jobs).where(eq(jobs.id, link.jobId))
  if (!job || job.people === null) return { taken: counted!.n, free: null }
  const [there] = await tx
    .select({ n: sql<number>`count(*)` })
    .from(guests)
    .where(
      and(
        eq(guests.jobId, link.jobId),
        sql`coalesce((select ${visitMarks.kind} from ${visitMarks} where ${visitMarks.jobId} = ${guests.jobId}
          and ${visitMarks.contactId} = ${guests.contactId} order by ${visitMarks.at} desc limit 1), '') not in ('turned away')`,
      ),
    )
  return { taken: counted!.n, free: Math.max(0, job.people - there!.n) }
}

/** How many are expected in a session who haven't signed: each has a place already. */
export async function awaitedIn(jobId: string): Promise<number> {
  const [awaited] = await db()
    .select({ n: sql<number>`count(*)` })
    .from(guests)
    .where(
      and(
        eq(guests.jobId, jobId),
        sql`not exists (select 1 from ${papers} where ${papers.jobId} = ${guests.jobId} and ${papers.kind} = 'waiver'
          and ${papers.state} = 'signed' and ${papers.bindings} ->> '$.guest.contactId' = ${guests.contactId})`,
      ),
    )
  return awaited!.n
}

/** Whether whoever gave an answer has signed: what was only begun keeps nobody from beginning again. */
export const hasSigned = sql<boolean>`exists (select 1 from round_events e join round_people p on p.round_id = e.round_id
  where p.id = ${standingAnswers.personId} and e.type = 'signed' and e.data ->> '$.person' = p.id)`
