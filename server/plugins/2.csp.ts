import { giveNonce, keepPage } from '../doors/pages'

/** Every page that is drawn gets a nonce for its scripts and styles; one that may be sent again is kept. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('render:html', (html, { event }) => {
    const nonce = giveNonce(event)
    const withNonce = (part: string) =>
      part.replace(/<(script|style)(?![^>]*\snonce=)(?=[\s>])/g, `<$1 nonce="${nonce}"`)
    html.head = html.head.map(withNonce)
    html.bodyAppend = html.bodyAppend.map(withNonce)
    html.bodyPrepend = html.bodyPrepend.map(withNonce)
  })
  nitro.hooks.hook('render:response', (response, { event }) => {
    if (response.headers) delete response.headers['x-powered-by']
    if (typeof response.body === 'string' && (response.statusCode ?? 200) === 200) keepPage(event, response.body)
  })
})
