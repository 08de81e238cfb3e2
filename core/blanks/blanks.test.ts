import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import { type Truth, scoreOf } from '../../tests/blanks/score'
import { findOnPage } from './find'
import { noSense, type FoundBlank } from './found'
import { type PdfPage, readInk } from './read'

const SET = join(import.meta.dirname, '../../tests/blanks/set')
const names = readdirSync(SET).flatMap((f) => (f.endsWith('.pdf') ? [f.slice(0, -4)] : []))

async function findIn(name: string): Promise<FoundBlank[]> {
  const pdf = await getDocument({ data: new Uint8Array(readFileSync(join(SET, `${name}.pdf`))), verbosity: 0 }).promise
  const form = !!(await pdf.getFieldObjects())
  const sense = noSense()
  const found: FoundBlank[] = []
  for (let n = 1; n <= pdf.numPages; n += 1)
    found.push(...findOnPage(await readInk((await pdf.getPage(n)) as unknown as PdfPage, form), sense))
  await pdf.destroy()
  return found
}

describe('blanks of papers from other tools and trades', () => {
  it('are found where somebody who looks would mark them, each once, with type and party', async () => {
    expect(names.length).toBeGreaterThanOrEqual(20)
    const sum = { truths: 0, found: 0, matched: 0, type: 0, party: 0 }
    for (const name of names) {
      const truth = JSON.parse(readFileSync(join(SET, `${name}.json`), 'utf8')) as Truth[]
      const score = scoreOf(truth, await findIn(name))
      for (const k of Object.keys(sum) as (keyof typeof sum)[]) sum[k] += score[k]
    }
    expect(sum.truths).toBeGreaterThan(300)
    expect(sum.matched / sum.found).toBeGreaterThan(0.97)
    expect(sum.matched / sum.truths).toBeGreaterThan(0.97)
    expect(sum.type / sum.matched).toBeGreaterThan(0.97)
    expect(sum.party / sum.matched).toBeGreaterThan(0.95)
  })

  it('say why, in reading order, within their page', async () => {
    const found = await findIn('climbing-waiver')
    expect(found[0]).toMatchObject({
      page: 1,
      type: 'name',
      party: 'participant',
      why: "rule after 'Name of participant'",
    })
    expect(found.filter((f) => f.party === 'guardian').map((f) => f.type)).toEqual([
      'name',
      'text',
      'signature',
      'date',
    ])
    const lows = found.map((f) => f.y + f.h)
    for (let i = 1; i < lows.length; i += 1) expect(lows[i]!).toBeGreaterThan(lows[i - 1]! - 8)
    for (const f of found) {
      expect(f.x).toBeGreaterThanOrEqual(0)
      expect(f.y + f.h).toBeLessThan(842)
      expect(f.confidence).toBeGreaterThan(0.4)
    }
  })

  it('are none in a report with a chart, a filled table, underlined headings, leaders and struck words', async () => {
    expect(await findIn('season-report')).toEqual([])
  })
})
