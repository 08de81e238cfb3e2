import PDFDocument from 'pdfkit'
import { INK, type Item, type Laid, PARTY_INK, type PlacedField, type StructNode } from '../layout/types'
import { type Carried, carry } from './carried'
import type { FaceFile, FontSet } from './fonts'

export type Pdf = PDFKit.PDFDocument
export interface DrawOptions {
  /** Written as the file's date and, with the content, its identity: the same input gives the same bytes. */
  at: Date
  author: string
  /** Party keys in order: a field's box is drawn in its party's ink. */
  parties: readonly string[]
  /** Without a structure tree: for pages that are copied into another file. */
  untagged?: boolean
  /** How many times as large as they were laid out the pages are drawn. */
  scale?: number
}

/**
 * An empty PDF 1.7 document, tagged, with language and title (ISO 32000-1, 14.8 and 14.9); `archived` makes it one to be kept
 * for good that may carry files (PDF/A-3b, ISO 19005-3).
 */
export function createPdf(
  title: string,
  language: string,
  at: Date,
  author: string,
  { tagged = true, archived = false }: { tagged?: boolean; archived?: boolean } = {},
): Pdf {
  return new PDFDocument({
    autoFirstPage: false,
    pdfVersion: '1.7',
    ...(archived ? { subset: 'PDF/A-3b' as 'PDF/A-3' } : {}),
    tagged,
    lang: language,
    displayTitle: true,
    font: null as unknown as string,
    info: { Title: title, Author: author, Creator: 'Upwold', Producer: 'Upwold', CreationDate: at, ModDate: at },
  })
}

/** Waits for the document's bytes; call after `end()`. */
export function collect(doc: Pdf): Promise<Uint8Array> {
  return new Promise((resolve, reject) => {
    const chunks: Uint8Array[] = []
    doc.on('data', (c: Uint8Array) => chunks.push(c))
    doc.on('end', () => {
      const out = new Uint8Array(chunks.reduce((n, c) => n + c.length, 0))
      chunks.reduce((at, c) => {
        out.set(c, at)
        return at + c.length
      }, 0)
      resolve(out)
    })
    doc.on('error', reject)
  })
}

/** Sets the current font from the set without parsing it again. */
export function setFont(doc: Pdf, fonts: FontSet, face: FaceFile, size: number): void {
  const registered = doc as unknown as { _registeredFonts: Record<string, unknown> }
  if (!Object.hasOwn(registered._registeredFonts, face))
    doc.registerFont(face, fonts.font(face) as unknown as PDFKit.Mixins.PDFFontSource)
  doc.font(face).fontSize(size)
  const { _font } = doc as unknown as { _font: Embedded }
  if (!faithful.has(_font)) tellApart(_font)
}

/** What the PDF writer keeps of a font in one document. */
interface Embedded {
  layout(text: string, features?: unknown): { glyphs: Glyph[]; positions: unknown[] }
  encode(text: string, features?: unknown): [string[], unknown[]]
  subset: { includeGlyph(id: number): number; glyphs: number[] }
  widths: number[]
  unicode: number[][]
  scale: number
}
type Glyph = { id: number; advanceWidth: number; codePoints: number[] }
const faithful = new WeakSet<Embedded>()

/**
 * Has each character keep its own code in the file, also where two are drawn by one glyph (an apostrophe and a closing quote, a
 * hyphen and a minus): the glyph then stands in the subset once for each.
 */
function tellApart(font: Embedded): void {
  faithful.add(font)
  const codes = new Map<string, number>()
  font.encode = (text, features) => {
    const { glyphs, positions } = font.layout(text, features)
    const encoded = glyphs.map((glyph) => {
      const key = `${glyph.id} ${glyph.codePoints.join(' ')}`
      let code = codes.get(key)
      if (code === undefined) {
        code = font.subset.includeGlyph(glyph.id)
        if (font.unicode[code] !== undefined) code = font.subset.glyphs.push(glyph.id) - 1
        codes.set(key, code)
        font.widths[code] = glyph.advanceWidth * font.scale
        font.unicode[code] = glyph.codePoints
      }
      return code.toString(16).padStart(4, '0')
    })
    return [encoded, positions]
  }
}

