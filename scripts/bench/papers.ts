import { WORDS } from '../../shared/words/says'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'
import { PDFDocument } from '@cantoo/pdf-lib'
import { expandTables } from '../../core/layout/expand'
import type { PaperFigures } from '../../core/layout/figures'
import { layoutDocument } from '../../core/layout/layout'
import type { Laid } from '../../core/layout/types'
import { makeSigningKey } from '../../core/evidence/certificate'
import { signDetached } from '../../core/evidence/cms'
import { signingRecord } from '../../core/evidence/record'
import { resolveClauses } from '../../core/document/clauses'
import { type MergeContext, merge } from '../../core/merge/merge'
import { planStages } from '../../core/payment-plan/plan'
import { collect, createPdf, drawPdf, setFont } from '../../core/pdf/draw'
import { type FontSet, fontSet } from '../../core/pdf/fonts'
import type { PlacedMark } from '../../core/pdf/marks'
import { seal } from '../../core/pdf/seal'
import { price } from '../../core/pricing/pricing'
import { KINDS } from '../../demo/data'
import { CLAUSES } from '../../demo/templates/clauses'
import { hireAgreement } from '../../demo/templates/agreements'
import { waiver } from '../../demo/templates/waiver'
import { ORCHARD } from '../../tests/support/line'
import { root } from '../lib.mjs'
import { type Figure, compare } from './measure'

const AT = new Date('2026-06-01T10:00:00Z')

/** The demo's hire agreement, filled: six pages. */
function contract() {
  const pricing = { lines: ORCHARD, discount: null, pricesIncludeTax: false }
  const priced = price(pricing)
  const plan = KINDS[0]!.settings.plan
  const dates = { acceptedOn: null, jobDay: '2026-06-26', today: '2026-06-01' }
  const { stages } = planStages({ plan, total: priced.total, payments: [], ...dates })
  const figures: PaperFigures = { pricing, priced, stages, currency: 'GBP', open: false }
  const whole = resolveClauses(hireAgreement, (id) => {
    const clause = CLAUSES.find((c) => c.id === id)
    return clause && { ...clause, edition: 1 }
  })
  const { document } = merge(whole.document, { values: {}, lists: {}, currency: 'GBP' })
  return { document, figures }
}

/** The PDF library alone, writing the very glyph runs of a laid-out paper: no layout, no structure, no boxes. */
async function writeRuns(laid: Laid, fonts: FontSet): Promise<Uint8Array> {
  const doc = createPdf('', 'en', AT, '', { tagged: false })
  const bytes = collect(doc)
  for (const page of laid.pages) {
    doc.addPage({ size: [laid.width, laid.height], margin: 0 })
    for (const item of page.items)
      if (item.k === 'text') {
        setFont(doc, fonts, item.face, item.size)
        doc.text(item.text, item.x, item.y, { lineBreak: false, baseline: 'alphabetic' })
      }
  }
  doc.end()
  return bytes
}

/** One bare load, stamp, sign and save: what any program that signs a PDF has to do. */
async function stampAndSign(
  sent: Uint8Array,
  laid: Laid,
  marks: Uint8Array,
  sign: (pdf: Uint8Array) => Promise<unknown>,
) {
  const document = await PDFDocument.load(sent, { forIncrementalUpdate: true, updateMetadata: false })
  const drawn = await PDFDocument.load(marks, { updateMetadata: false })
  const [stamp] = await document.embedPdf(drawn, [0])
  document.getPages()[laid.pages.length - 1]!.drawPage(stamp!)
  const pages = drawn.getPageCount()
  const more = await document.copyPages(
    drawn,
    Array.from({ length: pages - 1 }, (_, i) => i + 1),
  )
  for (const page of more) document.addPage(page)
  const saved = await document.save({ useObjectStreams: false, updateFieldAppearances: false, addDefaultPage: false })
  await sign(saved)
}

const GUESTS = 500
/** What a guest's waiver takes from the record. */
function guestContext(n: number): MergeContext {
  const value = (path: string, text: string) =>
    [
      path,
      { value: text, type: 'text', label: path, source: { path, label: path, record: 'job', id: 'j', fact: path } },
    ] as const
  const facts = {
    'guest.name': `Guest number ${n}`,
    'job.title': 'Lakeside evening',
    'job.day': '12 June',
    'job.place': 'Larkmoor Water',
    'business.name': 'Larkmoor Saunas',
    'business.legalName': 'Larkmoor Saunas Ltd',
    'business.phone': '01632 960 100',
  }
  return { values: Object.fromEntries(Object.entries(facts).map(([k, v]) => value(k, v))), lists: {}, currency: 'GBP' }
}

