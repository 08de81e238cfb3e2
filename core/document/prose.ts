import type { Block, Heads, Inline, Mark, PaperDocument, TableRow } from './model'
import type { FieldSpec } from './field'
import { columnsOfCells, rowsOfCells, shownCells } from './merged'

/** A node of the editor's document (ProseMirror JSON). */
export interface ProseNode {
  type: string
  attrs?: Record<string, unknown>
  content?: ProseNode[]
  text?: string
  marks?: { type: string; attrs?: Record<string, unknown> }[]
}

const MARKS: Record<Mark, string> = { bold: 'bold', italic: 'italic', underline: 'underline', strike: 'strike' }
const ORDER: Mark[] = ['bold', 'italic', 'underline', 'strike']
const CHANGES = ['struck', 'added'] as const
const proseMarks = (list: readonly Mark[] | undefined, change?: (typeof CHANGES)[number]) => {
  const all = [
    ...ORDER.filter((m) => list?.includes(m)).map((m) => ({ type: MARKS[m] })),
    ...(change ? [{ type: change }] : []),
  ]
  return all.length ? { marks: all } : {}
}
const ourMarks = (node: ProseNode): { marks?: Mark[]; change?: (typeof CHANGES)[number] } => {
  const found = ORDER.filter((m) => node.marks?.some((x) => x.type === MARKS[m]))
  const change = CHANGES.find((c) => node.marks?.some((x) => x.type === c))
  return { ...(found.length ? { marks: found } : {}), ...(change ? { change } : {}) }
}

const marksOnly = (node: ProseNode): { marks?: Mark[] } => {
  const { marks } = ourMarks(node)
  return marks ? { marks } : {}
}

/** Only what is set: absent and null attributes are the same. */
const set = (o: Record<string, unknown>): Record<string, unknown> =>
  Object.fromEntries(Object.entries(o).filter(([, v]) => v !== undefined && v !== null && v !== false))

function inlineToProse(i: Inline): ProseNode[] {
  switch (i.t) {
    case 'text':
      return i.text ? [{ type: 'text', text: i.text, ...proseMarks(i.marks, i.change) }] : []
    case 'value':
      return [
        {
          type: 'value',
          attrs: { path: i.path, format: i.format ?? null, fallback: i.fallback ?? null },
          ...proseMarks(i.marks, i.change),
        },
      ]
    case 'field':
      return [{ type: 'fieldInline', attrs: { field: i.field, width: i.width ?? null } }]
    case 'ref':
      return [{ type: 'ref', attrs: { to: i.to }, ...proseMarks(i.marks) }]
    case 'page':
      return [{ type: 'pageNumber' }]
    case 'pages':
      return [{ type: 'pageCount' }]
    case 'break':
      return [{ type: 'hardBreak' }]
    case 'picture':
      return [{ type: 'picture', attrs: { src: i.src, alt: i.alt, width: i.width, height: i.height } }]
  }
}
const inlinesToProse = (list: readonly Inline[]): { content?: ProseNode[] } => {
  const content = list.flatMap(inlineToProse)
  return content.length ? { content } : {}
}

const paragraph: ProseNode = { type: 'paragraph' }
/** Blocks for a place that has to hold one; a section begins between the blocks of a body, nowhere else. */
const blocksToProse = (list: readonly Block[], body = false): ProseNode[] => {
  const shown = list.filter((b) => body || b.t !== 'section').map(blockToProse)
  return shown.length ? shown : [paragraph]
}

/** Heads and feet as parts of the sheet, around what stands between them. */
const headsToProse = ({ first, even, header, footer }: Heads, between: ProseNode[] = []): ProseNode[] => {
  const part = (type: string, list: Block[]): ProseNode => ({ type, content: blocksToProse(list) })
  return [
    ...(first ? [part('firstHeader', first.header)] : []),
    part('pageHeader', header),
    ...(even ? [part('evenHeader', even.header)] : []),
    ...between,
    part('pageFooter', footer),
    ...(even ? [part('evenFooter', even.footer)] : []),
    ...(first ? [part('firstFooter', first.footer)] : []),
  ]
}

