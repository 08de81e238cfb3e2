import type { PaperDocument } from '../document/model'
import { pageInitials } from '../document/walk'
import { SMALL, layoutBlocks } from './blocks'
import { withLogo } from './letterhead'
import type { BlockContext, LayoutCache } from './block-context'
import { shifted } from './boxes'
import { fieldSize } from './fields'
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

  /** Room between the head and the foot of a page. */
  const roomOf = ({ header, footer }: Pick<PaperDocument, 'header' | 'footer'>) => {
    const [over, under] = [heightOf(edge(header, 99, 99)), heightOf(edge(footer, 99, 99))]
    return {
      ...{ header, footer, under },
      top: setup.top + (over ? Math.max(over + HEADER_GAP - 24, 0) : 0),
      bottom: setup.height - setup.bottom - (under ? Math.max(under + HEADER_GAP - 24, 0) : 0),
    }
  }
  const running = roomOf(document)
  const opening = document.first ? roomOf(document.first) : running
  const roomAt = (page: number) => (page === 1 ? opening : running)

  const pages: Page[] = []
  const fields: PlacedField[] = []
  const starts: PageStart[] = []
  let { top, bottom } = opening
  let y = bottom
  let fresh = true
  const place = (box: Box, x: number, at: number, decoration = false) => {
    const moved = shifted(box, x, at)
    pages
      .at(-1)!
      .items.push(...(decoration ? moved.items.map((i) => ('node' in i ? { ...i, node: null } : i)) : moved.items))
    if (!decoration) fields.push(...moved.fields.map((f) => ({ ...f, page: pages.length })))
  }
  const newPage = () => {
    pages.push({ items: [] })
    ;({ top, bottom } = roomAt(pages.length))
    y = top
    fresh = true
  }
  newPage()

  const kept = cache ? { old: cache.boxes, next: new Map<string, Box[]>() } : undefined
  const boxes = layoutBlocks(document.body, width, 0, { ...context(1, 1, nodes), ...(kept ? { cache: kept } : {}) })
  if (cache) cache.boxes = kept!.next
  boxes.forEach((box, i) => {
    if (box.breakBefore && !fresh) newPage()
    else if (!fresh && y + box.gap + chain(boxes, i, running.bottom - running.top) > bottom + 0.01) {
      newPage()
      if (box.head && box.head !== boxes[i]) {
        place(box.head, setup.left, y, true)
        y += box.head.height
      }
    }
    if (fresh && pages.length > 1 && box.src) starts.push({ page: pages.length, ...box.src })
    y += fresh ? 0 : box.gap
    place(box, setup.left, y)
    y += box.height
    fresh = false
  })

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
    const { header, footer, under } = roomAt(i + 1)
    put(edge(header, i + 1, pages.length), 40)
    put(edge(footer, i + 1, pages.length), setup.height - 40 - under)
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

/** The height that must fit together with box `i`: itself and what it must stay with, or itself alone if that is more than a page. */
function chain(boxes: readonly Box[], i: number, page: number): number {
  let height = boxes[i]!.height
  for (let k = i; boxes[k]!.keepNext && k + 1 < boxes.length && !boxes[k + 1]!.breakBefore; k += 1) {
    height += boxes[k + 1]!.gap + boxes[k + 1]!.height
    if (height > page) return boxes[i]!.height
  }
  return height
}
