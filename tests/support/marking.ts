import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { FoundBlank } from '../../core/blanks/found'
import type { FieldSpec } from '../../core/document/field'
import type { Mark } from '../../core/marking/model'
import { suggest } from '../../core/marking/suggest'
import { findInPdf } from '../../server/files/worker/blanks'
import type { MarkingView, TakenFile } from '../../shared/marking'
import type { Answer, Caller } from './caller'

const SET = join(import.meta.dirname, '../blanks/set')
export const setFile = (name: string): Uint8Array => new Uint8Array(readFileSync(join(SET, `${name}.pdf`)))

export const upload = (
  caller: Caller,
  bytes: Uint8Array,
  name = 'form.pdf',
  headers: Record<string, string> = {},
): Promise<Answer<TakenFile & { why?: string; title: string; file?: { sha: string; name: string } }>> =>
  caller.call('POST', `/api/files?name=${encodeURIComponent(name)}`, bytes, {
    'content-type': 'application/octet-stream',
    ...headers,
  })

let count = 0
export const key = () => `m${Date.now().toString(36)}${(count += 1)}`

/** A file of the set laid on the table of a job, its blanks not yet looked for. */
export async function layDown(owner: Caller, jobId: string, bytes: Uint8Array, more: object = {}): Promise<string> {
  const { status, body } = await upload(owner, bytes)
  if (status !== 200) throw new Error(JSON.stringify(body))
  const pages = body.pages.map((_, i) => ({ sha: body.sha, page: i + 1 }))
  return (
    await owner.must<{ id: string }>('POST', `/api/jobs/${jobId}/marked`, {
      title: 'A form from elsewhere',
      pages,
      key: key(),
      ...more,
    })
  ).id
}

export const tableOf = (owner: Caller, id: string) => owner.must<MarkingView>('GET', `/api/papers/${id}/marking`)

/** A mark drawn by hand. */
export const drawn = (id: string, field: Partial<FieldSpec>, at: Partial<Mark> = {}): Mark => ({
  id,
  page: 1,
  x: 60,
  y: 560,
  w: 180,
  h: 18,
  state: 'settled',
  from: 'hand',
  why: '',
  confidence: 1,
  field: { key: id, type: 'text', party: 'client', label: id, required: true, ...field },
  ...at,
})

export interface Saved {
  revision: number
  title?: string
  preflight: MarkingView['preflight']
}

export async function saveMarks(
  owner: Caller,
  id: string,
  marks: readonly Mark[],
  more: object = {},
): Promise<Answer<Saved>> {
  const view = await tableOf(owner, id)
  const keys = [...new Set(marks.map((m) => m.field.party))]
  return owner.call<Saved>('PUT', `/api/papers/${id}/marking`, {
    revision: view.revision,
    marks,
    strikes: [],
    parties: keys.map((k) => ({ key: k, label: k[0]!.toUpperCase() + k.slice(1) })),
    read: view.marked.pages.length,
    ...more,
  })
}

/** Everything the finder finds in a file, settled, nothing filled by the sender. */
export async function everyBlank(bytes: Uint8Array): Promise<Mark[]> {
  const blanks: FoundBlank[] = await findInPdf(bytes)
  let n = 0
  return suggest(blanks, new Map(), () => `f${(n += 1)}`).marks.map((m) => ({ ...m, state: 'settled' as const }))
}
