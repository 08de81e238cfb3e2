import { asc, eq, sql } from 'drizzle-orm'
import type { FiledView } from '../../shared/out/follow-ups'
import { getBlob } from '../platform/blobs'
import { db } from '../platform/db/client'
import { filed, jobs } from '../platform/db/schema'
import { notFound } from '../platform/problem'
import { contains } from './listed'

const SHOWN = 500
/** Files laid into folders, by their path; those that have some words in it. */
export async function filedView(find: string): Promise<FiledView> {
  const where = find.trim() ? contains(filed.path, find.trim()) : undefined
  const [rows, [all]] = await Promise.all([
    db()
      .select({ id: filed.id, path: filed.path, at: filed.at, job: { id: jobs.id, title: jobs.title } })
      .from(filed)
      .leftJoin(jobs, eq(jobs.id, filed.jobId))
      .where(where)
      .orderBy(asc(filed.path))
      .limit(SHOWN),
    db()
      .select({ n: sql<number>`count(*)` })
      .from(filed)
      .where(where),
  ])
  return { rows, all: Number(all!.n) }
}

/** One of them, as it was laid there. */
export async function filedFile(id: string): Promise<{ bytes: Uint8Array; name: string; type: string }> {
  const [row] = await db().select().from(filed).where(eq(filed.id, id))
  if (!row) throw notFound('file')
  return { bytes: await getBlob(row.sha), name: row.path.split('/').at(-1)!, type: row.type }
}
