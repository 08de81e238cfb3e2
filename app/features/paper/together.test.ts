import { PDFDocument } from '@cantoo/pdf-lib'
import JSZip from 'jszip'
import { describe, expect, it } from 'vitest'
import { freshStores, refusal } from '../../../tests/support/stores'
import { type Taken, fileNames, printOf, zipOf } from './together'

const paper = (id: string, over: Partial<Taken> = {}): Taken => ({
  id,
  title: 'Quote',
  whose: 'Ines Marlow',
  jobTitle: 'Orchard weekend',
  state: 'out',
  ...over,
})
async function pdf(pages: number): Promise<Blob> {
  const doc = await PDFDocument.create()
  for (let i = 0; i < pages; i += 1) doc.addPage([200, 300])
  return new Blob([(await doc.save()) as BlobPart])
}

describe('papers that are taken along', () => {
  it('are files whose names no file system minds, each once', () => {
    const odd = paper('c', { title: '../a:b*?"<x>', whose: '', jobTitle: 'x'.repeat(300) })
    const names = fileNames([paper('a'), paper('b'), odd, paper('d', { title: '', whose: '', jobTitle: '..' })])
    expect(names.slice(0, 2)).toEqual([
      'Orchard weekend, Ines Marlow, Quote.pdf',
      'Orchard weekend, Ines Marlow, Quote (2).pdf',
    ])
    expect(new Set(names).size).toBe(4)
    for (const n of names) expect(n).toMatch(/^[^<>:"/\\|?*]{1,140}\.pdf$/)
  })

  it('are the sealed copy where there is one, else as they stand', async () => {
    const { asked } = freshStores({
      'GET /api/papers/*/pdf': () => pdf(1),
      'GET /api/papers/s/sealed': () => pdf(3),
      'GET /api/papers/w/sealed': () => {
        throw refusal(404, 'not-found', 'Still being sealed.')
      },
    })
    const steps: number[] = []
    const papers = [paper('o'), paper('s', { state: 'signed' }), paper('w', { state: 'signed', title: 'Waiver' })]
    const zip = await JSZip.loadAsync(await (await zipOf(papers, (n) => steps.push(n))).arrayBuffer())
    expect(Object.keys(zip.files)).toHaveLength(3)
    expect(steps).toEqual([1, 2, 3])
    expect(asked.map((a) => a.path)).toEqual([
      '/api/papers/o/pdf',
      '/api/papers/s/sealed',
      '/api/papers/w/sealed',
      '/api/papers/w/pdf',
    ])
    const printed = await PDFDocument.load(await (await printOf(papers, () => {})).arrayBuffer())
    expect(printed.getPageCount()).toBe(5)
  })
})