/** One paper for each guest from one template: merged, laid out, drawn, against drawing the same runs alone. */
async function guestPapers(fonts: FontSet): Promise<Figure[]> {
  const options = { at: AT, author: 'Larkmoor Saunas', parties: ['guest', 'guardian'] }
  const lay = (n: number) => layoutDocument(merge(waiver, guestContext(n)).document, fonts)
  const laid = lay(0)
  setFlagsFromString('--expose_gc')
  const collectGarbage = runInNewContext('gc') as () => void
  const memory: number[] = []
  const measured = await compare(
    `${GUESTS} papers for ${GUESTS} guests`,
    1,
    async () => {
      for (let n = 0; n < GUESTS; n += 1) {
        await drawPdf(lay(n), fonts, options)
        if (n % 100 !== 99) continue
        collectGarbage()
        memory.push(process.memoryUsage().heapUsed / 1e6)
      }
    },
    async () => {
      for (let n = 0; n < GUESTS; n += 1) {
        await writeRuns(laid, fonts)
        if (n % 100 === 99) collectGarbage()
      }
    },
    { ratio: 2 },
  )
  // The first run fills caches; what is kept should not grow in the second.
  const [early, late] = [memory[4]!, memory.at(-1)!]
  const name = `memory kept after ${memory.length * 100} of them, against ${GUESTS}`
  return [measured, { name, value: late, unit: 'MB', baseline: early, ratio: late / early, goal: { ratio: 1.2 } }]
}

export async function papers(): Promise<Figure[]> {
  const fonts = fontSet((file) => readFileSync(join(root, '.output/public/fonts', file)))
  const { document, figures } = contract()
  const lay = () => layoutDocument(expandTables(document, figures), fonts)
  const laid = lay()
  const options = { at: AT, author: 'Larkmoor Saunas', parties: ['client', 'business'] }
  const drawing = await compare(
    `lay out and draw the ${laid.pages.length}-page contract`,
    25,
    () => drawPdf(lay(), fonts, options),
    () => writeRuns(laid, fonts),
    { ratio: 2 },
  )

  const sent = await drawPdf(laid, fonts, options)
  const key = await makeSigningKey('Larkmoor Saunas Ltd', AT, 10, new Uint8Array(8))
  const marks = laid.fields.map((at): PlacedMark => ({
    at,
    mark:
      at.field.type === 'signature'
        ? { kind: 'signature', signature: { kind: 'typed', text: 'Ines Marlow', face: 'caveat' } }
        : { kind: 'text', text: 'Ines Marlow' },
  }))
  const record = layoutDocument(
    signingRecord({
      words: WORDS.en.record,
      paper: 'Hire agreement',
      job: 'Orchard weekend',
      business: 'Larkmoor Saunas Ltd',
      language: 'en-GB',
      round: 'r1',
      sentSha: 'a'.repeat(64),
      pages: laid.pages.length,
      lastHash: 'b'.repeat(64),
      people: ['Ines Marlow', 'Maren Fosse'].map((name) => ({
        name,
        part: 'signs',
        reached: 'Reached by e-mail',
        signedAt: AT.toISOString(),
        consent: 'I agree to sign this electronically.',
        given: [{ label: 'Full name', value: name }],
      })),
      events: Array.from({ length: 8 }, () => ({
        at: AT.toISOString(),
        who: 'Ines Marlow',
        what: 'opened it',
        ip: '192.0.2.1',
        device: 'Chrome',
      })),
    }),
    fonts,
  )
  const input = { sent, marks, record, title: 't', language: 'en-GB', author: 'a', at: AT, reason: 'r' }
  // The bare run stamps pages that were drawn before and hashes and signs the same bytes; it draws nothing itself.
  const drawnMarks = await drawPdf({ ...record, pages: [record.pages[0]!, ...record.pages] }, fonts, options)
  const sealing = await compare(
    'seal it: marks, signing record, PAdES signature',
    25,
    () => seal(input, fonts, key),
    () => stampAndSign(sent, laid, drawnMarks, (pdf) => signDetached(pdf, key)),
    { ratio: 1.5 },
  )
  return [drawing, sealing, ...(await guestPapers(fonts))]
}
