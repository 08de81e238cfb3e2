import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { getDocument, VerbosityLevel } from 'pdfjs-dist/legacy/build/pdf.mjs'
// @ts-expect-error pdfjs ships no types for its worker
import * as pdfWorker from 'pdfjs-dist/legacy/build/pdf.worker.mjs'
import { findOnPage } from '../../../core/blanks/find'
import { noSense, type FoundBlank } from '../../../core/blanks/found'
import type { Ink } from '../../../core/blanks/ink'
import { type PdfPage, readInk } from '../../../core/blanks/read'
import { type PageText, textOfPage } from '../../../core/marking/text'

// Read in this very thread: it is a worker already, and nothing has to be found beside the bundle.
;(globalThis as { pdfjsWorker?: unknown }).pdfjsWorker = pdfWorker

/** Maps of fonts that a file names without carrying them: beside the bundle, or in their package. */
const MAPS = [import.meta.dirname, join(import.meta.dirname, '../../../node_modules/pdfjs-dist')].find((f) =>
  existsSync(join(f, 'cmaps')),
)

/** Opens a PDF for reading only: no script of it is run, nothing is fetched. */
export const openPdf = (bytes: Uint8Array, password?: string) =>
  getDocument({
    data: bytes.slice(),
    ...(MAPS ? { cMapUrl: `${MAPS}/cmaps/`, standardFontDataUrl: `${MAPS}/standard_fonts/` } : {}),
    password,
    isEvalSupported: false,
    disableFontFace: true,
    useSystemFonts: false,
    verbosity: VerbosityLevel.ERRORS,
  }).promise

/** Reads a file page by page; `seen` gets each page's ink in order. */
async function eachPage(bytes: Uint8Array, seen: (ink: Ink) => void): Promise<void> {
  const pdf = await openPdf(bytes)
  try {
    const form = !!(await pdf.getFieldObjects())
    for (let n = 1; n <= pdf.numPages; n += 1) {
      const page = (await pdf.getPage(n)) as unknown as PdfPage
      seen(await readInk(page, form))
      page.cleanup()
    }
  } finally {
    await pdf.destroy()
  }
}

/** Every blank of a file, page by page. */
export async function findInPdf(bytes: Uint8Array): Promise<FoundBlank[]> {
  const sense = noSense()
  const found: FoundBlank[] = []
  await eachPage(bytes, (ink) => found.push(...findOnPage(ink, sense)))
  return found
}

/** The words of a file's pages, and the lines boxes may be set to. */
export async function textInPdf(bytes: Uint8Array): Promise<PageText[]> {
  const pages: PageText[] = []
  await eachPage(bytes, (ink) => pages.push(textOfPage(ink)))
  return pages
}
