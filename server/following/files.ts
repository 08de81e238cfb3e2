import { and, desc, eq, isNotNull } from 'drizzle-orm'
import type { Act } from '../../core/follow-ups/model'
import { pathOf, pathPart } from '../../core/follow-ups/values'
import { putBlob } from '../platform/blobs'
import { db } from '../platform/db/client'
import { invoices, papers, roundPapers, rounds } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { exportJob } from '../views/export'
import { layIn } from '../systems/filed'
import { deliverFile } from '../systems/deliver'
import { loadSystem } from '../systems/systems'
import type { Doing, Done } from './done'

interface Found {
  sha: string
  name: string
  type: string
}

/** The files that are meant; a word what is waited for where they aren't there yet. */
async function filesOf(what: Extract<Act, { do: 'file' }>['what'], d: Doing): Promise<Found[] | string> {
  const { job } = d.subject.loaded!
  if (what === 'record') {
    const bytes = new TextEncoder().encode(JSON.stringify(await exportJob(job.id), null, 2))
    return [{ sha: await putBlob(bytes, 'application/json'), name: `${job.title}.json`, type: 'application/json' }]
  }
  if (what === 'invoice') {
    const rows = await db().select().from(invoices).where(eq(invoices.jobId, job.id)).orderBy(desc(invoices.createdAt))
    if (rows.some((r) => !r.pdfSha)) return 'its invoice'
    return rows.map((r) => ({ sha: r.pdfSha!, name: `Invoice ${r.number}.pdf`, type: 'application/pdf' }))
  }
  const ofPaper = d.paperId ? eq(papers.id, d.paperId) : eq(papers.jobId, job.id)
  const signed = await db()
    .select({ id: papers.id })
    .from(papers)
    .where(and(ofPaper, eq(papers.state, 'signed')))
  const rows = await db()
    .select({ sha: roundPapers.sealedSha, title: papers.title, paperId: papers.id, at: rounds.createdAt })
    .from(roundPapers)
    .innerJoin(papers, eq(papers.id, roundPapers.paperId))
    .innerJoin(rounds, eq(rounds.id, roundPapers.roundId))
    .where(and(ofPaper, isNotNull(roundPapers.sealedSha)))
  if (signed.some((s) => !rows.some((r) => r.paperId === s.id))) return 'the sealed copy'
  return rows.map((r) => ({ sha: r.sha!, name: `${r.title}.pdf`, type: 'application/pdf' }))
}

/** Lays files into a folder of the tree, and gives them over to where files are kept outside. */
export async function fileIt(act: Extract<Act, { do: 'file' }>, d: Doing): Promise<Done> {
  const { loaded } = d.subject
  if (!loaded) return { left: 'It is of no job.' }
  const found = await filesOf(act.what, d)
  if (typeof found === 'string') return { wait: `It waits for ${found}.` }
  if (!found.length) return { left: 'There is nothing to lay there.' }
  const folder = pathOf(act.path, d.values)
  if (!folder.length) throw new Problem('invalid', 'Say into which folder.')
  const system = act.system ? await loadSystem(act.system) : null
  if (system?.kind === 'hook') throw new Problem('invalid', `${system.name} takes calls, not files.`)
  let first: string | null = null
  for (const [i, f] of found.entries()) {
    const path = [...folder, pathPart(f.name)].join('/')
    const id = await layIn({ id: `f${d.key}${i}`, path, sha: f.sha, type: f.type, jobId: loaded.job.id })
    first ??= id
    if (system)
      await deliverFile(system, { path, sha: f.sha, jobId: loaded.job.id, key: `${d.key}:${i}`, stepId: d.stepId })
  }
  const where = folder.join('/')
  const also = system ? `, and on its way to ${system.name}` : ''
  return {
    did: `${found.length === 1 ? found[0]!.name : `${found.length} files`} laid into ${where}${also}`,
    ...(system || found.length > 1
      ? { made: { what: 'sent' as const } }
      : { made: { what: 'filed' as const, id: first! } }),
  }
}
