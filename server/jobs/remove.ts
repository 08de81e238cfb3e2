import { and, eq, inArray, sql } from 'drizzle-orm'
import { db, write } from '../platform/db/client'
import {
  deliveries,
  dues,
  entries,
  filed,
  flowAsks,
  followRuns,
  followSteps,
  guests,
  happenings,
  invoices,
  jobLines,
  jobs,
  mailIn,
  occurrences,
  outbox,
  papers,
  payments,
  rhythmDays,
  rhythms,
  standingLinks,
  standings,
  tags,
  tasks,
} from '../platform/db/schema'

/** Jobs of some that nothing has happened with since they were made: nothing of theirs is lost but themselves. */
async function untouched(ids: readonly string[]): Promise<string[]> {
  const rows = await db()
    .select({ id: jobs.id })
    .from(jobs)
    .where(
      sql`${inArray(jobs.id, [...ids])} and ${jobs.version} = 1
        and not exists (select 1 from ${papers} where ${papers.jobId} = ${jobs.id})
        and not exists (select 1 from ${payments} where ${payments.jobId} = ${jobs.id})
        and not exists (select 1 from ${invoices} where ${invoices.jobId} = ${jobs.id})
        and not exists (select 1 from ${guests} where ${guests.jobId} = ${jobs.id})
        and not exists (select 1 from ${standingLinks} where ${standingLinks.jobId} = ${jobs.id})
        and not exists (select 1 from ${tasks} where ${tasks.jobId} = ${jobs.id})
        and not exists (select 1 from ${entries} where ${entries.jobId} = ${jobs.id})
        and not exists (select 1 from ${filed} where ${filed.jobId} = ${jobs.id})
        and not exists (select 1 from ${mailIn} where ${mailIn.jobId} = ${jobs.id})
        and not exists (select 1 from ${followSteps}, ${followRuns} where ${followSteps.runId} = ${followRuns.id}
          and ${followRuns.jobId} = ${jobs.id} and ${followSteps.state} = 'done')
        and not exists (select 1 from ${flowAsks} where ${flowAsks.jobId} = ${jobs.id})
        and not exists (select 1 from ${rhythms} where ${rhythms.jobId} = ${jobs.id})
        and (select count(*) from ${happenings} where ${happenings.jobId} = ${jobs.id}) <= 1`,
    )
  return rows.map((r) => r.id)
}

/** Removes those of some jobs that nothing has happened with, and what waits for them; says which. */
export async function removeJobs(ids: readonly string[]): Promise<string[]> {
  return write(async (tx) => {
    const gone = await untouched(ids)
    if (!gone.length) return gone
    for (const table of [happenings, jobLines, standings, dues, rhythmDays])
      await tx.delete(table).where(inArray(table.jobId, gone))
    const ran = tx.select({ id: followRuns.id }).from(followRuns).where(inArray(followRuns.jobId, gone))
    await tx.delete(followSteps).where(inArray(followSteps.runId, ran))
    await tx.delete(followRuns).where(inArray(followRuns.jobId, gone))
    await tx.delete(occurrences).where(inArray(occurrences.jobId, gone))
    await tx.update(deliveries).set({ jobId: null }).where(inArray(deliveries.jobId, gone))
    await tx.delete(outbox).where(
      inArray(
        outbox.key,
        gone.map((id) => `invoice:${id}`),
      ),
    )
    await tx.delete(tags).where(and(eq(tags.of, 'job'), inArray(tags.ofId, gone)))
    await tx.delete(jobs).where(inArray(jobs.id, gone))
    return gone
  })
}
