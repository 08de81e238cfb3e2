import { sql, eq, desc } from 'drizzle-orm'
import type { PaperRow } from '../../shared/papers'
import { db } from '../platform/db/client'
import { papers, jobs, contacts } from '../platform/db/schema'

/** Papers, newest first; `after` is the last id of the page before. */
export async function listPapers(after: string | undefined, limit: number): Promise<PaperRow[]> {
  return db()
    .select({
      id: papers.id,
      kind: papers.kind,
      title: papers.title,
      state: papers.state,
      jobId: papers.jobId,
      jobTitle: jobs.title,
      client: sql<string>`coalesce(${contacts.name}, '')`,
      createdAt: papers.createdAt,
    })
    .from(papers)
    .innerJoin(jobs, eq(jobs.id, papers.jobId))
    .leftJoin(contacts, eq(contacts.id, jobs.clientId))
    .where(
      after
        ? sql`(${papers.createdAt}, ${papers.id}) < (select created_at, id from papers where id = ${after})`
        : undefined,
    )
    .orderBy(desc(papers.createdAt), desc(papers.id))
    .limit(limit)
}
