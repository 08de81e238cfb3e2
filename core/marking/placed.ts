import type { PlacedField } from '../layout/types'
import { type Marked, fieldMarks } from './model'

/** Places that others fill, in the form every paper has them. */
export const placedFields = (
  marked: Pick<Marked, 'marks'>,
  presets: Readonly<Record<string, string>> = {},
): PlacedField[] => {
  const first = new Map<string, PlacedField['field']>()
  return fieldMarks(marked).map((m) => {
    // One key holds one value wherever it stands, and is asked for as its first place says.
    const field = first.get(m.field.key) ?? {
      ...m.field,
      ...(presets[m.field.key] ? { preset: presets[m.field.key] } : {}),
    }
    first.set(m.field.key, field)
    return { field, page: m.page, x: m.x, y: m.y, w: m.w, h: m.h, ...(m.size ? { size: m.size } : {}) }
  })
}
