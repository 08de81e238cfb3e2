import { describe, expect, it } from 'vitest'
import { SURE } from '../core/marking/model'
import { findInPdf } from '../server/files/worker/blanks'
import { scoreOf } from './blanks/score'
import { layOut } from './blanks/wild/canvas'
import { pdfKit, pdfLib } from './blanks/wild/drawn'
import { blanksOf, makeForm } from './blanks/wild/form'

/** Papers of numbers nobody looked at while the finder was made, by the two tools that need nothing installed. */
const FROM = 9000
const sure = async (n: number, plain: boolean) => {
  const drawn = layOut(makeForm(n, plain))
  const found = await findInPdf(new Uint8Array(await (n % 2 ? pdfKit(drawn) : pdfLib(drawn))))
  return { drawn, found: found.filter((f) => f.confidence >= SURE) }
}

describe('blanks of papers made from a seed', () => {
  it('are found, and little else, with what they are for and whose they are', { timeout: 180_000 }, async () => {
    const sum = { truths: 0, found: 0, matched: 0, type: 0, party: 0 }
    for (let n = FROM; n < FROM + 48; n += 1) {
      const { drawn, found } = await sure(n, false)
      expect(drawn.truth).toHaveLength(blanksOf(makeForm(n)).length)
      const score = scoreOf(drawn.truth, found)
      for (const k of Object.keys(sum) as (keyof typeof sum)[]) sum[k] += score[k]
    }
    expect(sum.truths).toBeGreaterThan(700)
    expect(sum.matched / sum.found, 'precision').toBeGreaterThan(0.97)
    expect(sum.matched / sum.truths, 'recall').toBeGreaterThan(0.95)
    expect(sum.type / sum.matched, 'type').toBeGreaterThan(0.97)
    expect(sum.party / sum.matched, 'party').toBeGreaterThan(0.95)
  })

  it('are hardly ever seen where there are none: in articles, price lists, timetables and listings', async () => {
    let [pages, shown] = [0, 0]
    for (let n = FROM; n < FROM + 24; n += 1) {
      const { drawn, found } = await sure(n, true)
      pages += drawn.pages
      shown += found.length
    }
    expect(pages).toBeGreaterThan(40)
    expect((10 * shown) / pages).toBeLessThan(1)
  })
})
