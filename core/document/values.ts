import type { Block, Inline, PaperDocument } from './model'
import { blocksOf, mapBlocks, mapDocument, walkBlocks, walkInlines } from './walk'

/** In how many places a document prints a value, and on how many conditions it decides. */
export function usesOfValue(document: PaperDocument, path: string): { printed: number; decides: number } {
  const blocks = blocksOf(document)
  return {
    printed: [...walkInlines(blocks)].filter((i) => i.t === 'value' && i.path === path).length,
    decides: [...document.parties, ...walkBlocks(blocks)].filter((x) => x.when?.path === path).length,
  }
}

/** A document without a value: gone where it was printed; what only stood there because of it stands there always. */
export function withoutValue(document: PaperDocument, path: string): PaperDocument {
  const words = (content: readonly Inline[]) => content.filter((i) => i.t !== 'value' || i.path !== path)
  const always = <T extends { when?: { path: string } }>(x: T): T => {
    if (x.when?.path !== path) return x
    const { when: _, ...rest } = x
    return rest as T
  }
  const change = (b: Block): Block[] => {
    const next = always(b)
    if (next.t === 'heading' || next.t === 'paragraph') return [{ ...next, content: words(next.content) }]
    if (next.t === 'table') return [{ ...next, head: next.head.map(words) }]
    return [next]
  }
  return {
    ...mapDocument(document, (blocks) => mapBlocks(blocks, change)),
    parties: document.parties.map(always),
  }
}
