/** How long after a message with their link somebody isn't sent it again. */

import { and, eq, asc } from 'drizzle-orm'
import { db, write } from '../../platform/db/client'
import { roundEvents, rounds, roundPeople } from '../../platform/db/schema'
import { nextReminder } from '../../../core/rounds/times'
import { record, SYSTEM } from '../../chain/record'
import { roundState } from '../../chain/state'
import { now } from '../../platform/clock'
import { theBusiness } from '../../records/business'
import { tellPerson } from './tell'

export const NUDGE_MS = 3600000

/** When each person of a round was last nudged by somebody. */
export async function lastNudges(roundId: string): Promise<Map<string, string>> {
  const rows = await db()
    .select({ at: roundEvents.at, data: roundEvents.data })
    .from(roundEvents)
    .where(and(eq(roundEvents.roundId, roundId), eq(roundEvents.type, 'nudged')))
    .orderBy(asc(roundEvents.seq))
  return new Map(rows.map((r) => [(r.data as { person: string }).person, r.at]))
}

/** The outbox's part: reminds somebody who still has to act, and says when to look again. */
export async function remind(personId: string, askedAt: string): Promise<void | { again: string }> {
  return write(async (tx) => {
    const [person] = await tx.select().from(roundPeople).where(eq(roundPeople.id, personId))
    const [round] = await tx.select().from(rounds).where(eq(rounds.id, person!.roundId))
    const state = await roundState(person!.roundId)
    const me = state.people.find((p) => p.id === personId)
    // Somebody else has taken their place, they have acted, or they were asked anew: that has its own reminders.
    if (state.status !== 'out' || !me || me.askedAt !== askedAt || !['asked', 'opened'].includes(me.status)) return
    const business = await theBusiness()
    const { quiet } = business.settings
    const at = now()
    const last = (await lastNudges(round!.id)).get(personId) ?? '1970-01-01'
    if (state.paused === null && !me.closed && !me.bounced && Date.parse(at) - Date.parse(last) >= NUDGE_MS) {
      await record(
        round!.id,
        SYSTEM,
        { type: 'nudged', person: personId },
        { address: person!.email || person!.how.phone },
      )
      await tellPerson(person!, 'nudge', `remind:${personId}:${at.slice(0, 16)}`)
    }
    const next = nextReminder(round!.settings.reminders, askedAt, at, state.lapsesAt, business.timeZone, quiet)
    return next ? { again: next } : undefined
  })
}
