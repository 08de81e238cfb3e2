import type { FieldSpec } from './field'
import type { Block, Edges, Heads, Inline, PaperDocument, Section } from './model'

/** What pages begin with, in all their ways. */
export const headersOf = ({ first, even, header }: Heads): Block[] => [
  ...(first?.header ?? []),
  ...header,
  ...(even?.header ?? []),
]
/** What pages end with, in all their ways. */
export const footersOf = ({ first, even, footer }: Heads): Block[] => [
  ...footer,
  ...(even?.footer ?? []),
  ...(first?.footer ?? []),
]

/** What stands on the pages of a document: their heads, its body and their feet, in reading order. */
export const blocksOf = (d: Heads & Pick<PaperDocument, 'body'>): Block[] => [
  ...headersOf(d),
  ...d.body,
  ...footersOf(d),
]

/** Heads and feet with each of their lists of blocks changed. */
export function mapHeads({ header, footer, first, even }: Heads, change: (blocks: Block[]) => Block[]): Heads {
  const both = (e: Edges): Edges => ({ header: change(e.header), footer: change(e.footer) })
  return {
    ...both({ header, footer }),
    ...(first ? { first: both(first) } : {}),
    ...(even ? { even: both(even) } : {}),
  }
}

/** A body by its sections: what begins each, null for what comes before the first, and its blocks; one at least. */
export function sectionsOf(body: readonly Block[]): { begins: Section | null; blocks: Block[] }[] {
  const out: { begins: Section | null; blocks: Block[] }[] = [{ begins: null, blocks: [] }]
  for (const b of body)
    if (b.t === 'section') out.push({ begins: b, blocks: [] })
    else out.at(-1)!.blocks.push(b)
  return out.slice(out.length > 1 && !out[0]!.blocks.length ? 1 : 0)
}

/** Every block, outermost first, in reading order. */
export function* walkBlocks(blocks: readonly Block[]): Generator<Block> {
  for (const b of blocks) {
    yield b
    if (b.t === 'list') for (const item of b.items) yield* walkBlocks(item)
    else if (b.t === 'keep') yield* walkBlocks(b.content)
    else if (b.t === 'columns') for (const column of b.columns) yield* walkBlocks(column)
    else if (b.t === 'table') for (const row of b.rows) for (const cell of row.cells) yield* walkBlocks(cell)
    else if (b.t === 'section' && b.heads) yield* walkBlocks([...headersOf(b.heads), ...footersOf(b.heads)])
  }
}

/** The blocks that stand in one row of a table with a block, itself among them; none where it stands in no table. */
export function rowOf(blocks: readonly Block[], id: string): string[] {
  for (const b of walkBlocks(blocks)) {
    if (b.t !== 'table') continue
    const row = b.rows.find((r) => r.cells.some((c) => c.some((x) => x.id === id)))
    if (row) return row.cells.flat().flatMap((x) => x.id ?? [])
  }
  return []
}

/** The words of inline content: values by their path, fields and numbers left out. */
export const wordsOfInlines = (content: readonly Inline[]): string =>
  content.map((i) => (i.t === 'text' ? i.text : i.t === 'value' ? `{${i.path}}` : i.t === 'break' ? ' ' : '')).join('')
/** Blocks with every list of blocks inside them passed through `change`, from the inside out. */
export function mapBlocks(blocks: readonly Block[], change: (b: Block) => Block[]): Block[] {
  const inside = (list: readonly Block[]) => mapBlocks(list, change)
  return blocks.flatMap((b): Block[] => {
    if (b.t === 'list') return change({ ...b, items: b.items.map(inside) })
    if (b.t === 'keep') return change({ ...b, content: inside(b.content) })
    if (b.t === 'columns') return change({ ...b, columns: b.columns.map(inside) })
    if (b.t === 'section' && b.heads) return change({ ...b, heads: mapHeads(b.heads, inside) })
    if (b.t === 'table') return change({ ...b, rows: b.rows.map((r) => ({ ...r, cells: r.cells.map(inside) })) })
    return change(b)
  })
}

/** A document with each of its lists of blocks changed. */
export const mapDocument = (d: PaperDocument, change: (blocks: Block[]) => Block[]): PaperDocument => ({
  ...d,
  ...mapHeads(d, change),
  body: change(d.body),
})

/** A document with each of its fields changed, where it stands by itself and within a line. */
export function mapFields(document: PaperDocument, change: <F extends FieldSpec>(f: F) => F): PaperDocument {
  return mapDocument(document, (blocks) =>
    mapBlocks(blocks, (b) => {
      if (b.t === 'field') return [{ ...b, field: change(b.field) }]
      if (b.t !== 'paragraph' && b.t !== 'heading') return [b]
      return [{ ...b, content: b.content.map((i) => (i.t === 'field' ? { ...i, field: change(i.field) } : i)) }]
    }),
  )
}

/** Every field on the paper, in reading order, each key once; nobody signs in the head or the foot of a page. */
export function fieldsOf(document: PaperDocument): FieldSpec[] {
  const found = new Map<string, FieldSpec>()
  const add = (f: FieldSpec) => {
    if (!found.has(f.key)) found.set(f.key, f)
  }
  for (const b of walkBlocks(document.body.filter((b) => b.t !== 'section'))) {
    if (b.t === 'field') add(b.field)
    if (b.t === 'heading' || b.t === 'paragraph') for (const i of b.content) if (i.t === 'field') add(i.field)
  }
  for (const key of document.initials ?? []) if (document.parties.some((p) => p.key === key)) add(pageInitials(key))
  return [...found.values()]
}

/** Gives every block that has none, or one used before, an id of its own; ids that are there stay. */
export function withIds(document: PaperDocument): PaperDocument {
  const taken = new Set<string>()
  const all = [...walkBlocks(blocksOf(document))]
  for (const b of all) if (b.id) taken.add(b.id)
  const used = new Set<string>()
  let n = 0
  const fresh = (): string => {
    do n += 1
    while (taken.has(`b${n}`) || used.has(`b${n}`))
    return `b${n}`
  }
  return mapDocument(document, (blocks) =>
    mapBlocks(blocks, (b) => {
      const id = b.id && !used.has(b.id) ? b.id : fresh()
      used.add(id)
      return [b.id === id ? b : { ...b, id }]
    }),
  )
}

/** The field a party fills once and that stands on every page. */
export const pageInitials = (party: string): FieldSpec => ({
  key: `${party}-page-initials`,
  type: 'initials',
  party,
  label: 'Initials, on every page',
  required: true,
})

/** Every inline of the blocks, in reading order. */
export function* walkInlines(blocks: readonly Block[]): Generator<Inline> {
  for (const b of walkBlocks(blocks)) {
    if (b.t === 'heading' || b.t === 'paragraph') yield* b.content
    else if (b.t === 'table') for (const head of b.head) yield* head
  }
}

/** The numbers of numbered blocks as they are said, by block: `3.1`, without a point behind. */
export const numbersOf = (document: PaperDocument): Record<string, string> =>
  Object.fromEntries(
    [...walkBlocks(document.body)].flatMap((b) =>
      b.id && 'number' in b && b.number ? [[b.id, b.number.replace(/\.$/, '')]] : [],
    ),
  )
