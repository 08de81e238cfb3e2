import { execFileSync, spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { inflateSync } from 'node:zlib'
import { PDFDocument, PDFName, PDFNumber, PDFString } from '@cantoo/pdf-lib'
import { describe, expect, it } from 'vitest'
import { findOnPage } from '../blanks/find'
import type { FoundBlank } from '../blanks/found'
import { readInk, type PdfPage } from '../blanks/read'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import type { PlacedField } from '../layout/types'
import { fontSet } from './fonts'
import type { Inflate } from './guard'
import { takeIn as takeInWith } from './intake'
import { RefusedFile } from './refusal'
import { pictureToPdf, assemble } from './assemble'
import { drawMarked } from './marked'

const inflate: Inflate = (data, most) => {
  try {
    return inflateSync(data, { maxOutputLength: most })
  } catch (error) {
    if ((error as { code?: string }).code === 'ERR_BUFFER_TOO_LARGE') return null
    throw error
  }
}
const takeIn = (bytes: Uint8Array, password?: string) => takeInWith(bytes, inflate, password)
const SET = join(import.meta.dirname, '../../tests/blanks/set')
const folder = mkdtempSync(join(tmpdir(), 'upwold-intake-'))
const file = (name: string) => new Uint8Array(readFileSync(join(SET, `${name}.pdf`)))
const kept = (name: string, bytes: Uint8Array): string => {
  const path = join(folder, name)
  writeFileSync(path, bytes)
  return path
}
const check = (path: string) => spawnSync('qpdf', ['--check', path], { encoding: 'utf8' })
const why = async (bytes: Uint8Array, password?: string): Promise<string> => {
  try {
    await takeIn(bytes, password)
    return 'taken in'
  } catch (error) {
    expect(error).toBeInstanceOf(RefusedFile)
    expect((error as RefusedFile).message).toMatch(/\.$/)
    return (error as RefusedFile).why
  }
}

async function made(change: (pdf: PDFDocument) => void, pages = 1): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  for (let i = 0; i < pages; i += 1) pdf.addPage([300, 300])
  change(pdf)
  return pdf.save({ useObjectStreams: false, addDefaultPage: false })
}
const qpdf = (name: string, ...args: string[]): Uint8Array => {
  const out = join(folder, name)
  execFileSync('qpdf', [...args, join(SET, 'pool-party.pdf'), out])
  return new Uint8Array(readFileSync(out))
}

