import { inSentence } from '../../core/rounds/greeting'
import { and, desc, eq, or } from 'drizzle-orm'
import { addendum } from '../../core/merge/addendum'
import { type Drift, drifted } from '../../core/merge/drift'
import { walkBlocks } from '../../core/document/model'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { type FactRule, OWN, paperVersions, papers } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { note } from '../standing/thread'
import { type LoadedJob, loadJob } from '../records/job'
import { projectJob } from '../standing/project'
import type { Actor } from '../chain/record'
import { withdrawPaper } from '../rounds/manage/manage'
import { allFacts } from './context'
import { type Paper, contextOf, loadPaper } from './prepare'

/** Papers whose words still bind: whatever is out, and a contract that is signed. */
const binds = (p: Pick<Paper, 'state' | 'kind'>) => p.state === 'out' || (p.state === 'signed' && p.kind === 'contract')

async function sentVersion(paperId: string) {
  const [version] = await db()
    .select()
    .from(paperVersions)
    .where(eq(paperVersions.paperId, paperId))
    .orderBy(desc(paperVersions.createdAt))
    .limit(1)
  return version
}

/** What a sent paper still says against what is true now, without what was left as it is. */
export async function driftOf(paper: Paper, record?: { loaded: LoadedJob; facts: FactRule[] }): Promise<Drift[]> {
  if (!binds(paper)) return []
  const version = await sentVersion(paper.id)
  if (!version) return []
  const { loaded, facts } = record ?? { loaded: await loadJob(paper.jobId), facts: await allFacts() }
  const context = await contextOf(paper, loaded, facts)
  const priced = [...walkBlocks(version.document.body)].some((b) => b.t === 'priceTable') ? loaded.priced : null
  return drifted(version.document, version.figures, context, priced).filter((d) => paper.own.settled[d.path] !== d.now)
}

/** Drift of all papers of a job that bind, by the paper’s id. */
export async function driftOfJob(loaded: LoadedJob): Promise<Map<string, Drift[]>> {
  const rows = await db()
    .select()
    .from(papers)
    .where(
      and(
        eq(papers.jobId, loaded.job.id),
        or(eq(papers.state, 'out'), and(eq(papers.state, 'signed'), eq(papers.kind, 'contract'))),
      ),
    )
    .orderBy(desc(papers.createdAt))
    .limit(40)
  const record = { loaded, facts: rows.length ? await allFacts() : [] }
  const found = await Promise.all(rows.map(async (paper) => [paper.id, await driftOf(paper, record)] as const))
  return new Map(found.filter(([, drift]) => drift.length > 0))
}

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
    await projectJob(paper.jobId)
    return how === 'leave' ? id : fresh
  })
}
