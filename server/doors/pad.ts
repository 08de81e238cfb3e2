import type { H3Event } from 'h3'
import { Problem } from '../platform/problem'
import { type Pad, beginPad, offerPad, padOffered, padWith } from '../rounds/manage/pads'
import { changeSession, forgetOffer, keepOffer, offerOf, readSession } from './access'

/** The pad a screen is: by the session it has, or by the token it was offered with; null where it is none. */
export async function padOfScreen(event: H3Event): Promise<Pad | null> {
  const session = await readSession(event)
  return session?.kind === 'pad' ? padWith(session.id) : padOffered(offerOf(event))
}

/** The pad of a session of one. Throws where it was let go. */
export async function ownPad(event: H3Event): Promise<Pad> {
  const pad = await padWith(event.context.session!.id)
  if (!pad) throw new Problem('not-now', 'This screen is no pad any more.')
  return pad
}

/**
 * What a screen does that shall be a pad: it offers itself with a new code; where a member has taken it, its session begins,
 * instead of whatever session it had. A device that is handed over can't leave that so.
 */
export async function beginAsPad(event: H3Event): Promise<{ pad: Pad | null; code: string | null }> {
  const session = await readSession(event)
  if (session?.kind === 'handover')
    throw new Problem('locked', 'This device is handed over. It has to be handed back with the PIN first.')
  const pad = await padOfScreen(event)
  if (pad?.sessionId) return { pad, code: null }
  if (pad?.memberId) {
    const { id } = await changeSession(event, { memberId: pad.memberId, kind: 'pad' })
    await beginPad(pad, id)
    forgetOffer(event)
    return { pad: { ...pad, sessionId: id }, code: null }
  }
  const { token, code } = await offerPad()
  keepOffer(event, token)
  return { pad: await padOffered(token), code }
}
