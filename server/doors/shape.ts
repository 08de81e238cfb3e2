import type { z } from 'zod'
import { Problem } from '../platform/problem'

/** The first place in `plain` that `parsed` hasn't got: what a schema doesn't know of. */
function undeclared(plain: unknown, parsed: unknown, path = ''): string | null {
  if (typeof plain !== 'object' || plain === null) return null
  if (typeof parsed !== 'object' || parsed === null) return path
  for (const [key, value] of Object.entries(plain)) {
    const at = path ? `${path}.${key}` : key
    const found = Object.hasOwn(parsed, key) ? undeclared(value, (parsed as Record<string, unknown>)[key], at) : at
    if (found) return found
  }
  return null
}

/** Throws when an answer isn't what its schema says, or says more than it: in tests and while developing. */
export function insistOnShape(schema: z.ZodType, answer: unknown): void {
  const plain = JSON.parse(JSON.stringify(answer)) as unknown
  const read = schema.safeParse(plain)
  if (!read.success) {
    const [issue] = read.error.issues
    throw new Problem(
      'unavailable',
      `The answer isn't what its schema says: ${issue!.path.join('.')}: ${issue!.message}`,
    )
  }
  const more = undeclared(plain, read.data)
  if (more) throw new Problem('unavailable', `The answer has what its schema doesn't know: ${more}`)
}
