import {
  type EventHandler,
  type H3Event,
  defineEventHandler,
  getQuery,
  getRequestHeader,
  getRequestIP,
  readRawBody,
  setResponseHeader,
  setResponseStatus,
} from 'h3'
import { ZodError, type z } from 'zod'
import { Problem } from './problem'
import type { Actor } from './services/rounds/record'

type Out<S> = S extends z.ZodType ? z.output<S> : undefined
interface Shape<B extends z.ZodType | undefined, Q extends z.ZodType | undefined> {
  body?: B
  query?: Q
}
interface Call<B, Q> {
  event: H3Event
  body: B
  query: Q
  id: string
}

/** A route: its input parsed by the shared schemas, one service called, problems answered as RFC 9457 says. */
export function route<B extends z.ZodType | undefined = undefined, Q extends z.ZodType | undefined = undefined>(
  shape: Shape<B, Q>,
  handler: (call: Call<Out<B>, Out<Q>>) => unknown,
): EventHandler {
  return defineEventHandler(async (event) => {
    try {
      const body = shape.body ? shape.body.parse(await jsonBody(event)) : undefined
      const query = shape.query ? shape.query.parse(getQuery(event)) : undefined
      const result = await handler({
        event,
        body: body as Out<B>,
        query: query as Out<Q>,
        id: event.context.params?.id ?? '',
      })
      return result === undefined ? { ok: true } : result
    } catch (error) {
      return answerProblem(event, error)
    }
  })
}

async function jsonBody(event: H3Event): Promise<unknown> {
  const raw = await readRawBody(event)
  try {
    return JSON.parse(raw || '{}') as unknown
  } catch {
    throw new Problem('invalid', 'The request is not JSON.')
  }
}

/** Turns anything thrown into problem details; what nobody foresaw is logged and told in general words. */
export function answerProblem(event: H3Event, error: unknown): Record<string, unknown> {
  let problem: Problem
  if (error instanceof Problem) problem = error
  else if (error instanceof ZodError) {
    const fields: Record<string, string> = {}
    for (const issue of error.issues) fields[issue.path.join('.')] ??= issue.message
    problem = new Problem('invalid', Object.values(fields)[0] ?? 'Something in this is not right.', fields)
  } else {
    console.error(error)
    problem = new Problem(
      'unavailable',
      'That did not work, through no fault of yours. Nothing was lost; please try again.',
    )
  }
  setResponseStatus(event, problem.status)
  setResponseHeader(event, 'content-type', 'application/problem+json')
  return problem.body()
}

/** Where a request comes from, as it stands in the signing record. */
export function fromWhere(event: H3Event): { ip: string; device: string } {
  return {
    ip: getRequestIP(event, { xForwardedFor: process.env.UPWOLD_BEHIND_PROXY === 'yes' }) ?? '',
    device: (getRequestHeader(event, 'user-agent') ?? '').slice(0, 300),
  }
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
  setResponseHeader(event, 'x-content-type-options', 'nosniff')
  setResponseHeader(event, 'content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(file.name)}`)
  return file.bytes
}

/** Refuses a request that says it is larger than `max` bytes, before it is read. */
export function insistOnSize(event: H3Event, max: number): void {
  if (Number(getRequestHeader(event, 'content-length') ?? 0) > max)
    throw new Problem('too-large', `This file is larger than ${Math.round(max / 1_000_000)} MB. Make it smaller first.`)
}

/** The raw bytes of a request, or a refusal when there are none or more than `max`. */
export async function bodyBytes(event: H3Event, max: number): Promise<Uint8Array> {
  const mb = `${Math.round(max / 1_000_000)} MB`
  insistOnSize(event, max)
  const raw = await readRawBody(event, false)
  if (!raw?.length) throw new Problem('invalid', 'The file is empty.')
  if (raw.length > max) throw new Problem('too-large', `This file is larger than ${mb}. Make it smaller first.`)
  return new Uint8Array(raw)
}

/** Sends a PDF to be shown, or kept under a name. */
export function sendPdf(event: H3Event, bytes: Uint8Array, name: string): Uint8Array {
  setResponseHeader(event, 'content-type', 'application/pdf')
  setResponseHeader(
    event,
    'content-disposition',
    `inline; filename="${name.replace(/[^\x20-\x7e]|["\\]/g, '_')}"; filename*=UTF-8''${encodeURIComponent(name)}`,
  )
  setResponseHeader(event, 'cache-control', 'private, no-store')
  return bytes
}
