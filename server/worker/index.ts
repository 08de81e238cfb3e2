import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expandTables, type PaperFigures } from '../../core/layout/expand'
import { layoutDocument } from '../../core/layout/layout'
import type { PlacedField } from '../../core/layout/types'
import type { PaperDocument } from '../../core/document/model'
import { type SigningKey, makeSigningKey } from '../../core/evidence/certificate'
import { drawPdf } from '../../core/pdf/draw'
import { fontSet } from '../../core/pdf/fonts'
import type { PlacedMark } from '../../core/pdf/marks'
import { seal } from '../../core/pdf/seal'

/** What runs off the event loop. Each takes and returns plain data. */
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
