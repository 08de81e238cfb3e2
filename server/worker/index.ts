import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expandTables, type PaperFigures } from '../../core/layout/expand'
import { layoutDocument } from '../../core/layout/layout'
import type { PlacedField } from '../../core/layout/types'
import { toDocx } from '../../core/document/docx'
import type { PaperDocument } from '../../core/document/model'
import { type SigningKey, makeSigningKey } from '../../core/evidence/certificate'
import { drawPdf } from '../../core/pdf/draw'
import { fontSet } from '../../core/pdf/fonts'
import { type MarkedInput, drawMarked } from '../../core/pdf/marked'
import { type PlacedMark, fits } from '../../core/pdf/marks'
import { seal } from '../../core/pdf/seal'

/** What is done with our own papers, off the event loop. Each takes and returns plain data. */
const fonts = fontSet((file) => readFileSync(join(import.meta.dirname, 'fonts', file)))

export interface RenderTask {
  document: PaperDocument
  figures: PaperFigures | null
  at: string
  author: string
}
export interface Rendered {
  pdf: Uint8Array
  fields: PlacedField[]
  pages: number
  overflows: { key: string; label: string }[]
}

export async function render({ document, figures, at, author }: RenderTask): Promise<Rendered> {
  const laid = layoutDocument(expandTables(document, figures), fonts)
  const pdf = await drawPdf(laid, fonts, { at: new Date(at), author, parties: document.parties.map((p) => p.key) })
  return { pdf, fields: laid.fields, pages: laid.pages.length, overflows: laid.overflows }
}

export interface SealTask {
  sent: Uint8Array
  marks: PlacedMark[]
  record: PaperDocument
  title: string
  language: string
  author: string
  at: string
  reason: string
  key: SigningKey
}

export async function sealPaper({ sent, marks, record, key, at, ...rest }: SealTask): Promise<Uint8Array> {
  return seal(
    { sent: new Uint8Array(sent), marks, record: layoutDocument(record, fonts), at: new Date(at), ...rest },
    fonts,
    key,
  )
}

export async function makeKey({ name, at }: { name: string; at: string }): Promise<SigningKey> {
  return makeSigningKey(name, new Date(at), 10, crypto.getRandomValues(new Uint8Array(8)))
}

export interface MarkedTask extends Omit<MarkedInput, 'at'> {
  at: string
  pages: number
}
/** Somebody else's PDF with what the sender put on it and the boxes of the others. */
export async function renderMarked({ at, pages, ...input }: MarkedTask): Promise<Rendered> {
  const pdf = await drawMarked({ ...input, base: new Uint8Array(input.base), at: new Date(at) }, fonts)
  const overflows = [
    ...input.words
      .filter((w) => !w.tick && !fits(w.text, w, fonts))
      .map((w) => ({ key: `words-${w.page}`, label: w.text.slice(0, 40) })),
    ...input.fields.filter((f) => f.field.preset && !fits(f.field.preset, f, fonts)).map(({ field }) => field),
  ].map(({ key, label }) => ({ key, label }))
  return { pdf, fields: [...input.fields], pages, overflows }
}

/** A merged document as DOCX. */
export const docx = ({ document }: { document: PaperDocument }): Promise<Uint8Array> => toDocx(document)
