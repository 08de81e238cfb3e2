import {
  PDFArray,
  PDFDict,
  PDFDocument,
  ParseSpeeds,
  PDFHexString,
  PDFInvalidObject,
  PDFName,
  PDFNumber,
  PDFString,
} from '@cantoo/pdf-lib'
import type { SigningKey } from '../evidence/certificate'
import { signDetached } from '../evidence/cms'
import { lastSeal } from '../evidence/contents'
import { type Stamp, toStamp, withStamp } from '../evidence/stamp'
import { INK, type Laid } from '../layout/types'
import { type Pdf, collect, createPdf, drawPages, setFont } from './draw'
import type { FontSet } from './fonts'
import { type PlacedMark, drawMark } from './marks'
import { empty, enclose, layOver, shownAs } from './overlay'

/** The scan of a paper signed by hand, a picture a page, and what stands above it. */
export interface ScanPage {
  picture: Uint8Array
  caption: string
}
export interface SealInput {
  /** The exact bytes that were sent; they stay in front, unchanged. */
  sent: Uint8Array
  /** Somebody else's PDF: whatever its pages leave open is kept from what is drawn on them. */
  foreign?: boolean
  marks: readonly PlacedMark[]
  /** The paper as it reads with what was chosen, where its figures are others than were sent. */
  restated?: { laid: Laid; parties: readonly string[] }
  scans?: readonly ScanPage[]
  record: Laid
  /** What stands in the record itself: marks that have no place on the paper, by their page of the record. */
  recordMarks?: readonly PlacedMark[]
  title: string
  language: string
  author: string
  at: Date
  reason: string
}

/** Room for the CMS in bytes: a signature with its certificate takes about 2,200, a time stamp with those of its authority up to 9,000. */
const CONTENTS = 16_384
const RANGE_WIDTH = 10

/**
 * The sealed copy: the paper as sent, and behind it one appended revision (ISO 32000-1, 7.5.6) with everybody's marks,
 * the signing record as last pages, and a PAdES baseline signature over the whole. `prove` looks at the revision before it
 * is signed, and throws where it doesn't show what it has to.
 */
export async function seal(
  input: SealInput,
  fonts: FontSet,
  key: SigningKey,
  prove: (revised: Uint8Array) => Promise<void> = async () => {},
): Promise<Uint8Array> {
  const revised = await revise(input, fonts)
  await prove(revised)
  return sign(revised, input.sent.length, key)
}

async function revise(input: SealInput, fonts: FontSet): Promise<Uint8Array> {
  const document = await PDFDocument.load(input.sent, {
    forIncrementalUpdate: true,
    updateMetadata: false,
    parseSpeed: ParseSpeeds.Fastest,
  })
  const { restated } = input
  const marksOn = (page: number, marks: readonly PlacedMark[] = []) => marks.filter((m) => m.at.page === page)
  const sent = document.getPages()
  const drawnOn = restated
    ? restated.laid.pages.map((_, i) => i + 1)
    : [...new Set(input.marks.map((m) => m.at.page))].sort((a, b) => a - b)

  const addendum = createPdf(input.title, input.language, input.at, input.author, { tagged: false })
  const bytes = collect(addendum)
  const options = { at: input.at, author: input.author, parties: [], untagged: true }
  const put = (marks: readonly PlacedMark[]) => marks.forEach((mark) => drawMark(addendum, fonts, mark))
  if (restated)
    drawPages(addendum, restated.laid, fonts, { ...options, parties: restated.parties }, (n) =>
      put(marksOn(n, input.marks)),
    )
  else
    for (const page of drawnOn) {
      const { w, h } = shownAs(sent[page - 1]!)
      addendum.addPage({ size: [w, h], margin: 0 })
      put(marksOn(page, input.marks))
    }
  for (const scan of input.scans ?? []) drawScan(addendum, fonts, scan)
  drawPages(addendum, input.record, fonts, options, (n) => put(marksOn(n, input.recordMarks)))
  addendum.end()

  const drawn = await PDFDocument.load(await bytes, { updateMetadata: false, parseSpeed: ParseSpeeds.Fastest })
  const behind = (input.scans?.length ?? 0) + input.record.pages.length
  // A page that is redrawn where none was sent comes as a whole, the others as what is laid over.
  const extra = drawnOn.filter((n) => n > sent.length)
  const { overlays, added } = await untracked(document, async () => {
    const overlays = await document.embedPdf(
      drawn,
      drawnOn.flatMap((n, i) => (n <= sent.length ? [i] : [])),
    )
    for (const overlay of overlays) await overlay.embed()
    const added = await document.copyPages(drawn, [
      ...drawnOn.flatMap((n, i) => (n > sent.length ? [i] : [])),
      ...Array.from({ length: behind }, (_, i) => drawnOn.length + i),
    ])
    return { overlays, added }
  })
  overlays.forEach((overlay, i) => {
    const page = sent[drawnOn[i]! - 1]!
    if (restated) empty(page)
    else if (input.foreign) enclose(page)
    layOver(page, overlay)
  })
  if (restated) for (let n = sent.length; n > restated.laid.pages.length; n -= 1) document.removePage(n - 1)
  added.forEach((page, i) => (i < extra.length ? document.insertPage(extra[i]! - 1, page) : document.addPage(page)))
  addSignatureField(document, input)
  return document.save({ useObjectStreams: false, updateFieldAppearances: false, addDefaultPage: false })
}

