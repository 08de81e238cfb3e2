import { eq } from 'drizzle-orm'
import { valuesOf } from '../../core/rounds/agreed'
import { ATTACHMENT } from '../../core/fields/attachment'
import { agreedFor } from '../chain/state'
import { db } from '../platform/db/client'
import { roundPapers, paperVersions } from '../platform/db/schema'
import { getBlob } from '../platform/blobs'
import { notFound } from '../platform/problem'
import { typeOf } from '../../core/document/file-type'
import type { OutFile } from './paper-files'

/** The files that stand on a paper: given with signatures that count, whichever of its rounds it is. */
export async function attachmentsOf(paperId: string): Promise<{ sha: string; name: string }[]> {
  const places = await db()
    .select({ roundId: roundPapers.roundId, fields: paperVersions.fields })
    .from(roundPapers)
    .innerJoin(paperVersions, eq(paperVersions.id, roundPapers.versionId))
    .where(eq(roundPapers.paperId, paperId))
  const out = new Map<string, string>()
  for (const { roundId, fields } of places) {
    const agreed = await agreedFor(roundId)
    // Only what stands in a field for files of this paper is one: words typed elsewhere may look like it.
    const asked = fields.flatMap(({ field }) => (field.type === 'attachment' ? [field] : []))
    for (const value of Object.values(valuesOf(agreed, asked))) {
      const match = typeof value === 'string' ? ATTACHMENT.exec(value) : null
      if (match) out.set(match[1]!, match[2]!)
    }
  }
  return [...out].map(([sha, name]) => ({ sha, name }))
}

/** A file that was given with a signature on this paper. */
export async function attachmentOf(paperId: string, sha: string): Promise<OutFile> {
  const found = (await attachmentsOf(paperId)).find((a) => a.sha === sha)
  if (!found) throw notFound('file')
  const bytes = await getBlob(sha)
  return { bytes, name: found.name, type: typeOf(bytes) ?? 'application/octet-stream' }
}
