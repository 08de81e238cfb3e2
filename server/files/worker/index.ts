import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expandTables } from '../../../core/layout/expand'
import type { PaperFigures } from '../../../core/layout/figures'
import { layoutDocument } from '../../../core/layout/layout'
import { A6, type PlacedField } from '../../../core/layout/types'
import { toDocx } from '../../../core/document/docx'
import type { PaperDocument } from '../../../core/document/model'
import { type SigningKey, makeSigningKey } from '../../../core/evidence/certificate'
import { type Stamp, NoStamp, readAnswer } from '../../../core/evidence/stamp'
import type { Carried } from '../../../core/pdf/carried'
import { drawPdf } from '../../../core/pdf/draw'
import { fontSet } from '../../../core/pdf/fonts'
import { type MarkedInput, drawMarked } from '../../../core/pdf/marked'
import { moveMarks } from '../../../core/layout/restate'
import { type Mark, type PlacedMark, fits } from '../../../core/pdf/marks'
import { pageSizes } from '../../../core/pdf/overlay'
import { Unproved, compareDrawn, insistOnInk } from '../../../core/pdf/proof'
import { type ScanPage, seal, signatureIn, stampSeal } from '../../../core/pdf/seal'
import { drawnPages } from './pixels'

/** What is done with our own papers, off the event loop. Each takes and returns plain data. */
const fonts = fontSet((file) => readFileSync(join(import.meta.dirname, '../../public/fonts', file)))

export interface RenderTask {
  document: PaperDocument
  figures: PaperFigures | null
  at: string
  author: string
  /** An e-invoice the file carries. */
  carried?: Carried
}
export interface Rendered {
  pdf: Uint8Array
  fields: PlacedField[]
  pages: number
  overflows: { key: string; label: string }[]
  /** What can't be seen where it was put, where that was looked at. */
  unseen?: { page: number; label: string }[]
}

export async function render({ document, figures, at, author, carried }: RenderTask): Promise<Rendered> {
  const laid = layoutDocument(expandTables(document, figures), fonts)
  const parties = document.parties.map((p) => p.key)
  const pdf = await drawPdf(laid, fonts, { at: new Date(at), author, parties }, carried)
  return { pdf, fields: laid.fields, pages: laid.pages.length, overflows: laid.overflows }
}

export const POSTERS = { a4: 2, a5: Math.SQRT2, card: 1 } as const
export type PosterSize = keyof typeof POSTERS
/** A sheet to hang up or hand out: laid out once on A6, and drawn as large as it is wanted. */
export async function poster({
  document,
  at,
  author,
  size,
}: Omit<RenderTask, 'figures' | 'carried'> & { size: PosterSize }): Promise<Uint8Array> {
  const laid = layoutDocument(document, fonts, A6)
  return drawPdf(laid, fonts, { at: new Date(at), author, parties: [], scale: POSTERS[size] })
}

export interface SealTask {
  sent: Uint8Array
  foreign: boolean
  marks: PlacedMark[]
  /** The paper with what was chosen, where that changed its figures. */
  restated?: { document: PaperDocument; figures: PaperFigures }
  scans: ScanPage[]
  record: PaperDocument
  /** Marks of the record itself, by the field they stand in. */
  recordMarks: Record<string, Mark>
  title: string
  language: string
  author: string
  at: string
  reason: string
  key: SigningKey
}
/** A sealed copy and what a time stamp on it covers, or why it would not show what was signed. */
export type SealAnswer = { sealed: Uint8Array; signature: Uint8Array } | { unproved: string }

/** Pixels a point that a proof is drawn at: a comma has some. */
const PROOF_SCALE = 1.5

