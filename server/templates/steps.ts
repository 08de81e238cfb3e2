import { and, desc, eq, lt, sql } from 'drizzle-orm'
import type { PaperDocument } from '../../core/document/model'
import { withIds } from '../../core/document/walk'
import { now } from '../platform/clock'
import { type Db, db } from '../platform/db/client'
import { templateSteps, type templates } from '../platform/db/schema'
import { notFound } from '../platform/problem'

/** Steps that are kept of a template, and how many characters they may have together: pictures make a step large. */
const STEPS = 60
const SIZE = 8_000_000

/** Keeps what a template says now as a step to go back to, before it is written over; the oldest give way. */
export async function keepStep(tx: Db, { id, revision, document }: typeof templates.$inferSelect): Promise<void> {
  await tx.insert(templateSteps).values({ templateId: id, revision, document, at: now() }).onConflictDoNothing()
  const rows = await tx
    .select({ revision: templateSteps.revision, size: sql<number>`length(${templateSteps.document})` })
    .from(templateSteps)
    .where(eq(templateSteps.templateId, id))
    .orderBy(desc(templateSteps.revision))
  let size = 0
  const last = rows.findIndex((r, i) => i >= STEPS || (size += r.size) > SIZE)
  // The newest stays, however large it is.
  if (last > 0)
    await tx
      .delete(templateSteps)
      .where(and(eq(templateSteps.templateId, id), lt(templateSteps.revision, rows[last - 1]!.revision)))
}

/** What a template said before a revision of it: the newest step that is older. */
export async function stepBefore(
  templateId: string,
  before: number,
): Promise<{ revision: number; document: PaperDocument }> {
  const [row] = await db()
    .select()
    .from(templateSteps)
    .where(and(eq(templateSteps.templateId, templateId), lt(templateSteps.revision, before)))
    .orderBy(desc(templateSteps.revision))
    .limit(1)
  if (!row) throw notFound('step')
  return { revision: row.revision, document: withIds(row.document) }
}
