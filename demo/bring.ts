import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { givenValues, suggest } from '../core/marking/suggest'
import { getBlob } from '../server/platform/blobs'
import { newId } from '../server/platform/ids'
import { findBlanks } from '../server/files/pool'
import { changeOwn } from '../server/papers/own'
import { takeFile } from '../server/files/take'
import { layOnTable, saveTable } from '../server/marking/table'
import { markingView } from '../server/views/marking'

/** The festival's own agreement lies on the marking table: found, half of it settled. */
export async function bringAgreement(jobId: string, contactId: string, owner: string, by: string): Promise<void> {
  const bytes = new Uint8Array(readFileSync(join(import.meta.dirname, 'files/supplier-agreement.pdf')))
  const file = await takeFile('Festival supplier agreement.pdf', bytes)
  const pages = file.pages.map((_, i) => ({ sha: file.sha, page: i + 1, turn: 0 as const }))
  const id = await layOnTable(jobId, { title: 'Festival supplier agreement', kind: 'form', pages, key: newId() }, owner)
  const view = await markingView({ of: 'paper', id })
  const known = givenValues(view.context)
  const { marks, parties } = suggest(await findBlanks(await getBlob(file.sha)), known, newId)
  const settled = marks.map((m, i) =>
    m.field.party === 'business' && i < marks.length - 8 ? { ...m, state: 'settled' as const } : m,
  )
  await saveTable(
    { of: 'paper', id },
    {
      revision: view.revision,
      marks: settled,
      strikes: [],
      parties: parties.map((p) => (p.key === 'business' ? { ...p, label: 'Larkmoor' } : p)),
      read: pages.length,
    },
    by,
  )
  await changeOwn(id, { bind: { party: 'organiser', contactId } }, owner)
}