export async function sealPaper({
  sent: bytes,
  marks: given,
  restated,
  record,
  recordMarks,
  key,
  at,
  scans,
  ...rest
}: SealTask): Promise<SealAnswer> {
  const sent = new Uint8Array(bytes)
  const laid = layoutDocument(record, fonts)
  const now = restated && {
    laid: layoutDocument(expandTables(restated.document, restated.figures), fonts),
    parties: restated.document.parties.map((p) => p.key),
  }
  const marks = now ? moveMarks(given, now.laid.fields) : given
  const options = { at: new Date(at), author: rest.author, parties: now?.parties ?? [] }
  const prove = async (revised: Uint8Array) => {
    const pages = [...new Set(marks.map((m) => m.at.page))]
    if (pages.length === 0) return
    const before = await drawnPages(now ? await drawPdf(now.laid, fonts, options) : sent, pages, PROOF_SCALE)
    const after = await drawnPages(revised, pages, PROOF_SCALE)
    for (const n of pages) {
      const on = marks.filter((m) => m.at.page === n)
      const { w, h } = sizes.get(n)!
      insistOnInk(n, before.get(n)!, after.get(n)!, { w, h }, on)
    }
  }
  const sizes = now
    ? new Map(now.laid.pages.map((_, i) => [i + 1, { w: now.laid.width, h: now.laid.height }]))
    : await pageSizes(sent)
  try {
    const sealed = await seal(
      {
        ...rest,
        sent,
        marks,
        ...(now ? { restated: now } : {}),
        scans: scans.map((s) => ({ ...s, picture: new Uint8Array(s.picture) })),
        record: laid,
        recordMarks: laid.fields.flatMap((f) => {
          const mark = recordMarks[f.field.key]
          return mark ? [{ at: f, mark }] : []
        }),
        at: new Date(at),
      },
      fonts,
      key,
      prove,
    )
    return { sealed, signature: signatureIn(sealed) }
  } catch (error) {
    if (error instanceof Unproved) return { unproved: error.message }
    throw error
  }
}

export async function makeKey(task: { name: string; at: string; use?: 'time stamps' }): Promise<SigningKey> {
  return makeSigningKey(task.name, new Date(task.at), 10, crypto.getRandomValues(new Uint8Array(8)), task.use)
}

/** Reads what an authority answered; why it is no time stamp, where it is none. */
export async function readStamp(task: Record<'answer' | 'data' | 'nonce', Uint8Array>) {
  try {
    return { stamp: await readAnswer(task.answer, task.data, task.nonce) }
  } catch (error) {
    if (error instanceof NoStamp) return { refused: error.message }
    throw error
  }
}

/** Puts a time stamp on a sealed copy. */
export const stampSealed = ({ sealed, stamp }: { sealed: Uint8Array; stamp: Stamp }): Uint8Array =>
  stampSeal(new Uint8Array(sealed), stamp)

export interface MarkedTask extends Omit<MarkedInput, 'at'> {
  at: string
  pages: number
  /** Look at the pages, whether everything put on them can be seen. */
  prove: boolean
}
/** Somebody else's PDF with what the sender put on it and the boxes of the others. */
export async function renderMarked({ at, pages, prove, ...input }: MarkedTask): Promise<Rendered> {
  const pdf = await drawMarked({ ...input, base: new Uint8Array(input.base), at: new Date(at) }, fonts)
  const overflows = [
    ...input.words
      .filter((w) => !w.tick && !fits(w.text, w, fonts))
      .map((w) => ({ key: `words-${w.page}`, label: w.text.slice(0, 40) })),
    ...input.fields.filter((f) => f.field.preset && !fits(f.field.preset, f, fonts)).map(({ field }) => field),
  ].map(({ key, label }) => ({ key, label }))
  const unseen = prove ? await unseenOn(new Uint8Array(input.base), pdf, input) : []
  return { pdf, fields: [...input.fields], pages, overflows, unseen }
}

/** What was put on somebody else's pages and can't be seen there: each place's label and page. */
async function unseenOn(base: Uint8Array, pdf: Uint8Array, input: Pick<MarkedTask, 'fields' | 'words' | 'strikes'>) {
  const places = [
    ...input.fields.map((f) => ({ at: f, label: f.field.label })),
    ...input.words.map((w) => ({ at: w, label: w.text.slice(0, 40) })),
    ...input.strikes.map((s) => ({ at: s, label: s.instead || s.note })),
  ]
  const pages = [...new Set(places.map((p) => p.at.page))]
  const sizes = await pageSizes(base)
  const before = await drawnPages(base, pages, PROOF_SCALE)
  const after = await drawnPages(pdf, pages, PROOF_SCALE)
  return pages.flatMap((n) => {
    const on = places.filter((p) => p.at.page === n)
    const { unseen } = compareDrawn(
      before.get(n)!,
      after.get(n)!,
      sizes.get(n)!,
      on.map((p) => p.at),
    )
    return unseen.map((i) => ({ page: n, label: on[i]!.label }))
  })
}

/** A merged document as DOCX. */
export const docx = ({ document }: { document: PaperDocument }): Promise<Uint8Array> => toDocx(document)

export { writeSheet } from './sheet'
