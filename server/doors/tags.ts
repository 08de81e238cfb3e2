import { z } from 'zod'
import { tagOf } from '../../shared/tag'
import { Problem } from '../platform/problem'

const counted = z
  .object({ version: z.number() })
  .or(z.object({ revision: z.number() }).transform((r) => ({ version: r.revision })))
const VERSION = /^"v(\d+)"$/

/** The entity tag of an answer (RFC 9110, 8.8.3): its version where it has one, else what it says, hashed. */
export function tagOfAnswer(answer: unknown): string {
  const version = counted.safeParse(answer)
  return version.success ? `"v${version.data.version}"` : tagOf(answer)
}

/** Whether a list of tags, as `if-none-match` has them, names one; weak ones are as good here. */
export const names = (list: string, tag: string): boolean =>
  list
    .split(',')
    .map((t) => t.trim().replace(/^W\//, ''))
    .some((t) => t === tag || t === '*')

/**
 * A body with the version its `if-match` names: what was changed since is refused by whoever makes the change. Other tags are
 * held against what they are of by `whileSame`. Throws where what is changed has no version.
 */
export function withMatch(body: unknown, schema: z.ZodType, match: string): unknown {
  const version = VERSION.exec(match.trim())
  if (!version || typeof body !== 'object' || body === null) return body
  const shape = schema instanceof z.ZodObject ? (schema.shape as Record<string, unknown>) : {}
  const field = 'version' in shape ? 'version' : 'revision' in shape ? 'revision' : null
  if (!field) throw new Problem('invalid', 'What is changed here has no version: leave If-Match out.')
  return { ...body, [field]: Number(version[1]) }
}
