import type { Inline } from '../document/model'
import { NUMBER_INDENT, type BlockContext } from './block-context'
import { layoutInline } from './inline'
import type { TextStyle } from './pieces'
import type { Box, Item, Role } from './types'

export function node(context: BlockContext, role: Role, parent: number | null, alt?: string): number {
  context.nodes.push({ role, parent, ...(alt ? { alt } : {}) })
  return context.nodes.length - 1
}

const shiftItem = (i: Item, dx: number, dy: number): Item =>
  i.k === 'line'
    ? { ...i, x1: i.x1 + dx, x2: i.x2 + dx, y1: i.y1 + dy, y2: i.y2 + dy }
    : { ...i, x: i.x + dx, y: i.y + dy }
/** A box's items and fields, moved. */
export function shifted(box: Pick<Box, 'items' | 'fields'>, dx: number, dy: number): Pick<Box, 'items' | 'fields'> {
  if (dx === 0 && dy === 0) return box
  return {
    items: box.items.map((i) => shiftItem(i, dx, dy)),
    fields: box.fields.map((f) => ({ ...f, x: f.x + dx, y: f.y + dy })),
  }
}

export function indented(boxes: Box[], dx: number): Box[] {
  return boxes.map((b) => ({ ...b, ...shifted(b, dx, 0) }))
}

/** Boxes one under the other, as one box. */
function stack(boxes: readonly Box[], minHeight = 0): Box {
  const out: Box = { height: 0, gap: boxes[0]?.gap ?? 0, items: [], fields: [], keepNext: false }
  boxes.forEach((b, i) => {
    if (i > 0) out.height += b.gap
    const moved = shifted(b, 0, out.height)
    out.items.push(...moved.items)
    out.fields.push(...moved.fields)
    out.height += b.height
  })
  out.height = Math.max(out.height, minHeight)
  return out
}

export function beside(columns: { boxes: Box[]; x: number }[]): Box {
  const out: Box = { height: 0, gap: 0, items: [], fields: [], keepNext: false }
  for (const c of columns) {
    const one = stack(c.boxes)
    const moved = shifted(one, c.x, 0)
    out.items.push(...moved.items)
    out.fields.push(...moved.fields)
    out.height = Math.max(out.height, one.height)
  }
  return out
}

function withNumber(boxes: Box[], number: string, style: TextStyle, nodeId: number, context: BlockContext): Box[] {
  const [mark] = layoutInline([{ t: 'text', text: number }], NUMBER_INDENT, style, 'left', nodeId, context)
  return boxes.map((b, i) => (i === 0 && mark ? { ...b, items: [...mark.items, ...b.items] } : b))
}

export function textBoxes(
  content: readonly Inline[],
  width: number,
  style: TextStyle,
  gap: number,
  role: Role,
  parent: number | null,
  context: BlockContext,
  more: { align?: 'left' | 'center' | 'right'; number?: string } = {},
): Box[] {
  const id = node(context, role, parent)
  const indent = more.number === undefined ? 0 : NUMBER_INDENT
  const inLine = { ...context, figure: (alt: string) => node(context, 'Figure', id, alt) }
  let boxes = indented(layoutInline(content, width - indent, style, more.align, id, inLine), indent)
  if (more.number !== undefined) boxes = withNumber(boxes, more.number, style, id, context)
  return boxes.map((b, i) => (i === 0 ? { ...b, gap } : b))
}
