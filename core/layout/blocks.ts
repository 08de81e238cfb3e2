import type { Block } from '../document/model'
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

/** Lays blocks out at a width: a flat list of boxes that pages are then filled with. */
export function layoutBlocks(
  blocks: readonly Block[],
  width: number,
  parent: number | null,
  context: BlockContext,
  style: TextStyle = BODY,
): Box[] {
  const out: Box[] = []
  let breakNext = false
  for (const b of blocks) {
    if (b.t === 'pageBreak') {
      breakNext = true
      continue
    }
    const boxes = [...remembered(b, width, parent, context, style)]
    if (breakNext && boxes[0]) {
      boxes[0] = { ...boxes[0], breakBefore: true }
      breakNext = false
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
  const key = JSON.stringify(b)
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
      const gap = 22
      const w = (width - gap * (b.columns.length - 1)) / b.columns.length
      const boxes = b.columns.map((c) => layoutBlocks(c, w, parent, context, style))
      return [{ ...beside(boxes.map((list, i) => ({ boxes: list, x: i * (w + gap) }))), gap: PARAGRAPH_GAP }]
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
    case 'pageBreak':
      return []
  }
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
  const inner = (i: number) => Math.max(widths[i]! - (i === 0 || i === widths.length - 1 ? CELL : 2 * CELL), 12)
  const left = (i: number) => xs[i]! + (i === 0 ? 0 : CELL)
  const rule = (y: number, color: string): Item => ({ k: 'line', x1: 0, y1: y, x2: width, y2: y, weight: 0.5, color })

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
  const rows = b.rows
    .map((row, r): Box[] => {
      const tr = node(context, 'TR', table)
      const cells = row.cells.slice(0, widths.length).map((cell, i) => {
        const td = node(context, 'TD', tr)
        const boxes = layoutBlocks(
          cell.map((c) =>
            c.t === 'paragraph' && !c.align && b.columns[i]?.align ? { ...c, align: b.columns[i]!.align! } : c,
          ),
          inner(i),
          td,
          context,
          row.strong ? { ...style, bold: true } : style,
        )
        return { x: left(i), boxes: boxes.map((x, k) => (k === 0 ? { ...x, gap: 0 } : x)) }
      })
      const box = beside(cells)
      const one: Box = {
        ...box,
        ...shifted(box, 0, pad),
        height: box.height + 2 * pad,
        keepNext: r >= b.rows.length - 2 && r < b.rows.length - 1 && b.rows.length > 2,
      }
      const items = b.plain ? one.items : [...one.items, rule(one.height - 0.25, row.strong ? INK : HAIRLINE)]
      const made = one.height <= MAX_ROW ? [{ ...one, items }] : slices(cells, rule)
      return b.id ? made.map((x) => ({ ...x, src: { block: b.id!, index: 0, offset: 0, row: r } })) : made
    })
    .flat()
  const withHead = rows.map((box, i) => ({
    ...box,
    gap: i === 0 && !head ? PARAGRAPH_GAP : box.gap,
    ...(head ? { head } : {}),
  }))
  return head ? [head, ...withHead] : withHead
}

/** A row taller than this is cut into slices so that it can go over a page's end. */
const MAX_ROW = 560

function slices(cells: { x: number; boxes: Box[] }[], rule: (y: number, color: string) => Item): Box[] {
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
