import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { PDFiumLibrary } from '@hyzyla/pdfium'
import { PSM, createWorker } from 'tesseract.js'
import { findOnPage } from '../../core/blanks/find'
import { type FoundBlank, noSense } from '../../core/blanks/found'
import type { Ink } from '../../core/blanks/ink'
import { type PdfPage, readInk } from '../../core/blanks/read'
import { isScan, lookAt, scanned } from '../../core/blanks/scan'
import { layReader } from '../../scripts/assets.mjs'
import { openPdf } from '../../server/files/worker/blanks'

/** Pixels to a point, and how sure the reader has to be of a word: as the browser has it. */
const SCALE = 2.5
const SURE = 30

const pdfium = () =>
  PDFiumLibrary.init({
    wasmBinary: new Uint8Array(
      readFileSync(join(import.meta.dirname, '../../node_modules/@hyzyla/pdfium/dist/pdfium.wasm')),
    ).buffer,
  })
async function tesseract() {
  const made = await createWorker(['eng', 'deu', 'fra', 'spa'], 1, { langPath: layReader(), cacheMethod: 'none' })
  await made.setParameters({ tessedit_pageseg_mode: PSM.SPARSE_TEXT, user_defined_dpi: String(72 * SCALE) })
  return made
}

/** A finder that reads scanned pages as the browser does, with the reader it has there; others as ever. Both start when needed. */
export function scanFinder() {
  let tools: Promise<[Awaited<ReturnType<typeof pdfium>>, Awaited<ReturnType<typeof tesseract>>]> | null = null

  async function readPage(bytes: Uint8Array, n: number, ink: Ink): Promise<Ink> {
    const [engine, reader] = await (tools ??= Promise.all([pdfium(), tesseract()]))
    const drawn = await engine.loadDocument(bytes)
    const { width, height, data } = await drawn.getPage(n - 1).render({ scale: SCALE, render: 'bitmap' })
    drawn.destroy()
    const light = new Uint8Array(width * height)
    for (let i = 0; i < light.length; i += 1)
      light[i] = 0.11 * data[4 * i]! + 0.59 * data[4 * i + 1]! + 0.3 * data[4 * i + 2]!
    const scale = width / ink.width
    const looked = lookAt({ width, height, light, scale })
    const file = Buffer.concat([Buffer.from(`P5\n${width} ${height}\n255\n`), looked.words])
    const { data: read } = await reader.recognize(file, {}, { blocks: true })
    const words = (read.blocks ?? [])
      .flatMap((b) => b.paragraphs.flatMap((p) => p.lines.flatMap((l) => l.words)))
      .filter((w) => w.confidence >= SURE)
      .map(({ text, bbox }) => ({ text, x: bbox.x0, y: bbox.y0, w: bbox.x1 - bbox.x0, h: bbox.y1 - bbox.y0 }))
    return scanned(ink, looked, words, scale)
  }

  return {
    /** Every blank of a file, page by page. */
    async find(bytes: Uint8Array, seen: (ink: Ink) => void = () => {}): Promise<FoundBlank[]> {
      const pdf = await openPdf(bytes)
      const form = !!(await pdf.getFieldObjects())
      const sense = noSense()
      const found: FoundBlank[] = []
      for (let n = 1; n <= pdf.numPages; n += 1) {
        const ink = await readInk((await pdf.getPage(n)) as unknown as PdfPage, form)
        const shown = isScan(ink) ? await readPage(bytes, n, ink) : ink
        seen(shown)
        found.push(...findOnPage(shown, sense))
      }
      await pdf.destroy()
      return found
    },
    async end(): Promise<void> {
      const [engine, reader] = (await tools) ?? []
      await reader?.terminate()
      engine?.destroy()
    },
  }
}
