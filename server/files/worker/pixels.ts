import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { PDFiumLibrary } from '@hyzyla/pdfium'
import type { Bitmap } from '../../../core/pdf/proof'

/** Draws pages to pixels, with the engine most browsers draw them with; it knows nothing of how they were made. */
let library: Promise<PDFiumLibrary> | null = null
const engine = () =>
  (library ??= PDFiumLibrary.init({
    wasmBinary: new Uint8Array(readFileSync(join(import.meta.dirname, 'pdfium.wasm'))).buffer,
  }))

/** The most pixels a page is drawn with along a side. */
const SIDE_MAX = 3000

/** The pages of a PDF as pixels, `scale` of them to a point where that isn't too large; `pages` from 1. */
export async function drawnPages(
  pdf: Uint8Array,
  pages: readonly number[],
  scale: number,
): Promise<Map<number, Bitmap>> {
  const document = await (await engine()).loadDocument(pdf)
  try {
    const out = new Map<number, Bitmap>()
    for (const n of pages) {
      const page = document.getPage(n - 1)
      const { originalWidth, originalHeight } = page.getOriginalSize()
      // A page as large as a wall is drawn as small as a poster.
      const fits = Math.min(scale, SIDE_MAX / Math.max(originalWidth, originalHeight, 1))
      const { width, height, data } = await page.render({ scale: fits, render: 'bitmap' })
      // What it returns is a copy of its own already.
      out.set(n, { width, height, data })
    }
    return out
  } finally {
    document.destroy()
  }
}
