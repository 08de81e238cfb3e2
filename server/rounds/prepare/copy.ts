import { eq } from 'drizzle-orm'
import { numberFor } from '../../papers/make'
import { now } from '../../platform/clock'
import { write } from '../../platform/db/client'
import { papers, roundPlans } from '../../platform/db/schema'
import { Problem } from '../../platform/problem'
import { note } from '../../standing/thread'
import { touch } from '../../standing/touch'
import { loadPaper } from '../../records/paper'
import { roundOfPaper } from '../../chain/round'
import { papersOf } from '../../chain/papers'
import type { Actor } from '../../chain/record'
import { planOfRound } from './plan-of-round'

/**
 * Copies a round: its papers as drafts again, filled from the record as it is now, with the same people in the same turns
 * and the same words. Returns the first of the new papers. The same key again gives the same.
 */
export async function copyRound(paperId: string, key: string, actor: Actor): Promise<string> {
  const first = `p${key}-0`
  return write(async (tx) => {
    const [made] = await tx.select({ id: papers.id }).from(papers).where(eq(papers.id, first))
    if (made) return made.id
    const round = await roundOfPaper(paperId)
    const list = await papersOf(round.id)
    if (list.some((p) => p.paper.kind === 'extra'))
      throw new Problem('not-now', 'An extra says what it changed then. Make another from the job.')
    const fresh = new Map<string, string>()
    for (const [i, { paper }] of list.entries()) {
      const { id: _id, state: _state, createdAt: _at, fromPaperId: _from, ...copy } = await loadPaper(paper.id)
      fresh.set(paper.id, `p${key}-${i}`)
      const number = await numberFor(tx, copy.kind)
      const values = { ...copy, number, id: `p${key}-${i}`, own: { ...copy.own, settled: {} }, state: 'draft' as const }
      await tx.insert(papers).values({ ...values, createdAt: now(), fromPaperId: paper.id })
    }
    const plan = await planOfRound(paperId, (id) => fresh.get(id)!)
    await tx.insert(roundPlans).values({ paperId: first, plan, checks: [], version: 1, updatedAt: now() })
    await note({
      jobId: round.jobId,
      type: 'paper',
      words: `${actor.name} copied a round`,
      state: 'yours',
      paperId: first,
    })
    touch(round.jobId)
    return first
  })
}
