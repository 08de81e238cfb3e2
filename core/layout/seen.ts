import type { PaperFigures } from './figures'
import { type PricedLine, counts, stands } from '../pricing/pricing'
import { variantsOf } from '../pricing/variants'
import type { Block, Inline, PaperDocument } from '../document/model'

/**
 * What a paper says to whoever reads it, as one line to compare by: its words in their order without the spaces between
 * them, and each field, picture and table at its place as a sign of its own. The same is read from a page that shows the
 * paper, so that the page can tell whether it shows all of it.
 */
export const FIELD_SIGN = (key: string): string => `\u27e6${key}\u27e7`
export const IMAGE_SIGN = '\u27e6image\u27e7'
export const PRICES_SIGN = '\u27e6prices\u27e7'
export const PLAN_SIGN = '\u27e6plan\u27e7'

/** What stands in a paper's tables of prices and payments: the words of each row. Null where there are no figures. */
export interface TableWords {
  prices: readonly string[]
  plan: readonly string[]
}

export const bare = (text: string): string => text.replace(/\s+/g, '')

function inlineWords(i: Inline): string {
  if (i.t === 'text') return bare(i.text)
  if (i.t === 'picture') return IMAGE_SIGN
  return i.t === 'field' ? FIELD_SIGN(i.field.key) : ''
}
const inlinesWords = (list: readonly Inline[]) => list.map(inlineWords).join('')

function blockWords(b: Block, tables: TableWords | null): string {
  const inside = (list: readonly Block[]) => list.map((x) => blockWords(x, tables)).join('')
  switch (b.t) {
    case 'heading':
    case 'paragraph':
      return bare(b.number ?? '') + inlinesWords(b.content)
    case 'list':
      return b.items.map(inside).join('')
    case 'table':
      return b.head.map(inlinesWords).join('') + b.rows.map((r) => r.cells.map(inside).join('')).join('')
    case 'keep':
      return inside(b.content)
    case 'columns':
      return b.columns.map(inside).join('')
    case 'image':
      return IMAGE_SIGN
    case 'field':
      return FIELD_SIGN(b.field.key)
    case 'priceTable':
      return tables ? PRICES_SIGN + tables.prices.map(bare).join('') : ''
    case 'planTable':
      return tables ? PLAN_SIGN + tables.plan.map(bare).join('') : ''
    default:
      return ''
  }
}

/** The words, fields, pictures and tables of a merged paper's body, in order. */
export const toRead = (document: PaperDocument, tables: TableWords | null): string =>
  document.body.map((b) => blockWords(b, tables)).join('')

/** Where two readings part: a few characters of each from there on; null when they are the same. */
export function partsAt(paper: string, page: string): { paper: string; page: string } | null {
  if (paper === page) return null
  let i = 0
  while (i < paper.length && paper[i] === page[i]) i += 1
  const from = Math.max(0, i - 12)
  return { paper: paper.slice(from, i + 40), page: page.slice(from, i + 40) }
}

/** What is chosen from: each variant with its lines, then the lines of the one that is taken and those of all. */
function choosable(lines: readonly PricedLine[]): string[] {
  const said = (of: readonly PricedLine[]) => of.map((l) => l.description)
  return [
    ...variantsOf(lines).flatMap((v) => [v, ...said(lines.filter((l) => l.variant?.name === v))]),
    ...said(lines.filter(stands)),
  ]
}

/** The rows of the tables of prices and payments; while it may still be chosen, every line stands there. */
export const tableWords = (figures: PaperFigures | null, choosing: boolean): TableWords | null =>
  figures && {
    prices: choosing
      ? choosable(figures.pricing.lines)
      : figures.pricing.lines.filter(counts).map((l) => l.description),
    plan: figures.stages.filter((s) => s.amount > 0 && !s.held).map((s) => s.label),
  }
