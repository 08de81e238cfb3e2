import { eq } from 'drizzle-orm'
import { dayOf } from '../../core/calendar/dates'
import type { FieldSpec } from '../../core/document/model'
import { type MergeContext, formatValue } from '../../core/merge/merge'
import { editContact, editJob } from '../../shared/jobs'
import type { DataRow, WriteBackRow } from '../../shared/marking'
import { markIn, valueIn } from '../../core/rounds/agreed'
import { attachmentName } from '../../shared/signing'
import { toCsv } from '../platform/csv'
import { db, write } from '../platform/db/client'
import { paperVersions } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { theBusiness } from '../records/business'
import { note } from '../standing/thread'
import { changeContact, changeJob } from '../jobs/jobs'
import type { OutFile } from '../views/paper-files'
import { loadPaper, preparePaper } from '../papers/prepare'
import { placeOf } from '../chain/papers'
import { agreedFor, latestRounds } from '../chain/state'

interface Answers {
  fields: FieldSpec[]
  values: Map<string, string | boolean>
}

/** The fields a paper went out with, and what has been given in them so far. */
async function answersOf(paperId: string): Promise<Answers> {
  const live = (await latestRounds([paperId])).get(paperId)
  if (!live) throw new Problem('not-now', 'This paper has not been sent; nobody has filled anything yet.')
  const place = await placeOf(live.id, paperId)
  const [version] = await db().select().from(paperVersions).where(eq(paperVersions.id, place!.versionId))
  const zone = (await theBusiness()).timeZone
  const fields = [...new Map([...version!.fields].reverse().map((f) => [f.field.key, f.field])).values()].reverse()
  const values = new Map<string, string | boolean>()
  for (const f of fields) if (f.preset) values.set(f.key, f.preset)
  for (const given of (await agreedFor(live.id)).given.values())
    for (const f of fields) {
      if (f.party !== given.party) continue
      const value = valueIn(given, f)
      const on = given.onPaper ? `on paper, ${given.onPaper.day}` : given.at
      if (f.type === 'signature') values.set(f.key, given.onPaper || markIn(given, f) ? `signed ${on}` : '')
      else if (f.type === 'initials' && (given.onPaper || markIn(given, f))) values.set(f.key, `initialled ${on}`)
      else if (f.type === 'date') values.set(f.key, given.onPaper?.day ?? dayOf(given.at, zone))
      else if (f.type === 'attachment' && typeof value === 'string') values.set(f.key, attachmentName(value))
      else if (f.type === 'take') values.set(f.key, !!given.taken[f.line!])
      else if (f.type === 'quantity' && given.quantities[f.line!]) values.set(f.key, given.quantities[f.line!]!)
      else if (value !== undefined) values.set(f.key, value)
    }
  return { fields, values }
}

/** What was filled on a paper, each value under the name its owner gave it. */
export async function paperData(paperId: string): Promise<DataRow[]> {
  const { fields, values } = await answersOf(paperId)
  const taken = new Map<string, number>()
  return fields.map((f) => {
    const wanted = f.dataName ?? f.label
    const n = (taken.get(wanted) ?? 0) + 1
    taken.set(wanted, n)
    return {
      name: n === 1 ? wanted : `${wanted} ${n}`,
      label: f.label,
      party: f.party,
      value: values.get(f.key) ?? null,
    }
  })
}

/** The same as a file: one row of CSV under a row of names, or JSON. What looks like a formula is made harmless. */
export async function dataFile(paperId: string, as: 'csv' | 'json'): Promise<OutFile> {
  const paper = await loadPaper(paperId)
  const rows = await paperData(paperId)
  const record = Object.fromEntries(rows.map((r) => [r.name, r.value]))
  const text =
    as === 'json'
      ? `${JSON.stringify({ paper: paper.title, id: paper.id, values: record, fields: rows }, null, 2)}\n`
      : toCsv([
          rows.map((r) => r.name),
          rows.map((r) => (r.value === true ? 'yes' : r.value === false ? 'no' : (r.value ?? ''))),
        ])
  return {
    bytes: new TextEncoder().encode(text),
    name: `${paper.title}, data.${as}`,
    type: as === 'csv' ? 'text/csv; charset=utf-8' : 'application/json',
  }
}

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
