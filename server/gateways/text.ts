import { headersOf, textRequest } from '../../core/text/request'
import type { TextService } from '../../shared/texts'
import { useConfig } from '../platform/config'
import { unreached } from './unreached'
import { decrypt, encrypt } from '../platform/crypt'
import { db } from '../platform/db/client'
import { type TextSettings, business } from '../platform/db/schema'

const PURPOSE = 'text service headers'
export const sealedHeaders = (headers: string): string => encrypt(Buffer.from(headers), PURPOSE)
const openedHeaders = (kept: string): string => (kept ? Buffer.from(decrypt(kept, PURPOSE)).toString() : '')

/** How texts go out as it was set in the application; null where it wasn't. */
export async function storedTexts(): Promise<TextSettings | null> {
  const [row] = await db().select({ settings: business.settings }).from(business).limit(1)
  return row?.settings.texts ?? null
}

/** The headers to use with a service as it was typed: those given, else those kept for the same address. They are never said to another. */
export async function headersFor(given: Pick<TextService, 'url' | 'headers'>): Promise<string> {
  if (given.headers.trim()) return given.headers
  const kept = await storedTexts()
  return kept?.url === given.url ? openedHeaders(kept.headers) : ''
}

/** A service that won't take a text, ever; anything else thrown may work later. */
export class TextRefused extends Error {}

const PATIENCE = 15_000
/** This machine itself: the only place a text may go to without TLS, and only where Upwold is tried on it. */
const HERE = /^(localhost|127\.\d+\.\d+\.\d+|\[::1\])$/i

/** Gives a text to a service. Throws {@link TextRefused} where it is refused for good (RFC 9110, 15.5), in the service's words. */
export async function giveText(
  service: Omit<TextService, 'headers'>,
  headers: string,
  to: string,
  text: string,
): Promise<void> {
  const url = new URL(service.url)
  const local = [url, new URL(useConfig().origin)].every((u) => HERE.test(u.hostname))
  if (!local && (url.protocol !== 'https:' || HERE.test(url.hostname)))
    throw new TextRefused(`${url.hostname} can’t be spoken to in private (https).`)
  const type = service.kind === 'json' ? 'application/json' : 'application/x-www-form-urlencoded'
  const answer = await fetch(url, {
    method: 'POST',
    redirect: 'error',
    signal: AbortSignal.timeout(PATIENCE),
    headers: { 'content-type': type, ...headersOf(headers) },
    body: textRequest(service.body, service.kind, { to, from: service.from, text }),
  })
  if (answer.ok) {
    await answer.body?.cancel()
    return
  }
  const said = (await answer.text()).slice(0, 200)
  const words = `${url.hostname} answered ${answer.status}: ${said || 'nothing more'}`
  // Too many at once, or not now: that may pass.
  if (answer.status >= 500 || answer.status === 429 || answer.status === 408) throw new Error(words)
  throw new TextRefused(words)
}

/** Gives a text as the settings say. */
export async function sendText(kept: TextSettings, to: string, text: string): Promise<void> {
  return giveText(kept, openedHeaders(kept.headers), to, text)
}

/** What is wrong with a service, in words whoever set it up can use. */
export function textTrouble(error: unknown, url: string): string {
  const { name, message, cause } = error as { name?: string; message?: string; cause?: unknown }
  const { hostname } = new URL(url)
  if (error instanceof TextRefused) return message ?? ''
  if (name === 'TimeoutError') return `${hostname} did not answer within ${PATIENCE / 1000} seconds.`
  const why = unreached(error, hostname)
  if (why) return why
  if (/redirect/i.test(String(cause ?? message))) return `${hostname} sends us elsewhere. Give the address it means.`
  return `${hostname} could not be asked: ${(message ?? '').slice(0, 160)}`
}
