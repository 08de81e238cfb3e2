import {
  PDFArray,
  PDFContentStream,
  PDFDocument,
  type PDFEmbeddedPage,
  PDFName,
  PDFNumber,
  type PDFPage,
  PDFRawStream,
  ParseSpeeds,
  concatTransformationMatrix,
  decodePDFRawStream,
  drawObject,
  popGraphicsState,
  pushGraphicsState,
} from '@cantoo/pdf-lib'

/** How a page is shown: its size in points after cropping, turning and its user unit (ISO 32000-1, 7.7.3.3). */
export interface Shown {
  w: number
  h: number
  turn: 0 | 90 | 180 | 270
  unit: number
  box: { x: number; y: number; w: number; h: number }
}

/** Reads how a page is shown. The crop box counts as far as it lies within the media box. */
export function shownAs(page: PDFPage): Shown {
  const media = page.getMediaBox()
  const crop = page.getCropBox()
  const x = Math.max(media.x, crop.x)
  const y = Math.max(media.y, crop.y)
  let box = {
    x,
    y,
    w: Math.min(media.x + media.width, crop.x + crop.width) - x,
    h: Math.min(media.y + media.height, crop.y + crop.height) - y,
  }
  if (box.w <= 0 || box.h <= 0) box = { x: media.x, y: media.y, w: media.width, h: media.height }
  const given = page.node.lookup(PDFName.of('UserUnit'))
  const unit = given instanceof PDFNumber && given.asNumber() > 0 ? given.asNumber() : 1
  const turn = ((((Math.round(page.getRotation().angle / 90) * 90) % 360) + 360) % 360) as Shown['turn']
  const side = turn === 90 || turn === 270
  return { w: (side ? box.h : box.w) * unit, h: (side ? box.w : box.h) * unit, turn, unit, box }
}

/** The matrix that takes a point of the page as shown (from its bottom left, upwards) to the page's own space. */
export function toUserSpace({ turn, unit, box }: Shown): [number, number, number, number, number, number] {
  const s = 1 / unit
  switch (turn) {
    case 90:
      return [0, s, -s, 0, box.x + box.w, box.y]
    case 180:
      return [-s, 0, 0, -s, box.x + box.w, box.y + box.h]
    case 270:
      return [0, -s, s, 0, box.x, box.y + box.h]
    default:
      return [s, 0, 0, s, box.x, box.y]
  }
}

/**
 * Makes a form of a page's own content (ISO 32000-1, 8.10): a string, an array, a clip or a state it leaves open ends with
 * the form, and nothing drawn after it is touched by it. How the page looks stays the same.
 */
export function enclose(page: PDFPage): void {
  const { node, doc } = page
  const contents = node.Contents()
  if (!contents) return
  const streams = contents instanceof PDFArray ? contents.asArray().map((ref) => doc.context.lookup(ref)) : [contents]
  const parts: Uint8Array[] = []
  for (const stream of streams) {
    if (stream instanceof PDFRawStream) parts.push(decodePDFRawStream(stream).decode())
    else if (stream instanceof PDFContentStream) parts.push(stream.getUnencodedContents())
    parts.push(new Uint8Array([0x0a]))
  }
  const whole = new Uint8Array(parts.reduce((n, p) => n + p.length, 0))
  parts.reduce((at, p) => (whole.set(p, at), at + p.length), 0)
  const { x, y, width, height } = page.getMediaBox()
  const form = doc.context.flateStream(whole, {
    Type: 'XObject',
    Subtype: 'Form',
    BBox: [x, y, x + width, y + height],
    Resources: node.Resources() ?? {},
  })
  const name = node.newXObject('Paper', doc.context.register(form))
  const draw = doc.context.flateStream(`q /${name.decodeText()} Do Q`)
  node.set(PDFName.of('Contents'), doc.context.obj([doc.context.register(draw)]))
  // The content now stands in another stream: a structure tree that points into this one would point at nothing.
  node.delete(PDFName.of('StructParents'))
}

/** Takes everything a page draws away, so that something else is drawn in its place. */
export function empty(page: PDFPage): void {
  page.node.set(PDFName.of('Contents'), page.doc.context.obj([]))
  page.node.delete(PDFName.of('StructParents'))
}

/** Lays a drawn page over another, the size it is shown at; what was there is enclosed in a saved graphics state. */
export function layOver(page: PDFPage, overlay: PDFEmbeddedPage): void {
  const name = page.node.newXObject('Upwold', overlay.ref)
  page.pushOperators(
    pushGraphicsState(),
    concatTransformationMatrix(...toUserSpace(shownAs(page))),
    drawObject(name),
    popGraphicsState(),
  )
}

/** The sizes of a file's pages as they are shown, by number from 1. */
export async function pageSizes(pdf: Uint8Array): Promise<Map<number, { w: number; h: number }>> {
  const document = await PDFDocument.load(pdf, { updateMetadata: false, parseSpeed: ParseSpeeds.Fastest })
  return new Map(document.getPages().map((p, i) => [i + 1, shownAs(p)]))
}
