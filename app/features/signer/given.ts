import type { FieldSpec } from '~~/core/document/field'
import type { PlacedField } from '~~/core/layout/types'
import { CHOICES } from '~~/core/fields/check'
import type { GivenBefore } from '~~/shared/signer'
import { attachmentName } from '~~/core/fields/attachment'
import { type Says, dayIn } from '~~/shared/words'

/** What somebody else has given in a field, in words. */
export function givenText(says: Says, field: FieldSpec, { name, on, value }: GivenBefore): string {
  switch (field.type) {
    case 'signature':
      return says('signedBy', { name })
    case 'initials':
      return value ? String(value) : says('initialledBy', { name })
    case 'date':
      return dayIn(says.language, on)
    case 'day':
      return dayIn(says.language, String(value))
    case 'tick':
      return value === true ? '✓' : '–'
    case 'attachment':
      return attachmentName(String(value))
    default:
      return String(value).split(CHOICES).join(', ')
  }
}

/** Where a field stands on a page of that size, in parts of it; the letters follow the box. */
export function placeOf({ x, y, w, h }: PlacedField, width: number, height: number): Record<string, string> {
  const of = (n: number, whole: number) => `${(n / whole) * 100}%`
  const fontSize = `${Math.max(0.8, (Math.min(h * 0.62, 11) / width) * 100)}cqw`
  return { left: of(x, width), top: of(y, height), width: of(w, width), height: of(h, height), fontSize }
}
