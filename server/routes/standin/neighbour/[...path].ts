import { randomBytes } from 'node:crypto'
import { type H3Event, getRequestHeaders, sendRedirect, setResponseHeader, setResponseStatus } from 'h3'
import { answerTo } from '../../../../core/mail/letter'
import { route, textBody } from '../../../doors/route'
import { readRowsInWorker } from '../../../files/pool'
import { messageIdOf } from '../../../gateways/mail'
import { HOW, type How, howNow, lettersToIt, takeCall, takeFile, taken, tellHow } from '../../../gateways/neighbour'
import { type NeighbourPage, neighbourPage } from '../../../gateways/neighbour-page'
import { takeMail } from '../../../messages/came-in'
import { now } from '../../../platform/clock'
import { useConfig } from '../../../platform/config'
import { newId } from '../../../platform/ids'
import { notFound } from '../../../platform/problem'

/** So large is what it answers with where it answers at length. */
const LONG = 10_000_000
const SHOWN = 20
const late = () => new Promise((resolve) => setTimeout(resolve, 3000))

/**
 * The neighbour: takes calls at `calls`, files at `files/…` (WebDAV) and letters, reads a calendar, and shows on its page what it
 * was given.
 */
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
      await told(new URLSearchParams(await textBody(event, 4000)))
      return sendRedirect(event, '/standin/neighbour', 303)
    }
    return page(event)
  },
)

/** What somebody pressed on its page: how it is from now on, or that it answers a letter. */
async function told(form: URLSearchParams): Promise<void> {
  const before = await howNow()
  const letter = form.get('answer')
  if (letter !== null) return answerLetter(letter, before.how)
  const wanted = form.get('how') ?? ''
  await tellHow({
    how: Object.hasOwn(HOW, wanted) ? wanted : before.how,
    secret: (form.get('secret') ?? '').trim().slice(0, 200),
    calendar: (form.get('calendar') ?? '').trim().slice(0, 500),
  })
}

/** Answers a letter as it does now: late, or twice the same. */
async function answerLetter(id: string, how: How): Promise<void> {
  const [letter] = await lettersToIt(id)
  if (!letter) throw notFound('letter')
  if (how === 'late') await late()
  const words = 'Thank you, this is with us. We look at it on the next working day.'
  const eml = new TextEncoder().encode(answerTo({ ...letter, messageId: messageIdOf(letter.key) }, words, newId()))
  for (let times = how === 'twice' ? 2 : 1; times > 0; times -= 1) await takeMail(eml)
}

async function answer(event: H3Event, { how, status }: { how: How; status: number }): Promise<string | undefined> {
  setResponseHeader(event, 'content-type', 'text/plain')
  if (how === 'never') return new Promise(() => {})
  if (how === 'late') await late()
  if (status === 302) {
    await sendRedirect(event, 'http://169.254.169.254/latest/', 302)
    return undefined
  }
  setResponseStatus(event, status)
  if (how === 'long') return 'x'.repeat(LONG)
  return status === 200 ? 'Taken, thank you.' : status === 410 ? 'Nothing more, please.' : 'Not now.'
}

/** What stands next in the calendar it was given the address of; one of Upwold’s own alone. */
async function entriesOf(calendar: string): Promise<NeighbourPage['entries']> {
  if (!calendar) return 'It was given no calendar.'
  const { origin } = useConfig()
  const path = URL.canParse(calendar, origin) ? new URL(calendar, origin).pathname : ''
  if (!path.startsWith('/api/calendar/')) return 'That is no address of a calendar of Upwold’s.'
  const read = await fetch(new URL(path, origin), { redirect: 'error' }).catch(() => null)
  if (!read?.ok) return 'There is no calendar at that address any more.'
  const file = await readRowsInWorker({ of: 'jobs', bytes: new Uint8Array(await read.arrayBuffer()) })
  if (file.of !== 'icalendar') return 'That is no calendar.'
  const today = now().slice(0, 10)
  return file.jobs
    .filter((j) => (j.starts ?? '') >= today)
    .sort((a, b) => a.starts!.localeCompare(b.starts!))
    .slice(0, SHOWN)
    .map((j) => ({ day: j.starts!.replace('T', ' '), title: j.title }))
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
  const [how, rows, letters] = await Promise.all([howNow(), taken(), lettersToIt()])
  return neighbourPage({ nonce, ...how, rows, letters, entries: await entriesOf(how.calendar) })
}
