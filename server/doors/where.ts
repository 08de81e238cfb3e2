import { IncomingMessage } from 'node:http'
import { type H3Event, getRequestHeader, setResponseHeader } from 'h3'
import { useConfig } from '../platform/config'
import { newId } from '../platform/ids'
import type { Visitor } from '../members/sessions'

/** Where the page that is drawn on the server says its own call comes from: taken from nobody else. */
const INSIDE = 'x-upwold-from'

/** Whether a request came over the network, and not from a page that is being drawn here. */
export const isOutside = (event: H3Event): boolean => event.node.req instanceof IncomingMessage

/**
 * The address a request comes from: the socket's, or, with proxies in front, the one the outermost trusted proxy saw.
 * Whatever somebody wrote into the header themself stands further left and is not looked at.
 */
export function addressFrom(socket: string, forwarded: string | undefined, hops: number): string {
  if (hops === 0) return socket
  const list = (forwarded ?? '')
    .split(',')
    .map((a) => a.trim())
    .filter(Boolean)
  return list.at(-Math.min(hops, list.length)) ?? socket
}

/** Notes, before anything else, where a request comes from. */
export function noteAddress(event: H3Event): void {
  if (!isOutside(event)) return
  const { req } = event.node
  req.headers[INSIDE] = addressFrom(
    (req.socket.remoteAddress ?? '').replace(/^::ffff:/, ''),
    [req.headers['x-forwarded-for']].flat().join(','),
    useConfig().proxyHops,
  )
}

const REQUEST = 'x-request-id'
/** The id a request is told with in the log and in a refusal: the proxy's own where it gives one, else a new one. */
export function requestOf(event: H3Event): string {
  const given = getRequestHeader(event, REQUEST) ?? ''
  const id = /^[\w-]{8,64}$/.test(given) ? given : newId()
  setResponseHeader(event, REQUEST, id)
  return id
}

/** Where a request comes from, as it stands in the signing record. */
export const fromWhere = (event: H3Event): Visitor => ({
  ip: (getRequestHeader(event, INSIDE) ?? '').slice(0, 64),
  device: (getRequestHeader(event, 'user-agent') ?? '').slice(0, 300),
})
