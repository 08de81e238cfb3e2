import { p } from '../../core/document/build'
import type { Block } from '../../core/document/model'
import type { FieldSpec } from '../../core/document/field'

export const CLIENT = { key: 'client', label: 'Client' },
  BUSINESS = { key: 'business', label: 'Business' },
  GUEST = { key: 'guest', label: 'Guest' },
  GUARDIAN = { key: 'guardian', label: 'Guardian', when: { path: 'guest.under18', is: 'set' as const } }
export const footer = (name: string): Block[] => [
  {
    t: 'paragraph',
    small: true,
    align: 'center',
    content: [
      { t: 'value', path: 'business.name' },
      { t: 'text', text: ` · ${name} · page ` },
      { t: 'page' },
      { t: 'text', text: ' of ' },
      { t: 'pages' },
    ],
  },
]
export const header: Block[] = [
  {
    t: 'paragraph',
    small: true,
    align: 'right',
    content: [
      { t: 'value', path: 'business.legalName' },
      { t: 'text', text: ', ' },
      { t: 'value', path: 'business.phone' },
    ],
  },
]
export const bullets = (...items: string[]): Block => ({ t: 'list', ordered: false, items: items.map((i) => [p(i)]) })

/** A line of text with a field at its end or, for a tick, at its start. */
export function asked(
  words: string,
  field: Omit<FieldSpec, 'required'> & { required?: boolean },
  width?: number,
): Block {
  const box = { t: 'field' as const, field: { required: true, ...field }, ...(width ? { width } : {}) }
  const text = { t: 'text' as const, text: field.type === 'tick' ? ` ${words}` : `${words} ` }
  return { t: 'paragraph', content: field.type === 'tick' ? [box, text] : [text, box] }
}
