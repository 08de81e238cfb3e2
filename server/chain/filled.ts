import { eq, isNull, sql } from 'drizzle-orm'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { paperAnswers, papers } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { enqueue } from '../queue/outbox'
import { answersOf } from './answers'

/** Keeps what was filled on a paper that all have signed, by the names of its fields; a field twice is its first. */
export async function keepAnswers(paperId: string, at = now()): Promise<void> {
  const [paper] = await db().select({ templateId: papers.templateId }).from(papers).where(eq(papers.id, paperId))
  if (!paper?.templateId) return
  const { templateId } = paper
  const { fields, values } = await answersOf(paperId)
  const said: Record<string, string> = {}
  for (const f of fields) {
    const value = values.get(f.key)
    if (value === undefined || value === null) continue
    said[f.dataName ?? f.label] ??= typeof value === 'boolean' ? (value ? 'yes' : 'no') : value
  }
  await write((tx) =>
    tx
      .insert(paperAnswers)
      .values({ paperId, templateId, at, values: said })
      .onConflictDoUpdate({ target: paperAnswers.paperId, set: { values: said } }),
  )
}

const AT_ONCE = 50
/** The outbox's part, once: what was filled on papers that were signed before this was kept. */
export async function keepOldAnswers(): Promise<{ again: string } | undefined> {
  const rows = await db()
    .select({ id: papers.id, at: papers.createdAt })
    .from(papers)
    .leftJoin(paperAnswers, eq(paperAnswers.paperId, papers.id))
    .where(sql`${papers.state} = 'signed' and ${papers.templateId} is not null and ${isNull(paperAnswers.paperId)}`)
    .limit(AT_ONCE)
  let kept = 0
  for (const { id, at } of rows)
    try {
      await keepAnswers(id, at)
      kept += 1
    } catch (error) {
      // Its round is gone after its years: there is nothing to read any more.
      if (!(error instanceof Problem)) throw error
    }
  return rows.length === AT_ONCE && kept ? { again: now() } : undefined
}
export const beginOldAnswers = (): Promise<void> => enqueue('answers.old', 'answers.old', {})
