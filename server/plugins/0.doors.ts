import pages from '#upwold/pages'
import { BadSetting, useConfig } from '../platform/config'
import { isOutside, noteAddress } from '../doors/where'

declare module 'h3' {
  interface H3EventContext {
    /** Whether the address is a page's, as it is spelled. */
    page?: boolean
  }
}

/** What goes with every answer, files of the pages included, whatever its address. Routes and pages say only what they may further. */
const HEADERS: Record<string, string> = {
  'x-content-type-options': 'nosniff',
  'x-frame-options': 'DENY',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy': 'camera=(), geolocation=(), microphone=(), payment=()',
  'referrer-policy': 'no-referrer',
}
const HALF_YEAR = 15_552_000

/** Pages by the address they have, spelled as it is: `/jobs/:id`. Anything else is no page. */
const PAGES = pages.map((p) => new RegExp(`^${p.replace(/:\w+\(\)/g, '[^/?#%]+')}$`))
const isPage = (path: string) => PAGES.some((p) => p.test(path))

/** Refuses to start on settings that can't be meant, and looks at every request before anything else does. */
export default defineNitroPlugin((nitro) => {
  let settings
  try {
    settings = useConfig()
  } catch (error) {
    if (!(error instanceof BadSetting)) throw error
    process.stderr.write(`Upwold does not start. ${error.message}\n`)
    process.exit(1)
  }
  // Nobody outside this machine is let in unless it is said so.
  process.env.NITRO_HOST = settings.host
  const { host } = new URL(settings.origin)
  nitro.hooks.hook('request', (event) => {
    const { req, res } = event.node
    noteAddress(event)
    if (!isOutside(event)) return
    for (const [name, value] of Object.entries(HEADERS)) res.setHeader(name, value)
    if (settings.secureCookies) res.setHeader('strict-transport-security', `max-age=${HALF_YEAR}; includeSubDomains`)
    if (req.headers.host !== host) {
      res.writeHead(421, { 'content-type': 'text/plain; charset=utf-8', connection: 'close' })
      res.end(`Upwold is at ${settings.origin}\n`)
      return
    }
    const path = (req.url ?? '/').split('?')[0]!
    if (isPage(path)) {
      if (req.method !== 'GET' && req.method !== 'HEAD') {
        res.writeHead(405, { allow: 'GET, HEAD', connection: 'close' })
        res.end()
        return
      }
      // The camera is for whoever shows a document, on their own page and at the desk alone.
      if (path.startsWith('/s/') || path === '/desk')
        res.setHeader('permissions-policy', HEADERS['permissions-policy']!.replace('camera=()', 'camera=(self)'))
      res.setHeader('cache-control', 'private, no-store')
    }
    event.context.page = isPage(path)
  })
  // What neither a route nor a file has taken ends at the pages: where there is none, that is no success.
  nitro.hooks.hook('render:response', (response, { event }) => {
    if (isOutside(event) && !event.context.page) response.statusCode = 404
  })
})
