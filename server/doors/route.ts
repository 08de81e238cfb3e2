import {
  type EventHandler,
  type H3Event,
  defineEventHandler,
  getQuery,
  getRequestHeader,
  setResponseHeader,
  setResponseStatus,
} from 'h3'
import { ZodError, type z } from 'zod'
import { type Rule, authorise } from './access'
import { type Standin, hasStandin, useConfig } from '../platform/config'
import { log, requestId, toldWith } from '../platform/log'
import { Problem } from '../platform/problem'
import { noteSecurity } from './log'
import { done } from '../../shared/out/acts'
import type { Actor } from '../chain/record'
import { LIMITS, type LimitName, take, takeCounted } from '../platform/throttle'
import { once } from './answered'
import { names, tagOfAnswer, withMatch } from './tags'
import { insistOnShape } from './shape'
import { fromWhere, requestOf } from './where'

type Out<S> = S extends z.ZodType ? z.output<S> : undefined
/** What a handler answers with: what its schema says, a file, or nothing. */
type Answer<O> = O extends z.ZodType ? z.output<O> : unknown
export interface RouteRules<
  B extends z.ZodType | undefined = z.ZodType | undefined,
  Q extends z.ZodType | undefined = z.ZodType | undefined,
  O extends z.ZodType | 'file' | undefined = z.ZodType | 'file' | undefined,
> {
  /** Who may call it. */
  who: Rule
  /** What a body says, as JSON. */
  body?: B
  query?: Q
  /** What it gives back, as JSON; `file` for bytes or a stream. Where it isn't said, only that it is done. */
  out?: O
  /** The most bytes a body of JSON may have; 1 MB where it isn't said. */
  limit?: number
  /** A body that is a file: the most bytes it may have. */
  file?: number
  /** Only where this stand-in was asked for. */
  standin?: Standin
  /** How often it may be called by one session or one link. */
  throttle?: LimitName
  /** True for call-backs, which no browser sends and whose signature is checked instead of their origin. */
  signed?: boolean
  /** True for pages of ours that are not part of the application. */
  page?: boolean
  /** True for what hangs on a browser's session: no token may. */
  browser?: boolean
}
interface Call<B, Q> {
  event: H3Event
  body: B
  query: Q
  id: string
  /** A part of the address by its name, as the router read it. */
  part: (name: string) => string
  /** The bytes of a file, read once it is known that they may come. */
  bytes: (max?: number) => Promise<Uint8Array>
}

const BODY_LIMIT = 1_000_000
const WRITES = new Set(['POST', 'PUT', 'PATCH', 'DELETE'])

/** What a handler carries, so that the table of all routes can be made from the handlers themselves. */
export const RULES_OF = Symbol.for('upwold.route')

/**
 * The one way to make a handler. Everything that decides whether it runs hangs on the handler itself, never on how the
 * address was spelled: who may call it, from which site, how large and how often. Then its input is parsed by the shared
 * schemas, one service called, and problems are answered as RFC 9457 says.
 */
export function route<
  B extends z.ZodType | undefined = undefined,
  Q extends z.ZodType | undefined = undefined,
  O extends z.ZodType | 'file' | undefined = undefined,
