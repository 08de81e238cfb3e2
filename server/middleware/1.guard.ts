import { defineEventHandler, getRequestHeader, getRequestURL, sendWebResponse, setResponseHeader } from 'h3'
import { authorise } from '../access'
import { answerProblem } from '../route'
import { Problem } from '../problem'

const BODY_LIMIT = 1_000_000
/** Texts with pictures in them, and files. The service says its own limit in words that help. */
const LARGE: [RegExp, number][] = [
  [/^\/api\/templates\/bring$/, 13_000_000],
  [/^\/api\/(templates|clauses)(\/[^/]+)?$/, 12_000_000],
  // The service knows its own limit and says what to do; nothing is read before it has looked at the length.
  [/^\/api\/files$/, Number.POSITIVE_INFINITY],
  [/^\/api\/(papers|templates)\/[^/]+\/marking$/, 6_000_000],
  [/^\/api\/sign\/[^/]+\/attachment$/, 11_000_000],
  [/^\/api\/sign\/[^/]+\/document$/, 26_000_000],
  [/^\/api\/papers\/[^/]+\/on-paper$/, 21_000_000],
  [/^\/api\/jobs\/[^/]+\/lists$/, 4_000_000],
]
const limitOf = (path: string) => LARGE.find(([pattern]) => pattern.test(path))?.[1] ?? BODY_LIMIT
const WRITES = new Set(['POST', 'PUT', 'PATCH', 'DELETE'])

/** Headers of every answer, limits on every request, and access to every route of the API. */
export default defineEventHandler(async (event) => {
  const { pathname } = getRequestURL(event)
  const signer = /^\/(s|pad|api\/sign|api\/pad)\//.test(pathname)
  setResponseHeader(event, 'x-content-type-options', 'nosniff')
  setResponseHeader(event, 'x-frame-options', 'DENY')
  setResponseHeader(event, 'cross-origin-opener-policy', 'same-origin')
  setResponseHeader(event, 'cross-origin-resource-policy', 'same-origin')
  // The camera is for whoever shows a document, on their own page alone.
  const camera = pathname.startsWith('/s/') ? 'camera=(self)' : 'camera=()'
  setResponseHeader(event, 'permissions-policy', `${camera}, geolocation=(), microphone=(), payment=()`)
  setResponseHeader(event, 'referrer-policy', signer ? 'no-referrer' : 'same-origin')
  if (signer) setResponseHeader(event, 'cache-control', 'private, no-store')
  const api = pathname.startsWith('/api/')
  if (api) {
    setResponseHeader(event, 'content-security-policy', "default-src 'none'; frame-ancestors 'none'")
    setResponseHeader(event, 'cache-control', 'private, no-store')
  }
  try {
    if (WRITES.has(event.method)) {
      if (
        Number(getRequestHeader(event, 'content-length') ?? 0) > limitOf(pathname) ||
        getRequestHeader(event, 'transfer-encoding')
      )
        throw new Problem('too-large', 'This is too large to be taken.')
      // A browser always says where a write comes from; the card service's call-back isn't a browser and is signed instead.
      const origin = getRequestHeader(event, 'origin')
      const site = getRequestHeader(event, 'sec-fetch-site')
      if (
        pathname !== '/api/callbacks/cards' &&
        ((origin && new URL(origin === 'null' ? 'http://null' : origin).host !== getRequestHeader(event, 'host')) ||
          (site && site !== 'same-origin' && site !== 'none'))
      )
        throw new Problem('not-allowed', 'This request came from another site.')
    }
    if (api) await authorise(event, event.method === 'HEAD' ? 'GET' : event.method, pathname)
  } catch (error) {
    const body = answerProblem(event, error)
    return sendWebResponse(
      event,
      new Response(JSON.stringify(body), {
        status: Number(body.status),
        headers: { 'content-type': 'application/problem+json' },
      }),
    )
  }
})
