import { dayOf } from '../calendar/dates'
import type { PlacedField } from '../layout/types'
import type { Choices } from '../pricing/choices'
import { type Agreed, valueIn } from './agreed'

/** What somebody before them has given in a field; of signatures, initials and days only that they did. */
export interface GivenBefore {
  name: string
  on: string
  value: string | boolean | null
}

/**
 * What those before somebody have given on the papers that concern both: by the field's key, and what was chosen in a price
 * table. Whoever signs after them agrees to that, too, and sees it.
 */
export function givenBefore(
  { state, given: people, choices }: Agreed,
  me: string,
  placed: readonly PlacedField[],
  timeZone: string,
): { given: Record<string, GivenBefore>; chosen: Choices | null } {
  const given: Record<string, GivenBefore> = {}
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
