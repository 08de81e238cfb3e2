import jpeg from 'jpeg-js'
import type { Inflate } from '../../../core/pdf/guard'
import { takeIn } from '../../../core/pdf/intake'
import { RefusedFile } from '../../../core/pdf/refusal'
import { pixelsOf } from './pictures'
import { drawnPages } from './pixels'
import { Refused } from './refused'

/** The most pages a scan of what was signed by hand may have. */
const PAGES_MAX = 30

/** Pixels a page of it is kept with, along its longer side: 150 to the inch of A4. */
const SIDE = 1754

interface Pixels {
  width: number
  height: number
  data: Uint8Array
}

/** Pixels made smaller by averaging, so that neither side is longer than `most`; on a white ground. */
function within(most: number, { width, height, data }: Pixels): Pixels {
  const step = Math.max(1, Math.ceil(Math.max(width, height) / most))
  const w = Math.floor(width / step)
  const h = Math.floor(height / step)
  const out = new Uint8Array(w * h * 4)
  for (let y = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1) {
      const sum = [0, 0, 0]
      for (let dy = 0; dy < step; dy += 1)
        for (let dx = 0; dx < step; dx += 1) {
          const at = ((y * step + dy) * width + x * step + dx) * 4
          const alpha = data[at + 3]! / 255
          for (let c = 0; c < 3; c += 1) sum[c]! += data[at + c]! * alpha + 255 * (1 - alpha)
        }
      const to = (y * w + x) * 4
      for (let c = 0; c < 3; c += 1) out[to + c] = sum[c]! / (step * step)
      out[to + 3] = 255
    }
  return { width: w, height: h, data: out }
}
const asJpeg = (p: Pixels): Uint8Array =>
  new Uint8Array(jpeg.encode({ width: p.width, height: p.height, data: Buffer.from(p.data) }, 82).data)

/** The pages of a scan, a PDF or a picture of one, as pictures that hold nothing but what is seen. */
export async function picturesOfScan(bytes: Uint8Array, inflate: Inflate): Promise<Uint8Array[]> {
  const isPdf = Buffer.from(bytes.subarray(0, 5)).toString('latin1') === '%PDF-'
  if (!isPdf) return [asJpeg(within(SIDE, pixelsOf(bytes)))]
  try {
    const { pdf, pages } = await takeIn(bytes, inflate)
    if (pages.length > PAGES_MAX) throw new Refused(`A scan has at most ${PAGES_MAX} pages.`, 'too-many-pages')
    const out: Uint8Array[] = []
    for (const [i, { w, h }] of pages.entries()) {
      const [page] = (await drawnPages(pdf, [i + 1], Math.min(SIDE / Math.max(w, h), 4))).values()
      const data = new Uint8Array(page!.data)
      // The engine gives blue first.
      for (let at = 0; at < data.length; at += 4) [data[at], data[at + 2]] = [data[at + 2]!, data[at]!]
      out.push(asJpeg({ ...page!, data }))
    }
    return out
  } catch (error) {
    if (error instanceof RefusedFile) throw new Refused(error.message, error.why)
    throw error
  }
}
