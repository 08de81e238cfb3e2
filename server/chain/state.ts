import { asc, desc, eq, inArray } from 'drizzle-orm'
import { type Agreed, agreedOf } from '../../core/rounds/agreed'
import { channelsOf } from '../../core/rounds/plan'
import { type Question, questionsIn } from '../../core/rounds/questions'
import type { RoundEvent, RoundState } from '../../core/rounds/rounds'
import { fold } from '../../core/rounds/fold'
import type { SignatureMark } from '../../shared/signing'
import { db } from '../platform/db/client'
import type { Known } from '../../core/rounds/move'
import { roundEvents, roundPapers, roundPeople, rounds } from '../platform/db/schema'
import type { ChainedEvent } from '../../core/evidence/chain'

export interface LiveRound {
  id: string
  createdAt: string
  state: RoundState
  /** What is known of its people beside the events. */
  known: Map<string, Known>
  /** People with a question that waits for an answer. */
  asks: string[]
}

/** A stored event as the fold reads it. */
function toRoundEvent(row: { at: string; type: string; actor: unknown; data: unknown }): {
  at: string
  event: RoundEvent
} {
  return { at: row.at, event: { ...(row.data as object), type: row.type } as RoundEvent }
}

/** The state of one round, folded from its events. */
export async function roundState(roundId: string): Promise<RoundState> {
  return fold(await eventsOf(roundId))
}

async function eventsOf(roundId: string) {
  const rows = await db()
    .select({ at: roundEvents.at, type: roundEvents.type, actor: roundEvents.actor, data: roundEvents.data })
    .from(roundEvents)
    .where(eq(roundEvents.roundId, roundId))
    .orderBy(asc(roundEvents.seq))
  return rows.map(toRoundEvent)
}

/** A round read once: what was agreed in it as it stands now, and what was asked. */
export async function readRound(roundId: string): Promise<{ agreed: Agreed<SignatureMark>; questions: Question[] }> {
  const rows = await db()
    .select({
      seq: roundEvents.seq,
      at: roundEvents.at,
      type: roundEvents.type,
      actor: roundEvents.actor,
      data: roundEvents.data,
    })
    .from(roundEvents)
    .where(eq(roundEvents.roundId, roundId))
    .orderBy(asc(roundEvents.seq))
  return { agreed: agreedOf<SignatureMark>(rows.map(toRoundEvent)), questions: questionsIn(rows) }
}

/** What was agreed in a round as it stands now: the one reading of what people gave. */
export async function agreedFor(roundId: string): Promise<Agreed<SignatureMark>> {
  return agreedOf<SignatureMark>(await eventsOf(roundId))
}

/** The newest round of each paper, by paper id. */
export async function latestRounds(paperIds: readonly string[]): Promise<Map<string, LiveRound>> {
  const out = new Map<string, LiveRound>()
  if (paperIds.length === 0) return out
  const rows = await db()
    .select({ id: rounds.id, paperId: roundPapers.paperId, createdAt: rounds.createdAt })
    .from(roundPapers)
    .innerJoin(rounds, eq(rounds.id, roundPapers.roundId))
    .where(inArray(roundPapers.paperId, [...paperIds]))
    .orderBy(desc(rounds.createdAt), desc(rounds.id))
  const latest = rows.filter((r, i) => rows.findIndex((x) => x.paperId === r.paperId) === i)
  if (latest.length === 0) return out
  const ids = [...new Set(latest.map((r) => r.id))]
  const events = await db()
    .select()
    .from(roundEvents)
    .where(inArray(roundEvents.roundId, ids))
    .orderBy(asc(roundEvents.seq))
  const people = await db()
    .select({
      id: roundPeople.id,
      roundId: roundPeople.roundId,
      memberId: roundPeople.memberId,
      email: roundPeople.email,
      how: roundPeople.how,
    })
    .from(roundPeople)
    .where(inArray(roundPeople.roundId, ids))
  for (const r of latest) {
    out.set(r.paperId, {
      id: r.id,
      createdAt: r.createdAt,
      state: fold(events.filter((e) => e.roundId === r.id).map(toRoundEvent)),
      known: new Map(
        people
          .filter((p) => p.roundId === r.id)
          .map((p) => [p.id, { member: !!p.memberId, reachable: channelsOf(p).length > 0 }]),
      ),
      asks: questionsIn(events.filter((e) => e.roundId === r.id)).flatMap((q) => (q.answer === null ? [q.person] : [])),
    })
  }
  return out
}

/** A round's events as they were hashed. */
export async function chainOf(roundId: string): Promise<ChainedEvent[]> {
  const rows = await db()
    .select()
    .from(roundEvents)
    .where(eq(roundEvents.roundId, roundId))
    .orderBy(asc(roundEvents.seq))
  return rows.map(({ roundId: round, ...e }) => ({ round, ...e }))
}
