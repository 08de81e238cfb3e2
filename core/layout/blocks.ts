import { shownCells } from '../document/merged'
import { type Block, COLUMN_GAP } from '../document/model'
import type { BlockContext } from './block-context'
import { beside, indented, node, shifted, textBoxes } from './boxes'
import { fieldSize } from './fields'
import { layoutInline } from './inline'
import type { TextStyle } from './pieces'
import { type Box, GROUNDS, HAIRLINE, INK, type Item, SOFT } from './types'

const BODY: TextStyle = { size: 11, leading: 16 }
export const SMALL: TextStyle = { size: 8.5, leading: 12, color: SOFT }
const HEADINGS: Record<1 | 2 | 3, TextStyle & { gap: number }> = {
  1: { size: 21, leading: 27, bold: true, gap: 0 },
  2: { size: 13, leading: 18, bold: true, gap: 16 },
  3: { size: 11, leading: 16, bold: true, gap: 10 },
}
const PARAGRAPH_GAP = 7
const CELL = 5

/** How wide each of some columns is, with room between them. */
export const columnWidth = (width: number, count: number): number => (width - COLUMN_GAP * (count - 1)) / count

/** Lays blocks out at a width: a flat list of boxes that pages are then filled with. */
export function layoutBlocks(
  blocks: readonly Block[],
  width: number,
  parent: number | null,
  context: BlockContext,
  style: TextStyle = BODY,
): Box[] {
  const out: Box[] = []
  let breaks: Pick<Box, 'breakBefore' | 'columnBefore'> = {}
  for (const b of blocks) {
    if (b.t === 'pageBreak') {
      breaks = b.column ? { columnBefore: true, ...breaks } : { breakBefore: true }
      continue
    }
    const boxes = [...remembered(b, width, parent, context, style)]
    if (boxes[0]) {
      boxes[0] = { ...boxes[0], ...breaks }
      breaks = {}
    }
    out.push(...boxes)
  }
  return out
}

function remembered(b: Block, width: number, parent: number | null, context: BlockContext, style: TextStyle): Box[] {
  const { cache, ...plain } = context
  const make = () =>
    layoutBlock(b, width, parent, plain, style).map((box) =>
      box.src || !b.id ? box : { ...box, src: { block: b.id, ...(box.start ?? { index: 0, offset: 0 }) } },
    )
  if (!cache) return make()
  const key = `${width} ${JSON.stringify(b)}`
  const boxes = cache.next.get(key) ?? cache.old.get(key) ?? make()
  cache.next.set(key, boxes)
  return boxes
}

