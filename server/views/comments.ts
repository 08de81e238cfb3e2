import { and, asc, eq } from 'drizzle-orm'
import type { CommentView } from '../../shared/comments'
import { db } from '../platform/db/client'
import { comments, members } from '../platform/db/schema'

/** What members said about a paper or template, each with its answers, in the order it was said. */
export async function commentsOf(on: 'paper' | 'template', of: string): Promise<CommentView[]> {
  const rows = await db()
    .select({ row: comments, by: members.name })
    .from(comments)
    .innerJoin(members, eq(members.id, comments.by))
    .where(and(eq(comments.of, of), eq(comments.on, on)))
    .orderBy(asc(comments.at), asc(comments.id))
    .limit(500)
  const said = ({ row, by }: (typeof rows)[number]) => ({ id: row.id, by, words: row.words, at: row.at })
  return rows
    .filter(({ row }) => !row.answers)
    .map((first) => ({
      ...said(first),
      block: first.row.block,
      resolved: first.row.resolvedAt !== null,
      answers: rows.filter(({ row }) => row.answers === first.row.id).map(said),
    }))
}
