import { AsyncLocalStorage } from 'node:async_hooks'
import { sql } from 'drizzle-orm'
import type { Occurrence } from '../../core/follow-ups/model'
import { now } from '../platform/clock'
import { type Db, write } from '../platform/db/client'
import { followUps, occurrences, systems } from '../platform/db/schema'
import { enqueue } from './outbox'

/** The follow-ups that lead to what is done now. */
const leading = new AsyncLocalStorage<readonly string[]>()
/** Does what follow-ups lead to, so that what occurs by it says so. */
export const ledBy = <T>(because: readonly string[], work: () => Promise<T>): Promise<T> => leading.run(because, work)
/** The follow-ups that lead to what is done now; none for what people do. */
export const because = (): readonly string[] => leading.getStore() ?? []

/** What occurred, with who did it in a few words; what isn't said is as it usually is. */
type Told = Pick<Occurrence, 'id' | 'kind'> & Partial<Omit<Occurrence, 'id' | 'kind' | 'because'>> & { by?: string }

/** Whether anybody waits for such a thing: a follow-up, or another system. */
async function isHeard(tx: Db, kind: string): Promise<boolean> {
  const [row] = await tx.all<{ heard: number }>(sql`select
    exists (select 1 from ${followUps} where ${followUps.on} and ${followUps.goneAt} is null and ${followUps.when} ->> '$.kind' = ${kind})
    or exists (select 1 from ${systems}, json_each(${systems.events}) e where ${systems.on} and ${systems.goneAt} is null and e.value = ${kind}) heard`)
  return !!row?.heard
}

/**
 * Keeps that something occurred, in the open transaction, and has whoever waits for it told after. Told twice by the same id
 * it is once.
 */
export async function occurred(told: Told): Promise<void> {
  await write(async (tx) => {
    const [row] = await tx
      .insert(occurrences)
      .values({ at: now(), ...told, of: [...(told.of ?? [])], because: [...because()] })
      .onConflictDoNothing()
      .returning({ n: occurrences.n })
    if (row && (await isHeard(tx, told.kind))) await enqueue('follow', `follow:${row.n}`, { n: row.n })
  })
}