function layoutBlock(b: Block, width: number, parent: number | null, context: BlockContext, style: TextStyle): Box[] {
  switch (b.t) {
    case 'heading': {
      const s = { ...HEADINGS[b.level], ...(context.headings ? { color: context.headings } : {}) }
      return textBoxes(
        b.content,
        width,
        s,
        s.gap,
        `H${b.level}`,
        parent,
        context,
        b.number ? { number: b.number } : {},
      ).map((box) => ({ ...box, keepNext: true }))
    }
    case 'paragraph':
      return textBoxes(b.content, width, b.small ? SMALL : style, b.small ? 3 : PARAGRAPH_GAP, 'P', parent, context, {
        ...(b.align ? { align: b.align } : {}),
        ...(b.number ? { number: b.number } : {}),
      })
    case 'list': {
      const list = node(context, 'L', parent)
      return b.items.flatMap((item, i) => {
        const li = node(context, 'LI', list)
        const boxes = indented(layoutBlocks(item, width - 18, li, context, style), 18)
        const [mark] = layoutInline(
          [{ t: 'text', text: b.ordered ? `${i + 1}.` : '•' }],
          18,
          style,
          'left',
          li,
          context,
        )
        return boxes.map((box, k) =>
          k === 0 ? { ...box, gap: i === 0 ? PARAGRAPH_GAP : 3, items: [...(mark?.items ?? []), ...box.items] } : box,
        )
      })
    }
    case 'table':
      return layoutTable(b, width, parent, context, style)
    case 'image': {
      const id = node(context, 'Figure', parent, b.alt)
      const scale = Math.min(1, width / b.width)
      const w = b.width * scale,
        h = b.height * scale
      const inset = b.ground ? Math.min(8, w / 6, h / 6) : 0
      const x = b.align === 'right' ? width - w : b.align === 'center' ? (width - w) / 2 : 0
      return [
        {
          height: h,
          gap: PARAGRAPH_GAP,
          items: [
            ...(b.ground ? [{ k: 'rect' as const, x, y: 0, w, h, fill: GROUNDS[b.ground] }] : []),
            { k: 'image', x: x + inset, y: inset, w: w - 2 * inset, h: h - 2 * inset, src: b.src, node: id },
          ],
          fields: [],
          keepNext: false,
        },
      ]
    }
    case 'rule':
      return [
        {
          height: 1,
          gap: 8,
          items: [{ k: 'line', x1: 0, y1: 0.5, x2: width, y2: 0.5, weight: 0.6, color: HAIRLINE }],
          fields: [],
          keepNext: false,
        },
      ]
    case 'space':
      return [{ height: b.height, gap: 0, items: [], fields: [], keepNext: false }]
    case 'keep': {
      const boxes = layoutBlocks(b.content, width, parent, context, style)
      return boxes.map((box, i) => (i < boxes.length - 1 ? { ...box, keepNext: true } : box))
    }
    case 'columns': {
      const w = columnWidth(width, b.columns.length)
      const boxes = b.columns.map((c) => layoutBlocks(c, w, parent, context, style))
      return [{ ...beside(boxes.map((list, i) => ({ boxes: list, x: i * (w + COLUMN_GAP) }))), gap: PARAGRAPH_GAP }]
    }
    case 'field': {
      const size = fieldSize(b.field, b.width)
      const h = b.height ?? size.height
      return [
        {
          height: h,
          gap: PARAGRAPH_GAP,
          items: [],
          fields: [{ field: b.field, x: 0, y: 0, w: Math.min(size.width, width), h }],
          keepNext: false,
        },
      ]
    }
    case 'priceTable':
    case 'planTable':
    case 'clause':
    case 'section':
    case 'pageBreak':
      return []
  }
}

/** A cell that goes over several rows: drawn in the first of them, which with the others has to be as high as it is. */
interface TallCell {
  from: number
  to: number
  x: number
  boxes: Box[]
}

