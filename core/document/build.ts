import { type Block, type Inline, type Mark, valueFormat } from './model'
import type { FieldSpec } from './field'

/**
 * Short hands for writing templates in code. In text, `{path}` or `{path|format}` is a job value,
 * `{path|format|fallback}` one with a fallback, and `*words*` are bold, values among them too.
 */
export function text(source: string): Inline[] {
  return source
    .split(/(\*[^*]+\*)/)
    .flatMap((part) => (/^\*.+\*$/s.test(part) ? plain(part.slice(1, -1), { marks: ['bold'] }) : plain(part, {})))
}

function plain(source: string, marked: { marks?: Mark[] }): Inline[] {
  return source.split(/(\{[^}]+\})/).flatMap((part): Inline[] => {
    if (!part) return []
    if (!part.startsWith('{')) return [{ t: 'text', text: part, ...marked }]
    const [path, format, fallback] = part.slice(1, -1).split('|')
    return [
      {
        t: 'value',
        path: path!,
        ...(format ? { format: valueFormat.parse(format) } : {}),
        ...(fallback === undefined ? {} : { fallback }),
        ...marked,
      },
    ]
  })
}

export const p = (source: string, more: Partial<Extract<Block, { t: 'paragraph' }>> = {}): Block => ({
  t: 'paragraph',
  content: text(source),
  ...more,
})

export const h = (level: 1 | 2 | 3, source: string, numbered = false): Block => ({
  t: 'heading',
  level,
  content: text(source),
  ...(numbered ? { numbered } : {}),
})

/** A numbered clause under the last numbered heading. */
export const clause = (source: string, more: Partial<Extract<Block, { t: 'paragraph' }>> = {}): Block =>
  p(source, { numbered: true, ...more })
export const field = (
  spec: Omit<FieldSpec, 'required'> & { required?: boolean },
  width?: number,
  height?: number,
): Block => ({
  t: 'field',
  field: { required: true, ...spec },
  ...(width ? { width } : {}),
  ...(height ? { height } : {}),
})

/** A signature with name and date of signing under it, kept together. */
export function signatureBlock(party: string, caption: string): Block[] {
  return [
    p(`*${caption}*`),
    field({ key: `${party}-signature`, type: 'signature', party, label: 'Signature' }, 200, 52),
    {
      t: 'paragraph',
      content: [
        { t: 'text', text: 'Name ' },
        {
          t: 'field',
          width: 160,
          field: { key: `${party}-name`, type: 'name', party, label: 'Full name', required: true },
        },
      ],
    },
    {
      t: 'paragraph',
      content: [
        { t: 'text', text: 'Date ' },
        {
          t: 'field',
          width: 110,
          field: { key: `${party}-date`, type: 'date', party, label: 'Date of signing', required: true },
        },
      ],
    },
  ]
}
