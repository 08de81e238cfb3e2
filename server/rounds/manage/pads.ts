import { and, asc, eq, isNull, lt } from 'drizzle-orm'
import { readCode, visitCode } from '../../../core/visits/code'
import { revokeLinks } from '../../chain/links'
import { endSession, sessionLives } from '../../members/sessions'
import { later, now } from '../../platform/clock'
import { db, write } from '../../platform/db/client'
import { pads, roundPeople, sessions } from '../../platform/db/schema'
import { hashToken, newId, newToken } from '../../platform/ids'
import { Problem, notFound } from '../../platform/problem'
import { insistOnGuest, linkForDevice } from './handover'

/** How long the code on a screen that was offered is good, in seconds. */
const OFFERED = 600
export type Pad = typeof pads.$inferSelect

/** A screen offers itself: it keeps the token and shows the code; only whoever sees it can take it. */
export async function offerPad(): Promise<{ token: string; code: string }> {
  const token = newToken()
  const code = visitCode(hashToken(newToken()))
  await write(async (tx) => {
    await tx.delete(pads).where(and(isNull(pads.memberId), lt(pads.createdAt, later(-OFFERED))))
    await tx
      .insert(pads)
      .values({ id: newId(), tokenHash: hashToken(token), codeHash: hashToken(code), createdAt: now() })
  })
  return { token, code }
}

/** The pad a screen is by its own token, from when it was offered until its session begins; null where there is none. */
export async function padOffered(token: string | undefined): Promise<Pad | null> {
  if (!token) return null
  const [row] = await db()
    .select()
    .from(pads)
    .where(and(eq(pads.tokenHash, hashToken(token)), isNull(pads.sessionId)))
  return row && row.createdAt > later(-OFFERED) ? row : null
}

/** The pad a screen is by the session it has; null where it was let go. */
export async function padWith(sessionId: string): Promise<Pad | null> {
  const [row] = await db().select().from(pads).where(eq(pads.sessionId, sessionId))
  return row ?? null
}

/** A member takes the screen that shows a code. */
export async function takePad(given: string, memberId: string): Promise<{ id: string }> {
  const code = readCode(given)
  if (!code)
    throw new Problem('invalid', 'This is no such code.', { code: 'Type the code as it stands on the other screen.' })
  return write(async (tx) => {
    const [row] = await tx
      .update(pads)
      .set({ memberId })
      .where(and(eq(pads.codeHash, hashToken(code)), isNull(pads.memberId)))
      .returning()
    if (!row || row.createdAt <= later(-OFFERED))
      throw new Problem('invalid', 'No screen shows this code, or not any more.', {
        code: 'Look at the other screen again; a code is good for ten minutes.',
      })
    return { id: row.id }
  })
}

/** The screen that was taken begins with a session of its own, which opens what is shown to it and nothing else. */
export const beginPad = (pad: Pad, sessionId: string): Promise<void> =>
  write(async (tx) => {
    await tx.update(pads).set({ sessionId }).where(eq(pads.id, pad.id))
  })

/** A pad as the desk sees it: whether its screen has begun, and who stands before it. */
export interface PadAtDesk {
  id: string
  begun: boolean
  personId: string | null
  who: string | null
}

/** The pads of a member that still go, the first taken first. */
export async function padsOf(memberId: string): Promise<PadAtDesk[]> {
  const rows = await db()
    .select({ pad: pads, who: roundPeople.name })
    .from(pads)
    .leftJoin(roundPeople, eq(roundPeople.id, pads.personId))
    .where(eq(pads.memberId, memberId))
    .orderBy(asc(pads.createdAt), asc(pads.id))
  const goes = await Promise.all(
    rows.map(({ pad }) => (pad.sessionId ? sessionLives(pad.sessionId) : pad.createdAt > later(-OFFERED))),
  )
  return rows.flatMap(({ pad, who }, i) =>
    goes[i] ? [{ id: pad.id, begun: !!pad.sessionId, personId: pad.personId, who }] : [],
  )
}

/** A pad of this very member; nobody sends anything to another's. */
export async function insistOnOwnPad(id: string, memberId: string): Promise<Pad> {
  const [row] = await db()
    .select()
    .from(pads)
    .where(and(eq(pads.id, id), eq(pads.memberId, memberId)))
  if (!row?.sessionId || !(await sessionLives(row.sessionId))) throw notFound('pad')
  return row
}

/** Puts somebody's paper on a pad, instead of whatever was shown there. */
export async function showOnPad(id: string, personId: string, memberId: string): Promise<void> {
  const pad = await insistOnOwnPad(id, memberId)
  await insistOnGuest(personId)
  await show(pad, personId)
}

async function show(pad: Pad, personId: string | null): Promise<void> {
  await write(async (tx) => {
    if (pad.personId) await revokeLinks(pad.personId, 'device')
    await tx
      .update(pads)
      .set({ personId, shown: personId && newId() })
      .where(eq(pads.id, pad.id))
    await tx.update(sessions).set({ personId }).where(eq(sessions.id, pad.sessionId!))
  })
}

/** Takes off a pad what is shown there; the links it had of it are shut. */
export const clearPad = async (id: string, memberId: string): Promise<void> =>
  show(await insistOnOwnPad(id, memberId), null)
/** Whoever stands before a pad is done with it. */
export const doneAtPad = (pad: Pad): Promise<void> => show(pad, null)

/** Lets a pad go: its session is over, and nothing opens on it. */
export async function letPadGo(id: string, memberId: string): Promise<void> {
  const [pad] = await db()
    .select()
    .from(pads)
    .where(and(eq(pads.id, id), eq(pads.memberId, memberId)))
  if (!pad) return
  if (pad.sessionId) {
    await show(pad, null)
    await endSession(pad.sessionId)
  }
  await write(async (tx) => {
    await tx.delete(pads).where(eq(pads.id, id))
  })
}

/** The link of what is shown on a pad, for it alone. */
export async function linkOnPad(pad: Pad): Promise<string> {
  if (!pad.personId) throw new Problem('not-now', 'Nothing is shown on this pad.')
  return linkForDevice(pad.personId, pad.sessionId!)
}
