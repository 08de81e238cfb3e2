import { eq } from 'drizzle-orm'
import { ATTACHMENT } from '../../../core/fields/attachment'
import { typeOf } from '../../../core/document/file-type'
import type { SignerDraft } from '../../../shared/signing'
import { putBlob } from '../../platform/blobs'
import { now } from '../../platform/clock'
import { db, write } from '../../platform/db/client'
import { members, type roundPeople, uploads } from '../../platform/db/schema'
import { Problem } from '../../platform/problem'
import type { LinkHolder } from '../../chain/links'
import { insistOpen } from '../../chain/papers'

/** Insists that a file may come for one of somebody's fields, before any of it is read. */
export async function insistOnAttachment({ person }: LinkHolder, key: string): Promise<void> {
  if (!person.fields.some((f) => f.key === key && f.type === 'attachment'))
    throw new Problem('invalid', 'There is no place for a file here.')
  await insistOpen(person)
}

/** Keeps a file a signer gives; what stands in the field is its hash and name. It is good for this link's place alone. */
export async function keepAttachment({ person }: LinkHolder, name: string, bytes: Uint8Array): Promise<string> {
  const type = typeOf(bytes)
  if (!type) throw new Problem('invalid', 'Give a PDF, a PNG or a JPEG.', { file: 'Give a PDF, a PNG or a JPEG.' })
  const clean =
    name
      .replace(/[\u0000-\u001f\u007f/\\]/g, ' ')
      .trim()
      .slice(0, 200) || 'file'
  return `${await keepUpload(person.id, bytes, type, 'attachment')}/${clean}`
}

/** Keeps the bytes of a file and that they came by somebody's link. */
export async function keepUpload(
  personId: string,
  bytes: Uint8Array,
  type: string,
  kind: (typeof uploads.$inferSelect)['kind'],
): Promise<string> {
  const sha = await putBlob(bytes, type)
  await write((tx) => tx.insert(uploads).values({ personId, sha, kind, at: now() }).onConflictDoNothing())
  return sha
}

/** The fields, or marks, of a draft whose file never came by this person's link: nothing of another's can be put in. */
export async function strangeFiles(
  person: typeof roundPeople.$inferSelect,
  draft: SignerDraft,
): Promise<{ key: string; message: string }[]> {
  const given = await db().select().from(uploads).where(eq(uploads.personId, person.id))
  const has = (sha: string | undefined, kind: string) => given.some((u) => u.sha === sha && u.kind === kind)
  const out: { key: string; message: string }[] = []
  for (const f of person.fields) {
    const value = f.type === 'attachment' ? draft.values[f.key] : undefined
    if (typeof value === 'string' && value && !has(ATTACHMENT.exec(value)?.[1], 'attachment'))
      out.push({ key: f.key, message: `Give the file for “${f.label}” again.` })
  }
  const kept = person.memberId ? await keptMarks(person.memberId) : []
  for (const mark of [draft.signature, draft.initials, ...Object.values(draft.marks)])
    if (mark?.kind === 'image' && !has(mark.sha, 'signature') && !kept.includes(mark.sha))
      out.push({ key: 'signature', message: 'Give the picture of your signature again.' })
  return out
}

/** Pictures a member keeps as their signature and initials. */
async function keptMarks(memberId: string): Promise<string[]> {
  const [member] = await db().select().from(members).where(eq(members.id, memberId))
  return [member?.signature, member?.initials].flatMap((m) => (m?.kind === 'image' ? [m.sha] : []))
}
