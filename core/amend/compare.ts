import { diffArrays } from 'diff'
import type { Block, Inline, PaperDocument } from '../document/model'
import { blocksOf, walkBlocks } from '../document/walk'
import { diffInlines } from './amend'

/** One block of text in two versions of a document. */
export interface Compared {
  kind: 'same' | 'changed' | 'added' | 'removed'
  content: Inline[]
}

type Text = Extract<Block, { t: 'paragraph' | 'heading' }>
const OTHER: Partial<Record<Block['t'], string>> = {
  priceTable: 'the price table',
  planTable: 'the payment plan',
  image: 'a picture',
  pageBreak: 'a new page',
  section: 'a new section',
  field: 'a field',
  clause: 'a clause',
}

interface Line {
  id: string
  key: string
  content: Inline[]
}
/** What isn't text but is part of a template: who stands on it, what it asks for, whose initials it wants. */
const around = (d: PaperDocument): Line[] =>
  [
    ...d.parties.map((p) => [`party ${p.key}`, `party: ${p.label}`, p] as const),
    ...(d.asks ?? []).map((a) => [`ask ${a.key}`, `asked when a paper is made: ${a.label}`, a] as const),
    ...(d.initials ?? []).map((key) => [`initials ${key}`, `initials on every page: ${key}`, key] as const),
  ].map(([id, words, of]) => ({ id, key: JSON.stringify(of), content: [{ t: 'text', text: `[${words}]` }] }))

function lines(d: PaperDocument): Line[] {
  const blocks = [...walkBlocks(blocksOf(d))].flatMap((b) => {
    const other = OTHER[b.t]
    const content: Inline[] | null =
      b.t === 'paragraph' || b.t === 'heading'
        ? (b as Text).content
        : b.t === 'table' && b.head.some((h) => h.length)
          ? b.head.flatMap((h, i) => [...(i ? [{ t: 'text' as const, text: ' | ' }] : []), ...h])
          : other
            ? [{ t: 'text', text: `[${other}]` }]
            : null
    return content ? [{ id: b.id ?? '', key: `${b.t}${JSON.stringify([content, b.when])}`, content }] : []
  })
  return [...around(d), ...blocks]
}

/** Two versions of a document, block by block in reading order; a block that kept its id is compared word by word. */
export function compareDocuments(before: PaperDocument, after: PaperDocument): Compared[] {
  const [a, b] = [lines(before), lines(after)]
  const out: Compared[] = []
  for (const part of diffArrays(a, b, { comparator: (x, y) => x.key === y.key })) {
    if (part.removed || part.added) {
      for (const x of part.value) {
        const other = part.removed ? b.find((y) => x.id && y.id === x.id) : a.find((y) => x.id && y.id === x.id)
        if (other && part.removed) continue
        out.push(
          other
            ? { kind: 'changed', content: diffInlines(other.content, x.content) }
            : { kind: part.removed ? 'removed' : 'added', content: x.content },
        )
      }
    } else out.push(...part.value.map((x): Compared => ({ kind: 'same', content: x.content })))
  }
  return out
}