describe('a file that comes from elsewhere', () => {
  it('is refused with the reason when it can’t be marked', async () => {
    const whole = file('pool-party')
    expect(await why(new TextEncoder().encode('GIF89a and so on'))).toBe('not-pdf')
    expect(await why(whole.subarray(0, 400))).toBe('damaged')
    expect(await why(await made(() => {}, 0))).toBe('no-pages')
    expect(await why(await made(() => {}, 5001))).toBe('too-many-pages')
    expect(await why(qpdf('locked.pdf', '--encrypt', 'sesame', 'owner', '256', '--'))).toBe('password')
    expect(await why(qpdf('locked.pdf', '--encrypt', 'sesame', 'owner', '256', '--'), 'wrong')).toBe('wrong-password')
    const form = (more: Record<string, unknown>) =>
      made((pdf) => pdf.catalog.set(PDFName.of('AcroForm'), pdf.context.obj({ Fields: [], ...more } as never)))
    expect(await why(await form({ XFA: PDFString.of('<xdp/>') }))).toBe('xfa')
    expect(
      await why(
        await made((pdf) => {
          const field = pdf.context.register(pdf.context.obj({ FT: 'Sig', T: PDFString.of('s'), V: { Type: 'Sig' } }))
          pdf.catalog.set(PDFName.of('AcroForm'), pdf.context.obj({ Fields: [field] }))
        }),
      ),
    ).toBe('signed')
    expect(
      await why(
        await made((pdf) => {
          pdf.context.register(
            pdf.context.stream('', { Type: 'XObject', Subtype: 'Image', Width: 60_000, Height: 60_000 }),
          )
        }),
      ),
    ).toBe('picture')
  })

  it('opens with its password, or without where only changing is forbidden, and is then open', async () => {
    for (const [bytes, password] of [
      [qpdf('known.pdf', '--encrypt', 'sesame', 'owner', '256', '--'), 'sesame'],
      [qpdf('streams.pdf', '--object-streams=generate', '--encrypt', 'sesame', 'owner', '256', '--'), 'sesame'],
      [qpdf('known128.pdf', '--allow-weak-crypto', '--encrypt', 'sesame', 'owner', '128', '--'), 'sesame'],
      [qpdf('print-only.pdf', '--encrypt', '', 'owner', '256', '--modify=none', '--'), undefined],
    ] as const) {
      const { pdf } = await takeIn(bytes, password)
      const path = kept('opened.pdf', pdf)
      expect(check(path).status).toBe(0)
      expect(execFileSync('qpdf', ['--show-encryption', path], { encoding: 'utf8' })).toContain('not encrypted')
      // It can be put together with others.
      expect((await assemble([pdf, pdf], [{ file: 1, page: 1, turn: 90 }])).length).toBeGreaterThan(1000)
      expect(execFileSync('pdftotext', [path, '-'], { encoding: 'utf8' })).toContain('POOL PARTY BOOKING')
    }
  })

  it('with a broken cross-reference is mended', async () => {
    const text = Buffer.from(file('pool-party'))
      .toString('latin1')
      .replace(/startxref\s+\d+/, 'startxref\n7')
    const { pdf, pages } = await takeIn(new Uint8Array(Buffer.from(text, 'latin1')))
    expect(pages).toHaveLength(1)
    expect(check(kept('mended.pdf', pdf)).status).toBe(0)
  })

  it('loses scripts, programs to start and attached files, and this is said', async () => {
    const nasty = await made((pdf) => {
      const { context, catalog } = pdf
      const js = context.obj({ S: 'JavaScript', JS: PDFString.of('app.alert(1)') })
      catalog.set(PDFName.of('OpenAction'), js)
      const launch = context.register(
        context.obj({
          Type: 'Annot',
          Subtype: 'Link',
          Rect: [0, 0, 9, 9],
          A: { S: 'Launch', F: PDFString.of('calc.exe') },
        }),
      )
      const clip = context.register(context.obj({ Type: 'Annot', Subtype: 'FileAttachment', Rect: [0, 0, 9, 9] }))
      pdf.getPage(0).node.set(PDFName.of('Annots'), context.obj([launch, clip]))
      pdf.getPage(0).node.set(PDFName.of('AA'), context.obj({ O: js }))
      catalog.set(
        PDFName.of('Names'),
        context.obj({ JavaScript: { Names: [PDFString.of('x'), js] }, EmbeddedFiles: { Names: [] } }),
      )
    })
    const { pdf, removed } = await takeIn(nasty)
    expect(removed.sort()).toEqual(['a script', 'an action that starts a program', 'attached files'])
    const plain = execFileSync('qpdf', ['--qdf', '--object-streams=disable', kept('nasty.pdf', pdf), '-'], {
      encoding: 'latin1',
    })
    expect(plain).not.toMatch(/JavaScript|Launch|calc\.exe|app\.alert|FileAttachment|EmbeddedFiles/)
    expect((await takeIn(pdf)).removed).toEqual([])
  })

  it('that is sound and harmless stays byte for byte as it came', async () => {
    const bytes = file('pool-party')
    expect((await takeIn(bytes)).pdf).toBe(bytes)
  })

  it.each([
    [7.2, 7.2],
    [14_400, 14_400],
  ])('may have pages of %d by %d points', async (w, h) => {
    const { pages } = await takeIn(await made((pdf) => pdf.getPage(0).setSize(w, h)))
    expect(pages).toEqual([{ w, h }])
  })

  it('is measured as it is shown: cropped, turned, in its own unit', async () => {
    expect((await takeIn(file('moorings'))).pages).toEqual([{ w: 520, h: 740 }])
    const unit = await made((pdf) => pdf.getPage(0).node.set(PDFName.of('UserUnit'), PDFNumber.of(2)))
    expect((await takeIn(unit)).pages).toEqual([{ w: 600, h: 600 }])
  })

  it('is put together page by page with others, turned where it should be', async () => {
    const bytes = await assemble(
      [file('pool-party'), file('cottage-tenancy')],
      [
        { file: 1, page: 2, turn: 0 },
        { file: 0, page: 1, turn: 90 },
      ],
    )
    const path = kept('together.pdf', bytes)
    expect(check(path).status).toBe(0)
    const { pages } = await takeIn(bytes)
    expect(pages.map((p) => Math.round(p.w))).toEqual([595, 792])
    expect(execFileSync('pdftotext', ['-f', '1', '-l', '1', path, '-'], { encoding: 'utf8' })).toContain('Witness')
  })

  it('may be a picture', async () => {
    const png = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAIAAAABCAAAAADRSSBWAAAAC0lEQVR42mNk+A8AAQUBAScY42YAAAAASUVORK5CYII=',
      'base64',
    )
    const { pages } = await takeIn(await pictureToPdf(new Uint8Array(png), 'png'))
    expect(Math.round(pages[0]!.w)).toBe(842)
  })
})

