import { getDocument, VerbosityLevel } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { type FoundBlank, findOnPage, noSense } from '../../core/blanks/find'
import { type PdfPage, readInk } from '../../core/blanks/read'

/** Opens a PDF for reading only: no script of it is run, nothing is fetched. */
export const openPdf = (bytes: Uint8Array, password?: string) =>
  getDocument({
    data: bytes.slice(),
    password,
    isEvalSupported: false,
    disableFontFace: true,
    useSystemFonts: false,
    verbosity: VerbosityLevel.ERRORS,
  }).promise

/** Every blank of a file, page by page. */
export async function findInPdf(bytes: Uint8Array): Promise<FoundBlank[]> {
  const pdf = await openPdf(bytes)
  try {
    const form = !!(await pdf.getFieldObjects())
    const sense = noSense()
    const found: FoundBlank[] = []
    for (let n = 1; n <= pdf.numPages; n += 1) {
      const page = (await pdf.getPage(n)) as unknown as PdfPage
      found.push(...findOnPage(await readInk(page, form), sense))
      page.cleanup()
    }
    return found
  } finally {
    await pdf.destroy()
  }
}