function blockToProse(b: Block): ProseNode {
  const attrs = (more: Record<string, unknown> = {}) => ({ attrs: set({ id: b.id, when: b.when, ...more }) })
  switch (b.t) {
    case 'heading':
      return { type: 'heading', ...attrs({ level: b.level, numbered: b.numbered }), ...inlinesToProse(b.content) }
    case 'paragraph':
      return {
        type: 'paragraph',
        ...attrs({ align: b.align, numbered: b.numbered, small: b.small, each: b.each, suffix: b.suffix }),
        ...inlinesToProse(b.content),
      }
    case 'list':
      return {
        type: b.ordered ? 'orderedList' : 'bulletList',
        ...attrs(),
        content: b.items.map((item) => ({ type: 'listItem', content: blocksToProse(item) })),
      }
    case 'table':
      return {
        type: 'table',
        ...attrs({ columns: b.columns, plain: b.plain }),
        content: [
          ...(b.head.length
            ? [
                {
                  type: 'tableRow',
                  content: b.head.map((c) => ({
                    type: 'tableHeader',
                    content: [{ type: 'paragraph', ...inlinesToProse(c) }],
                  })),
                },
              ]
            : []),
          ...shownCells(b).map((row, i) => ({
            type: 'tableRow',
            attrs: set({ each: b.rows[i]!.each, strong: b.rows[i]!.strong }),
            content: row.map((c) => ({
              type: 'tableCell',
              ...(c.across > 1 || c.down > 1 ? { attrs: { colspan: c.across, rowspan: c.down } } : {}),
              content: blocksToProse(c.content),
            })),
          })),
        ],
      }
    case 'keep':
      return { type: 'keep', ...attrs(), content: blocksToProse(b.content) }
    case 'columns':
      return {
        type: 'columns',
        ...attrs(),
        content: b.columns.map((c) => ({ type: 'column', content: blocksToProse(c) })),
      }
    case 'image':
      return {
        type: 'image',
        ...attrs({ src: b.src, alt: b.alt, width: b.width, height: b.height, align: b.align, ground: b.ground }),
      }
    case 'rule':
      return { type: 'horizontalRule', ...attrs() }
    case 'field':
      return { type: 'fieldBlock', ...attrs({ field: b.field, width: b.width, height: b.height }) }
    case 'space':
      return { type: 'space', ...attrs({ height: b.height }) }
    case 'priceTable':
      return { type: 'priceTable', ...attrs({ party: b.party }) }
    case 'clause':
      return { type: 'clauseUse', ...attrs({ clause: b.clause, edition: b.edition }) }
    case 'section':
      return {
        type: 'section',
        ...attrs({ goesOn: b.goesOn, columns: b.columns, from: b.from }),
        ...(b.heads ? { content: headsToProse(b.heads) } : {}),
      }
    case 'pageBreak':
      return { type: 'pageBreak', ...attrs({ column: b.column }) }
    case 'planTable':
      return { type: b.t, ...attrs() }
  }
}

/** A paper's content for the editor: one document of headers, body and footers. */
export function toProse(d: PaperDocument): ProseNode {
  return {
    type: 'doc',
    content: headsToProse(d, [{ type: 'pageBody', content: blocksToProse(d.body, true) }]),
  }
}

