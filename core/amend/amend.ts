import { diffArrays } from 'diff'
import { z } from 'zod'
import { type Block, type Inline, type PaperDocument, inline } from '../document/model'
import { cell, run } from '../document/plain'
import { mapBlocks, numbersOf, walkBlocks } from '../document/walk'

/**
 * A one-off change to one job's copy: a block struck, reworded, or followed by an added paragraph. The copy itself is
 * never written to; amendments are put on it when it is shown, so that each can be undone alone.
 */
export const amendment = z.object({
  id: z.string().min(1).max(60),
  block: z.string().min(1).max(80),
  kind: z.enum(['strike', 'reword', 'add']),
  /** The new words; none for a strike. */
  content: z.array(inline).max(400).default([]),
  by: z.string().max(200),
  at: z.string(),
  why: z.string().max(500).default(''),
})

export type Amendment = z.infer<typeof amendment>

/** `shown`: struck and added words in their places. `clean`: the text as it now reads. */
export type AmendmentView = 'shown' | 'clean'

interface Token {
  key: string
  inline: Inline
}

/** Words and what stands between them; a value or field is one token. */
function tokens(content: readonly Inline[]): Token[] {
  return content.flatMap((i): Token[] => {
    if (i.t !== 'text') return [{ key: JSON.stringify(i), inline: i }]
    const marks = (i.marks ?? []).join(',')
    return (i.text.match(/\s+|[\p{L}\p{N}’']+|[^\s\p{L}\p{N}]/gu) ?? []).map((text) => ({
      key: `${marks}|${text}`,
      inline: { ...i, text },
    }))
  })
}

/** Neighbouring text that looks the same becomes one run. */
export function joined(content: readonly Inline[]): Inline[] {
  const out: Inline[] = []
  for (const i of content) {
    const last = out.at(-1)
    if (i.t === 'text' && last?.t === 'text' && same({ ...last, text: '' }, { ...i, text: '' })) last.text += i.text
    else if (i.t !== 'text' || i.text !== '') out.push({ ...i })
  }
  return out
}
const same = (a: Inline, b: Inline) => JSON.stringify(a) === JSON.stringify(b)

/** What stands for a picture where there are only words. */
export const pictureWords = ({ alt }: { alt: string }): string => `[${alt || 'a picture'}]`

/** Marks what was struck; a struck field can't be filled any more and stands as its label. */
function struck(i: Inline): Inline {
  if (i.t === 'text' || i.t === 'value') return { ...i, change: 'struck' }
  if (i.t === 'field') return { t: 'text', text: `[${i.field.label}]`, change: 'struck' }
  if (i.t === 'picture') return { t: 'text', text: pictureWords(i), change: 'struck' }
  return i
}
const added = (i: Inline): Inline => (i.t === 'text' || i.t === 'value' ? { ...i, change: 'added' } : i)

/** Old and new words in one text: what is gone is struck, what is new is marked as added. */
export function diffInlines(before: readonly Inline[], after: readonly Inline[]): Inline[] {
  const parts = diffArrays(tokens(before), tokens(after), { comparator: (a, b) => a.key === b.key })
  return joined(
    parts.flatMap((part) => part.value.map(({ inline: i }) => (part.removed ? struck(i) : part.added ? added(i) : i))),
  )
}

function strikeBlock(b: Block): Block {
  const [one] = mapBlocks([b], (x): Block[] => {
    if (x.t === 'heading' || x.t === 'paragraph') return [{ ...x, content: joined(x.content.map(struck)) }]
    if (x.t === 'table') return [{ ...x, head: x.head.map((c) => c.map(struck)) }]
    if (x.t === 'image') return [{ t: 'paragraph', content: [{ t: 'text', text: pictureWords(x), change: 'struck' }] }]
    if (x.t === 'field') return [{ t: 'paragraph', content: [struck({ t: 'field', field: x.field })] }]
    return [x]
  })
  return one!
}

/** What stands where a picture stood: another one, or words. */
const inPlaceOf = (b: Extract<Block, { t: 'image' }>, content: Inline[]): Block => ({
  t: 'paragraph',
  ...(b.id ? { id: b.id } : {}),
  content,
  ...(b.align ? { align: b.align } : {}),
})
const LEFT_OUT: Inline[] = [{ t: 'text', text: 'Left out.', marks: ['italic'] }]
const letter = (n: number) => String.fromCharCode(97 + (n % 26))

/**
 * The copy with its amendments. Numbers of later clauses never move: a struck numbered clause keeps its number, an
 * added one takes the number before it and a letter. An amendment whose block is gone changes nothing.
 */
export function amend(document: PaperDocument, amendments: readonly Amendment[], view: AmendmentView): PaperDocument {
  if (amendments.length === 0) return document
  const body = mapBlocks(document.body, (b): Block[] => {
    const mine = b.id ? amendments.filter((a) => a.block === b.id) : []
    if (mine.length === 0) return [b]
    const change = mine.find((a) => a.kind !== 'add')
    const numbered = (b.t === 'paragraph' || b.t === 'heading') && b.numbered
    let now: Block[] = [b]
    if (change?.kind === 'strike') {
      if (view === 'shown') now = [strikeBlock(b)]
      else now = numbered && (b.t === 'paragraph' || b.t === 'heading') ? [{ ...b, content: LEFT_OUT }] : []
    } else if (change && (b.t === 'paragraph' || b.t === 'heading'))
      now = [{ ...b, content: view === 'shown' ? diffInlines(b.content, change.content) : change.content }]
    else if (change && b.t === 'image')
      now =
        view === 'shown' ? [strikeBlock(b), inPlaceOf(b, change.content.map(added))] : [inPlaceOf(b, change.content)]
    const adds = mine
      .filter((a) => a.kind === 'add')
      .map((a, i): Block => ({
        t: 'paragraph',
        id: a.id,
        content: view === 'shown' ? a.content.map(added) : a.content,
        ...(b.t === 'paragraph' && b.numbered ? { numbered: true, suffix: letter(i) } : {}),
      }))
    return [...now, ...adds]
  })
  return { ...document, body: view === 'clean' ? mapBlocks(body, (b) => [withoutStruckRows(b, document)]) : body }
}

