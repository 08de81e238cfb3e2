import type { FieldSpec } from '../document/field'

/** A typeface of the set Upwold ships; the first four are a paper's own, the rest stand in glyph by glyph. */
export type Face =
  'serif' | 'serif-bold' | 'serif-italic' | 'serif-bold-italic' | 'sans' | 'sans-bold' | 'arabic' | 'hebrew' | 'emoji'

/** What layout needs to know of fonts. Widths and heights are in ems (1 = the font size). */
export interface FontBook {
  width(face: Face, text: string): number
  ascent(face: Face): number
  descent(face: Face): number
  has(face: Face, codePoint: number): boolean
}

/** Role of a node in the document's structure tree (PDF 1.7, 14.8.4). */
export type Role = 'H1' | 'H2' | 'H3' | 'P' | 'L' | 'LI' | 'Table' | 'TR' | 'TH' | 'TD' | 'Figure' | 'Sect'
export interface StructNode {
  role: Role
  parent: number | null
  alt?: string
}

/** Something drawn. Points from the top left; a text's `y` is its baseline. `node` is null for decoration. */
export type Item =
  | {
      k: 'text'
      x: number
      y: number
      text: string
      face: Face
      size: number
      color: string
      node: number | null
      width: number
    }
  | { k: 'line'; x1: number; y1: number; x2: number; y2: number; weight: number; color: string }
  | { k: 'rect'; x: number; y: number; w: number; h: number; stroke?: string; fill?: string; weight?: number }
  | { k: 'image'; x: number; y: number; w: number; h: number; src: string; node: number | null }

/** A field at its exact place: page from 1, points from the page's top left. */
export interface PlacedField {
  field: FieldSpec
  page: number
  x: number
  y: number
  w: number
  h: number
  /** The size an answer is set in, in points; without it it is fitted. */
  size?: number
}

export interface Page {
  items: Item[]
}

/** Where a page begins in the document: a block, and for text the inline and the character its first line starts at. */
export interface PageStart {
  page: number
  block: string
  index: number
  offset: number
  /** The row of a table. */
  row?: number
}

export interface Laid {
  width: number
  height: number
  pages: Page[]
  fields: PlacedField[]
  /** One for each page but the first, where its first line comes from a block with an id. */
  starts: PageStart[]
  /** Fields whose set text is too long to be read in their box. */
  overflows: { key: string; label: string }[]
  nodes: StructNode[]
  title: string
  language: string
}

type BoxField = Omit<PlacedField, 'page'>
/** A piece that is never cut: a line, a table row, an image. Its items are relative to its top left. */
export interface Box {
  height: number
  /** Space wanted above it, dropped at the top of a page. */
  gap: number
  items: Item[]
  fields: BoxField[]
  keepNext: boolean
  breakBefore?: boolean
  /** It begins a column; a page where text runs in one. */
  columnBefore?: boolean
  /** The head its table repeats at the top of every further page. */
  head?: Box
  /** Where in its block's text the line starts. */
  start?: { index: number; offset: number }
  src?: Omit<PageStart, 'page'>
}

export interface PageSetup {
  width: number
  height: number
  top: number
  right: number
  bottom: number
  left: number
}

/** A4 (ISO 216) in points. */
export const A4: PageSetup = { width: 595.28, height: 841.89, top: 64, right: 64, bottom: 64, left: 64 }

/** A6 (ISO 216) in points: drawn half as large again and twice as large it is A5 and A4. */
export const A6: PageSetup = { width: 297.64, height: 419.53, top: 30, right: 28, bottom: 24, left: 28 }

/** US Letter (ANSI/ASME Y14.1) in points. */
const LETTER: PageSetup = { ...A4, width: 612, height: 792 }
/** The sheet a document is printed on. */
export const sheetOf = (document: { paper?: 'A4' | 'Letter' }): PageSetup => (document.paper === 'Letter' ? LETTER : A4)

export const INK = '#20302b'
export const SOFT = '#55645e'
export const HAIRLINE = '#b9b4a2'
export const GAP = '#a4471f'
/** Words an amendment struck, and words it added. */
export const STRUCK = '#a4471f'
export const ADDED = '#3f5c26'
export const GROUNDS = { chalk: '#f1ede2', ink: '#20302b' } as const
/** Ink and ground of the parties' boxes, by number. */
export const PARTY_INK = ['#6b3f78', '#2c6173', '#4b6b2f', '#a4471f'] as const
