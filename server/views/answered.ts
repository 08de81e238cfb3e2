import { gte, sql } from 'drizzle-orm'
import { addDays, dayOf } from '../../core/calendar/dates'
import { type AnsweredFigures, type Sent, answeredFigures } from '../../core/rounds/answered'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import { papers, rounds } from '../platform/db/schema'
import { theBusiness } from '../records/business'

const WEEKS = 12

/** How papers went out and came back over the last weeks: by week, and for quotes by how they were answered. */
export async function answeredView(): Promise<AnsweredFigures> {
  const { timeZone } = await theBusiness()
  const day = today(timeZone)
  const list = await db()
    .select({
      kind: papers.kind,
      state: papers.state,
      sentAt: rounds.createdAt,
      endedAt: sql<string | null>`(select max(e.at) from round_events e where e.round_id = ${rounds.id}
        and e.type in ('signed', 'on-paper', 'declined', 'withdrawn', 'lapsed'))`,
    })
    .from(rounds)
    .innerJoin(papers, sql`${papers.id} = ${rounds.paperId}`)
    .where(gte(rounds.createdAt, `${addDays(day, -7 * WEEKS)}T00:00:00.000Z`))
  return answeredFigures(
    list.map(({ kind, state, sentAt, endedAt }): Sent => {
      // Corrected or sent anew it is a draft of its own: this round is what it was.
      const is = state === 'draft' ? 'out' : state
      return {
        kind,
        state: is,
        sentOn: dayOf(sentAt, timeZone),
        endedOn: is !== 'out' && endedAt ? dayOf(endedAt, timeZone) : null,
      }
    }),
    day,
    WEEKS,
  )
}
