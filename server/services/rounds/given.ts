import { and, asc, eq } from 'drizzle-orm'
import { dayOf } from '../../../core/calendar/dates'
import type { PlacedField } from '../../../core/layout/types'
import type { Choices } from '../../../core/pricing/pricing'
import type { RoundState } from '../../../core/rounds/rounds'
import type { Given } from '../../../shared/signer'
import type { SignerDraft } from '../../../shared/signing'
import { db } from '../../db/client'
import { roundEvents } from '../../db/schema'

/**
 * What those before somebody have given on the papers that concern both: by the field's key, and what was chosen in a price
 * table. Whoever signs after them agrees to that, too, and sees it. What was given before a correction counts for nothing.
 */
export async function givenBefore(
  roundId: string,
  state: RoundState,
  me: string,
  placed: readonly PlacedField[],
  timeZone: string,
): Promise<{ given: Record<string, Given>; chosen: Choices | null }> {
  const before = state.people.filter((p) => p.id !== me && p.status === 'done' && p.part !== 'copy')
  const given: Record<string, Given> = {}
  let chosen: Choices | null = null
  if (before.length === 0) return { given, chosen }
  const events = await db()
    .select({ data: roundEvents.data })
    .from(roundEvents)
    .where(and(eq(roundEvents.roundId, roundId), eq(roundEvents.type, 'signed')))
    .orderBy(asc(roundEvents.seq))
  const signed = events.map((e) => e.data as unknown as SignerDraft & { person: string })
  for (const person of before) {
    const last = signed.findLast((d) => d.person === person.id)
    const base = { name: person.name, on: dayOf(person.doneAt!, timeZone) }
    for (const { field } of placed) {
      if (field.party !== person.party) continue
      if (field.type === 'take' || field.type === 'quantity') {
        if (last) chosen = { taken: last.taken, quantities: last.quantities }
      } else if (field.type === 'signature' || field.type === 'initials' || field.type === 'date')
        given[field.key] = { ...base, value: null }
      else if (last?.values[field.key] !== undefined) given[field.key] = { ...base, value: last.values[field.key]! }
    }
  }
  return { given, chosen }
}
