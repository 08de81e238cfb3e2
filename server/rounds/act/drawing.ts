import { eq } from 'drizzle-orm'
import type { Language } from '../../../core/text/language'
import { isSigned } from '../../../core/fields/check'
import { mayAct } from '../../../core/rounds/rounds'
import type { SignatureMark } from '../../../shared/signing'
import { getBlob } from '../../platform/blobs'
import { now } from '../../platform/clock'
import { hmac } from '../../platform/crypt'
import { db, write } from '../../platform/db/client'
import { links, members, roundPeople } from '../../platform/db/schema'
import { hashToken } from '../../platform/ids'
import { Problem, notFound } from '../../platform/problem'
import { signaturePictureInWorker } from '../../files/pool'
import { keepUpload } from './uploads'
import { type LinkHolder, issueLink, linkUrl, revokeLinks } from '../../chain/links'
import { insistOpen } from '../../chain/papers'
import { roundState } from '../../chain/state'

const MINUTES = 10

/** A link that only takes a signature or initials, for the phone of whoever fills the paper on another screen. */
export async function openDrawing(
  holder: LinkHolder,
  what: 'signature' | 'initials',
  sessionId: string | null,
): Promise<{ url: string }> {
  return write(async () => {
    const state = await roundState(holder.person.roundId)
    if (!mayAct(state).some((p) => p.id === holder.person.id))
      throw new Problem('not-now', 'There is nothing to sign now.')
    await revokeLinks(holder.person.id, 'drawing')
    const { token } = await issueLink(
      holder.person.id,
      'drawing',
      holder.person.memberId ? sessionId : holder.sessionId,
    )
    return { url: linkUrl(token).replace('/s/', '/draw/') + (what === 'initials' ? '?initials' : '') }
  })
}

/** Takes what was drawn on the phone into what is filled on the other screen. The link has then done its work. */
export async function takeDrawing(
  holder: LinkHolder,
  token: string,
  what: 'signature' | 'initials',
  mark: SignatureMark,
): Promise<void> {
  if (!isSigned(mark)) throw new Problem('invalid', 'Draw your signature first; a dot is not enough.')
  if (mark.kind === 'image') throw new Problem('invalid', 'Draw or type it.')
  await insistOpen(holder.person)
  await write(async (tx) => {
    const [link] = await tx
      .select()
      .from(links)
      .where(eq(links.tokenHash, hashToken(token)))
    if (Date.parse(now()) - Date.parse(link!.createdAt) > MINUTES * 60_000)
      throw new Problem('gone', 'This code is too old. Show a new one on the other screen.')
    const [row] = await tx.select().from(roundPeople).where(eq(roundPeople.id, holder.person.id))
    await tx
      .update(roundPeople)
      .set({ draft: { ...row!.draft, [what]: mark }, draftVersion: row!.draftVersion + 1 })
      .where(eq(roundPeople.id, holder.person.id))
    await revokeLinks(holder.person.id, 'drawing')
  })
}

/** Lets whoever gave a picture see it before it is kept with what they fill. */
const ticketFor = (holder: LinkHolder, sha: string): string => hmac(`${holder.person.id}:${sha}`, 'signature pictures')

/** Keeps a picture of a signature: a PNG, drawn anew from its pixels so that nothing else comes with it. */
export async function keepSignaturePicture(
  holder: LinkHolder,
  bytes: Uint8Array,
): Promise<{ mark: SignatureMark; ticket: string }> {
  await insistOpen(holder.person)
  const { png, width, height } = await signaturePictureInWorker(bytes)
  const sha = await keepUpload(holder.person.id, png, 'image/png', 'signature')
  return { mark: { kind: 'image', sha, width, height }, ticket: ticketFor(holder, sha) }
}

/** A picture somebody gave as their signature, to be shown to them again. */
export async function signaturePicture(holder: LinkHolder, sha: string, ticket: string): Promise<Uint8Array> {
  if (ticket === ticketFor(holder, sha)) return getBlob(sha)
  const [row] = await db().select().from(roundPeople).where(eq(roundPeople.id, holder.person.id))
  const [member] = row!.memberId ? await db().select().from(members).where(eq(members.id, row!.memberId)) : []
  const { signature, initials, marks } = row!.draft
  const theirs = [signature, initials, ...Object.values(marks ?? {}), member?.signature, member?.initials]
  if (!theirs.some((m) => m?.kind === 'image' && m.sha === sha)) throw notFound('picture')
  return getBlob(sha)
}

/** A member keeps their signature or initials for next time. */
export async function keepMark(holder: LinkHolder, what: 'signature' | 'initials', mark: SignatureMark): Promise<void> {
  if (!holder.person.memberId || holder.channel !== 'member')
    throw new Problem('not-allowed', 'Only members of the business keep a signature.')
  if (!isSigned(mark)) throw new Problem('invalid', 'That is too little for a signature.')
  await write((tx) =>
    tx
      .update(members)
      .set({ [what]: mark })
      .where(eq(members.id, holder.person.memberId!)),
  )
}

/** What the phone shows: for whom the signature is, and in which language. */
export function drawingView({ person }: LinkHolder, asked: Language): { name: string; language: Language } {
  return { name: person.name, language: person.how.language === 'auto' ? asked : person.how.language }
}
