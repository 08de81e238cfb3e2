import { giveNonce, keepPage } from '../doors/pages'

/** The parts a signer's page is made of; styles of the others are left out there. */
const SIGNER_PARTS = new Set([
  'base',
  'basecomponent',
  'button',
  'checkbox',
  'dialog',
  'global',
  'inputtext',
  'layer-order',
  'primitive',
  'radiobutton',
  'ripple',
  'selectbutton',
  'semantic',
  'textarea',
  'togglebutton',
])
const PART_STYLE = /<style[^>]*data-primevue-style-id="([a-z-]+?)(?:-style|-variables)?"[^>]*>[^<]*<\/style>/g
/** The styles are the same text on every page: what is left of it for a signer is worked out once. */
const worked = new Map<string, string>()
function forSigner(part: string): string {
  if (!part.includes('data-primevue-style-id')) return part
  const known = worked.get(part)
  if (known !== undefined) return known
  const left = part.replace(PART_STYLE, (whole, name: string) => (SIGNER_PARTS.has(name) ? whole : ''))
  if (worked.size < 8) worked.set(part, left)
  return left
}

/** Every page that is drawn gets a nonce for its scripts and styles; one that may be sent again is kept. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('render:html', (html, { event }) => {
    const nonce = giveNonce(event)
    const withNonce = (part: string) =>
      part.replace(/<(script|style)(?![^>]*\snonce=)(?=[\s>])/g, `<$1 nonce="${nonce}"`)
    if (/^\/(s|draw)\//.test(event.path)) html.head = html.head.map(forSigner)
    html.head = html.head.map(withNonce)
    html.bodyAppend = html.bodyAppend.map(withNonce)
    html.bodyPrepend = html.bodyPrepend.map(withNonce)
  })
  nitro.hooks.hook('render:response', (response, { event }) => {
    if (response.headers) delete response.headers['x-powered-by']
    if (typeof response.body === 'string' && (response.statusCode ?? 200) === 200) keepPage(event, response.body)
  })
})