const FONTS = join(import.meta.dirname, '../../node_modules/@expo-google-fonts')
const fonts = fontSet((name) => {
  const [stem, cut] = [name.split('_')[0]!, name.slice(name.indexOf('_') + 1, -4)]
  const pkg = { SourceSerif4: 'source-serif-4', NotoSans: 'noto-sans' }[stem] ?? 'noto-sans'
  return new Uint8Array(readFileSync(join(FONTS, pkg, cut, name)))
})

async function blanksIn(bytes: Uint8Array): Promise<FoundBlank[]> {
  const pdf = await getDocument({ data: bytes.slice(), verbosity: 0 }).promise
  const out: FoundBlank[] = []
  for (let n = 1; n <= pdf.numPages; n += 1)
    out.push(...findOnPage(await readInk((await pdf.getPage(n)) as unknown as PdfPage, true)))
  await pdf.destroy()
  return out
}

/** A page as grey pixels, by poppler. */
function pixels(path: string, page: number): { w: number; h: number; at: Buffer } {
  const pgm = execFileSync(
    'pdftoppm',
    ['-gray', '-r', '72', '-cropbox', '-hide-annotations', '-f', String(page), '-l', String(page), path],
    { maxBuffer: 1e8 },
  )
  const [, w, h] = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(pgm.subarray(0, 40).toString('latin1'))!
  return { w: Number(w), h: Number(h), at: pgm.subarray(pgm.length - Number(w) * Number(h)) }
}

describe('a marked file', () => {
  const names = readdirSync(SET).flatMap((f) => (f.endsWith('.pdf') ? [f.slice(0, -4)] : []))
  it.each(names)('%s is valid, and outside its fields every pixel stays', async (name) => {
    const base = file(name)
    const blanks = await blanksIn(base)
    const fields = blanks.map((b, i): PlacedField => ({
      page: b.page,
      x: b.x,
      y: b.y,
      w: b.w,
      h: b.h,
      field: { key: `k${i}`, type: 'text', party: 'client', label: 'Label', required: true },
    }))
    const [first, ...rest] = fields
    const words = first ? [{ ...first, text: 'Larkmoor', face: 'sans' as const }] : []
    const out = kept(
      `${name}-marked.pdf`,
      await drawMarked(
        {
          base,
          fields: rest,
          words,
          strikes: [],
          parties: ['client'],
          title: name,
          language: 'en',
          author: 'Larkmoor',
          at: new Date(0),
        },
        fonts,
      ),
    )
    expect(check(out).stdout + check(out).stderr).toContain('No syntax or stream encoding errors')
    if (first && name !== 'rotated-release')
      expect(execFileSync('pdftotext', [out, '-'], { encoding: 'utf8' })).toContain('Larkmoor')
    for (let n = 1; n <= Math.max(1, ...blanks.map((b) => b.page)); n += 1) {
      const [a, b] = [pixels(join(SET, `${name}.pdf`), n), pixels(out, n)]
      expect([b.w, b.h]).toEqual([a.w, a.h])
      const inside = fields.filter((f) => f.page === n)
      let changed = 0
      for (let y = 0; y < a.h; y += 1)
        for (let x = 0; x < a.w; x += 1)
          if (
            a.at[y * a.w + x] !== b.at[y * a.w + x] &&
            !inside.some((f) => x >= f.x - 2 && x <= f.x + f.w + 2 && y >= f.y - 2 && y <= f.y + f.h + 2)
          )
            changed += 1
      expect(changed).toBe(0)
    }
  })
})
