import { randomBytes } from 'node:crypto'

/** While developing, styles are put in by the tool that serves them. */
const styles = (nonce: string) => (import.meta.dev ? `'unsafe-inline'` : `'nonce-${nonce}'`)

/**
 * A strict content security policy with a fresh nonce for the scripts and styles of each page. Attributes of style stay
 * allowed: places on a page are set by them (docs/decisions/0014).
 */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('render:html', (html, { event }) => {
    const nonce = randomBytes(16).toString('base64')
    const withNonce = (part: string) =>
      part.replace(/<(script|style)(?![^>]*\snonce=)(?=[\s>])/g, `<$1 nonce="${nonce}"`)
    html.head = html.head.map(withNonce)
    html.bodyAppend = html.bodyAppend.map(withNonce)
    html.bodyPrepend = html.bodyPrepend.map(withNonce)
    setResponseHeader(
      event,
      'content-security-policy',
      `default-src 'self'; script-src 'self' 'nonce-${nonce}' 'wasm-unsafe-eval'; style-src 'self' ${styles(nonce)}; style-src-attr 'unsafe-inline'; img-src 'self' data: blob:; font-src 'self' data:; connect-src 'self'; worker-src 'self' blob:; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'`,
    )
  })
  nitro.hooks.hook('render:response', (response) => {
    if (response.headers) delete response.headers['x-powered-by']
  })
})
