import bidiFactory from 'bidi-js'
import type { FieldSpec } from '../document/field'
import type { Inline } from '../document/model'
import type { Face, FontBook } from './types'

export interface TextStyle {
  size: number
  leading: number
  bold?: boolean
  color?: string
}

export interface InlineContext {
  fonts: FontBook
  page: number
  pages: number
  /** Makes a picture in a line known by what it shows; where it isn't given, pictures are part of their text. */
  figure?: (alt: string) => number
}

interface Piece {
  text: string
  face: Face
  size: number
  color: string
  underline: boolean
  strike: boolean
  width: number
  level: number
  atom: null
}

/** What stands in a line like one word: a field to fill, or a picture. */
export type AtomOf = { t: 'field'; field: FieldSpec } | Extract<Inline, { t: 'picture' }>
interface Atom {
  atom: AtomOf
  width: number
  height: number
  rise: number
  level: number
  text: ''
}

export type Part = Piece | Atom
/** A run that may not be broken inside, unless it is wider than the line. */
export interface Segment {
  parts: Part[]
  /** The inline it starts in, and the character there. */
  start: { index: number; offset: number }
  width: number
  inkWidth: number
  required: boolean
}

export interface Style {
  bold: boolean
  italic: boolean
  underline: boolean
  strike: boolean
  color: string
}

export const bidi = bidiFactory()
export const RTL = /[\u0590-\u08FF\uFB1D-\uFDFF\uFE70-\uFEFF]/
export const ATOM = '\uFFFC'
