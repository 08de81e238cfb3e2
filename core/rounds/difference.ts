import type { Block, PaperDocument } from '../document/model'
import { walkBlocks } from '../document/walk'

/** One place where two versions of a paper read differently. An empty side: it was not there, or is not any more. */
export interface Difference {
  was: string
  is: string
}

const textOf = (b: Block): string =>
  b.t === 'paragraph' || b.t === 'heading'
    ? b.content
        .map((i) =>
          i.t === 'text' ? (i.change === 'struck' ? '' : i.text) : i.t === 'break' ? ' ' : i.t === 'field' ? '…' : '',
        )
        .join('')
        .replace(/\s+/g, ' ')
        .trim()
    : ''

/** What reads differently, paragraph by paragraph in reading order. Paragraphs are matched by their ids, then by their words. */
export function differences(before: PaperDocument, after: PaperDocument): Difference[] {
  const read = (d: PaperDocument) =>
    [...walkBlocks(d.body)].map((b) => ({ id: b.id, text: textOf(b) })).filter((b) => b.text)
  const old = read(before)
  const fresh = read(after)
  const stays = new Set(old.map((b) => b.text))
  const there = new Set(fresh.map((b) => b.text))
  const out: Difference[] = []
  const told = new Set<string>()
  for (const b of fresh) {
    if (stays.has(b.text)) continue
    const was = old.find((o) => o.id !== undefined && o.id === b.id && !there.has(o.text))
    if (was) told.add(was.text)
    out.push({ was: was?.text ?? '', is: b.text })
  }
  for (const o of old) if (!there.has(o.text) && !told.has(o.text)) out.push({ was: o.text, is: '' })
  return out
}
