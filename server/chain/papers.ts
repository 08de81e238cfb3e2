import { and, asc, eq } from 'drizzle-orm'
import { type LinkState, mayRead, linkStateFor } from '../../core/rounds/link-state'
import { now } from '../platform/clock'
import { db } from '../platform/db/client'
import { paperVersions, papers, type roundPeople, roundPapers } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { roundState } from './state'

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

const CLOSED: Record<string, string> = {
  paused: 'The sender has put this on hold. It can be read again when it goes on.',
  'not-yet': 'It is not your turn yet.',
  replaced: 'Somebody else signs in your place.',
  declined: 'This was declined and is closed.',
  withdrawn: 'The sender has withdrawn this.',
  lapsed: 'The time to sign has passed.',
}

/** The papers of somebody's place, for any route that gives one out; throws when they may not be read now. */
export async function readablePapers(person: typeof roundPeople.$inferSelect): Promise<RoundPaper[]> {
  const standing = await linkStateOf(person)
  if (!mayRead(standing)) throw new Problem('gone', CLOSED[standing]!, {}, { reason: standing })
  return papersFor(person)
}

/** How a round stands for one person of it now. */
export async function linkStateOf(person: typeof roundPeople.$inferSelect): Promise<LinkState> {
  const state = await roundState(person.roundId)
  return linkStateFor(
    state,
    state.people.find((p) => p.id === person.id)!,
    now(),
  )
}

/** Insists that somebody may still fill in what is theirs. */
export async function insistOpen(person: typeof roundPeople.$inferSelect): Promise<void> {
  const standing = await linkStateOf(person)
  if (standing === 'open') return
  if (standing === 'done') throw new Problem('not-now', 'You have signed this already.', {}, { reason: 'already-done' })
  throw new Problem(
    standing === 'paused' || standing === 'not-yet' ? 'not-now' : 'gone',
    CLOSED[standing] ?? 'You get a copy; there is nothing to fill in.',
    {},
    { reason: standing },
  )
}
