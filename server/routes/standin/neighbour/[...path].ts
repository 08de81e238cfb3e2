import { randomBytes } from 'node:crypto'
import { type H3Event, getRequestHeaders, sendRedirect, setResponseHeader, setResponseStatus } from 'h3'
import { escapeHtml } from '../../../../core/text/escape'
import { route, textBody } from '../../../doors/route'
import { HOW, type How, howNow, takeCall, takeFile, taken, tellHow } from '../../../gateways/neighbour'

/** So large is what it answers with where it answers at length. */
const LONG = 10_000_000

/** The neighbour: takes calls at `calls`, files at `files/…` (WebDAV), and shows on its page what it was given. */
export default route(
  { who: 'anyone', standin: 'neighbour', page: true, signed: true, file: 60_000_000 },
  async ({ event, part, bytes }) => {
    const path = decodeURIComponent(part('path') || '')
    setResponseHeader(event, 'cache-control', 'private, no-store')
    if (path === 'calls' && event.method === 'POST') {
      const headers = getRequestHeaders(event) as Record<string, string>
      return answer(event, await takeCall(await textBody(event), headers))
    }
    if (path.startsWith('files/') && event.node.req.method === 'MKCOL') {
      setResponseStatus(event, 201)
      return ''
    }
    if (path.startsWith('files/') && event.method === 'PUT')
      return answer(event, await takeFile(path.slice('files/'.length), await bytes()))
    if (event.method === 'POST') {
      const form = new URLSearchParams(await textBody(event, 2000))
      const { how } = await howNow()
      const wanted = form.get('how') ?? ''
      await tellHow({
        how: Object.hasOwn(HOW, wanted) ? wanted : how,
        secret: (form.get('secret') ?? '').trim().slice(0, 200),
      })
      return sendRedirect(event, '/standin/neighbour', 303)
    }
    return page(event)
  },
)

async function answer(event: H3Event, { how, status }: { how: How; status: number }): Promise<string | undefined> {
  setResponseHeader(event, 'content-type', 'text/plain')
  if (how === 'never') return new Promise(() => {})
  if (how === 'late') await new Promise((resolve) => setTimeout(resolve, 3000))
  if (status === 302) {
    await sendRedirect(event, 'http://169.254.169.254/latest/', 302)
    return undefined
  }
  setResponseStatus(event, status)
  if (how === 'long') return 'x'.repeat(LONG)
  return status === 200 ? 'Taken, thank you.' : status === 410 ? 'Nothing more, please.' : 'Not now.'
}

async function page(event: H3Event): Promise<string> {
  const nonce = randomBytes(16).toString('base64')
  setResponseHeader(event, 'content-type', 'text/html; charset=utf-8')
  setResponseHeader(event, 'referrer-policy', 'same-origin')
  setResponseHeader(
    event,
    'content-security-policy',
    `default-src 'none'; style-src 'nonce-${nonce}'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'`,
  )
  const [{ how, secret }, rows] = [await howNow(), await taken()]
  const e = escapeHtml
  const options = Object.entries(HOW)
    .map(([value, words]) => `<option value="${e(value)}"${value === how ? ' selected' : ''}>${e(words)}</option>`)
    .join('')
  const said = (body: string) => {
    try {
      return JSON.stringify(JSON.parse(body), null, 1)
    } catch {
      return body
    }
  }
  const list = rows
    .map(
      (r) =>
        `<li><b>${r.what === 'file' ? e(r.name) : e(typeOf(r.body))}</b> <span>${e(r.at.slice(0, 19).replace('T', ' '))}, answered ${r.answered}${r.signed === null ? '' : r.signed ? ', signature right' : ', <strong>signature wrong</strong>'}</span>${r.what === 'file' ? `<p>${e(r.body)}</p>` : `<pre>${e(said(r.body).slice(0, 3000))}</pre>`}</li>`,
    )
    .join('')
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>The neighbour</title><style nonce="${nonce}">body{font:16px/1.5 system-ui,sans-serif;background:#edf1f4;color:#16222c;margin:0;padding:24px 16px}main{max-width:760px;margin:0 auto;background:#fff;padding:28px;border:1px solid #c5d0d8}h1{font-size:28px;margin:0 0 8px}label{display:block;font-weight:600;margin:14px 0 4px}input,select{font:inherit;width:100%;box-sizing:border-box;padding:10px;border:1px solid #60717e;background:#fff}button{font:inherit;font-weight:600;margin-top:14px;padding:10px 18px;border:0;background:#14506e;color:#fff}ol{list-style:none;padding:0}li{border-top:1px solid #c5d0d8;padding:12px 0}pre{font-size:13px;overflow:auto;max-height:220px;background:#f4f7f9;padding:10px;margin:6px 0 0}span{color:#40525f;font-size:14px}p{margin:4px 0}</style></head><body><main><h1>The neighbour</h1><p>This page stands in for other systems: the accounts, a board, a place for files. It takes calls at <code>/standin/neighbour/calls</code> and files at <code>/standin/neighbour/files</code>.</p><form method="post"><label for="how">It</label><select id="how" name="how">${options}</select><label for="secret">The secret it checks calls with</label><input id="secret" name="secret" value="${e(secret)}" autocomplete="off"><button>Keep this</button></form><h2>What it was given</h2>${rows.length ? `<ol>${list}</ol>` : '<p>Nothing yet.</p>'}</main></body></html>`
}

function typeOf(body: string): string {
  try {
    return String((JSON.parse(body) as { type?: unknown }).type ?? 'a call')
  } catch {
    return 'a call'
  }
}