function layoutTable(
  b: Extract<Block, { t: 'table' }>,
  width: number,
  parent: number | null,
  context: BlockContext,
  style: TextStyle,
): Box[] {
  const table = node(context, 'Table', parent)
  const total = b.columns.reduce((w, c) => w + c.width, 0)
  const widths = b.columns.map((c) => (c.width / total) * width)
  const xs = widths.map((_, i) => widths.slice(0, i).reduce((a, w) => a + w, 0))
  const pad = b.plain ? 0 : CELL
  const inner = (i: number, across = 1) => {
    const whole = widths.slice(i, i + across).reduce((a, w) => a + w, 0)
    return Math.max(whole - (i === 0 || i + across >= widths.length ? CELL : 2 * CELL), 12)
  }
  const left = (i: number) => xs[i]! + (i === 0 ? 0 : CELL)
  const rule = (y: number, color: string, from = 0, to = width): Item => ({
    k: 'line',
    x1: from,
    y1: y,
    x2: to,
    y2: y,
    weight: 0.5,
    color,
  })

  let head: Box | undefined
  if (b.head.some((c) => c.length > 0)) {
    const tr = node(context, 'TR', table)
    const box = beside(
      b.head.map((cell, i) => ({
        x: left(i),
        boxes: layoutInline(
          cell,
          inner(i),
          { ...SMALL, bold: true },
          b.columns[i]?.align,
          node(context, 'TH', tr),
          context,
        ),
      })),
    )
    head = {
      ...box,
      height: box.height + 5,
      gap: PARAGRAPH_GAP + 2,
      keepNext: true,
      items: [...box.items, rule(box.height + 4.5, INK)],
    }
  }
  const tall: TallCell[] = []
  const low: { x: number; boxes: Box[] }[][] = []
  const grid = shownCells(b)
  grid.forEach((shown, r) => {
    const tr = node(context, 'TR', table)
    const cells: { x: number; boxes: Box[] }[] = []
    for (const { content, column, across, down } of shown) {
      const td = node(context, 'TD', tr)
      const align = b.columns[column]?.align
      const boxes = layoutBlocks(
        content.map((c) => (c.t === 'paragraph' && !c.align && align ? { ...c, align } : c)),
        inner(column, across),
        td,
        context,
        b.rows[r]!.strong ? { ...style, bold: true } : style,
      ).map((x, k) => (k === 0 ? { ...x, gap: 0 } : x))
      const one = { x: left(column), boxes }
      const high = boxes.reduce((h, x) => h + x.gap + x.height, 0)
      // What is higher than a page's part can't be kept together: its words go with its first row.
      if (down > 1 && high <= MAX_ROW) tall.push({ from: r, to: r + down - 1, ...one })
      else cells.push(one)
    }
    low.push(cells)
  })
  const made = low.map((cells, r): Box[] => {
    const box = beside(cells)
    const one: Box = {
      ...box,
      ...shifted(box, 0, pad),
      height: Math.max(box.height, cells.length ? 0 : style.leading) + 2 * pad,
      keepNext: r >= b.rows.length - 2 && r < b.rows.length - 1 && b.rows.length > 2,
    }
    return one.height <= MAX_ROW ? [one] : slices(cells, rule)
  })
  for (const { from, to, x, boxes } of tall) {
    const box = beside([{ x, boxes }])
    const there = made.slice(from, to + 1)
    const missing = box.height + 2 * pad - there.flat().reduce((h, y) => h + y.height, 0)
    const last = there.at(-1)!.at(-1)!
    if (missing > 0) last.height += missing
    const first = there[0]![0]!
    const moved = shifted(box, 0, pad)
    first.items = [...first.items, ...moved.items]
    first.fields = [...first.fields, ...moved.fields]
    for (const y of made.slice(from, to).flat()) y.keepNext = true
  }
  const reaching = grid.flatMap((shown, row) => shown.filter((c) => c.down > 1).map((c) => ({ ...c, row })))
  const rows = made.flatMap((boxes, r): Box[] => {
    const row = b.rows[r]!
    const over = reaching.filter((c) => c.row <= r && c.row + c.down - 1 > r)
    const ruled = (box: Box): Item[] =>
      openParts(
        over.map((c) => [xs[c.column]!, xs[c.column + c.across] ?? width]),
        width,
      ).map(([from, to]) => rule(box.height - 0.25, row.strong ? INK : HAIRLINE, from, to))
    const all = boxes.length > 1 || b.plain ? boxes : boxes.map((x) => ({ ...x, items: [...x.items, ...ruled(x)] }))
    return b.id ? all.map((x) => ({ ...x, src: { block: b.id!, index: 0, offset: 0, row: r } })) : all
  })
  const withHead = rows.map((box, i) => ({
    ...box,
    gap: i === 0 && !head ? PARAGRAPH_GAP : box.gap,
    ...(head ? { head } : {}),
  }))
  return head ? [head, ...withHead] : withHead
}

/** The parts of a line from 0 to `width` that are in none of the given ones, which come in their order or not. */
function openParts(closed: readonly (readonly [number, number])[], width: number): [number, number][] {
  const out: [number, number][] = []
  let at = 0
  for (const [from, to] of [...closed].sort((a, b) => a[0] - b[0])) {
    if (from > at + 0.01) out.push([at, from])
    at = Math.max(at, to)
  }
  if (at < width - 0.01) out.push([at, width])
  return out
}

/** A row taller than this is cut into slices so that it can go over a page's end. */
const MAX_ROW = 560

function slices(cells: readonly { x: number; boxes: Box[] }[], rule: (y: number, color: string) => Item): Box[] {
  const rest = cells.map((c) => ({ x: c.x, boxes: [...c.boxes] }))
  const out: Box[] = []
  while (rest.some((c) => c.boxes.length > 0)) {
    const taken = rest.map((c) => {
      const boxes: Box[] = []
      let height = 0
      while (c.boxes[0] && (boxes.length === 0 || height + c.boxes[0].gap + c.boxes[0].height <= MAX_ROW / 4)) {
        const next = c.boxes.shift()!
        height += next.gap + next.height
        boxes.push(next)
      }
      return { x: c.x, boxes }
    })
    out.push(beside(taken))
  }
  const last = out.at(-1)!
  last.items.push(rule(last.height + CELL, HAIRLINE))
  last.height += CELL
  return out
}
