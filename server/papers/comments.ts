import { eq } from 'drizzle-orm'
import type { z } from 'zod'
import type { newComment } from '../../shared/comments'
import { now } from '../platform/clock'
import { type Db, write } from '../platform/db/client'
import { comments, papers, templates } from '../platform/db/schema'
import { idBy, makeOnce } from '../platform/once'
import { notFound } from '../platform/problem'
import { nameOf } from '../records/members'
import { note } from '../standing/thread'

/** The job of what is commented on, where it is a paper of one; throws where there is no such thing. */
async function place(tx: Db, on: 'paper' | 'template', of: string): Promise<{ jobId: string | null; title: string }> {
  const [row] =
    on === 'paper'
      ? await tx.select({ jobId: papers.jobId, title: papers.title }).from(papers).where(eq(papers.id, of))
      : await tx.select({ title: templates.name }).from(templates).where(eq(templates.id, of))
  if (!row) throw notFound(on)
  return { jobId: null, ...row }
}

/** Says something about a paper or template, for members only; on a paper the job's thread tells the others. */
export async function comment(input: z.output<typeof newComment>, memberId: string): Promise<string> {
  const { key, words, ...rest } = input
  const id = idBy('c', `${memberId}-${key}`)
  return makeOnce(comments, id, async (tx) => {
    const { jobId, title } = await place(tx, input.on, input.of)
    if (input.answers) {
      const [first] = await tx.select().from(comments).where(eq(comments.id, input.answers))
      if (!first || first.of !== input.of || first.answers) throw notFound('comment')
      // What is answered is open again.
      await tx.update(comments).set({ resolvedAt: null }).where(eq(comments.id, first.id))
    }
    await tx.insert(comments).values({ id, ...rest, words, by: memberId, at: now() })
    const by = await nameOf(memberId)
    if (jobId)
      await note({ jobId, type: 'note', words: `${by} on ${title}: ${words.slice(0, 300)}`, paperId: input.of })
    return id
  })
}

/** Lets a comment with its answers rest, or takes it up again. */
export async function resolveComment(id: string, resolved: boolean): Promise<void> {
  await write(async (tx) => {
    const [row] = await tx.select().from(comments).where(eq(comments.id, id))
    if (!row || row.answers) throw notFound('comment')
    await tx
      .update(comments)
      .set({ resolvedAt: resolved ? (row.resolvedAt ?? now()) : null })
      .where(eq(comments.id, id))
  })
}
