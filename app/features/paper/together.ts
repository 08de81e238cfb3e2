import { api } from '../../composables/api'

/** A paper as it is taken along: the sealed copy where there is one, else as it was sent or stands. */
export interface Taken {
  id: string
  title: string
  whose: string
  jobTitle: string
  state: string
}

/** More at once would fill a browser's memory. */
export const TOGETHER_MAX = 100

async function pdfOf(paper: Taken): Promise<ArrayBuffer> {
  const get = (path: string) =>
    api<Blob>(`/api/papers/${paper.id}/${path}`, { responseType: 'blob' }).then((b) => b.arrayBuffer())
  if (paper.state !== 'signed') return get('pdf')
  // A copy that is still being sealed isn't there yet.
  return get('sealed').catch(() => get('pdf'))
}

/** A name no file system minds, each once: "Orchard weekend, Ines Marlow, Quote.pdf". */
export function fileNames(papers: readonly Taken[]): string[] {
  const seen = new Map<string, number>()
  return papers.map((p) => {
    const name =
      [p.jobTitle, p.whose, p.title]
        .join(', ')
        .replace(/[\u0000-\u001f\u007f<>:"/\\|?*]+/g, ' ')
        .replace(/\s+/g, ' ')
        .trim()
        .slice(0, 120)
        .replace(/[. ]+$/, '') || 'Paper'
    const times = (seen.get(name.toLowerCase()) ?? 0) + 1
    seen.set(name.toLowerCase(), times)
    return `${name}${times > 1 ? ` (${times})` : ''}.pdf`
  })
}

/** The PDFs of several papers as one ZIP. `step` is told how many are there. */
export async function zipOf(papers: readonly Taken[], step: (n: number) => void): Promise<Blob> {
  const { default: JSZip } = await import('jszip')
  const zip = new JSZip()
  const names = fileNames(papers)
  for (const [i, paper] of papers.entries()) {
    zip.file(names[i]!, await pdfOf(paper))
    step(i + 1)
  }
  return zip.generateAsync({ type: 'blob' })
}

/** The pages of several papers as one PDF to be printed. */
export async function printOf(papers: readonly Taken[], step: (n: number) => void): Promise<Blob> {
  const { PDFDocument } = await import('@cantoo/pdf-lib')
  const whole = await PDFDocument.create()
  for (const [i, paper] of papers.entries()) {
    const one = await PDFDocument.load(await pdfOf(paper), { updateMetadata: false })
    for (const page of await whole.copyPages(one, one.getPageIndices())) whole.addPage(page)
    step(i + 1)
  }
  return new Blob([(await whole.save()) as BlobPart], { type: 'application/pdf' })
}
