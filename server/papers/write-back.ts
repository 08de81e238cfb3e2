import { type MergeContext, formatValue } from '../../core/merge/merge'
import { editContact, editJob } from '../../shared/jobs'
import type { WriteBackRow } from '../../shared/marking'
import { write } from '../platform/db/client'
import { Problem } from '../platform/problem'
import { note } from '../standing/thread'
import { changeJob } from '../jobs/jobs'
import { changeContact } from '../contacts/contacts'
import { preparePaper } from './prepare'
import { loadPaper } from '../records/paper'
import { answersOf } from '../chain/answers'

const RECORDS: Record<string, string> = { job: 'job', contact: 'contact' }
const plain = (context: MergeContext, path: string): string => {
  const v = context.values[path]
  if (!v || v.value === null) return ''
  return v.type === 'text' || v.type === 'number' || v.type === 'day' || v.type === 'local'
    ? String(v.value)
    : formatValue(v, undefined, context)
}

/** Facts that were given on a paper and that a record could take over, with what stands there now. */
export async function writeBackRows(paperId: string): Promise<WriteBackRow[]> {
  const paper = await loadPaper(paperId)
  if (paper.state === 'draft') return []
  const { fields, values } = await answersOf(paperId)
  if (!fields.some((f) => f.writeTo)) return []
  const { context } = await preparePaper(paper, false)
  return fields.flatMap((f): WriteBackRow[] => {
    const value = values.get(f.key)
    const at = f.writeTo ? context.values[f.writeTo] : undefined
    const record = at && RECORDS[at.source.record]
    if (!at?.source.fact || !record || value === undefined || value === '' || value === false) return []
    const given = value === true ? 'yes' : value
    const now = plain(context, f.writeTo!)
    return now === given ? [] : [{ path: f.writeTo!, label: at.label, record, now, given, conflict: now !== '' }]
  })
}

/** Writes what was chosen back to the job and the contacts, all or nothing. */
export async function takeOver(paperId: string, paths: readonly string[]): Promise<void> {
  await write(async () => {
    const rows = (await writeBackRows(paperId)).filter((r) => paths.includes(r.path))
    if (!rows.length) throw new Problem('not-now', 'The record says this already. There is nothing to write back.')
    const paper = await loadPaper(paperId)
    const { context, loaded } = await preparePaper(paper, false)
    const set: Record<string, unknown> & { facts?: Record<string, string> } = {}
    for (const row of rows) {
      const { source } = context.values[row.path]!
      const fact = source.fact!
      if (source.record === 'contact') {
        if (!source.id)
          throw new Problem('not-now', `Nobody stands for this party yet, so ${row.label} can’t be written back.`)
        await changeContact(source.id, editContact.parse({ [fact]: row.given }))
      } else if (fact.startsWith('facts.')) set.facts = { ...set.facts, [fact.slice('facts.'.length)]: row.given }
      else set[fact] = fact === 'people' ? Number(row.given) : row.given
    }
    if (Object.keys(set).length) await changeJob(loaded.job.id, editJob.parse({ version: loaded.job.version, set }))
    await note({
      jobId: paper.jobId,
      type: 'changed',
      words: `Written back from ${paper.title}: ${rows.map((r) => r.label.toLowerCase()).join(', ')}`.slice(0, 300),
      detail: rows
        .map((r) => `${r.label}: ${r.now || 'nothing'} → ${r.given}`)
        .join(', ')
        .slice(0, 500),
      paperId,
    })
  })
}
