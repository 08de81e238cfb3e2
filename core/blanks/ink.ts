/** What stands on a page of a PDF, in points from the top left of the page as it is shown: plain data for the finder. */

export interface Area {
  x: number
  y: number
  w: number
  h: number
}
/** One printed character. `base` is its baseline, `w` how far it moves the pen. */
export interface Glyph {
  ch: string
  x: number
  w: number
  base: number
  size: number
  bold: boolean
}
/** A straight piece that was drawn, level or upright; `thick` is its width. */
export interface Stroke {
  x1: number
  y1: number
  x2: number
  y2: number
  thick: number
}
/** A closed shape: a rectangle or a ring. `fill` is its lightness from 0 to 1, null when it isn't filled. */
export interface Shape extends Area {
  kind: 'rect' | 'ring'
  fill: number | null
  stroked: boolean
}
/** A form field of the file itself. */
export interface Widget extends Area {
  name: string
  kind: 'text' | 'check' | 'radio' | 'choice' | 'signature'
  value: string
  options: string[]
  max: number | null
  required: boolean
  /** What the form says it is for. */
  label: string
  /** The state a radio button of a group stands for. */
  state: string
}
export interface Ink {
  page: number
  width: number
  height: number
  glyphs: Glyph[]
  strokes: Stroke[]
  shapes: Shape[]
  images: Area[]
  widgets: Widget[]
  /** Set where the page was turned to read it: which way its text ran. Places are then in the turned page. */
  turned?: 'down' | 'up'
  /** Set where it is seen in a mirror, as a page that is read from the right is looked at. */
  mirrored?: boolean
  /** Degrees the page lay askew when it was scanned; places are where they are when it lies straight. */
  tilt?: number
}

export const right = (a: Area): number => a.x + a.w
export const bottom = (a: Area): number => a.y + a.h
/** How much two spans share. */
export const shared = (a1: number, a2: number, b1: number, b2: number): number => Math.min(a2, b2) - Math.max(a1, b1)
export const overlap = (a: Area, b: Area): number =>
  Math.max(0, shared(a.x, right(a), b.x, right(b))) * Math.max(0, shared(a.y, bottom(a), b.y, bottom(b)))
export const holds = (a: Area, x: number, y: number): boolean => x >= a.x && x <= right(a) && y >= a.y && y <= bottom(a)