>(rules: RouteRules<B, Q, O>, handler: (call: Call<Out<B>, Out<Q>>) => Answer<O> | Promise<Answer<O>>): EventHandler {
  const made = defineEventHandler((event) => toldWith({ request: requestOf(event) }, () => answer(event)))
  return Object.assign(made, { [RULES_OF]: rules })

  async function answer(event: H3Event): Promise<unknown> {
    const began = performance.now()
    try {
      if (!rules.page) {
        setResponseHeader(event, 'content-security-policy', "default-src 'none'; frame-ancestors 'none'")
        setResponseHeader(event, 'cache-control', 'private, no-store')
      }
      if (rules.standin && !hasStandin(rules.standin))
        throw new Problem('not-found', 'There is nothing at this address.')
      const part = (name: string) => event.context.params?.[name] ?? ''
      if (WRITES.has(event.method)) insistOnOrigin(event, rules)
      await authorise(event, rules.who, part('token'))
      if (event.context.token) await countToken(event, event.context.token.id, rules)
      if (rules.throttle) await take(rules.throttle, whose(event))
      const bytes = (max = rules.file ?? 0) => fileBytes(event, max)
      const raw = rules.body ? await textBody(event, rules.limit ?? BODY_LIMIT) : ''
      const match = getRequestHeader(event, 'if-match')
      const body = rules.body ? rules.body.parse(matched(jsonOf(raw), rules.body, match)) : undefined
      const query = rules.query ? rules.query.parse(getQuery(event)) : undefined
      const work = async () =>
        handler({
          event,
          body: body as Out<B>,
          query: query as Out<Q>,
          id: part('id'),
          part,
          bytes,
        })
      const result = await repeatable(event, rules, raw, work)
      const said = result === undefined || result === null ? { ok: true } : result
      if (useConfig().checkOutput && !rules.page && rules.out !== 'file') insistOnShape(rules.out ?? done, said)
      return tagged(event, rules, said)
    } catch (error) {
      await noteRefusal(event, error)
      return answerProblem(event, staleAsMatch(event, error))
    } finally {
      // The route, not the address: a signer's link stands in that.
      const { method, context } = event
      const ms = Math.round(performance.now() - began)
      log.debug({ method, route: context.matchedRoute?.path, status: event.node.res.statusCode, ms }, 'answered')
    }
  }
}

const REFUSALS = new Set(['not-allowed', 'locked'])

/** What somebody who is signed in tried and may not do stands in the owner's log. */
export async function noteRefusal(event: H3Event, error: unknown): Promise<void> {
  if (!(error instanceof Problem) || !REFUSALS.has(error.code) || !event.context.session) return
  await noteSecurity(event, 'refusal', `${event.method} ${event.context.matchedRoute?.path ?? ''}: ${error.message}`)
}

/** Whom a limit counts for: a signer's place, a member's session, or an address. */
const whose = (event: H3Event): string =>
  event.context.holder?.person.id ?? event.context.session?.id ?? event.context.token?.id ?? fromWhere(event).ip

/** A browser always says where a write comes from; only our own pages may write. */
function insistOnOrigin(event: H3Event, rules: RouteRules): void {
  if (rules.signed) return
  const origin = getRequestHeader(event, 'origin')
  const site = getRequestHeader(event, 'sec-fetch-site')
  if ((origin && origin !== useConfig().origin) || (site && site !== 'same-origin' && site !== 'none'))
    throw new Problem('not-allowed', 'This request came from another site.')
}

/** What a program has left of what it may ask, in the answer's headers (the IETF's RateLimit fields); none where it is too much. */
async function countToken(event: H3Event, id: string, { browser }: RouteRules): Promise<void> {
  const { most, seconds } = LIMITS.api
  setResponseHeader(event, 'ratelimit-policy', `"api";q=${most};w=${seconds}`)
  const { count, resets } = await takeCounted('api', id)
  setResponseHeader(event, 'ratelimit', `"api";r=${Math.max(0, most - count)};t=${resets}`)
  if (browser) throw new Problem('not-allowed', 'This is done in the browser, signed in; no token may.')
}

/** A write that came with an idempotency key is done once; see {@link once}. */
async function repeatable<T>(event: H3Event, rules: RouteRules, raw: string, work: () => Promise<T>): Promise<T> {
  const key = WRITES.has(event.method) && rules.out !== 'file' && getRequestHeader(event, 'idempotency-key')
  const whose = event.context.token?.id ?? event.context.session?.id
  if (!key || !whose) return work()
  const { answer, again } = await once({ whose, key, asked: `${event.method} ${event.path}\n${raw}` }, work)
  if (again) setResponseHeader(event, 'idempotency-replayed', 'true')
  return answer
}

const matched = (body: unknown, schema: z.ZodType, match: string | undefined): unknown =>
  match ? withMatch(body, schema, match) : body
/** What was changed since is a failed precondition where one was given (RFC 9110, 13.1.1). */
const staleAsMatch = (event: H3Event, error: unknown): unknown =>
  error instanceof Problem && error.code === 'stale' && event.context.token && getRequestHeader(event, 'if-match')
    ? new Problem('not-matched', error.message, error.fields, error.extra)
    : error

