import type { FieldSpec } from '../../core/document/field'
import type { Around } from '../../core/fields/check'
import { rulesFields } from '../../core/fields/rules'
import type { PlacedField } from '../../core/layout/types'
import { valuesOf } from '../../core/rounds/agreed'
import type { roundPeople } from '../platform/db/schema'
import { agreedFor } from './state'

/** Fields of the others that one person's rules and computed values look at, and what those before them filled there. */
export async function aroundOf(
  person: typeof roundPeople.$inferSelect,
  placed: readonly PlacedField[],
): Promise<Around> {
  const mine = new Set(person.fields.map((f) => f.key))
  const all = new Map<string, FieldSpec>()
  for (const { field } of placed) if (!mine.has(field.key) && !all.has(field.key)) all.set(field.key, field)
  const wanted = new Set<string>()
  const want = (f: FieldSpec): void => {
    for (const key of [...rulesFields(f.show), ...rulesFields(f.require), ...(f.compute?.of ?? [])])
      if (!mine.has(key) && !wanted.has(key) && all.has(key)) {
        wanted.add(key)
        want(all.get(key)!)
      }
  }
  person.fields.forEach(want)
  if (wanted.size === 0) return { fields: [], values: {} }
  const fields = [...wanted].map((k) => all.get(k)!)
  return { fields, values: valuesOf(await agreedFor(person.roundId), fields) }
}
