import { eq } from 'drizzle-orm'
import { type Question, questionsIn } from '../../core/rounds/questions'
import { db } from '../platform/db/client'
import { roundEvents } from '../platform/db/schema'

/** What was asked in a round, with the answers. */
export async function questionsOf(roundId: string): Promise<Question[]> {
  return questionsIn(
    await db().select().from(roundEvents).where(eq(roundEvents.roundId, roundId)).orderBy(roundEvents.seq),
  )
}
