import { type H3Event, clearSession, getCookie, getSession, setCookie, updateSession } from 'h3'
import { keyFor } from './crypt'
import { useConfig } from './config'

export interface SessionData {
  memberId?: string
  handover?: { personId: string }
}
const settings = () => ({
  password: keyFor('sessions').toString('base64'),
  name: 'upwold',
  maxAge: 60 * 60 * 24 * 14,
  cookie: { httpOnly: true, sameSite: 'lax' as const, secure: useConfig().secureCookies, path: '/' },
})

/** The sealed cookie's content (AES-256-CBC with HMAC, by h3). */
export async function readSession(event: H3Event): Promise<SessionData> {
  return (await getSession<SessionData>(event, settings())).data
}
export async function writeSession(event: H3Event, data: SessionData): Promise<void> {
  // An update is merged into what is there: what is not said any more has to go.
  await updateSession<SessionData>(event, settings(), { memberId: undefined, handover: undefined, ...data })
}
export async function endSession(event: H3Event): Promise<void> {
  await clearSession(event, settings())
}

const passName = (personId: string) => `pass-${personId.slice(0, 12)}`
/** Leaves in a signer's browser that they have proved who they are; only the server reads it. */
export function keepPass(event: H3Event, personId: string, pass: string): { ok: true } {
  setCookie(event, passName(personId), pass, {
    httpOnly: true,
    sameSite: 'lax',
    secure: useConfig().secureCookies,
    path: '/',
    maxAge: 60 * 60 * 24 * 90,
  })
  return { ok: true }
}
export const readPass = (event: H3Event, personId: string): string | undefined => getCookie(event, passName(personId))
