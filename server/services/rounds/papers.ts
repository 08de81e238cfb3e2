import { and, asc, eq } from 'drizzle-orm'
import { db } from '../../db/client'
import { paperVersions, papers, type roundPeople, roundPapers } from '../../db/schema'

export interface RoundPaper {
  paper: typeof papers.$inferSelect
  version: typeof paperVersions.$inferSelect
  position: number
  sealedSha: string | null
}

/** The papers of a round in their order, each in the version that is out now. */
export async function papersOf(roundId: string): Promise<RoundPaper[]> {
  return db()
    .select({
      paper: papers,
      version: paperVersions,
      position: roundPapers.position,
      sealedSha: roundPapers.sealedSha,
    })
    .from(roundPapers)
    .innerJoin(papers, eq(papers.id, roundPapers.paperId))
    .innerJoin(paperVersions, eq(paperVersions.id, roundPapers.versionId))
    .where(eq(roundPapers.roundId, roundId))
    .orderBy(asc(roundPapers.position))
}

/** The papers of a round that concern one person of it. */
export async function papersFor(person: typeof roundPeople.$inferSelect): Promise<RoundPaper[]> {
  const all = await papersOf(person.roundId)
  return all.filter((p) => person.how.papers === null || person.how.papers.includes(p.paper.id))
}

/** The ids of a round's papers, in their order. */
export async function paperIdsOf(roundId: string): Promise<string[]> {
  const rows = await db()
    .select({ id: roundPapers.paperId })
    .from(roundPapers)
    .where(eq(roundPapers.roundId, roundId))
    .orderBy(asc(roundPapers.position))
  return rows.map((r) => r.id)
}

/** A paper's place in one round: its version that is out, and its sealed copy. */
export async function placeOf(roundId: string, paperId: string): Promise<typeof roundPapers.$inferSelect | undefined> {
  const [place] = await db()
    .select()
    .from(roundPapers)
    .where(and(eq(roundPapers.roundId, roundId), eq(roundPapers.paperId, paperId)))
  return place
}
