import { z } from 'zod'
import { createDocument } from 'zod-openapi'
import * as acts from '../shared/out/acts'
import * as jobs from '../shared/out/jobs'
import * as library from '../shared/out/library'
import * as marking from '../shared/out/marking'
import * as overview from '../shared/out/overview'
import * as papers from '../shared/out/papers'
import * as rounds from '../shared/out/rounds'
import * as signer from '../shared/out/signer'
import * as followUps from '../shared/out/follow-ups'
import * as systems from '../shared/out/systems'
import * as shapes from '../shared/shapes'
import { paperDocument, block } from '../core/document/model'
import { fieldSpec } from '../core/document/field'
import { marked } from '../core/marking/model'
import { roundPlan } from '../core/rounds/plan'
import { STATUS } from '../server/platform/problem'
import { type Rule, rightsAsked } from '../server/doors/access'
import type { RouteRules } from '../server/doors/route'
import type { TableRow } from './routes-table'

/** Where the description lies; it is served at /api/openapi.json. */
export const DESCRIPTION = 'server/doors/openapi.json'

/** Schemas that stand on their own in the description, by their name. */
const NAMED: Record<string, z.ZodType> = Object.fromEntries(
  [
    acts,
    jobs,
    library,
    marking,
    overview,
    papers,
    rounds,
    signer,
    followUps,
    systems,
    shapes,
    { paperDocument, block, fieldSpec, marked, roundPlan },
  ]
    .flatMap((file) => Object.entries(file as Record<string, unknown>))
    .filter((entry): entry is [string, z.ZodType] => entry[1] instanceof z.ZodType),
)

const problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number(),
  code: z.enum(Object.keys(STATUS) as [string, ...string[]]),
  fields: z.record(z.string(), z.string()),
})
const WHO: Record<string, string> = {
  anyone: 'Anyone.',
  member: 'A member of the business, signed in.',
  owner: 'The owner, signed in.',
  signer: 'Whoever holds the link, and has proved who they are where that is asked.',
  link: 'Whoever holds the link.',
  drawing: 'Whoever holds the link of a phone that only draws a signature.',
  locked: 'A device that was handed over.',
}

/** Who may call a route, in words. */
const whoSays = (who: Rule): string => {
  const asked = rightsAsked(who)
  return asked ? `Whoever may: ${asked.join(', or ')}.` : WHO[who as keyof typeof WHO]!
}

/** Whether a program may call it with a token. */
const byToken = ({ who, browser }: RouteRules): boolean => !browser && (who === 'member' || rightsAsked(who) !== null)

/** The description of every route under /api, as OpenAPI 3.1 has it, made from the handlers' own schemas. */
export function describe(rows: readonly TableRow[]): unknown {
  const paths: Record<string, Record<string, object>> = {}
  for (const { method, path, rules } of rows) {
    if (!rules || rules.page || method === 'any' || !path.startsWith('/api/')) continue
    const parts = [...path.matchAll(/:(\w+)/g)].map((m) => m[1]!)
    const { out, body, query, file } = rules
    const answer =
      out === 'file'
        ? { description: 'The file, or the stream.', content: { 'application/octet-stream': {} } }
        : { description: 'Done.', content: { 'application/json': { schema: out ?? acts.done } } }
    ;(paths[path.replace(/:(\w+)/g, '{$1}')] ??= {})[method.toLowerCase()] = {
      description: rules.browser ? `${whoSays(rules.who)} In the browser alone: no token may.` : whoSays(rules.who),
      ...(byToken(rules) ? { security: [{ token: [] }] } : {}),
      requestParams: {
        ...(parts.length ? { path: z.object(Object.fromEntries(parts.map((p) => [p, z.string()]))) } : {}),
        ...(query ? { query } : {}),
      },
      ...(body ? { requestBody: { content: { 'application/json': { schema: body } } } } : {}),
      ...(file ? { requestBody: { content: { 'application/octet-stream': {} } } } : {}),
      responses: {
        200: answer,
        default: { description: 'A refusal.', content: { 'application/problem+json': { schema: problem } } },
      },
    }
  }
  return createDocument({
    openapi: '3.1.0',
    info: { title: 'Upwold', version: '0.1.0', description: 'Amounts are whole minor units; instants are UTC.' },
    paths,
    components: {
      schemas: { ...NAMED, problem },
      securitySchemes: { token: { type: 'http', scheme: 'bearer', description: 'A token made in Settings.' } },
    },
  } as Parameters<typeof createDocument>[0])
}
