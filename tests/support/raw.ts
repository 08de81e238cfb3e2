import { connect } from 'node:net'
import type { TestServer } from './server'

export interface RawAnswer {
  status: number
  head: string
  body: string
}

/** Sends a request exactly as it is spelled, past every client that would tidy its address up. Null where the server hangs up. */
export function raw(
  server: TestServer,
  method: string,
  target: string,
  headers: Record<string, string> = {},
  body = '',
): Promise<RawAnswer | null> {
  const { port, host } = new URL(server.origin)
  const lines = Object.entries({ host, connection: 'close', ...headers }).map(([k, v]) => `${k}: ${v}`)
  if (body) lines.push(`content-length: ${Buffer.byteLength(body)}`, 'content-type: application/json')
  return new Promise((resolve) => {
    const socket = connect(Number(port), 'localhost')
    const parts: Buffer[] = []
    socket.on('data', (d) => parts.push(d))
    socket.on('error', () => resolve(null))
    socket.on('close', () => {
      const text = Buffer.concat(parts).toString('latin1')
      const status = Number(/^HTTP\/1\.1 (\d{3})/.exec(text)?.[1] ?? 0)
      const cut = text.indexOf('\r\n\r\n')
      resolve(status ? { status, head: text.slice(0, cut), body: text.slice(cut + 4) } : null)
    })
    // Not ended: whoever hangs up first is not answered any more.
    socket.write(Buffer.from(`${method} ${target} HTTP/1.1\r\n${lines.join('\r\n')}\r\n\r\n${body}`, 'latin1'))
  })
}

const encode = (c: string) => `%${c.charCodeAt(0).toString(16).padStart(2, '0')}`
const eachSegment = (path: string, change: (s: string) => string) =>
  path
    .split('/')
    .map((s) => s && change(s))
    .join('/')

/** Ways to spell an address so that whoever reads it and whoever routes it might understand two things. */
export const SPELLINGS: Record<string, (path: string) => string> = {
  plain: (p) => p,
  'a letter encoded': (p) => eachSegment(p, (s) => encode(s[0]!) + s.slice(1)),
  'every letter encoded': (p) => eachSegment(p, (s) => [...s].map(encode).join('')),
  'encoded in capitals': (p) => eachSegment(p, (s) => encode(s[0]!).toUpperCase() + s.slice(1)),
  'encoded twice': (p) => eachSegment(p, (s) => encode(s[0]!).replace('%', '%25') + s.slice(1)),
  'encoded three times': (p) => eachSegment(p, (s) => encode(s[0]!).replace('%', '%2525') + s.slice(1)),
  'slashes encoded': (p) => `/${p.slice(1).replaceAll('/', '%2f')}`,
  'slashes encoded twice': (p) => `/${p.slice(1).replaceAll('/', '%252F')}`,
  capitals: (p) => p.toUpperCase(),
  'a capital': (p) => p.replace('/api', '/Api'),
  'two slashes first': (p) => `/${p}`,
  'two slashes within': (p) => p.replace(/\/(?=[^/]*$)/, '//'),
  'a dot': (p) => p.replace(/\/(?=[^/]*$)/, '/./'),
  'a dot first': (p) => `/.${p}`,
  'up and down': (p) => `/x/..${p}`,
  'up and down within': (p) => p.replace('/api/', '/api/x/../'),
  'up encoded': (p) => `/x/%2e%2e${p}`,
  'up beyond': (p) => `/..${p}`,
  backslashes: (p) => p.replaceAll('/', '\\'),
  'a backslash within': (p) => p.replace(/\/(?=[^/]*$)/, '\\'),
  'a backslash encoded': (p) => p.replace(/\/(?=[^/]*$)/, '%5c'),
  'a slash last': (p) => `${p}/`,
  'two slashes last': (p) => `${p}//`,
  'a dot last': (p) => `${p}.`,
  'an ending': (p) => `${p}.json`,
  parameters: (p) => `${p};x`,
  'parameters within': (p) => p.replace('/api/', '/api;x=1/'),
  'NUL last': (p) => `${p}%00`,
  'NUL within': (p) => p.replace('/api/', '/api%00/'),
  'a space last': (p) => `${p}%20`,
  'a line break': (p) => `${p}%0d%0a`,
  'a question': (p) => `${p}?/api/health`,
  'a fragment': (p) => `${p}#/api/health`,
  'a fragment encoded': (p) => `${p}%23`,
  'a question encoded': (p) => `${p}%3fx`,
  'an open page behind': (p) => `/sign-in/..${p}`,
  'an open page before': (p) => `${p}/../../../sign-in`,
  'a file of the pages': (p) => `/_nuxt/..${p}`,
  overlong: (p) => p.replace('/api', '/%c1%a1pi'),
  'half a letter': (p) => `${p}%`,
  'no letter': (p) => `${p}%zz`,
  'full width': (p) => p.replace('/api', '/\uff41pi'),
  'a whole address': (p) => `http://localhost${p}`,
  "another host's address": (p) => `http://elsewhere.example${p}`,
}

/** Headers by which some servers take a request for another. */
export const DISGUISES: Record<string, Record<string, string>> = {
  'method override': { 'x-http-method-override': 'GET', 'x-method-override': 'GET', 'x-http-method': 'GET' },
  'another address': { 'x-original-url': '/api/health', 'x-rewrite-url': '/api/health' },
  'from inside': { 'x-upwold-from': '127.0.0.1', 'x-nitro-prerender': '/api/today', 'x-nuxt-no-ssr': '1' },
  'from a proxy': { 'x-forwarded-for': '127.0.0.1', 'x-forwarded-host': 'localhost', 'x-forwarded-prefix': '/api' },
  'as a signer': { authorization: 'Bearer x', 'x-signer': 'x' },
}
