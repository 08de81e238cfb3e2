import { COLUMN_GAP, type Edges, type Heads, type PaperDocument, type Section } from '../document/model'
import { pageInitials, sectionsOf } from '../document/walk'
import { SMALL, columnWidth, layoutBlocks } from './blocks'
import { withLogo } from './letterhead'
import type { BlockContext, LayoutCache } from './block-context'
import { shifted } from './boxes'
import { fieldSize } from './fields'
import { balancedColumns, chain } from './filling'
import {
  type Box,
  type FontBook,
  type Laid,
  type Page,
  sheetOf,
  type PageSetup,
  type PageStart,
  type PlacedField,
  type StructNode,
} from './types'

const HEADER_GAP = 14

/** The head and the foot of a page, how high the foot is, and where the room between them begins and ends. */
interface Room extends Edges {
  under: number
  top: number
  bottom: number
}

/** Text set in a box is made smaller to fit, but not below this. */
const LEAST_SIZE = 7

/**
 * Lays a merged document out on pages. Text is never lost: what is taller than a page starts on a page of its own.
 * A heading stays with what follows it, kept blocks stay together where a page can hold them, tables repeat their heads.
 * With a `cache`, blocks that are as before are not laid out again, and there is no structure tree to draw from.
 */
export function layoutDocument(
  given: PaperDocument,
  fonts: FontBook,
  setup: PageSetup = sheetOf(given),
  cache?: LayoutCache,
): Laid {
  const document = withLogo(given)
  const width = setup.width - setup.left - setup.right
  const nodes: StructNode[] = [{ role: 'Sect', parent: null }]
  const context = (page: number, pages: number, tree: StructNode[]): BlockContext => ({
    fonts,
    page,
    pages,
    nodes: tree,
    ...(given.letterhead ? { headings: given.letterhead.colour } : {}),
  })
  const heightOf = (boxes: readonly Box[]) => boxes.reduce((h, b, i) => h + b.height + (i === 0 ? 0 : b.gap), 0)
  const edge = (blocks: PaperDocument['header'], page: number, pages: number) =>
    layoutBlocks(blocks, width, null, context(page, pages, []), SMALL)

  /** What a page begins and ends with, and the room between. */
  const rooms = new Map<Edges, Room>()
  const roomOf = (edges: Edges): Room => {
    const known = rooms.get(edges)
    if (known) return known
    const { header, footer } = edges
    const [over, under] = [heightOf(edge(header, 99, 99)), heightOf(edge(footer, 99, 99))]
    const room = {
      ...{ header, footer, under },
      top: setup.top + (over ? Math.max(over + HEADER_GAP - 24, 0) : 0),
      bottom: setup.height - setup.bottom - (under ? Math.max(under + HEADER_GAP - 24, 0) : 0),
    }
    rooms.set(edges, room)
    return room
  }

  const pages: Page[] = []
  const fields: PlacedField[] = []
  const starts: PageStart[] = []
  /** Of each page its number and what stands at its ends. */
  const ends: (Room & { number: number })[] = []
  let heads: Heads = document
  let number = 0
  /** Whether this page is the first of those that begin and end as it does. */
  let opening = false
  let { top, bottom } = roomOf(document)
  let y = bottom
  let fresh = true
  const place = (box: Box, x: number, at: number, decoration = false) => {
    const moved = shifted(box, x, at)
    pages
      .at(-1)!
      .items.push(...(decoration ? moved.items.map((i) => ('node' in i ? { ...i, node: null } : i)) : moved.items))
    if (!decoration) fields.push(...moved.fields.map((f) => ({ ...f, page: pages.length })))
  }
  /** Settles how the last page begins and ends; nothing stands on it yet. */
  const open = (begins: Pick<Section, 'heads' | 'from'>) => {
    heads = begins.heads ?? heads
    number = begins.from ?? number
    opening ||= !!begins.heads
    const own = (opening && heads.first) || (number % 2 === 0 && heads.even) || heads
    ends[pages.length - 1] = { ...roomOf(own), number }
    ;({ top, bottom } = roomOf(own))
    y = top
    fresh = true
  }
  const newPage = (begins: Pick<Section, 'heads' | 'from'> = {}) => {
    pages.push({ items: [] })
    number += 1
    opening = false
    open(begins)
  }
  const flow = (boxes: readonly Box[], count: number) => {
    const step = columnWidth(width, count) + COLUMN_GAP
    for (let at = 0; at < boxes.length;) {
      const running = roomOf(heads)
      const page = running.bottom - running.top
      const breaks = boxes[at]!.breakBefore || (boxes[at]!.columnBefore && (at > 0 || count === 1))
      const gap = fresh ? 0 : boxes[at]!.gap
      if (!fresh && (breaks || y + gap + chain(boxes, at, page) > bottom + 0.01)) {
        newPage()
        continue
      }
      const { src } = boxes[at]!
      if (fresh && pages.length > 1 && src) starts.push({ page: pages.length, ...src })
      y += gap
      const { columns, next } = balancedColumns(boxes, at, { count, height: bottom - y, page })
      const from = y
      columns.forEach(([first, last], column) => {
        const x = setup.left + column * step
        let under = from
        boxes.slice(first, last).forEach((box, i) => {
          if (i > 0) under += box.gap
          else if (box.head && box.head !== box) {
            place(box.head, x, under, true)
            under += box.head.height
          }
          place(box, x, under)
          under += box.height
        })
        y = Math.max(y, under)
      })
      fresh = false
      at = next
    }
  }

  newPage({ heads: document })
  const kept = cache ? { old: cache.boxes, next: new Map<string, Box[]>() } : undefined
  const inBody = { ...context(1, 1, nodes), ...(kept ? { cache: kept } : {}) }
  /** Whether a new page was asked for behind what was laid out last. */
  let broken = false
  for (const { begins, blocks } of sectionsOf(document.body)) {
    if (begins?.goesOn && !fresh && !broken) heads = begins.heads ?? heads
    else if (begins && fresh) open(begins)
    else if (begins) newPage(begins)
    const count = begins?.columns ?? 1
    flow(layoutBlocks(blocks, columnWidth(width, count), 0, inBody), count)
    const last = blocks.at(-1)
    broken = last?.t === 'pageBreak' && !last.column
  }
  if (cache) cache.boxes = kept!.next

  pages.forEach((page, i) => {
    const put = (list: Box[], start: number) => {
      let at = start
      list.forEach((b, k) => {
        at += k === 0 ? 0 : b.gap
        page.items.push(
          ...shifted(b, setup.left, at).items.map((item) => ('node' in item ? { ...item, node: null } : item)),
        )
        at += b.height
      })
    }
    fields.push(...initialsOn(document, i + 1, setup))
    const { header, footer, under, number: shown } = ends[i]!
    put(edge(header, shown, pages.length), 40)
    put(edge(footer, shown, pages.length), setup.height - 40 - under)
  })
  return {
    width: setup.width,
    height: setup.height,
    pages,
    fields,
    starts,
    overflows: fields
      .map((f) => ({ ...f.field, w: f.w }))
      .filter((f) => f.preset && fonts.width('serif', f.preset) * LEAST_SIZE > f.w - 6)
      .map(({ key, label }) => ({ key, label })),
    nodes,
    title: document.title,
    language: document.language,
  }
}

/** The boxes for initials at the foot of a page, from the right, below the footer. */
function initialsOn(document: PaperDocument, page: number, setup: PageSetup): PlacedField[] {
  const size = { w: fieldSize(pageInitials('')).width, h: 20 }
  return document.parties
    .filter((p) => document.initials?.includes(p.key))
    .map((p, k) => ({
      field: pageInitials(p.key),
      page,
      x: setup.width - setup.right - size.w - k * (size.w + 8),
      y: setup.height - 34,
      ...size,
    }))
}
