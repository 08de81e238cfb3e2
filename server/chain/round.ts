import { db } from '../platform/db/client'
import { and, eq } from 'drizzle-orm'
import { roundPeople, rounds } from '../platform/db/schema'
import { latestRounds } from './state'
import { notFound, Problem } from '../platform/problem'

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