/** A table without the rows of which everything was struck: what is left of them would be a bare line. */
function withoutStruckRows(b: Block, before: PaperDocument): Block {
  const was = b.t === 'table' && [...walkBlocks(before.body)].find((x) => x.t === 'table' && x.id === b.id)
  if (b.t !== 'table' || !was || was.t !== 'table') return b
  const struck = b.rows.map((row, i) => row.cells.every((c) => !c.length) && was.rows[i]!.cells.some((c) => c.length))
  return struck.includes(true) ? { ...b, rows: b.rows.filter((_, i) => !struck[i]) } : b
}

/** Puts an amendment among the others: a block has one change at a time, and as many additions as wanted. */
export function withAmendment(list: readonly Amendment[], next: Amendment): Amendment[] {
  const others =
    next.kind === 'add' ? list : list.filter((a) => a.kind === 'add' || a.block !== next.block || a.id === next.id)
  return others.some((a) => a.id === next.id) ? others.map((a) => (a.id === next.id ? next : a)) : [...others, next]
}

/**
 * The amendment that gives one block of a copy other words: the one that reworded or added it, where there is one, else a
 * new one of that id.
 */
export function mended(
  list: readonly Pick<Amendment, 'id' | 'block' | 'kind' | 'why'>[],
  block: string,
  content: readonly Inline[],
  id: string,
): Pick<Amendment, 'id' | 'block' | 'kind' | 'content' | 'why'> {
  const own = list.find((a) => (a.kind === 'add' ? a.id === block : a.block === block && a.kind === 'reword'))
  return own
    ? { id: own.id, block: own.block, kind: own.kind, why: own.why, content: [...content] }
    : { id, block, kind: 'reword', content: [...content], why: 'mended' }
}

const wordsOf = (content: readonly Inline[]) =>
  content
    .map((i) => {
      if (i.t === 'text') return i.text
      if (i.t === 'picture') return pictureWords(i)
      return i.t === 'value' ? `{${i.path}}` : i.t === 'field' ? '[field]' : ''
    })
    .join('')

/** What an amendment does, to tell whether two copies were changed alike. */
export const amendmentKey = (a: Pick<Amendment, 'block' | 'kind' | 'content'>): string =>
  `${a.block}|${a.kind}|${wordsOf(a.content).toLowerCase().replace(/\s+/g, ' ').trim()}`

/** A value whose place an amendment gave to plain words: the record is what should be corrected. */
export function factChanged(
  before: readonly Inline[],
  after: readonly Inline[],
): { path: string; text: string } | null {
  const [a, b] = [tokens(before), tokens(after)]
  while (a.length && b.length && a[0]!.key === b[0]!.key) {
    a.shift()
    b.shift()
  }
  while (a.length && b.length && a.at(-1)!.key === b.at(-1)!.key) {
    a.pop()
    b.pop()
  }
  const [value] = a
  if (a.length !== 1 || value!.inline.t !== 'value' || b.some((t) => t.inline.t !== 'text')) return null
  const text = b
    .map((t) => (t.inline as { text: string }).text)
    .join('')
    .trim()
  return text ? { path: value!.inline.path, text } : null
}

/** The list that goes with a clean copy: every amendment in the order of the paper. The reason is the business's own. */
export function amendmentList(
  document: PaperDocument,
  merged: PaperDocument,
  amendments: readonly Amendment[],
): Block[] {
  if (amendments.length === 0) return []
  const numbers = numbersOf(merged)
  const order = [...walkBlocks(document.body)].map((b) => b.id)
  const plain = (s: string) =>
    s
      .replace(/\{[^}]*\}/g, '…')
      .replace(/\s+/g, ' ')
      .trim()
      .slice(0, 160)
  const items = [...amendments]
    .sort((a, b) => order.indexOf(a.block) - order.indexOf(b.block))
    .map((a): Block[] => {
      const at = numbers[a.kind === 'add' ? a.id : a.block] ?? ''
      const base = [...walkBlocks(document.body)].find((b) => b.id === a.block)
      const was =
        base?.t === 'paragraph' || base?.t === 'heading'
          ? plain(wordsOf(base.content))
          : base?.t === 'image'
            ? pictureWords(base)
            : ''
      const what =
        a.kind === 'strike'
          ? `left out: “${was}”`
          : a.kind === 'add'
            ? `added: “${plain(wordsOf(a.content))}”`
            : `reworded from “${was}” to “${plain(wordsOf(a.content))}”`
      return cell(`${at ? `${at} ` : ''}${what}.`)
    })
  return [
    { t: 'heading', level: 3, content: [run('Changes made to this copy')] },
    { t: 'list', ordered: false, items },
  ]
}
