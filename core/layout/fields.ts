import type { FieldSpec } from '../document/field'

const SIZES: Record<FieldSpec['type'], { width: number; height: number; rise: number }> = {
  signature: { width: 190, height: 44, rise: 34 },
  initials: { width: 56, height: 22, rise: 16 },
  name: { width: 160, height: 17, rise: 12.5 },
  'job-title': { width: 160, height: 17, rise: 12.5 },
  organisation: { width: 180, height: 17, rise: 12.5 },
  email: { width: 180, height: 17, rise: 12.5 },
  date: { width: 100, height: 17, rise: 12.5 },
  day: { width: 100, height: 17, rise: 12.5 },
  text: { width: 170, height: 17, rise: 12.5 },
  number: { width: 70, height: 17, rise: 12.5 },
  choice: { width: 130, height: 17, rise: 12.5 },
  choices: { width: 220, height: 17, rise: 12.5 },
  attachment: { width: 200, height: 17, rise: 12.5 },
  tick: { width: 11, height: 11, rise: 9 },
  take: { width: 11, height: 11, rise: 9 },
  quantity: { width: 40, height: 15, rise: 11.5 },
  'agreed-total': { width: 110, height: 18, rise: 13 },
}

/** A field's size in points when it stands in a line; `rise` is how much of it is above the baseline. */
export function fieldSize(field: FieldSpec, width?: number): { width: number; height: number; rise: number } {
  const size = SIZES[field.type]
  return width ? { ...size, width } : size
}