/** A scan on a page of its own, as large as fits under its caption. */
function drawScan(doc: Pdf, fonts: FontSet, { picture, caption }: ScanPage): void {
  const [width, height, edge] = [595.28, 841.89, 42]
  doc.addPage({ size: [width, height], margin: 0 })
  setFont(doc, fonts, 'sans', 9)
  doc.fillColor(INK).text(caption, edge, edge, { lineBreak: false, baseline: 'alphabetic' })
  const fit: [number, number] = [width - 2 * edge, height - 2 * edge - 16]
  doc.image(picture.slice().buffer as ArrayBuffer, edge, edge + 10, { fit, align: 'center' })
}

/**
 * Runs work that only adds objects without looking, at each of their entries, for the older object it might be part
 * of: new objects are saved anyhow, and the search takes half the time of sealing.
 */
async function untracked<T>(document: PDFDocument, work: () => Promise<T>): Promise<T> {
  const { snapshot } = document.context
  document.context.snapshot = undefined
  try {
    return await work()
  } finally {
    document.context.snapshot = snapshot
  }
}

function pdfDate(at: Date): string {
  return `D:${at.toISOString().replace(/[-:T]/g, '').slice(0, 14)}Z`
}

/** The signature dictionary (12.8.1), raw, so that its byte range and contents have a fixed width. */
function addSignatureField(document: PDFDocument, input: SealInput): void {
  const { context } = document
  const star = '*'.repeat(RANGE_WIDTH)
  const text = (s: string) => PDFHexString.fromText(s).toString()
  const raw = `<< /Type /Sig /Filter /Adobe.PPKLite /SubFilter /ETSI.CAdES.detached /ByteRange [0 /${star} /${star} /${star}] /Contents <${'0'.repeat(CONTENTS * 2)}> /M (${pdfDate(input.at)}) /Name ${text(input.author)} /Reason ${text(input.reason)} >>`
  const signature = context.register(PDFInvalidObject.of(new TextEncoder().encode(raw)))
  const page = document.getPages().at(-1)!
  const widget = context.register(
    context.obj({
      Type: 'Annot',
      Subtype: 'Widget',
      FT: 'Sig',
      Rect: [0, 0, 0, 0],
      F: 132,
      T: PDFString.of('Seal'),
      V: signature,
      P: page.ref,
    }),
  )
  page.node.set(PDFName.of('Annots'), context.obj([widget]))
  const form = document.catalog.lookupMaybe(PDFName.of('AcroForm'), PDFDict) ?? context.obj({})
  const fields = form.lookupMaybe(PDFName.of('Fields'), PDFArray) ?? context.obj([])
  fields.push(widget)
  form.set(PDFName.of('Fields'), fields)
  form.set(PDFName.of('SigFlags'), PDFNumber.of(3))
  document.catalog.set(PDFName.of('AcroForm'), form)
}

const ascii = (text: string) => new TextEncoder().encode(text)

function find(bytes: Uint8Array, needle: Uint8Array, from: number): number {
  outer: for (let i = from; i <= bytes.length - needle.length; i += 1) {
    for (let k = 0; k < needle.length; k += 1) if (bytes[i + k] !== needle[k]) continue outer
    return i
  }
  throw new Error('The signature placeholder is missing from the revision.')
}

/** Fills byte range and contents of the placeholder in the part appended behind `from`. */
async function sign(pdf: Uint8Array, from: number, key: SigningKey): Promise<Uint8Array> {
  const star = `/${'*'.repeat(RANGE_WIDTH)}`
  const range = find(pdf, ascii(`/ByteRange [0 ${star}`), from)
  const open = find(pdf, ascii('/Contents <0000'), range) + '/Contents '.length
  const close = open + CONTENTS * 2 + 2
  const numbers = [open, close, pdf.length - close].map((n) => String(n).padEnd(RANGE_WIDTH + 1))
  const out = pdf.slice()
  out.set(ascii(`/ByteRange [0 ${numbers.join(' ')}]`), range)
  const covered = new Uint8Array(pdf.length - (close - open))
  covered.set(out.subarray(0, open))
  covered.set(out.subarray(close), open)
  const cms = await signDetached(covered, key)
  if (cms.length > CONTENTS) throw new Error(`The signature needs ${cms.length} bytes; there is room for ${CONTENTS}.`)
  out.set(hex(cms), open + 1)
  return out
}

const hex = (bytes: Uint8Array) => ascii([...bytes].map((b) => b.toString(16).padStart(2, '0')).join(''))

/** What of a sealed copy a time stamp covers. */
export function signatureIn(sealed: Uint8Array): Uint8Array {
  const seal = lastSeal(sealed)
  if (typeof seal === 'string') throw new Error(`The sealed copy ${seal}.`)
  return toStamp(seal.cms)
}

/** A sealed copy with a time stamp on its signature (PAdES baseline T, ETSI EN 319 142-1, 6.3): nothing that is signed changes. */
export function stampSeal(sealed: Uint8Array, stamp: Stamp): Uint8Array {
  const seal = lastSeal(sealed)
  if (typeof seal === 'string') throw new Error(`The sealed copy ${seal}.`)
  const digits = hex(withStamp(seal.cms, stamp))
  const { from, to } = seal.room
  if (digits.length > to - from) throw new Error(`The time stamp needs ${digits.length / 2} bytes with its seal.`)
  const out = sealed.slice()
  out.fill(0x30, from, to)
  out.set(digits, from)
  return out
}
