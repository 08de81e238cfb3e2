import type { Block, PaperDocument } from '../document/model'
import { cell, para, run } from '../document/plain'
import { mapBlocks } from '../document/walk'
import { fill } from '../text/fill'
import { type Hand, type PaperFigures, handOf } from './figures'
import { priceTable } from './price-table'

/** Blocks that stand for another, with ids led by its own: where a page begins among them is a place in the document. */
function named(id: string | undefined, blocks: Block[]): Block[] {
  let n = 0
  return id ? mapBlocks(blocks, (b) => [{ ...b, id: `${id}.${(n += 1)}` }]) : blocks
}

/** Turns price and payment-plan tables into plain tables with the figures in them, in the paper's language. */
export function expandTables(document: PaperDocument, figures: PaperFigures | null): PaperDocument {
  const hand = handOf(document.language, figures?.currency ?? 'EUR')
  const visit = (blocks: readonly Block[]): Block[] =>
    blocks.flatMap((b): Block[] => {
      if (b.t === 'priceTable') return figures ? named(b.id, priceTable(b.party, figures, hand)) : []
      if (b.t === 'planTable') return figures ? named(b.id, planTable(figures, hand)) : []
      if (b.t === 'keep') return [{ ...b, content: visit(b.content) }]
      if (b.t === 'columns') return [{ ...b, columns: b.columns.map(visit) }]
      return [b]
    })
  return { ...document, body: visit(document.body) }
}

function planTable({ stages }: PaperFigures, { says, money, day }: Hand): Block[] {
  const asked = stages.filter((s) => s.amount > 0)
  if (asked.length === 0) return [para([run(says.nothing)])]
  return [
    {
      t: 'table',
      columns: [{ width: 150 }, { width: 200 }, { width: 90, align: 'right' }],
      head: [[run(says.payment)], [run(says.due)], [run(says.amount)]],
      rows: asked.map((s) => ({
        cells: [
          cell(s.held ? fill(says.held, { label: says.damage }) : s.label),
          cell(s.dueOn ? day(s.dueOn) : says.agreed),
          cell(money(s.amount)),
        ],
      })),
    },
  ]
}