/** A program is given the tag of what it reads, and nothing where it has that already. */
function tagged(event: H3Event, { out }: RouteRules, said: unknown): unknown {
  if (!event.context.token || event.method !== 'GET' || out === 'file') return said
  const tag = tagOfAnswer(said)
  setResponseHeader(event, 'etag', tag)
  if (!names(getRequestHeader(event, 'if-none-match') ?? '', tag)) return said
  setResponseStatus(event, 304)
  return null
}

const megabytes = (max: number) => `${Math.max(1, Math.round(max / 1_000_000))} MB`

/** The bytes of a body, given up as soon as there are more than `max`. */
async function rawBody(event: H3Event, max: number, words: string): Promise<Buffer> {
  const { req } = event.node
  const tooLarge = () => {
    // The rest is let go by as it comes, so that whoever sends it gets to read why.
    req.resume()
    return new Problem('too-large', words)
  }
  if (Number(getRequestHeader(event, 'content-length') ?? 0) > max || getRequestHeader(event, 'transfer-encoding'))
    throw tooLarge()
  const parts: Buffer[] = []
  for await (const part of req as AsyncIterable<Buffer>) parts.push(part)
  return Buffer.concat(parts)
}

/** The body as text, for what is signed as it stands. */
export const textBody = async (event: H3Event, max = BODY_LIMIT): Promise<string> =>
  (await rawBody(event, max, 'This is too large to be taken.')).toString('utf8')

function jsonOf(raw: string): unknown {
  try {
    return JSON.parse(raw || '{}') as unknown
  } catch {
    throw new Problem('invalid', 'The request is not JSON.')
  }
}

/** The bytes of a file, or a refusal when there are none or more than `max`. */
async function fileBytes(event: H3Event, max: number): Promise<Uint8Array> {
  const raw = await rawBody(event, max, `This file is larger than ${megabytes(max)}. Make it smaller first.`)
  if (!raw.length) throw new Problem('invalid', 'The file is empty.')
  return new Uint8Array(raw.buffer, raw.byteOffset, raw.byteLength)
}

/** Anything thrown as a problem; what nobody foresaw is logged and told in general words. */
export function problemOf(error: unknown): Problem {
  if (error instanceof Problem) return error
  if (error instanceof ZodError) {
    const fields: Record<string, string> = {}
    for (const issue of error.issues) fields[issue.path.join('.')] ??= issue.message
    return new Problem('invalid', Object.values(fields)[0] ?? 'Something in this is not right.', fields)
  }
  if (error instanceof RangeError && /call stack/i.test(error.message))
    return new Problem('invalid', 'This nests its parts more deeply than anything could read.')
  log.error({ err: error }, 'Something nobody foresaw')
  return new Problem(
    'unavailable',
    'That did not work, through no fault of yours. Nothing was lost; please try again.',
    {},
    { request: requestId() },
  )
}

/** Answers with problem details (RFC 9457). */
function answerProblem(event: H3Event, error: unknown): Record<string, unknown> {
  const problem = problemOf(error)
  setResponseStatus(event, problem.status)
  setResponseHeader(event, 'content-type', 'application/problem+json')
  if (typeof problem.extra.wait === 'number') setResponseHeader(event, 'retry-after', problem.extra.wait)
  return problem.body()
}

/** The member who is signed in, as they stand in the chain. */
export const memberActor = (event: H3Event): Actor => ({
  kind: 'member',
  id: event.context.member!.id,
  name: event.context.member!.name,
  ...fromWhere(event),
})

/** Sends a file to be kept. Never shown in place: HTML and JSON of ours open outside the application. */
export function sendFile(event: H3Event, file: { bytes: Uint8Array; name: string; type: string }): Uint8Array {
  if (file.type === 'application/pdf') return sendPdf(event, file.bytes, file.name)
  setResponseHeader(event, 'content-type', file.type as 'text/html')
  setResponseHeader(event, 'content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(file.name)}`)
  return file.bytes
}

/** Sends a PDF to be shown, or kept under a name. */
export function sendPdf(event: H3Event, bytes: Uint8Array, name: string): Uint8Array {
  setResponseHeader(event, 'content-type', 'application/pdf')
  setResponseHeader(
    event,
    'content-disposition',
    `inline; filename="${name.replace(/[^\x20-\x7e]|["\\]/g, '_')}"; filename*=UTF-8''${encodeURIComponent(name)}`,
  )
  return bytes
}
