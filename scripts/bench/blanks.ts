import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { PDFDocument } from '@cantoo/pdf-lib'
import jpeg from 'jpeg-js'
import { findInPdf, openPdf } from '../../server/files/worker/blanks'
import { type Score, type Truth, scoreOf } from '../../tests/blanks/score'
import { launchOptions, signInAs } from '../../tests/support/browser'
import { signedIn } from '../../tests/support/caller'
import { makeJob } from '../../tests/support/line'
import type { TestServer } from '../../tests/support/server'
import { root } from '../lib.mjs'
import { type Figure, compare, median } from './measure'

const SET = join(root, 'tests/blanks/set')
const names = readdirSync(SET).flatMap((f) => (f.endsWith('.pdf') ? [f.slice(0, -4)] : []))
const bytesOf = (name: string) => new Uint8Array(readFileSync(join(SET, `${name}.pdf`)))

async function hundred(): Promise<Uint8Array> {
  const out = await PDFDocument.create()
  while (out.getPageCount() < 100)
    for (const name of names) {
      const from = await PDFDocument.load(bytesOf(name))
      for (const page of await out.copyPages(from, from.getPageIndices()))
        if (out.getPageCount() < 100) out.addPage(page)
    }
  return out.save()
}

/** Merely reading text and paths with the PDF library. */
async function readOnly(bytes: Uint8Array): Promise<void> {
  const pdf = await openPdf(bytes)
  for (let n = 1; n <= pdf.numPages; n += 1) {
    const page = await pdf.getPage(n)
    await page.getOperatorList({ annotationMode: 0 })
    await page.getTextContent()
    page.cleanup()
  }
  await pdf.destroy()
}

/** The finder on its own set, and its time beside merely reading the file; what it gets wrong is printed. */
export async function blanks(): Promise<Figure[]> {
  const sum = { truths: 0, found: 0, matched: 0, type: 0, party: 0 }
  const wrong: string[] = []
  for (const name of names) {
    const truth = JSON.parse(readFileSync(join(SET, `${name}.json`), 'utf8')) as Truth[]
    const score: Score = scoreOf(truth, await findInPdf(bytesOf(name)))
    for (const k of Object.keys(sum) as (keyof typeof sum)[]) sum[k] += score[k]
    const at = (t: Truth) =>
      `${name}, page ${t.page}, ${Math.round(t.x)} ${Math.round(t.y)}: ${t.type} of the ${t.party}`
    wrong.push(...score.missed.map((t) => `missed ${at(t)}`), ...score.extra.map((t) => `not one ${at(t)}`))
    wrong.push(...score.wrong.map((w) => `taken for ${w.type} of the ${w.party}: ${at(w.truth)}`))
  }
  const figure = (what: string, part: number, whole: number, least: number): Figure => ({
    name: `blanks, ${what} (${names.length} papers)`,
    value: (100 * part) / whole,
    unit: '%',
    baseline: 100,
    ratio: part / whole,
    goal: { least },
  })
  for (const w of wrong) process.stdout.write(`  ${w}\n`)
  const file = await hundred()
  return [
    figure('precision of place', sum.matched, sum.found, 95),
    figure('recall of place', sum.matched, sum.truths, 95),
    figure('type right of the found', sum.type, sum.matched, 95),
    figure('party right of the found', sum.party, sum.matched, 90),
    await compare(
      'blanks of a 100-page file',
      5,
      () => findInPdf(file),
      () => readOnly(file),
      { ratio: 1.5 },
    ),
  ]
}

/** A form with a photograph on its second page that makes it ten megabytes. */
async function tenMegabytes(): Promise<Buffer> {
  const pdf = await PDFDocument.load(bytesOf('pool-party'))
  const [width, height] = [2600, 1900]
  const data = Buffer.alloc(width * height * 4)
  for (let i = 0, s = 1; i < data.length; i += 1) data[i] = (s = (s * 1103515245 + 12345) & 0x7fffffff) >> 16
  const image = await pdf.embedJpg(jpeg.encode({ width, height, data }, 92).data)
  pdf.addPage([595, 842]).drawImage(image, { x: 50, y: 300, width: 495, height: 360 })
  return Buffer.from(await pdf.save())
}

/**
 * In a real browser: from a ten-megabyte file being given to the first blanks outlined on its first page, the press of
 * the one button between included. The baseline is the same bytes merely sent and answered.
 */
export async function firstPage(server: TestServer): Promise<Figure[]> {
  const owner = await signedIn(server)
  const buffer = await tenMegabytes()
  const browser = await chromium.launch(launchOptions)
  const times: number[] = []
  const bare: number[] = []
  try {
    const context = await browser.newContext({ baseURL: server.origin, viewport: { width: 1280, height: 800 } })
    const page = await context.newPage()
    await signInAs(page)
    for (let i = 0; i < 4; i += 1) {
      const job = await makeJob(owner, { title: `Ten megabytes ${i}` })
      await page.goto(`/bring?job=${job.id}`)
      const files = page.getByLabel('Files to bring in')
      await files.waitFor({ state: 'attached' })
      // From the moment the page has the file: handing it to the browser is not ours to measure.
      await page.evaluate(() => {
        const w = window as unknown as { given: number; shown: Promise<number> }
        document.addEventListener('change', () => (w.given = performance.now()), { capture: true, once: true })
        w.shown = new Promise((resolve) => {
          const timer = setInterval(() => {
            const lay = document.getElementById('lay') as HTMLButtonElement | null
            if (lay && !lay.disabled && !lay.dataset.pressed) {
              lay.dataset.pressed = 'yes'
              lay.click()
            }
            if (!document.querySelector('.sheet .mark')) return
            clearInterval(timer)
            resolve(performance.now() - w.given)
          }, 8)
        })
      })
      await files.setInputFiles({ name: 'ten.pdf', mimeType: 'application/pdf', buffer })
      times.push(await page.evaluate(() => (window as unknown as { shown: Promise<number> }).shown))
      bare.push(
        await page.evaluate(async (size) => {
          const body = new Blob([crypto.getRandomValues(new Uint8Array(65_536)), new Uint8Array(size - 65_536)])
          const from = performance.now()
          await (await fetch('/api/files?name=x.bin', { method: 'POST', body })).text()
          return performance.now() - from
        }, buffer.length),
      )
    }
  } finally {
    await browser.close()
  }
  // The first is a cold start of everything.
  const [value, baseline] = [median(times.slice(1)), median(bare.slice(1))]
  return [
    {
      name: `first page marked, ${Math.round(buffer.length / 1e6)} MB from file to screen`,
      value,
      unit: 'ms',
      baseline,
      ratio: value / baseline,
      goal: { value: 1000 },
    },
  ]
}
