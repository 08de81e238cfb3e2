import { type PaperDocument, type ValueSource, valueFormats } from '../document/model'
import { blocksOf, walkInlines } from '../document/walk'
import { formatMoney } from '../money/money'
import type { PaperFigures } from '../layout/figures'
import { type MergeContext, formatValue } from './merge'

/** What a paper that is out still says against what the record says now. `now` is empty where the record has nothing. */
export interface Drift {
  path: string
  label: string
  said: string
  now: string
  source: ValueSource | null
}

/** The total's path among drifts; it stands for everything in a price table. */
const TOTAL_PATH = 'money.total'

/**
 * Compares a merged paper with the record as it is. A value has drifted when no way of printing what the record has now
 * gives what the paper says. Repeated items (`item.…`) have no value of their own to compare.
 */
export function drifted(
  paper: PaperDocument,
  figures: PaperFigures | null,
  now: MergeContext,
  priced: { total: number } | null,
): Drift[] {
  const found = new Map<string, Drift>()
  for (const i of walkInlines(blocksOf(paper))) {
    if (i.t !== 'text' || !i.source || i.gap || i.change === 'struck') continue
    const { path, label } = i.source
    if (path.startsWith('item.') || path.startsWith('paper.') || found.has(path)) continue
    const v = Object.hasOwn(now.values, path) ? now.values[path] : undefined
    if (!v || v.source.path !== path) continue
    const ways = valueFormats.map((f) => formatValue(v, f, now))
    if (!ways.includes(i.text)) found.set(path, { path, label, said: i.text, now: ways[0]!, source: i.source })
  }
  if (figures && priced && !found.has(TOTAL_PATH) && figures.priced.total !== priced.total) {
    const money = (n: number) => formatMoney(n as PaperFigures['priced']['total'], figures.currency)
    found.set(TOTAL_PATH, {
      path: TOTAL_PATH,
      label: 'Total',
      said: money(figures.priced.total),
      now: money(priced.total),
      source: null,
    })
  }
  return [...found.values()]
}
