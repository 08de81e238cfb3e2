import { and, eq } from 'drizzle-orm'
import type { RoundEvent } from '../../../core/rounds/rounds'
import { db } from '../../platform/db/client'
import { roundPeople, rounds } from '../../platform/db/schema'
import { Problem, notFound } from '../../platform/problem'
import { note } from '../../standing/thread'
import { follow } from './follow'
import { type Actor, record } from '../../chain/record'
import { latestRounds } from '../../chain/state'

/** One sending, as it is stored. */
export type Round = typeof rounds.$inferSelect
export type Person = typeof roundPeople.$inferSelect

/** The newest round of a paper. */
export async function roundOfPaper(paperId: string): Promise<Round> {
  const live = (await latestRounds([paperId])).get(paperId)
  const [round] = live ? await db().select().from(rounds).where(eq(rounds.id, live.id)) : []
  if (!round) throw new Problem('not-now', 'This paper has not been sent.')
  return round
}

/** Somebody of a round; an id from elsewhere is nobody’s. */
export async function personOf(round: Round, id: string): Promise<Person> {
  const [person] = await db()
    .select()
    .from(roundPeople)
    .where(and(eq(roundPeople.id, id), eq(roundPeople.roundId, round.id)))
  if (!person) throw notFound('person')
  return person
}

/** Records an event of a round, says it in the job's thread, and does what it leads to. */
export async function happen(
  round: Round,
  actor: Actor,
  event: RoundEvent,
  words: string,
  more: {
    detail?: string
    mark?: 'trouble' | 'theirs' | 'settled'
    data?: Parameters<typeof record>[3]
    notable?: boolean
  } = {},
): Promise<void> {
  const { before, after } = await record(round.id, actor, event, more.data)
  await note({
    jobId: round.jobId,
    type: event.type,
    words,
    detail: more.detail ?? '',
    mark: more.mark ?? null,
    paperId: round.paperId,
    notable: more.notable ?? false,
  })
  const reason = 'reason' in event ? event.reason : ''
  await follow(round.id, before, after, { by: '', reason })
}
