import type { FactRule } from '../../core/facts/facts'
import { and, desc, eq, or } from 'drizzle-orm'
import { type Drift, drifted } from '../../core/merge/drift'
import { walkBlocks } from '../../core/document/walk'
import { db } from '../platform/db/client'
import { paperVersions, papers } from '../platform/db/schema'
import { type LoadedJob, loadJob } from '../records/job'
import { allFacts } from '../records/facts'
import { contextOf } from './prepare'
import type { Paper } from '../records/paper'

/** Papers whose words still bind: whatever is out, and a contract that is signed. */
const binds = (p: Pick<Paper, 'state' | 'kind'>) => p.state === 'out' || (p.state === 'signed' && p.kind === 'contract')

export async function sentVersion(paperId: string) {
  const [version] = await db()
    .select()
    .from(paperVersions)
    .where(eq(paperVersions.paperId, paperId))
    .orderBy(desc(paperVersions.createdAt))
    .limit(1)
  return version
}

async function recordOf(jobId: string): Promise<{ loaded: LoadedJob; facts: FactRule[] }> {
  const loaded = await loadJob(jobId)
  return { loaded, facts: await allFacts(loaded.kind.id) }
}

/** What a sent paper still says against what is true now, without what was left as it is. */
export async function driftOf(paper: Paper, record?: { loaded: LoadedJob; facts: FactRule[] }): Promise<Drift[]> {
  if (!binds(paper)) return []
  const version = await sentVersion(paper.id)
  if (!version) return []
  const { loaded, facts } = record ?? (await recordOf(paper.jobId))
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
  const record = { loaded, facts: rows.length ? await allFacts(loaded.kind.id) : [] }
  const found = await Promise.all(rows.map(async (paper) => [paper.id, await driftOf(paper, record)] as const))
  return new Map(found.filter(([, drift]) => drift.length > 0))
}
