import type { PDFDocumentProxy } from 'pdfjs-dist'
import workerUrl from 'pdfjs-dist/build/pdf.worker.min.mjs?url'

/** Opens a PDF to be drawn. */
export async function openToDraw(data: Uint8Array): Promise<PDFDocumentProxy> {
  const pdfjs = await import('pdfjs-dist')
  pdfjs.GlobalWorkerOptions.workerSrc = workerUrl
  return pdfjs.getDocument({ data, isEvalSupported: false, verbosity: 0 }).promise
}

/** The bytes of a file of ours, or the words why not. */
export async function fetchBytes(url: string): Promise<Uint8Array> {
  const response = await fetch(url)
  if (!response.ok)
    throw new Error(
      String(
        ((await response.json().catch(() => ({}))) as { title?: string }).title ??
          'The pages could not be fetched. Try again in a moment.',
      ),
    )
  return new Uint8Array(await response.arrayBuffer())
}
