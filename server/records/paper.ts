import { db } from '../platform/db/client'
import { withIds } from '../../core/document/walk'
import { eq } from 'drizzle-orm'
import { papers } from '../platform/db/schema'
import { notFound } from '../platform/problem'

export type Paper = typeof papers.$inferSelect
export async function loadPaper(id: string): Promise<Paper> {
  const [paper] = await db().select().from(papers).where(eq(papers.id, id))
  if (!paper) throw notFound('paper')
  return { ...paper, document: withIds(paper.document) }
}
