import type { Inline } from '../document/model'
import type { Box, Item } from './types'
import { cut, segmentsOf } from './segments'
import type { InlineContext, Part, Segment, TextStyle } from './pieces'

const EPSILON = 0.01

/** Rule L2 of UAX 9: from the highest level down, reverse every run of parts at that level or above. */
function visualOrder(parts: Part[]): Part[] {
  const max = Math.max(0, ...parts.map((x) => x.level))
  if (max === 0) return parts
  const words = parts.flatMap((part): Part[] =>
    part.atom || part.level % 2 === 0
      ? [part]
      : part.text.split(/(?<=\s)(?=\S)/).map((text) => ({ ...part, text, width: -1 })),
  )
  for (let level = max; level > 0; level -= 1) {
    for (let i = 0; i < words.length;) {
      let j = i
      while (j < words.length && words[j]!.level >= level) j += 1
      if (j > i) words.splice(i, j - i, ...words.slice(i, j).reverse())
      i = Math.max(j, i + 1)
    }
  }
  return words
}

/** A picture no wider than the line it stands in. */
const noWider = <P extends { width: number; height: number }>(p: P, width: number): P =>
  p.width <= width ? p : { ...p, width, height: (p.height * width) / p.width }

/**
 * Breaks inline content into lines no wider than `width` (UAX 14 break opportunities) and returns one box a line.
 * Fields and pictures stand in the line like words and keep their exact place.
 */
export function layoutInline(
  content: readonly Inline[],
  width: number,
  style: TextStyle,
  align: 'left' | 'center' | 'right' | undefined,
  node: number | null,
  context: InlineContext,
): Box[] {
  const fitting = content.map((i) => (i.t === 'picture' ? noWider(i, width) : i))
  const { segments, rtl } = segmentsOf(fitting, style, context)
  const side = align ?? (rtl ? 'right' : 'left')
  const lines: Part[][] = []
  const starts: Segment['start'][] = []
  let line: Part[] = [],
    used = 0
  const queue = segments.flatMap((s) => (s.inkWidth > width ? cut(s, width, context.fonts) : [s]))
  for (const s of queue) {
    if (line.length && used + s.inkWidth > width + EPSILON) {
      lines.push(line)
      line = []
      used = 0
    }
    if (line.length === 0) starts[lines.length] = s.start
    line.push(...s.parts)
    used += s.width
    if (s.required) {
      lines.push(line)
      line = []
      used = 0
    }
  }
  if (line.length || lines.length === 0) lines.push(line)
  return lines.map((parts, i) => ({
    ...lineBox(parts, width, style, side, node, context),
    start: starts[i] ?? { index: 0, offset: 0 },
    keepNext: lines.length > 1 && (i === 0 || i === lines.length - 2),
  }))
}

function lineBox(
  parts: Part[],
  width: number,
  style: TextStyle,
  side: 'left' | 'center' | 'right',
  node: number | null,
  context: InlineContext,
): Box {
  const { fonts } = context
  const merged: Part[] = []
  for (const part of visualOrder(parts)) {
    const last = merged.at(-1)
    if (
      last &&
      !last.atom &&
      !part.atom &&
      part.level % 2 === 0 &&
      last.level === part.level &&
      last.face === part.face &&
      last.color === part.color &&
      last.underline === part.underline &&
      last.strike === part.strike
    )
      last.text += part.text
    else merged.push({ ...part })
  }
  const last = merged.at(-1)
  if (last && !last.atom && last.level % 2 === 0) last.text = last.text.trimEnd()
  for (const part of merged) if (!part.atom) part.width = fonts.width(part.face, part.text) * part.size
  const total = merged.reduce((w, part) => w + part.width, 0)
  const rise = Math.max(0, ...merged.map((part) => (part.atom ? part.rise : 0)))
  const drop = Math.max(0, ...merged.map((part) => (part.atom ? part.height - part.rise : 0)))
  const ascent = Math.max(style.leading * 0.74, rise + 1.5)
  const height = ascent + Math.max(style.leading * 0.26, drop + 1.5)
  const box: Box = { height, gap: 0, items: [], fields: [], keepNext: false }
  let x = side === 'left' ? 0 : side === 'right' ? width - total : (width - total) / 2
  for (const part of merged) {
    if (part.atom) {
      const at = { x, y: ascent - part.rise, w: part.width, h: part.height }
      if (part.atom.t === 'field') box.fields.push({ field: part.atom.field, ...at })
      else box.items.push({ k: 'image', ...at, src: part.atom.src, node: context.figure?.(part.atom.alt) ?? node })
    } else if (part.text) {
      const text: Item = {
        k: 'text',
        x,
        y: ascent,
        text: part.text,
        face: part.face,
        size: part.size,
        color: part.color,
        node,
        width: part.width,
      }
      box.items.push(text)
      const rule = (dy: number): Item => ({
        k: 'line',
        x1: x,
        y1: ascent + dy,
        x2: x + part.width,
        y2: ascent + dy,
        weight: 0.6,
        color: part.color,
      })
      if (part.underline) box.items.push(rule(part.size * 0.14))
      if (part.strike) box.items.push(rule(-part.size * 0.28))
    }
    x += part.width
  }
  return box
}
