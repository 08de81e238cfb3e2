import type { Block, Inline, PaperDocument } from './model'
import { mapDocument, mapBlocks } from './walk'
import type { FieldSpec } from './field'

/** What a blank in the text may become. */
export type Proposal = { kind: 'value'; path: string; label: string } | { kind: 'field'; field: FieldSpec }

/** A blank found in text: where it is, what stands there and before it, and what it probably is. */
export interface Blank {
  block: string
  index: number
  offset: number
  text: string
  before: string
  propose: Proposal
}

const made = (p: Proposal): Inline =>
  p.kind === 'value' ? { t: 'value', path: p.path } : { t: 'field', field: p.field }

/** Puts what was accepted in the place of the blanks. Blanks that were not accepted stay as they are. */
export function fillBlanks(document: PaperDocument, accepted: readonly Blank[]): PaperDocument {
  const fill = (b: Block): Block => {
    if (b.t !== 'paragraph' && b.t !== 'heading') return b
    const here = accepted.filter((a) => a.block === b.id)
    if (here.length === 0) return b
    const content = b.content.flatMap((i, index): Inline[] => {
      if (i.t !== 'text') return [i]
      const out: Inline[] = []
      let at = 0
      for (const a of here.filter((x) => x.index === index).sort((x, y) => x.offset - y.offset)) {
        if (i.text.slice(a.offset, a.offset + a.text.length) !== a.text) continue
        if (a.offset > at) out.push({ ...i, text: i.text.slice(at, a.offset) })
        out.push(made(a.propose))
        at = a.offset + a.text.length
      }
      if (at < i.text.length) out.push({ ...i, text: i.text.slice(at) })
      return out
    })
    return { ...b, content }
  }
  return mapDocument(document, (blocks) => mapBlocks(blocks, (b) => [fill(b)]))
}
