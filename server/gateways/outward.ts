import { lookup as resolve } from 'node:dns/promises'
import { request as plain } from 'node:http'
import { request as secure } from 'node:https'
import { type LookupFunction, isIP } from 'node:net'
import { isOpenAddress } from '../../core/text/addresses'
import { hasStandin, useConfig } from '../platform/config'
import { unreached } from './unreached'

/** Where something may not be sent, ever: trying again is no use. */
export class NotThere extends Error {}

const PATIENCE = 10_000
/** So much of an answer is read; the rest isn't waited for. */
const HEARD = 4_000

export interface Outgoing {
  method: 'POST' | 'PUT' | 'MKCOL' | 'GET'
  headers: Record<string, string>
  body: Uint8Array | string
}
export interface Answer {
  status: number
  /** The beginning of what it said. */
  said: string
}

/** Whether an address is the neighbour that stands in for other systems, on Upwold's own address. */
const isNeighbour = (url: URL): boolean =>
  hasStandin('neighbour') && url.origin === useConfig().origin && url.pathname.startsWith('/standin/neighbour/')

/**
 * The address to call for a URL. Refused: what isn't https, what is Upwold itself, what is within this network; whatever its name
 * says, the address it leads to now is what counts, and that very address is called.
 */
async function addressOf(url: URL): Promise<string> {
  const { origin, inside } = useConfig()
  const host = url.hostname.replace(/^\[|\]$/g, '')
  if (url.username || url.password) throw new NotThere('Leave the name and password out of the address.')
  const allowed = isNeighbour(url) || inside.has(host.toLowerCase())
  if (!allowed && url.origin === origin) throw new NotThere('That is the address of Upwold itself.')
  if (url.protocol !== 'https:' && !(allowed && url.protocol === 'http:'))
    throw new NotThere(`${host} can’t be spoken to in private (https).`)
  const found = isIP(host) ? [{ address: host }] : await resolve(host, { all: true })
  if (!allowed && found.some((f) => !isOpenAddress(f.address)))
    throw new NotThere(
      `${host} is an address within this network. Upwold calls none of those, unless UPWOLD_INSIDE names it.`,
    )
  const first = found[0]
  if (!first) throw new NotThere(`There is no server by the name ${host}.`)
  return first.address
}

/** The address that was looked at, whatever the name leads to by now. */
const pinnedTo =
  (pinned: string): LookupFunction =>
  (_name, options, back) => {
    const family = isIP(pinned)
    if (options.all) back(null, [{ address: pinned, family }])
    else back(null, pinned, family)
  }

/** Gives something over. Follows nothing: whoever sends us elsewhere is told so. Throws {@link NotThere} where it may not go. */
export async function giveOver(address: string, { method, headers, body }: Outgoing): Promise<Answer> {
  const url = URL.canParse(address) ? new URL(address) : null
  if (!url || !/^https?:$/.test(url.protocol)) throw new NotThere('This is not an address of the web.')
  const pinned = await addressOf(url)
  return new Promise<Answer>((done, fail) => {
    const request = (url.protocol === 'https:' ? secure : plain)(url, {
      method,
      agent: false,
      headers: { 'user-agent': 'Upwold', ...headers, 'content-length': Buffer.byteLength(body) },
      lookup: pinnedTo(pinned),
    })
    const timer = setTimeout(
      () => request.destroy(new Error(`It did not answer within ${PATIENCE / 1000} seconds.`)),
      PATIENCE,
    )
    request.once('error', (error) => {
      clearTimeout(timer)
      fail(error)
    })
    request.once('response', (response) => {
      let said = ''
      const end = () => {
        clearTimeout(timer)
        done({ status: response.statusCode ?? 0, said: said.slice(0, HEARD) })
      }
      response.setEncoding('utf8')
      response.on('data', (piece: string) => {
        said += piece
        if (said.length < HEARD) return
        // Whatever more it says, nobody reads it.
        end()
        request.destroy()
      })
      response.once('end', end)
      response.once('error', end)
    })
    request.end(body)
  })
}

/** Fetches something whole, up to so many bytes; the same addresses as elsewhere. Throws {@link NotThere} where it may not be asked. */
export async function fetchOver(address: string, most: number): Promise<Uint8Array> {
  const url = URL.canParse(address) ? new URL(address) : null
  if (!url || !/^https?:$/.test(url.protocol)) throw new NotThere('This is not an address of the web.')
  const pinned = await addressOf(url)
  return new Promise<Uint8Array>((done, fail) => {
    const request = (url.protocol === 'https:' ? secure : plain)(url, {
      method: 'GET',
      agent: false,
      headers: { 'user-agent': 'Upwold', accept: 'text/calendar, */*;q=0.1' },
      lookup: pinnedTo(pinned),
    })
    const stop = (words: string) => request.destroy(new Error(words))
    const timer = setTimeout(() => stop(`It did not answer within ${PATIENCE / 1000} seconds.`), PATIENCE)
    request.once('error', (error) => {
      clearTimeout(timer)
      fail(error)
    })
    request.once('response', (response) => {
      const { statusCode = 0 } = response
      if (statusCode !== 200)
        return stop(statusCode >= 300 && statusCode < 400 ? 'It sends us elsewhere.' : `It answered ${statusCode}.`)
      const parts: Buffer[] = []
      let size = 0
      response.on('data', (piece: Buffer) => {
        parts.push(piece)
        if ((size += piece.length) > most) stop(`It is larger than ${most / 1_000_000} MB.`)
      })
      response.once('end', () => {
        clearTimeout(timer)
        done(Buffer.concat(parts))
      })
      response.once('error', fail)
    })
    request.end()
  })
}

/** What was wrong, in words whoever set the system up can use. */
export function outwardTrouble(error: unknown, address: string): string {
  const { hostname } = new URL(address)
  const { code, message } = error as { code?: string; message?: string }
  return unreached({ cause: { code } }, hostname) ?? `${hostname} could not be asked: ${(message ?? '').slice(0, 200)}`
}
