import { getDocument } from 'pdfjs-dist'
// @ts-expect-error pdfjs ships no types for its worker
import * as pdfWorker from 'pdfjs-dist/build/pdf.worker.mjs'
import { findOnPage } from '../../../core/blanks/find'
import { noSense, type FoundBlank } from '../../../core/blanks/found'
import { type PdfPage, readInk } from '../../../core/blanks/read'
import { isScan } from '../../../core/blanks/scan'
import { listsFor } from '../../../core/blanks/words/index'
import { type PageText, textOfPage } from '../../../core/marking/text'
import { Canvases, readScan, stopScans } from './scan-reader'

/** A file to be read. */
export interface FindAsk {
  pdf: ArrayBuffer
}

export type FindAnswer =
  | {
      page: number
      pages: number
      blanks: FoundBlank[]
      text: PageText
      language: string
      /** Whether the page is a picture of one, and whether its words could be read. */
      scan: 'read' | 'unread' | null
    }
  | { ready: true }
  | { done: true }
  | { failed: string }

// The file is read in this very thread: it is a worker already.
;(globalThis as { pdfjsWorker?: unknown }).pdfjsWorker = pdfWorker

const answer = (a: FindAnswer) => postMessage(a)

async function find({ pdf: data }: FindAsk): Promise<void> {
  const pdf = await getDocument({
    data: new Uint8Array(data),
    cMapUrl: new URL('/maps/cmaps/', self.location.origin).href,
    standardFontDataUrl: new URL('/maps/standard_fonts/', self.location.origin).href,
    wasmUrl: new URL('/maps/wasm/', self.location.origin).href,
    // There is no page here whose address it could ask for.
    useWorkerFetch: true,
    CanvasFactory: Canvases,
    isEvalSupported: false,
    disableFontFace: true,
    useSystemFonts: false,
    verbosity: 0,
  }).promise
  const form = !!(await pdf.getFieldObjects())
  const sense = noSense()
  for (let n = 1; n <= pdf.numPages; n += 1) {
    const page = (await pdf.getPage(n)) as unknown as PdfPage
    const printed = await readInk(page, form)
    const scan = isScan(printed) ? await readScan(page as unknown as Parameters<typeof readScan>[0], printed) : null
    const ink = scan?.ink ?? printed
    const blanks = findOnPage(ink, sense)
    answer({
      page: n,
      pages: pdf.numPages,
      blanks,
      text: textOfPage(ink),
      language: listsFor(sense.words)[0]!.language,
      scan: scan && (scan.read ? 'read' : 'unread'),
    })
    page.cleanup()
  }
  await stopScans()
  answer({ done: true })
  await pdf.destroy()
}

onmessage = ({ data }: MessageEvent<FindAsk>) => {
  find(data).catch((e: unknown) => answer({ failed: e instanceof Error ? e.message : String(e) }))
}
// A module that waits while it loads would miss what is posted meanwhile: whoever asks waits for this word.
answer({ ready: true })