function inlineFromProse(n: ProseNode): Inline[] {
  const a = n.attrs ?? {}
  switch (n.type) {
    case 'text':
      return n.text ? [{ t: 'text', text: n.text, ...ourMarks(n) }] : []
    case 'value':
      return [
        {
          t: 'value',
          path: String(a.path),
          ...set({ format: a.format }),
          ...(a.fallback === null || a.fallback === undefined ? {} : { fallback: String(a.fallback) }),
          ...ourMarks(n),
        },
      ]
    case 'fieldInline':
      return [{ t: 'field', field: a.field as FieldSpec, ...set({ width: a.width }) }]
    case 'ref':
      return [{ t: 'ref', to: String(a.to), ...marksOnly(n) }]
    case 'pageNumber':
      return [{ t: 'page' }]
    case 'pageCount':
      return [{ t: 'pages' }]
    case 'hardBreak':
      return [{ t: 'break' }]
    case 'picture':
      return [
        {
          t: 'picture',
          src: a.src as string,
          alt: (a.alt as string) ?? '',
          width: a.width as number,
          height: a.height as number,
        },
      ]
    default:
      return (n.content ?? []).flatMap(inlineFromProse)
  }
}
const inlinesFromProse = (n: ProseNode): Inline[] => (n.content ?? []).flatMap(inlineFromProse)

/** An empty paragraph with nothing said of it is where one would type, not a block. */
const isNothing = (b: Block) =>
  b.t === 'paragraph' && b.content.length === 0 && Object.keys(b).every((k) => ['t', 'content', 'id'].includes(k))
/** Blocks of a place that has to have one: a lone empty paragraph means none. */
function blocksFromProse(list: readonly ProseNode[] | undefined): Block[] {
  const blocks = (list ?? []).flatMap(blockFromProse)
  return blocks.length === 1 && isNothing(blocks[0]!) ? [] : blocks
}

function tableFromProse(n: ProseNode, common: object): Block {
  const rows = n.content ?? []
  const over = (c: ProseNode) => ({ across: Number(c.attrs?.colspan ?? 1), down: Number(c.attrs?.rowspan ?? 1) })
  const isHead = (r: ProseNode) =>
    (r.content ?? []).length > 0 &&
    r.content!.every((c) => c.type === 'tableHeader' && over(c).across === 1 && over(c).down === 1)
  const head = rows[0] && isHead(rows[0]) ? rows[0] : undefined
  const body = rows.filter((r) => r !== head)
  const wide = columnsOfCells(rows.map((r) => (r.content ?? []).map(over)))
  const old = (n.attrs?.columns ?? []) as { width: number; align?: 'left' | 'center' | 'right' }[]
  const dragged = (rows[0]?.content ?? []).flatMap((c) => (c.attrs?.colwidth as number[] | null) ?? [null])
  const columns = Array.from({ length: Math.min(wide, 20) }, (_, i) => {
    const kept = old.length === wide ? old[i]! : { width: 100 }
    return dragged.length === wide && dragged.every((w) => w) ? { ...kept, width: dragged[i]! } : kept
  })
  return {
    ...common,
    t: 'table',
    columns,
    head: head ? head.content!.map((c) => (c.content ?? []).flatMap(inlinesFromProse)) : [],
    rows: rowsOfCells(
      body.map((r) => (r.content ?? []).map((c) => ({ content: blocksFromProse(c.content), ...over(c) }))),
      columns.length,
    ).map((row, i): TableRow => ({
      ...row,
      ...set({ each: body[i]!.attrs?.each, strong: body[i]!.attrs?.strong }),
    })),
    ...(n.attrs?.plain ? { plain: true } : {}),
  } as Block
}

