import type { PDFDocumentProxy, PDFPageProxy, RenderTask } from 'pdfjs-dist'
import workerUrl from 'pdfjs-dist/build/pdf.worker.min.mjs?url'

/** Where the maps of fonts that a file names without carrying them are, and what unpacks pictures of scanners. */
export const FONT_MAPS = {
  cMapUrl: '/maps/cmaps/',
  standardFontDataUrl: '/maps/standard_fonts/',
  wasmUrl: '/maps/wasm/',
}

/** Opens a PDF to be drawn. */
export async function openToDraw(data: Uint8Array): Promise<PDFDocumentProxy> {
  const pdfjs = await import('pdfjs-dist')
  pdfjs.GlobalWorkerOptions.workerSrc = workerUrl
  return pdfjs.getDocument({ data, ...FONT_MAPS, isEvalSupported: false, verbosity: 0 }).promise
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

/** Paints a page onto a canvas, `scale` pixels to a point; what is given back can be given up. */
export function paintPage(
  page: PDFPageProxy,
  canvas: HTMLCanvasElement,
  scale: number,
  rotation = page.rotate,
): RenderTask {
  const viewport = page.getViewport({ scale, rotation })
  canvas.width = viewport.width
  canvas.height = viewport.height
  return page.render({ canvas, canvasContext: canvas.getContext('2d')!, viewport })
}
