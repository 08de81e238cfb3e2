import { and, eq, inArray } from 'drizzle-orm'
import { typeOf } from '../../core/document/file-type'
import type { JobFile } from '../../shared/out/jobs'
import { inspectInWorker } from '../files/pool'
import { getBlob, putBlob } from '../platform/blobs'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { jobFiles } from '../platform/db/schema'
import { Problem, notFound } from '../platform/problem'
import { loadJob } from '../records/job'
import { note } from '../standing/thread'

const PIXELS_MAX = 24_000_000

/** Takes a picture or PDF to a job. It is looked at aside from everything else before it is kept; the same file twice is one. */
export async function takeJobFile(jobId: string, name: string, bytes: Uint8Array, by: string): Promise<JobFile> {
  await loadJob(jobId)
  const type = typeOf(bytes)
  const refuse = (words: string) => new Problem('invalid', words, { file: words })
  if (!type) throw refuse('Give a PDF, a PNG or a JPEG.')
  if (type !== 'application/pdf') {
    const src = `data:${type};base64,${Buffer.from(bytes).toString('base64')}`
    const [seen] = await inspectInWorker({ pictures: [src], most: PIXELS_MAX })
    if (!seen || 'refused' in seen) throw refuse(seen?.refused ?? 'This picture can’t be read.')
  }
  const sha = await putBlob(bytes, type)
  await write((tx) => tx.insert(jobFiles).values({ jobId, sha, name, type, by, at: now() }).onConflictDoNothing())
  return { sha, name, type }
}

/** A file of a job; one that was taken to another is not there. */
export async function jobFileOf(
  jobId: string,
  sha: string,
): Promise<{ bytes: Uint8Array; name: string; type: string }> {
  const [row] = await db()
    .select()
    .from(jobFiles)
    .where(and(eq(jobFiles.jobId, jobId), eq(jobFiles.sha, sha)))
  if (!row) throw notFound('file')
  return { bytes: await getBlob(sha), name: row.name, type: row.type }
}

/** A remark in the thread, for the business only, with pictures and files that were taken to this job. */
export async function addNote(id: string, words: string, files: readonly string[], by: string): Promise<void> {
  await write(async (tx) => {
    await loadJob(id)
    const rows = files.length
      ? await tx
          .select({ sha: jobFiles.sha, name: jobFiles.name, type: jobFiles.type })
          .from(jobFiles)
          .where(and(eq(jobFiles.jobId, id), inArray(jobFiles.sha, [...files])))
      : []
    const given = [...new Set(files)].map((sha) => rows.find((r) => r.sha === sha))
    if (given.includes(undefined))
      throw new Problem('invalid', 'A file of this note isn’t here any more. Give it again.', {
        files: 'Give it again.',
      })
    const count = given.length === 1 ? 'a file' : `${given.length} files`
    await note({
      jobId: id,
      type: 'note',
      words: `${by}: ${words.slice(0, 300) || count}`,
      detail: words.length > 300 ? words : '',
      files: given as JobFile[],
    })
  })
}
