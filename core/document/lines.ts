import type { Block, Inline, PaperDocument } from './model'
import { footersOf, headersOf } from './walk'

const inline = (i: Inline): string => (i.t === 'text' ? i.text : i.t === 'break' || i.t === 'field' ? ' ' : '')
const words = (list: readonly Inline[]) => list.map(inline).join('').replace(/\s+/g, ' ').trim()

function of(b: Block): string[] {
  switch (b.t) {
    case 'heading':
    case 'paragraph':
      return [[b.number ?? '', words(b.content)].filter(Boolean).join(' ')]
    case 'list':
      return b.items.flatMap((i) => i.flatMap(of))
    case 'table':
      return [b.head.map(words).join(' '), ...b.rows.map((r) => r.cells.map((c) => c.flatMap(of).join(' ')).join(' '))]
    case 'keep':
      return b.content.flatMap(of)
    case 'columns':
      return b.columns.flatMap((c) => c.flatMap(of))
    case 'section':
      return b.heads ? [...headersOf(b.heads), ...footersOf(b.heads)].flatMap(of) : []
    case 'field':
      return [b.field.label]
    default:
      return []
  }
}

/** The words of a paper as lines to be searched: a paragraph, a heading or a table's row each. Values that aren't merged are left out. */
export const linesOfPaper = (document: PaperDocument): string[] =>
  document.body.flatMap(of).filter((line) => line.trim() !== '')
