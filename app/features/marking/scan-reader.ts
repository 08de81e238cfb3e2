import { PSM, type Worker as Reader, createWorker } from 'tesseract.js'
import type { Ink } from '../../../core/blanks/ink'
import { lookAt, scanned } from '../../../core/blanks/scan'
import type { ScanWord } from '../../../core/blanks/scan-words'

/** Pixels to a point a scan is looked at with: 180 to the inch, which letters of eight points can be read at. */
const SCALE = 2.5
/** The longest side it is drawn with. */
const SIDE = 4000
/** What the reader is sure of less than this, of 100, it takes for no word. */
const SURE = 30

/** Canvases where there is no page to make them on. */
export class Canvases {
  create(width: number, height: number) {
    const canvas = new OffscreenCanvas(width, height)
    return { canvas, context: canvas.getContext('2d', { willReadFrequently: true }) }
  }
  reset(it: { canvas: OffscreenCanvas }, width: number, height: number): void {
    it.canvas.width = width
    it.canvas.height = height
  }
  destroy(it: { canvas: OffscreenCanvas }): void {
    it.canvas.width = it.canvas.height = 0
  }
}

interface DrawnPage {
  getViewport(o: { scale: number }): { width: number; height: number }
  render(o: object): { promise: Promise<void> }
}

let reader: Promise<Reader> | null = null
/** Reads words where they stand, those of a form each by itself: by files of this site, on this device. */
const words = () =>
  (reader ??= (async () => {
    const made = await createWorker(['eng', 'deu', 'fra', 'spa'], 1, {
      workerPath: new URL('/ocr/worker.min.js', self.location.origin).href,
      corePath: new URL('/ocr', self.location.origin).href,
      langPath: new URL('/ocr', self.location.origin).href,
      workerBlobURL: false,
      cacheMethod: 'none',
      errorHandler: () => {},
    })
    await made.setParameters({ tessedit_pageseg_mode: PSM.SPARSE_TEXT, user_defined_dpi: String(72 * SCALE) })
    return made
  })())

/** A picture of greys as a file (Netpbm, P5). */
const greys = (light: Uint8Array<ArrayBuffer>, width: number, height: number) =>
  new Blob([new TextEncoder().encode(`P5\n${width} ${height}\n255\n`), light])

/**
 * A scanned page with its lines and boxes as if they had been drawn, and its words read; `read` is false where they couldn’t be,
 * and only places were found.
 */
export async function readScan(page: DrawnPage, ink: Ink): Promise<{ ink: Ink; read: boolean }> {
  const scale = Math.min(SCALE, SIDE / Math.max(ink.width, ink.height))
  const viewport = page.getViewport({ scale })
  const canvas = new OffscreenCanvas(Math.round(viewport.width), Math.round(viewport.height))
  const context = canvas.getContext('2d', { willReadFrequently: true })!
  context.fillStyle = '#fff'
  context.fillRect(0, 0, canvas.width, canvas.height)
  await page.render({ canvas: null, canvasContext: context, viewport }).promise
  const { data, width, height } = context.getImageData(0, 0, canvas.width, canvas.height)
  const light = new Uint8Array(width * height)
  for (let i = 0; i < light.length; i += 1)
    light[i] = 0.3 * data[4 * i]! + 0.59 * data[4 * i + 1]! + 0.11 * data[4 * i + 2]!
  const looked = lookAt({ width, height, light, scale })
  // Words that lie behind the picture were read by whoever scanned it.
  if (ink.glyphs.length) return { ink: scanned(ink, looked, [], scale), read: true }
  let seen: ScanWord[] = []
  let read = true
  try {
    const { data: found } = await (await words()).recognize(greys(looked.words, width, height), {}, { blocks: true })
    seen = (found.blocks ?? [])
      .flatMap((b) => b.paragraphs.flatMap((p) => p.lines.flatMap((l) => l.words)))
      .filter((w) => w.confidence >= SURE)
      .map(({ text, bbox }) => ({ text, x: bbox.x0, y: bbox.y0, w: bbox.x1 - bbox.x0, h: bbox.y1 - bbox.y0 }))
  } catch {
    read = false
  }
  return { ink: scanned(ink, looked, seen, scale), read }
}
/** The reader of words is done with. */
export const stopScans = async (): Promise<void> => {
  const made = await reader?.catch(() => null)
  reader = null
  await made?.terminate()
}
