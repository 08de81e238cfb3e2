import type { Area } from './ink'
import type { Matrix } from './matrix'

export interface Font {
  fontMatrix?: number[]
  bold?: boolean
  black?: boolean
  name?: string
  vertical?: boolean
}

export interface PdfGlyph {
  unicode: string
  width: number
  isSpace: boolean
  fontChar: string
}

export interface State {
  m: Matrix
  fill: number | null
  stroke: number | null
  width: number
  clip: Area | null
}

/** Operator numbers of pdfjs 5.4 (`OPS`). */
export const OP = {
  lineWidth: 2,
  save: 10,
  restore: 11,
  transform: 12,
  stroke: 20,
  closeStroke: 21,
  fill: 22,
  eoFill: 23,
  fillStroke: 24,
  eoFillStroke: 25,
  closeFillStroke: 26,
  closeEOFillStroke: 27,
  clip: 29,
  eoClip: 30,
  beginText: 31,
  charSpacing: 33,
  wordSpacing: 34,
  hScale: 35,
  leading: 36,
  font: 37,
  renderingMode: 38,
  rise: 39,
  moveText: 40,
  leadingMoveText: 41,
  textMatrix: 42,
  nextLine: 43,
  showText: 44,
  strokeRgb: 58,
  fillRgb: 59,
  formBegin: 74,
  formEnd: 75,
  groupBegin: 76,
  groupEnd: 77,
  imageMask: 83,
  image: 85,
  inlineImage: 86,
  path: 91,
  strokeNone: 92,
  fillNone: 93,
} as const

export const STROKES = new Set<number>([OP.stroke, OP.closeStroke, 24, 25, 26, 27])
export const FILLS = new Set<number>([OP.fill, OP.eoFill, 24, 25, 26, 27])

/** White on white: nothing that anybody sees. */
export const FAINT = 0.97
export const meet = (a: Area | null, b: Area): Area => {
  if (!a) return b
  const x = Math.max(a.x, b.x)
  const y = Math.max(a.y, b.y)
  return { x, y, w: Math.min(a.x + a.w, b.x + b.w) - x, h: Math.min(a.y + a.h, b.y + b.h) - y }
}

/** Box glyphs of the usual symbol fonts, which have no letters of their own. */
export function symbolOf(g: PdfGlyph): string {
  const code = (g.unicode || g.fontChar || ' ').codePointAt(0)! & 0xff
  const raw = (g.unicode || '').codePointAt(0) ?? 0
  if (raw > 0x2000 && raw < 0xf000) return g.unicode
  if (code === 0x6f || code === 0x71 || code === 0xa8 || code === 0x70 || code === 0x72) return '☐'
  if (code === 0xa1 || code === 0x6d) return '○'
  return g.unicode || ' '
}
