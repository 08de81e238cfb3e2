import { PDFArray, PDFDict, PDFDocument, PDFName, PDFNumber, ParseSpeeds } from '@cantoo/pdf-lib'
import type { Place } from '../marking/model'
import { type PlacedField, PARTY_INK, STRUCK } from '../layout/types'
import { collect, createPdf, type Pdf, setFont } from './draw'
import type { FontSet } from './fonts'
import { drawMark } from './marks'
import { enclose, layOver, shownAs } from './overlay'

/** The sender's words at a place, as they print. */
export interface PrintedWords extends Place {
  text: string
  face: 'serif' | 'sans'
  size?: number
  tick?: boolean
}

interface PrintedStrike extends Place {
  instead: string
  /** What is written small beside it: who, when, why. */
  note: string
}

export interface MarkedInput {
  base: Uint8Array
  fields: readonly PlacedField[]
  words: readonly PrintedWords[]
  strikes: readonly PrintedStrike[]
  parties: readonly string[]
  title: string
  language: string
  author: string
  at: Date
}

/** Draws what the sender put on the pages, and faint boxes where others fill, over the pages of somebody else's PDF. */
export async function drawMarked(input: MarkedInput, fonts: FontSet): Promise<Uint8Array> {
  const document = await PDFDocument.load(input.base, {
    updateMetadata: false,
    parseSpeed: ParseSpeeds.Fastest,
    throwOnInvalidObject: false,
  })
  const pages = document.getPages()
  takeWidgets(document, [...input.fields, ...input.words])
  const touched = [...new Set([...input.fields, ...input.words, ...input.strikes].map((m) => m.page))]
    .filter((n) => pages[n - 1])
    .sort((a, b) => a - b)
  const drawn = createPdf(input.title, input.language, input.at, input.author, { tagged: false })
  const bytes = collect(drawn)
  for (const n of touched) {
    const { w, h } = shownAs(pages[n - 1]!)
    drawn.addPage({ size: [w, h], margin: 0 })
    for (const s of input.strikes) if (s.page === n) drawStrike(drawn, fonts, s)
    for (const t of input.words) if (t.page === n) drawWords(drawn, fonts, t)
    for (const f of input.fields) if (f.page === n) drawBox(drawn, fonts, f, input.parties)
  }
  drawn.end()
  const overlay = touched.length
    ? await PDFDocument.load(await bytes, { updateMetadata: false, parseSpeed: ParseSpeeds.Fastest })
    : null
  if (overlay) {
    const sheets = await document.embedPdf(
      overlay,
      touched.map((_, i) => i),
    )
    for (const sheet of sheets) await sheet.embed()
    touched.forEach((n, i) => {
      enclose(pages[n - 1]!)
      layOver(pages[n - 1]!, sheets[i]!)
    })
  }
  document.setTitle(input.title, { showInWindowTitleBar: true })
  document.setLanguage(input.language)
  document.setModificationDate(input.at)
  return document.save({ useObjectStreams: false, updateFieldAppearances: false, addDefaultPage: false })
}

const overlapping = (a: Place, b: Place): boolean =>
  a.page === b.page &&
  Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x) > 1 &&
  Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y) > 1

/** The file's own form: fields that became marks are taken out, the others stay to be seen as they are, and none can be filled. */
function takeWidgets(document: PDFDocument, marks: readonly Place[]): void {
  const pages = document.getPages()
  pages.forEach((page, i) => {
    const notes = page.node.lookup(PDFName.of('Annots'))
    if (!(notes instanceof PDFArray)) return
    const shown = shownAs(page)
    for (let k = notes.size() - 1; k >= 0; k -= 1) {
      const note = notes.lookup(k)
      if (!(note instanceof PDFDict) || note.lookup(PDFName.of('Subtype')) !== PDFName.of('Widget')) continue
      const rect = note.lookup(PDFName.of('Rect'))
      const at = rect instanceof PDFArray ? onPage(rect, i + 1, shown) : null
      if (at && marks.some((m) => overlapping(m, at))) notes.remove(k)
      else note.set(PDFName.of('F'), PDFNumber.of(4))
    }
  })
  // Without a form dictionary what is left of the widgets is only drawn.
  document.catalog.delete(PDFName.of('AcroForm'))
}

function onPage(rect: PDFArray, page: number, s: ReturnType<typeof shownAs>): Place {
  const [x1, y1, x2, y2] = [0, 1, 2, 3].map((i) => {
    const n = rect.lookup(i)
    return n instanceof PDFNumber ? n.asNumber() : 0
  }) as [number, number, number, number]
  const point = (x: number, y: number): [number, number] => {
    const [u, v] = [(x - s.box.x) * s.unit, (y - s.box.y) * s.unit]
    const [bw, bh] = [s.box.w * s.unit, s.box.h * s.unit]
    switch (s.turn) {
      case 90:
        return [v, u]
      case 180:
        return [bw - u, v]
      case 270:
        return [bh - v, bw - u]
      default:
        return [u, bh - v]
    }
  }
  const [a, b] = [point(x1, y1), point(x2, y2)]
  return { page, x: Math.min(a[0], b[0]), y: Math.min(a[1], b[1]), w: Math.abs(a[0] - b[0]), h: Math.abs(a[1] - b[1]) }
}

/** A box to be filled, told apart by its party's ink and a hairline round it; what is printed beneath stays to be read. */
function drawBox(doc: Pdf, fonts: FontSet, f: PlacedField, parties: readonly string[]): void {
  const number = Math.max(parties.indexOf(f.field.party), 0)
  const ink = PARTY_INK[number % PARTY_INK.length]!
  doc.lineWidth(0.4).rect(f.x, f.y, f.w, f.h).strokeColor(ink, 0.5).stroke().strokeOpacity(1)
  if (f.field.preset) {
    drawWords(doc, fonts, { ...f, text: f.field.preset, face: 'sans' })
    return
  }
  if (f.w < 40 || f.h < 15) return
  setFont(doc, fonts, 'sans', 4.6)
  const label = `${number + 1}  ${f.field.label}`
  if (fonts.width('sans', label) * 4.6 < f.w - 4)
    doc.fillColor(ink).text(label, f.x + 2, f.y + 5, { lineBreak: false, baseline: 'alphabetic' })
}

function drawWords(doc: Pdf, fonts: FontSet, w: PrintedWords): void {
  const at: PlacedField = { ...w, field: { key: '', type: 'text', party: '', label: '', required: false } }
  drawMark(
    doc,
    fonts,
    w.tick
      ? { at, mark: { kind: 'tick' } }
      : { at, mark: { kind: 'text', text: w.text, ...(w.size ? { size: w.size } : {}), face: w.face } },
  )
}

function drawStrike(doc: Pdf, fonts: FontSet, s: PrintedStrike): void {
  const y = s.y + s.h * 0.55
  doc
    .lineWidth(1.1)
    .moveTo(s.x, y)
    .lineTo(s.x + s.w, y)
    .stroke(STRUCK)
  const line = (text: string, top: number, size: number, color: string) => {
    setFont(doc, fonts, 'sans', size)
    doc.fillColor(color).text(text, s.x, top, { lineBreak: false, baseline: 'alphabetic' })
  }
  if (s.instead) line(s.instead, s.y - 1.5, Math.min(8, s.h * 0.8), STRUCK)
  if (s.note) line(s.note, s.y + s.h + 4.5, 4.5, STRUCK)
}
