import { type Matrix, at, boxOf } from './matrix'
import type { Widget } from './ink'

interface PdfAnnotation {
  subtype?: string
  fieldType?: string
  fieldName?: string
  fieldValue?: unknown
  alternativeText?: string
  rect?: number[]
  hidden?: boolean
  readOnly?: boolean
  checkBox?: boolean
  radioButton?: boolean
  pushButton?: boolean
  required?: boolean
  maxLen?: number
  options?: { displayValue?: string; exportValue?: string }[]
  buttonValue?: string
  annotationFlags?: number
}

export function widgetOf(annotation: unknown, base: Matrix): Widget[] {
  const a = annotation as PdfAnnotation
  if (a.subtype !== 'Widget' || !a.rect || a.hidden || a.readOnly || a.pushButton) return []
  // Hidden, or not to be seen (PDF 1.7, 12.5.3).
  if (((a.annotationFlags ?? 0) & 0x22) !== 0) return []
  const area = boxOf([at(base, a.rect[0]!, a.rect[1]!), at(base, a.rect[2]!, a.rect[3]!)])
  if (area.w < 2 || area.h < 2) return []
  const kind: Widget['kind'] | null =
    a.fieldType === 'Sig'
      ? 'signature'
      : a.fieldType === 'Ch'
        ? 'choice'
        : a.fieldType === 'Tx'
          ? 'text'
          : a.checkBox
            ? 'check'
            : a.radioButton
              ? 'radio'
              : null
  if (!kind) return []
  const value = a.fieldValue
  return [
    {
      ...area,
      kind,
      name: a.fieldName ?? '',
      value: Array.isArray(value) ? value.join('; ') : typeof value === 'string' ? value : '',
      options: (a.options ?? []).map((o) => o.displayValue || o.exportValue || '').filter(Boolean),
      max: a.maxLen && a.maxLen > 0 ? a.maxLen : null,
      required: !!a.required,
      label: a.alternativeText ?? '',
      state: a.buttonValue ?? '',
    },
  ]
}
