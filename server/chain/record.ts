import { desc, eq } from 'drizzle-orm'
import type { Json } from '../../core/evidence/canonical'
import { append } from '../../core/evidence/chain'
import type { RoundEvent, RoundState } from '../../core/rounds/rounds'
import { apply } from '../../core/rounds/fold'
import { refuse } from '../../core/rounds/refuse'
import { now } from '../platform/clock'
import { write } from '../platform/db/client'
import { roundEvents } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { roundOccurred } from './occurred'
import { roundState } from './state'
import type { Person } from './round'

/** Who did something, as it stands in the chain. */
export interface Actor {
  kind: 'person' | 'member' | 'system'
  id: string | null
  name: string
  ip: string
  device: string
}

export const SYSTEM: Actor = { kind: 'system', id: null, name: 'Upwold', ip: '', device: '' }

const GONE = new Set(['withdrawn', 'lapsed', 'declined'])

/** Appends an event to a round's chain if it may happen now; throws a Problem with the reason otherwise. */
export async function record(
  roundId: string,
  actor: Actor,
  event: RoundEvent,
  more: { [key: string]: Json } = {},
): Promise<{ before: RoundState; after: RoundState; at: string; seq: number }> {
  return write(async (tx) => {
    const before = await roundState(roundId)
    const at = now()
    const refusal = refuse(before, event, at)
    if (refusal)
      throw new Problem(GONE.has(refusal.code) ? 'gone' : 'not-now', refusal.message, {}, { reason: refusal.code })
    const [last] = await tx
      .select({ seq: roundEvents.seq, hash: roundEvents.hash })
      .from(roundEvents)
      .where(eq(roundEvents.roundId, roundId))
      .orderBy(desc(roundEvents.seq))
      .limit(1)
    const { type, ...rest } = event
    const data = JSON.parse(JSON.stringify({ ...rest, ...more })) as Json
    const { round, ...row } = append(last ?? null, { round: roundId, at, type, actor: { ...actor }, data })
    await tx.insert(roundEvents).values({ roundId: round, ...row })
    await roundOccurred(tx, roundId, { at, seq: row.seq }, event, actor.name)
    return { before, after: apply(before, event, at), at, seq: row.seq }
  })
}

export const actorOf = (person: Person, from: { ip: string; device: string }): Actor => ({
  kind: person.memberId ? 'member' : 'person',
  id: person.id,
  name: person.name,
  ...from,
})
