import type { PaperDocument } from '../../core/document/model'
import { type FieldSpec, fieldTypes } from '../../core/document/field'
import { paper } from './paper'

/** One field of each kind a person fills, by the party's key. */
export const everyField = (party = 'client'): FieldSpec[] =>
  fieldTypes
    .filter((t) => t !== 'take' && t !== 'quantity' && t !== 'agreed-total')
    .map((type) => ({
      key: `every-${type}`,
      type,
      party,
      label: `A place for ${type}`,
      required: false,
      ...(type === 'choice' || type === 'choices' ? { options: ['by post', 'by hand', 'not at all'] } : {}),
    }))

/** A paper with a field of each kind in running text, in a list, in a cell, in a heading and by itself, with words behind each. */
export const everyFieldPaper = (): PaperDocument =>
  paper(
    everyField().flatMap((field): PaperDocument['body'] => {
      const named = (at: string) => ({ ...field, key: `${field.key}-${at}` })
      const words = (at: string): PaperDocument['body'][number] => ({
        t: 'paragraph',
        content: [
          { t: 'text', text: `Before ${field.type} ` },
          { t: 'field', field: named(at) },
          { t: 'text', text: ' and after it, ' },
          { t: 'text', text: 'which counts', marks: ['bold'] },
          { t: 'text', text: ' as much.' },
        ],
      })
      return [
        {
          t: 'heading',
          level: 2,
          content: [
            { t: 'text', text: `Of ${field.type} ` },
            { t: 'field', field: named('h') },
          ],
        },
        words('p'),
        {
          t: 'list',
          ordered: true,
          items: [[words('l')], [{ t: 'paragraph', content: [{ t: 'text', text: 'A last item.' }] }]],
        },
        {
          t: 'table',
          columns: [{ width: 200 }, { width: 200 }],
          head: [[{ t: 'text', text: 'What' }], [{ t: 'text', text: 'Answer' }]],
          rows: [{ cells: [[{ t: 'paragraph', content: [{ t: 'text', text: field.label }] }], [words('t')]] }],
        },
        { t: 'columns', columns: [[words('c')], [{ t: 'keep', content: [words('k')] }]] },
        { t: 'field', field: named('b') },
      ]
    }),
  )