function blockFromProse(n: ProseNode): Block[] {
  const a = n.attrs ?? {}
  const common = set({ id: a.id, when: a.when })
  const one = (b: object): Block[] => [{ ...common, ...b } as Block]
  switch (n.type) {
    case 'heading':
      return one({ t: 'heading', level: a.level, content: inlinesFromProse(n), ...set({ numbered: a.numbered }) })
    case 'paragraph':
      return one({
        t: 'paragraph',
        content: inlinesFromProse(n),
        ...set({ align: a.align, numbered: a.numbered, small: a.small, each: a.each, suffix: a.suffix }),
      })
    case 'bulletList':
    case 'orderedList':
      return one({
        t: 'list',
        ordered: n.type === 'orderedList',
        items: (n.content ?? []).map((i) => blocksFromProse(i.content)),
      })
    case 'table':
      return [tableFromProse(n, common)]
    case 'keep':
      return one({ t: 'keep', content: blocksFromProse(n.content) })
    case 'columns':
      return one({ t: 'columns', columns: (n.content ?? []).map((c) => blocksFromProse(c.content)) })
    case 'image':
      return one({
        t: 'image',
        src: a.src,
        alt: a.alt ?? '',
        width: a.width,
        height: a.height,
        ...set({ align: a.align, ground: a.ground }),
      })
    case 'horizontalRule':
      return one({ t: 'rule' })
    case 'fieldBlock':
      return one({ t: 'field', field: a.field, ...set({ width: a.width, height: a.height }) })
    case 'space':
      return one({ t: 'space', height: a.height ?? 12 })
    case 'priceTable':
      return one({ t: 'priceTable', party: a.party ?? 'client' })
    case 'clauseUse':
      return one({ t: 'clause', clause: a.clause, ...set({ edition: a.edition }) })
    case 'section':
      return one({
        t: 'section',
        ...set({ goesOn: a.goesOn, columns: a.columns, from: a.from }),
        ...(n.content?.length ? { heads: headsFromProse(n) } : {}),
      })
    case 'pageBreak':
      return one({ t: 'pageBreak', ...set({ column: a.column }) })
    case 'planTable':
      return one({ t: n.type })
    default:
      // What the editor may hold and a paper has no word for, such as a quotation, gives what is inside it.
      return (n.content ?? []).flatMap(blockFromProse)
  }
}

const partFromProse = (n: ProseNode, type: string) => blocksFromProse(n.content?.find((x) => x.type === type)?.content)

/** The heads and feet among the parts of a node. */
function headsFromProse(n: ProseNode): Heads {
  const own = (way: 'first' | 'even'): Partial<Heads> =>
    n.content?.some((x) => x.type === `${way}Header` || x.type === `${way}Footer`)
      ? { [way]: { header: partFromProse(n, `${way}Header`), footer: partFromProse(n, `${way}Footer`) } }
      : {}
  return {
    header: partFromProse(n, 'pageHeader'),
    footer: partFromProse(n, 'pageFooter'),
    ...own('first'),
    ...own('even'),
  }
}

/** Which ways of beginning and ending pages are a section's own; without `own` pages go on as before. */
export interface Ways {
  own: boolean
  first: boolean
  even: boolean
}
/** Those of a node of the editor, a section or the whole sheet. */
export const waysOf = (n: { childCount: number; child(i: number): { type: { name: string } } }): Ways => {
  const parts = Array.from({ length: n.childCount }, (_, i) => n.child(i).type.name)
  return {
    own: parts.includes('pageHeader'),
    first: parts.includes('firstHeader'),
    even: parts.includes('evenHeader'),
  }
}
/** A section with other ways of beginning and ending pages: what it says of those it has stays, further ones are empty. */
export function withWays(n: ProseNode, { own, first, even }: Ways): ProseNode {
  const had = headsFromProse(n)
  const empty = { header: [], footer: [] }
  return {
    ...n,
    content: own
      ? headsToProse({
          ...had,
          first: first ? (had.first ?? empty) : undefined,
          even: even ? (had.even ?? empty) : undefined,
        })
      : [],
  }
}

/** The editor's document back as a paper's content; title, parties and the rest are `base`'s. */
export function fromProse(doc: ProseNode, base: PaperDocument): PaperDocument {
  const heads = headsFromProse(doc)
  const whole: PaperDocument = { ...base, ...heads, body: partFromProse(doc, 'pageBody') }
  for (const way of ['first', 'even'] as const) if (!heads[way]) delete whole[way]
  return whole
}

/** One block's words for a small editor, and back. */
export const inlinesAsProse = (content: readonly Inline[]): ProseNode => ({
  type: 'doc',
  content: [{ type: 'paragraph', ...inlinesToProse(content) }],
})

export const proseAsInlines = (doc: ProseNode): Inline[] => (doc.content ?? []).flatMap(inlinesFromProse)
