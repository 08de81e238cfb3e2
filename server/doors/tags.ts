import { createHash } from 'node:crypto'
import { z } from 'zod'
import { Problem } from '../platform/problem'

const counted = z
  .object({ version: z.number() })
  .or(z.object({ revision: z.number() }).transform((r) => ({ version: r.revision })))

/** The entity tag of an answer (RFC 9110, 8.8.3): its version where it has one, else a hash of what it says. */
export function tagOf(answer: unknown): string {
  const version = counted.safeParse(answer)
  if (version.success) return `"v${version.data.version}"`
  return `"h${createHash('sha256')
    .update(JSON.stringify(answer) ?? '')
    .digest('base64url')
    .slice(0, 27)}"`
}

/** Whether a list of tags, as `if-none-match` has them, names one; weak ones are as good here. */
export const names = (list: string, tag: string): boolean =>
  list
    .split(',')
    .map((t) => t.trim().replace(/^W\//, ''))
    .some((t) => t === tag || t === '*')

/**
 * A body with the version its `if-match` asks for, where the body doesn't say one itself: what was changed since is refused.
 * Throws where what is changed has no version to go by.
 */
export function withMatch(body: unknown, schema: z.ZodType | undefined, match: string): unknown {
  const shape = schema instanceof z.ZodObject ? (schema.shape as Record<string, unknown>) : {}
  const field = 'version' in shape ? 'version' : 'revision' in shape ? 'revision' : null
  const version = /^"v(\d+)"$/.exec(match.trim())
  if (!field || !version)
    throw new Problem('invalid', 'If-Match takes the tag of something that has a version, as its answer gave it.')
  if (typeof body !== 'object' || body === null) return body
  return { ...body, [field]: Number(version[1]) }
}
