import { db } from '../platform/db/client'
import { kinds } from '../platform/db/schema'

/** The further facts of every kind of job, each once: a paper may ask for one its own job's kind doesn't have. */
export async function allFacts(): Promise<{ key: string; label: string; unit: string }[]> {
  const rows = await db().select({ settings: kinds.settings }).from(kinds)
  const found = new Map(rows.flatMap((k) => k.settings.facts).map((f) => [f.key, f]))
  return [...found.values()]
}
