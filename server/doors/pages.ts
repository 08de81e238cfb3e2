import { randomBytes } from 'node:crypto'
import { type H3Event, setResponseHeader } from 'h3'
import { LRUCache } from 'lru-cache'

declare module 'h3' {
  interface H3EventContext {
    /** The hash of all that a page is drawn from; where there is one, it is kept. */
    drawnFrom?: string
    nonce?: string
    /** The pages this one may be shown inside of; none where there are none. */
    frames?: readonly string[]
  }
}

/** Pages as they were drawn, by what they were drawn from, with a place where the nonce goes. */
const pages = new LRUCache<string, string>({ maxSize: 48_000_000, sizeCalculation: (html) => html.length })
const PLACE = '\uE002'

/** While developing, styles are put in by the tool that serves them. */
const styles = (nonce: string) => (import.meta.dev ? `'unsafe-inline'` : `'nonce-${nonce}'`)

/**
 * Gives a page its nonce, and the strict content security policy that asks for it. Attributes of style stay allowed: places
 * on a page are set by them (docs/decisions/0014).
 */
export function giveNonce(event: H3Event): string {
  const nonce = randomBytes(16).toString('base64')
  event.context.nonce = nonce
  setResponseHeader(
    event,
    'content-security-policy',
    `default-src 'self'; script-src 'self' 'nonce-${nonce}' 'wasm-unsafe-eval'; style-src 'self' ${styles(nonce)}; style-src-attr 'unsafe-inline'; img-src 'self' data: blob:; font-src 'self' data:; connect-src 'self'; worker-src 'self' blob:; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors ${event.context.frames?.join(' ') ?? "'none'"}`,
  )
  return nonce
}

/** Keeps a page that was drawn. */
export function keepPage(event: H3Event, html: string): void {
  const { drawnFrom, nonce } = event.context
  if (drawnFrom && nonce && !html.includes(PLACE)) pages.set(drawnFrom, html.replaceAll(nonce, PLACE))
}

/** A page drawn before from the same, with a nonce of its own; undefined where there is none. */
export function keptPage(event: H3Event): string | undefined {
  const html = pages.get(event.context.drawnFrom ?? '')
  if (html === undefined) return undefined
  setResponseHeader(event, 'content-type', 'text/html;charset=utf-8')
  return html.replaceAll(PLACE, giveNonce(event))
}
