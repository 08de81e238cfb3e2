import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { PDFiumLibrary } from '@hyzyla/pdfium'
import { PSM, createWorker } from 'tesseract.js'
import { findOnPage } from '../../core/blanks/find'
import { type FoundBlank, noSense } from '../../core/blanks/found'
import { SURE } from '../../core/marking/model'
import { type PdfPage, readInk } from '../../core/blanks/read'
import { lookAt, scanned } from '../../core/blanks/scan'
import { layReader } from '../../scripts/assets.mjs'
import { openPdf } from '../../server/files/worker/blanks'
import { type Truth, scoreOf } from './score'

/**
 * Scores the finder on the set as a scanner sees it: each page drawn, grained, turned by so many degrees, and read again by the
 * reader the browser has. `npx tsx tests/blanks/scans.ts [DEGREES] [NAME…]`.
 */
const SCALE = 2.5
const degrees = Number(process.argv[2] ?? 0)
const a = (degrees * Math.PI) / 180
const SET = join(import.meta.dirname, 'set')
const engine = await PDFiumLibrary.init({
  wasmBinary: new Uint8Array(
    readFileSync(join(import.meta.dirname, '../../node_modules/@hyzyla/pdfium/dist/pdfium.wasm')),
  ).buffer,
})
const reader = await createWorker(['eng', 'deu', 'fra', 'spa'], 1, { langPath: layReader(), cacheMethod: 'none' })
await reader.setParameters({ tessedit_pageseg_mode: PSM.SPARSE_TEXT, user_defined_dpi: '180' })

/** What a place on the turned page was on the straight one. */
const back = (f: FoundBlank, width: number, height: number): FoundBlank => {
  const [x, y] = [f.x + f.w / 2 - width / 2, f.y + f.h / 2 - height / 2]
  return {
    ...f,
    x: width / 2 + x * Math.cos(a) + y * Math.sin(a) - f.w / 2,
    y: height / 2 - x * Math.sin(a) + y * Math.cos(a) - f.h / 2,
  }
}

async function findInScan(bytes: Uint8Array): Promise<FoundBlank[]> {
  const pdf = await openPdf(bytes)
  const drawn = await engine.loadDocument(bytes)
  const sense = noSense()
  const found: FoundBlank[] = []
  for (let n = 1; n <= pdf.numPages; n += 1) {
    const ink = await readInk((await pdf.getPage(n)) as unknown as PdfPage, false)
    const { width, height, data } = await drawn.getPage(n - 1).render({ scale: SCALE, render: 'bitmap' })
    const light = new Uint8Array(width * height)
    for (let y = 0; y < height; y += 1)
      for (let x = 0; x < width; x += 1) {
        const [dx, dy] = [x - width / 2, y - height / 2]
        const [fx, fy] = [
          Math.round(width / 2 + dx * Math.cos(a) + dy * Math.sin(a)),
          Math.round(height / 2 - dx * Math.sin(a) + dy * Math.cos(a)),
        ]
        const i = 4 * (fy * width + fx)
        const there = fx >= 0 && fy >= 0 && fx < width && fy < height
        const grey = there ? 0.11 * data[i]! + 0.59 * data[i + 1]! + 0.3 * data[i + 2]! : 255
        light[y * width + x] = Math.max(0, Math.min(255, grey + (((x * 31 + y * 7919) % 29) - 14)))
      }
    const scale = width / ink.width
    const looked = lookAt({ width, height, light, scale })
    const file = Buffer.concat([Buffer.from(`P5\n${width} ${height}\n255\n`), looked.words])
    const { data: read } = await reader.recognize(file, {}, { blocks: true })
    const words = (read.blocks ?? [])
      .flatMap((b) => b.paragraphs.flatMap((p) => p.lines.flatMap((l) => l.words)))
      .filter((w) => w.confidence >= 30)
      .map(({ text, bbox }) => ({ text, x: bbox.x0, y: bbox.y0, w: bbox.x1 - bbox.x0, h: bbox.y1 - bbox.y0 }))
    const bare = { ...ink, strokes: [], shapes: [], images: [], glyphs: [] }
    found.push(...findOnPage(scanned(bare, looked, words, scale), sense).map((f) => back(f, ink.width, ink.height)))
  }
  drawn.destroy()
  await pdf.destroy()
  return found
}

const sum = { truths: 0, found: 0, matched: 0, type: 0, party: 0 }
const wanted = process.argv.slice(3)
for (const name of readdirSync(SET).flatMap((f) => (f.endsWith('.pdf') ? [f.slice(0, -4)] : []))) {
  if (wanted.length && !wanted.includes(name)) continue
  const truth = JSON.parse(readFileSync(join(SET, `${name}.json`), 'utf8')) as Truth[]
  const found = await findInScan(new Uint8Array(readFileSync(join(SET, `${name}.pdf`))))
  const score = scoreOf(
    truth,
    found.filter((f) => f.confidence >= SURE),
  )
  for (const k of Object.keys(sum) as (keyof typeof sum)[]) sum[k] += score[k]
  process.stdout.write(`${name.padEnd(24)}${score.matched} of ${score.truths}, ${score.found} shown\n`)
}
const share = (n: number, of: number) => (n / of).toFixed(3)
process.stdout.write(
  `precision ${share(sum.matched, sum.found)}, recall ${share(sum.matched, sum.truths)}, type ${share(sum.type, sum.matched)}, party ${share(sum.party, sum.matched)}\n`,
)
await reader.terminate()
