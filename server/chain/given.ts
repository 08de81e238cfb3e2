import { dayOf } from '../../core/calendar/dates'
import type { PlacedField } from '../../core/layout/types'
import type { Choices } from '../../core/pricing/pricing'
import { valueIn } from '../../core/rounds/agreed'
import type { Given } from '../../shared/signer'
import { agreedFor } from './state'

/**
 * What those before somebody have given on the papers that concern both: by the field's key, and what was chosen in a price
 * table. Whoever signs after them agrees to that, too, and sees it.
 */
export async function givenBefore(
  roundId: string,
  me: string,
  placed: readonly PlacedField[],
  timeZone: string,
): Promise<{ given: Record<string, Given>; chosen: Choices | null }> {
  const { state, given: people, choices } = await agreedFor(roundId)
  const given: Record<string, Given> = {}
  let chosen: Choices | null = null
  for (const theirs of people.values()) {
    if (theirs.person === me) continue
    const { name } = state.people.find((p) => p.id === theirs.person)!
    const base = { name, on: theirs.onPaper?.day ?? dayOf(theirs.at, timeZone) }
    for (const { field } of placed) {
      if (field.party !== theirs.party) continue
      const value = valueIn(theirs, field)
      if (field.type === 'take' || field.type === 'quantity') chosen = choices
      else if (field.type === 'signature' || field.type === 'initials' || field.type === 'date')
        given[field.key] = { ...base, value: null }
      else if (value !== undefined) given[field.key] = { ...base, value }
    }
  }
  return { given, chosen }
}
