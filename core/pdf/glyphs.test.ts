import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import { fonts } from '../../tests/support/paper'
import { collect, createPdf, setFont } from './draw'
import { FONT_FILES, type FaceFile } from './fonts'

/** What was written can be copied and found again, letter by letter, by two programs that know nothing of how it was drawn. */
const folder = mkdtempSync(join(tmpdir(), 'glyphs-'))
const FACES = Object.keys(FONT_FILES) as FaceFile[]
const SIDE = 2000

async function written(face: FaceFile, lines: readonly string[]): Promise<Uint8Array> {
  const doc = createPdf('Glyphs', 'en', new Date(0), 'Larkmoor', { tagged: false })
  const bytes = collect(doc)
  lines.forEach((line, i) => {
    if (i % 60 === 0) doc.addPage({ size: [SIDE, SIDE], margin: 0 })
    setFont(doc, fonts, face, 9)
    doc.text(line, 10, 30 + (i % 60) * 32, { lineBreak: false, baseline: 'alphabetic' })
  })
  doc.end()
  return bytes
}
function byPoppler(pdf: Uint8Array): string {
  const path = join(folder, 'read.pdf')
  writeFileSync(path, pdf)
  return execFileSync('pdftotext', ['-enc', 'UTF-8', '-raw', path, '-'], { encoding: 'utf8', maxBuffer: 1e8 })
}
async function byPdfjs(pdf: Uint8Array): Promise<string> {
  const document = await getDocument({ data: pdf.slice(), verbosity: 0, disableFontFace: true }).promise
  let out = ''
  for (let n = 1; n <= document.numPages; n += 1) {
    const { items } = await (await document.getPage(n)).getTextContent({ disableNormalization: true })
    out += items.map((i) => ('str' in i ? i.str : '')).join(' ')
  }
  await document.destroy()
  return out
}
/** Characters that show nothing by themselves, or only in company: spaces, joiners, marks of direction, tags. */
const SHOWN = /^[^\p{Z}\p{C}\p{M}\u115f\u3164\uffff]$/u
const charactersOf = (face: FaceFile): string[] =>
  (fonts.font(face) as unknown as { characterSet: number[] }).characterSet
    .map((c) => String.fromCodePoint(c))
    .filter((c) => SHOWN.test(c))
const seenIn = (text: string) => new Set([...text, ...text.normalize('NFC')])

describe.each(FACES)('%s', (face) => {
  const all = charactersOf(face)
  it('gives back every character it has, in one file', async () => {
    const lines: string[] = []
    all.forEach((c, i) => {
      if (i % 30 === 0) lines.push('')
      lines[lines.length - 1] += `${c} `
    })
    const pdf = await written(face, lines)
    for (const read of [byPoppler(pdf), await byPdfjs(pdf)]) {
      const seen = seenIn(read)
      const lost = all.filter((c) => !seen.has(c) && !seen.has(c.normalize('NFC')) && !seen.has(c.normalize('NFKC')))
      expect(lost.map((c) => c.codePointAt(0)!.toString(16))).toEqual([])
    }
  })
})

/** Scripts that join or run the other way are given back in their own order: they are tried letter by letter above. */
describe.each(FACES.filter((f) => !['arabic', 'hebrew', 'emoji'].includes(f)))('%s', (face) => {
  it('gives back what was written, in subsets of all sizes, whatever was written before', async () => {
    const all = charactersOf(face)
    const letters = all.filter(
      (c) => /[\p{Script=Latin}\p{Script=Cyrillic}\p{Script=Greek}\p{P}\p{N}]/u.test(c) && c.normalize('NFKC') === c,
    )
    const words = fc.array(fc.constantFrom(...letters), { minLength: 1, maxLength: 90 }).map((l) => l.join(''))
    await fc.assert(
      fc.asyncProperty(words, async (word) => {
        const pdf = await written(face, [word])
        expect(byPoppler(pdf).replace(/\s/g, '').normalize('NFC')).toBe(word.normalize('NFC'))
      }),
      { numRuns: 12 },
    )
  })
})

describe('one set of fonts used for long', () => {
  it('keeps its u after a ü was drawn by it, and its quotes after their likes', async () => {
    for (const [first, then] of [
      ['ü', 'Wedding quote, under us'],
      ['é', 'every eve'],
      ['\u02bc', 'the owner’s ‘word’'],
      ['\u2010', 'a well-kept yard'],
      ['\u0394', '\u2206'],
    ] as const) {
      await written('serif-italic', [first])
      expect(byPoppler(await written('serif-italic', [then])).trim()).toBe(then)
    }
  })
})