function drawItem(doc: Pdf, fonts: FontSet, item: Item): void {
  switch (item.k) {
    case 'text':
      setFont(doc, fonts, item.face, item.size)
      doc.fillColor(item.color).text(item.text, item.x, item.y, { lineBreak: false, baseline: 'alphabetic' })
      break
    case 'line':
      doc.lineWidth(item.weight).strokeColor(item.color).moveTo(item.x1, item.y1).lineTo(item.x2, item.y2).stroke()
      break
    case 'rect':
      if (item.fill) doc.rect(item.x, item.y, item.w, item.h).fill(item.fill)
      if (item.stroke)
        doc
          .lineWidth(item.weight ?? 0.6)
          .rect(item.x, item.y, item.w, item.h)
          .stroke(item.stroke)
      break
    case 'image':
      doc.image(item.src, item.x, item.y, { width: item.w, height: item.h })
      break
  }
}

/** A box to be filled: a thin rule under it, its party's number, a faint outline. */
function drawField(doc: Pdf, fonts: FontSet, f: PlacedField, parties: readonly string[]): void {
  const number = Math.max(parties.indexOf(f.field.party), 0)
  const ink = PARTY_INK[number % PARTY_INK.length]!
  const small = f.field.type === 'tick' || f.field.type === 'take'
  doc
    .lineWidth(small ? 0.9 : 0.5)
    .rect(f.x, f.y, f.w, f.h)
    .strokeColor(ink, small ? 1 : 0.45)
    .stroke()
    .strokeOpacity(1)
  if (small) return
  doc
    .lineWidth(0.9)
    .moveTo(f.x, f.y + f.h)
    .lineTo(f.x + f.w, f.y + f.h)
    .stroke(ink)
  if (f.field.preset) {
    const size = Math.min(10, ((f.w - 6) / Math.max(fonts.width('serif', f.field.preset), 0.01)) * 0.98)
    setFont(doc, fonts, 'serif', size)
    doc.fillColor(INK).text(f.field.preset, f.x + 3, f.y + f.h - 5, { lineBreak: false, baseline: 'alphabetic' })
    return
  }
  if (f.h < 22) return
  setFont(doc, fonts, 'sans', 5.5)
  const label = `${number + 1}  ${f.field.label}`
  if (fonts.width('sans', label) * 5.5 < f.w - 6)
    doc.fillColor(ink).text(label, f.x + 3, f.y + 6.5, { lineBreak: false, baseline: 'alphabetic' })
}

/** Draws laid-out pages as a tagged PDF with subset fonts; with an e-invoice in it, where it carries one. */
export async function drawPdf(
  laid: Laid,
  fonts: FontSet,
  options: DrawOptions,
  carried?: Carried,
): Promise<Uint8Array> {
  const doc = createPdf(laid.title, laid.language, options.at, options.author, { archived: !!carried })
  const bytes = collect(doc)
  drawPages(doc, laid, fonts, options)
  if (carried) carry(doc, carried, options.at)
  doc.end()
  return bytes
}

/** Adds the pages to a document that is being written. */
export function drawPages(
  doc: Pdf,
  laid: Laid,
  fonts: FontSet,
  options: DrawOptions,
  /** Draws more on a page, by its number from 1, while it is the current one. */
  more: (page: number) => void = () => {},
): void {
  const tree = options.untagged ? null : structure(doc, laid.nodes)
  laid.pages.forEach((page, p) => {
    const { scale = 1 } = options
    doc.addPage({ size: [laid.width * scale, laid.height * scale], margin: 0 })
    if (scale !== 1) doc.scale(scale)
    for (let i = 0; i < page.items.length;) {
      const item = page.items[i]!
      const node = 'node' in item ? item.node : null
      let end = i + 1
      while (end < page.items.length && nodeOf(page.items[end]!) === node) end += 1
      const run = page.items.slice(i, end)
      if (!tree) doc.markContent('Span')
      else if (node === null) doc.markContent('Artifact')
      else tree.elements[node]!.add(doc.markStructureContent(laid.nodes[node]!.role))
      for (const one of run) drawItem(doc, fonts, one)
      doc.endMarkedContent()
      i = end
    }
    doc.markContent('Artifact')
    for (const f of laid.fields) if (f.page === p + 1) drawField(doc, fonts, f, options.parties)
    doc.endMarkedContent()
    more(p + 1)
  })
  tree?.end()
}

function nodeOf(item: Item): number | null {
  return 'node' in item ? item.node : null
}

type Element = PDFKit.PDFStructureElement
function structure(doc: Pdf, nodes: readonly StructNode[]): { elements: Element[]; end(): void } {
  const elements = nodes.map((n) => doc.struct(n.role, n.alt ? { alt: n.alt } : {}))
  nodes.forEach((n, i) => {
    if (n.parent === null) doc.addStructure(elements[i]!)
    else elements[n.parent]!.add(elements[i]!)
  })
  return {
    elements,
    end: () => {
      for (let i = elements.length - 1; i >= 0; i -= 1) elements[i]!.end()
    },
  }
}
