/** One page of a file to be put together: which file, which of its pages (from 1), and quarters it is turned by. */

import {
  PDFDocument,
  ParseSpeeds,
  pushGraphicsState,
  popGraphicsState,
  drawObject,
  concatTransformationMatrix,
} from '@cantoo/pdf-lib'

export interface PageOf {
  file: number
  page: number
  turn: 0 | 90 | 180 | 270
}

/** Puts pages of several files together to one, in this order. */
export async function assemble(files: readonly Uint8Array[], pages: readonly PageOf[]): Promise<Uint8Array> {
  const out = await PDFDocument.create({ updateMetadata: false })
  const open = await Promise.all(
    files.map((f) =>
      PDFDocument.load(f, {
        parseSpeed: ParseSpeeds.Fastest,
        updateMetadata: false,
        throwOnInvalidObject: false,
      }),
    ),
  )
  for (const { file, page, turn } of pages) {
    const from = open[file]!
    const [copy] = await out.copyPages(from, [page - 1])
    if (turn) copy!.setRotation({ ...copy!.getRotation(), angle: (copy!.getRotation().angle + turn) % 360 })
    out.addPage(copy)
  }
  return out.save({ useObjectStreams: false, updateFieldAppearances: false, addDefaultPage: false })
}

/** The matrix that puts a picture's unit square upright into a box, by how the camera was held (Exif 2.32, 4.6.4, tag 274). */
function seenUpright(orientation: number, x: number, y: number, w: number, h: number) {
  const put: Record<number, [number, number, number, number, number, number]> = {
    2: [-w, 0, 0, h, x + w, y],
    3: [-w, 0, 0, -h, x + w, y + h],
    4: [w, 0, 0, -h, x, y + h],
    5: [0, -h, -w, 0, x + w, y + h],
    6: [0, -h, w, 0, x, y + h],
    7: [0, h, w, 0, x, y],
    8: [0, h, -w, 0, x + w, y],
  }
  return put[orientation] ?? ([w, 0, 0, h, x, y] as const)
}

/** A picture as a page of its own: A4, or its own shape where that is far from it; JPEG and PNG are kept as they are. */
export async function pictureToPdf(bytes: Uint8Array, kind: 'png' | 'jpeg', orientation = 1): Promise<Uint8Array> {
  const out = await PDFDocument.create({ updateMetadata: false })
  const image = kind === 'png' ? await out.embedPng(bytes) : await out.embedJpg(bytes)
  const [width, height] = orientation > 4 ? [image.height, image.width] : [image.width, image.height]
  const tall = height >= width
  const [w, h] = tall ? [595.28, 841.89] : [841.89, 595.28]
  const fits = Math.min(w / width, h / height)
  const page = out.addPage([w, h])
  const iw = width * fits
  const ih = height * fits
  await image.embed()
  page.pushOperators(
    pushGraphicsState(),
    concatTransformationMatrix(...seenUpright(orientation, (w - iw) / 2, (h - ih) / 2, iw, ih)),
    drawObject(page.node.newXObject('Picture', image.ref)),
    popGraphicsState(),
  )
  return out.save({ useObjectStreams: false })
}
