import type { FieldSpec } from '../document/field'
import type { Around } from './check'
import { rulesFields } from './rules'
import type { PlacedField } from '../layout/types'
import { type Agreed, valuesOf } from '../rounds/agreed'

/** Fields of the others that one person's rules and computed values look at, and what those before them filled there. */
export function aroundOf(agreed: Agreed, own: readonly FieldSpec[], placed: readonly PlacedField[]): Around {
  const mine = new Set(own.map((f) => f.key))
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
  own.forEach(want)
  if (wanted.size === 0) return { fields: [], values: {} }
  const fields = [...wanted].map((k) => all.get(k)!)
  return { fields, values: valuesOf(agreed, fields) }
}
