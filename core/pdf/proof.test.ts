import { execFileSync, spawnSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { PDFDocument, PDFName, StandardFonts } from '@cantoo/pdf-lib'
import { describe, expect, it } from 'vitest'
import { fonts, paper } from '../../tests/support/paper'
import { makeSigningKey } from '../evidence/certificate'
import { layoutDocument } from '../layout/layout'
import type { PlacedField } from '../layout/types'
import { drawMarked } from './marked'
import type { PlacedMark } from './marks'
import { type Bitmap, Unproved, compareDrawn, insistOnInk } from './proof'
import { seal } from './seal'

const folder = mkdtempSync(join(tmpdir(), 'proof-'))
/** A page whose own content ends in the middle of something. */
const ENDS: Record<string, string> = {
  'a string': '(and so on',
  'a hex string': '<48656c',
  'a text object': 'BT /F1 12 Tf 40 40 Td (x) Tj',
  'an array of strings': 'BT /F1 12 Tf [(a) 20 (b',
  'a dictionary': '/Span << /ActualText (x',
  'a clip of nothing': '0 0 1 1 re W n',
  'saved states': 'q q q 0.001 0 0 0.001 900 900 cm',
  'a state far away': '1 0 0 1 4000 4000 cm',
  'more restored than saved': 'Q Q Q 0 0 1 1 re W n',
  'an inline picture': 'BI /W 4 /H 4 /BPC 8 /CS /G ID abc',
  'a path': '100 100 m 200 200 l',
  'hidden content': '/OC /Hidden BDC',
  'a comment': '% and nothing after it is read',
  'white ink': '1 1 1 rg 1 1 1 RG 0 w',
  'text that paints nothing': 'BT 3 Tr /F1 12 Tf ET',
}
async function endingIn(end: string): Promise<Uint8Array> {
  const out = await PDFDocument.create()
  const page = out.addPage([400, 300])
  const font = await out.embedFont(StandardFonts.Helvetica)
  page.node.setFontDictionary(PDFName.of('F1'), font.ref)
  const content = out.context.stream(`BT /F1 14 Tf 40 250 Td (A paper from elsewhere) Tj ET\n${end}`)
  page.node.set(PDFName.of('Contents'), out.context.register(content))
  return out.save({ useObjectStreams: false })
}
const at = (over: Partial<PlacedField> = {}): PlacedField => ({
  page: 1,
  x: 60,
  y: 120,
  w: 160,
  h: 40,
  field: { key: 's', type: 'signature', party: 'client', label: 'Signature', required: true },
  ...over,
})
const mark: PlacedMark = {
  at: at(),
  mark: { kind: 'signature', signature: { kind: 'typed', text: 'Petra Holm', face: 'caveat' } },
}
const about = { title: 'A paper', language: 'en', author: 'Larkmoor', at: new Date(0) }
const record = layoutDocument(paper([{ t: 'paragraph', content: [{ t: 'text', text: 'A record' }] }]), fonts)
const key = await makeSigningKey('Larkmoor', new Date(0), 10, new Uint8Array(8).fill(7))

/** Dark pixels of a box of the first page, drawn by poppler at one to a point. */
function inkIn(pdf: Uint8Array, box: PlacedField): number {
  const path = join(folder, `${Math.random()}.pdf`)
  writeFileSync(path, pdf)
  const pgm = execFileSync('pdftoppm', ['-gray', '-r', '72', '-f', '1', '-l', '1', path], { maxBuffer: 1e8 })
  const width = Number(/^P5\s+(\d+)/.exec(pgm.subarray(0, 40).toString('latin1'))![1])
  const pixels = pgm.subarray(pgm.length - width * 300)
  let n = 0
  for (let y = Math.ceil(box.y + 2); y < box.y + box.h - 2; y += 1)
    for (let x = Math.ceil(box.x + 2); x < box.x + box.w - 2; x += 1) if (pixels[y * width + x]! < 120) n += 1
  return n
}

describe('a page from elsewhere that ends in the middle of something', () => {
  it.each(Object.keys(ENDS))('%s: what is put on it is seen, sent and sealed, by poppler as well', async (end) => {
    const base = await endingIn(ENDS[end]!)
    const second = at({ x: 250, w: 100, field: { ...mark.at.field, key: 'word' } })
    const sent = await drawMarked(
      {
        base,
        ...about,
        fields: [mark.at],
        words: [{ ...second, text: 'Larkmoor', face: 'sans' }],
        strikes: [],
        parties: ['client'],
      },
      fonts,
    )
    expect(inkIn(sent, second)).toBeGreaterThan(20)
    const before = inkIn(sent, mark.at)
    const sealed = await seal({ sent, foreign: true, marks: [mark], record, reason: 'All', ...about }, fonts, key)
    expect(inkIn(sealed, mark.at)).toBeGreaterThan(before + 60)
    expect(Buffer.from(sealed.subarray(0, sent.length)).equals(Buffer.from(sent))).toBe(true)
    // One that was sent as it came, before pages were enclosed, is sealed so that it shows, too.
    const older = await seal({ sent: base, foreign: true, marks: [mark], record, reason: 'All', ...about }, fonts, key)
    expect(inkIn(older, mark.at)).toBeGreaterThan(60)
    const path = join(folder, 'sealed.pdf')
    writeFileSync(path, sealed)
    expect(spawnSync('pdfsig', [path], { encoding: 'utf8' }).stdout).toContain('Signature is Valid')
    expect(spawnSync('qpdf', ['--check', path], { encoding: 'utf8' }).status).not.toBe(2)
  })
})

describe('the proof of ink', () => {
  const white = (): Bitmap => ({ width: 40, height: 30, data: new Uint8Array(40 * 30 * 4).fill(255) })
  const inked = (...places: [number, number][]): Bitmap => {
    const page = white()
    for (const [x, y] of places) page.data.fill(0, (y * 40 + x) * 4, (y * 40 + x) * 4 + 3)
    return page
  }
  const size = { w: 40, h: 30 }
  const box = at({ x: 10, y: 10, w: 10, h: 6 })
  it('finds a mark without ink, and ink where none was to be', () => {
    expect(compareDrawn(white(), inked([12, 12], [13, 12]), size, [box])).toEqual({ unseen: [], outside: 0 })
    expect(compareDrawn(white(), white(), size, [box])).toEqual({ unseen: [0], outside: 0 })
    expect(compareDrawn(white(), inked([35, 25]), size, [box])).toEqual({ unseen: [0], outside: 1 })
  })
  it('finds a page that is not as large as it was', () =>
    expect(
      compareDrawn(white(), { width: 39, height: 30, data: new Uint8Array(39 * 30 * 4) }, size, [box]).unseen,
    ).toEqual([0]))
  it('refuses to seal with the label of what can’t be seen, or the page that changed', () => {
    const on = [{ at: box, mark: { kind: 'tick' as const } }]
    expect(() => insistOnInk(3, white(), white(), size, on)).toThrow(
      'On page 3, what was put in “Signature” can’t be seen.',
    )
    expect(() => insistOnInk(3, white(), inked([12, 12], [13, 12], [1, 1]), size, on)).toThrow(Unproved)
    expect(() => insistOnInk(3, white(), inked([12, 12], [13, 12]), size, on)).not.toThrow()
  })
})
