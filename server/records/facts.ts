import { asc } from 'drizzle-orm'
import type { FactRule } from '../../core/facts/facts'
import { db } from '../platform/db/client'
import { kinds, members } from '../platform/db/schema'

/** Further facts with whom those of a person are chosen from: who works here, and who did. */
export async function withPeople(facts: readonly FactRule[]): Promise<FactRule[]> {
  if (!facts.some((f) => f.type === 'person')) return [...facts]
  const rows = await db()
    .select({ id: members.id, name: members.name, removedAt: members.removedAt })
    .from(members)
    .orderBy(asc(members.name))
  const people = rows.map((m) => ({ id: m.id, name: m.name, gone: m.removedAt !== null }))
  return facts.map((f) => (f.type === 'person' ? { ...f, people } : f))
}

/**
 * The further facts of every kind of job, each once: a paper may ask for one its own job's kind doesn't have. Where kinds
 * differ in what a fact is, `kindId` decides.
 */
export async function allFacts(kindId?: string): Promise<FactRule[]> {
  const rows = await db().select({ id: kinds.id, settings: kinds.settings }).from(kinds)
  const inOrder = [...rows.filter((k) => k.id !== kindId), ...rows.filter((k) => k.id === kindId)]
  const found = new Map(inOrder.flatMap((k) => k.settings.facts).map((f) => [f.key, f]))
  return withPeople([...found.values()])
}
