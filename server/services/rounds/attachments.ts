import { and, eq } from 'drizzle-orm'
import { ATTACHMENT } from '../../../shared/signing'
import { getBlob, putBlob } from '../../blobs'
import { db } from '../../db/client'
import { roundEvents, roundPeople, rounds } from '../../db/schema'
import { Problem, notFound } from '../../problem'
import type { OutFile } from '../papers/files'
import type { LinkHolder } from './links'

const TYPES: [number[], string][] = [
  [[0x25, 0x50, 0x44, 0x46], 'application/pdf'],
  [[0x89, 0x50, 0x4e, 0x47], 'image/png'],
  [[0xff, 0xd8, 0xff], 'image/jpeg'],
]
/** What a file is by its first bytes; only what opens everywhere and runs nothing is taken. */
export const typeOf = (bytes: Uint8Array) => TYPES.find(([magic]) => magic.every((m, i) => bytes[i] === m))?.[1]

/** Keeps a file a signer gives for one of their fields; what stands in the field is its hash and name. */
export async function keepAttachment(
  holder: LinkHolder,
  key: string,
  name: string,
  bytes: Uint8Array,
): Promise<string> {
  if (!holder.person.fields.some((f) => f.key === key && f.type === 'attachment'))
    throw new Problem('invalid', 'There is no place for a file here.')
  const type = typeOf(bytes)
  if (!type) throw new Problem('invalid', 'Give a PDF, a PNG or a JPEG.', { [key]: 'Give a PDF, a PNG or a JPEG.' })
  const clean =
    name
      .replace(/[\u0000-\u001f\u007f/\\]/g, ' ')
      .trim()
      .slice(0, 200) || 'file'
  return `${await putBlob(bytes, type)}/${clean}`
}

/** The files that were given with signatures on a paper. */
export async function attachmentsOf(paperId: string): Promise<{ sha: string; name: string }[]> {
  const where = eq(rounds.paperId, paperId)
  const [signed, people] = await Promise.all([
    db()
      .select({ data: roundEvents.data })
      .from(roundEvents)
      .innerJoin(rounds, eq(rounds.id, roundEvents.roundId))
      .where(and(where, eq(roundEvents.type, 'signed'))),
    db()
      .select({ fields: roundPeople.fields })
      .from(roundPeople)
      .innerJoin(rounds, eq(rounds.id, roundPeople.roundId))
      .where(where),
  ])
  // Only what stands in a field for files is one: words typed elsewhere may look like it.
  const keys = new Set(people.flatMap((p) => p.fields.filter((f) => f.type === 'attachment').map((f) => f.key)))
  return signed
    .flatMap(({ data }) => Object.entries((data as { values?: Record<string, unknown> }).values ?? {}))
    .flatMap(([key, value]) => {
      const match = keys.has(key) && typeof value === 'string' ? ATTACHMENT.exec(value) : null
      return match ? [{ sha: match[1]!, name: match[2]! }] : []
    })
}

/** A file that was given with a signature on this paper. */
export async function attachmentOf(paperId: string, sha: string): Promise<OutFile> {
  const found = (await attachmentsOf(paperId)).find((a) => a.sha === sha)
  if (!found) throw notFound('file')
  const bytes = await getBlob(sha)
  return { bytes, name: found.name, type: typeOf(bytes) ?? 'application/octet-stream' }
}
