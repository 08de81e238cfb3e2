import {
  type PDFEmbeddedPage,
  PDFName,
  PDFNumber,
  type PDFPage,
  concatTransformationMatrix,
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
 * Lays a drawn page over another, the size it is shown at. The page's own content is enclosed in a saved graphics state
 * and otherwise stays byte for byte.
 */
export function layOver(page: PDFPage, overlay: PDFEmbeddedPage): void {
  const name = page.node.newXObject('Upwold', overlay.ref)
  page.pushOperators(
    pushGraphicsState(),
    concatTransformationMatrix(...toUserSpace(shownAs(page))),
    drawObject(name),
    popGraphicsState(),
  )
}
