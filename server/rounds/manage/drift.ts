import { eq } from 'drizzle-orm'
import { addendum } from '../../../core/merge/addendum'
import { inSentence } from '../../../core/rounds/greeting'
import type { Actor } from '../../chain/record'
import { driftOf, sentVersion } from '../../papers/drift'
import { loadPaper } from '../../records/paper'
import { numberFor } from '../../papers/make'
import { now } from '../../platform/clock'
import { write } from '../../platform/db/client'
import { papers, OWN } from '../../platform/db/schema'
import { Problem } from '../../platform/problem'
import { touch } from '../../standing/touch'
import { note } from '../../standing/thread'
import { withdrawPaper } from './manage'

/**
 * Settles drift: leaves it, withdraws the paper and makes a fresh draft of it, or makes an addendum that says only the
 * differences. Returns the paper to look at next.
 */
export async function settle(
  id: string,
  how: 'leave' | 'anew' | 'addendum',
  key: string,
  actor: Actor,
): Promise<string> {
  const fresh = `p${key}`
  return write(async (tx) => {
    const [made] = await tx.select({ id: papers.id }).from(papers).where(eq(papers.id, fresh))
    if (made) return made.id
    const paper = await loadPaper(id)
    const drift = await driftOf(paper)
    if (drift.length === 0)
      throw new Problem('not-now', 'This paper says what the record says. There is nothing to settle.')
    if (how === 'anew') {
      if (paper.state !== 'out')
        throw new Problem('not-now', 'This is signed and can’t be withdrawn. Send an addendum instead.')
      await withdrawPaper(id, 'The record changed; a new copy follows.', actor)
      const { id: _id, state: _state, createdAt: _at, fromPaperId: _from, ...copy } = paper
      await tx.insert(papers).values({
        ...copy,
        number: await numberFor(tx, copy.kind),
        id: fresh,
        own: { ...copy.own, settled: {} },
        state: 'draft',
        createdAt: now(),
        fromPaperId: id,
      })
    } else {
      const settled = { ...paper.own.settled, ...Object.fromEntries(drift.map((d) => [d.path, d.now])) }
      await tx
        .update(papers)
        .set({ own: { ...paper.own, settled } })
        .where(eq(papers.id, id))
    }
    if (how === 'addendum') {
      const version = await sentVersion(id)
      await tx.insert(papers).values({
        id: fresh,
        jobId: paper.jobId,
        kind: 'form',
        title: `Addendum to the ${inSentence(paper.title)}`.slice(0, 200),
        templateId: null,
        document: addendum(version!.document, paper.title, version!.createdAt.slice(0, 10), drift),
        bindings: paper.bindings,
        own: { ...OWN, settles: drift.map((d) => d.path) },
        state: 'draft',
        createdAt: now(),
        fromPaperId: id,
      })
    }
    const WORDS = {
      leave: 'The paper is left as it is',
      anew: 'Withdrawn, and made anew from the record',
      addendum: 'An addendum with the differences was made',
    }
    await note({
      jobId: paper.jobId,
      type: 'drift',
      words: `${paper.title}: ${WORDS[how]}`,
      detail: drift
        .map((d) => `${d.label}: ${d.said} → ${d.now || 'nothing'}`)
        .join(', ')
        .slice(0, 500),
      paperId: how === 'leave' ? id : fresh,
    })
    touch(paper.jobId)
    return how === 'leave' ? id : fresh
  })
}
