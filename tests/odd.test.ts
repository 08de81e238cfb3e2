import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { inflateSync } from 'node:zlib'
import { PDFDocument, PDFName, PDFNumber, PDFString, StandardFonts, degrees } from '@cantoo/pdf-lib'
import { describe, expect, it } from 'vitest'
import { type TakenIn, takeIn } from '../core/pdf/intake'
import { suggest } from '../core/marking/suggest'
import { findInPdf, textInPdf } from '../server/files/worker/blanks'

/** PDFs that are odd but legal, and such as are broken: what becomes of them, and what qpdf says of that. */
const work = mkdtempSync(join(tmpdir(), 'odd-'))
const inflate = (data: Uint8Array, most: number) => {
  try {
    return inflateSync(data, { maxOutputLength: Math.max(1, most), finishFlush: 2 })
  } catch (error) {
    if ((error as { code?: string }).code === 'ERR_BUFFER_TOO_LARGE') return null
    throw error
  }
}
const take = (bytes: Uint8Array): Promise<TakenIn> => takeIn(bytes, inflate)

async function form(pages = 1, size: [number, number] = [595, 842]): Promise<PDFDocument> {
  const d = await PDFDocument.create()
  const font = await d.embedFont(StandardFonts.Helvetica)
  for (let i = 0; i < pages; i += 1) {
    const p = d.addPage(size)
    const line = (label: string, y: number, x: number) => {
      p.drawText(label, { x: 60, y, size: 12, font })
      p.drawLine({ start: { x, y: y - 2 }, end: { x: x + 200, y: y - 2 }, thickness: 0.8 })
    }
    p.drawText('Hire of the sauna: what we have to know of you before the day', {
      x: 60,
      y: size[1] - 90,
      size: 12,
      font,
    })
    line('Name:', size[1] - 142, 110)
    line('Signature of the client:', size[1] - 202, 200)
  }
  return d
}
const saved = async (d: PDFDocument) => d.save({ useObjectStreams: false })
const plain = await saved(await form())
const bytesOf = (text: string) => new Uint8Array(Buffer.from(text, 'latin1'))
const text = Buffer.from(plain).toString('latin1')
writeFileSync(join(work, 'plain.pdf'), plain)
/** The plain one, written by qpdf in another way. */
function byQpdf(...args: string[]): Uint8Array {
  execFileSync('qpdf', [...args, join(work, 'plain.pdf'), join(work, 'out.pdf')], { stdio: 'pipe' })
  return new Uint8Array(readFileSync(join(work, 'out.pdf')))
}
const startOf = () => /startxref\s+(\d+)/.exec(text)![1]!
/** Whether qpdf reads a file without having to mend it. */
function isSound(bytes: Uint8Array): boolean {
  writeFileSync(join(work, 'check.pdf'), bytes)
  execFileSync('qpdf', ['--check', join(work, 'check.pdf')], { stdio: 'pipe' })
  return true
}
const types = async (bytes: Uint8Array) => (await findInPdf(bytes)).map((f) => f.type)

/** One page with two letters of a font the file only names (ISO 32000-1, 9.7.5.2). */
function named(encoding: string, font: string, ordering: string, hex: string): Uint8Array {
  const stream = `BT /F1 14 Tf 60 700 Td <${hex}> Tj ET`
  const objects = [
    '<< /Type /Catalog /Pages 2 0 R >>',
    '<< /Type /Pages /Kids [3 0 R] /Count 1 >>',
    '<< /Type /Page /Parent 2 0 R /MediaBox [0 0 595 842] /Contents 4 0 R /Resources << /Font << /F1 5 0 R >> >> >>',
    `<< /Length ${stream.length} >>\nstream\n${stream}\nendstream`,
    `<< /Type /Font /Subtype /Type0 /BaseFont /${font} /Encoding /${encoding} /DescendantFonts [6 0 R] >>`,
    `<< /Type /Font /Subtype /CIDFontType0 /BaseFont /${font} /CIDSystemInfo << /Registry (Adobe) /Ordering (${ordering}) /Supplement 4 >> /FontDescriptor 7 0 R /DW 1000 >>`,
    `<< /Type /FontDescriptor /FontName /${font} /Flags 4 /FontBBox [0 -200 1000 900] /ItalicAngle 0 /Ascent 800 /Descent -200 /CapHeight 700 /StemV 80 >>`,
  ]
  let out = '%PDF-1.4\n'
  const at = objects.map((o, i) => {
    const here = out.length
    out += `${i + 1} 0 obj\n${o}\nendobj\n`
    return here
  })
  const rows = at.map((n) => `${String(n).padStart(10, '0')} 00000 n \n`).join('')
  return bytesOf(
    `${out}xref\n0 ${at.length + 1}\n0000000000 65535 f \n${rows}trailer << /Size ${at.length + 1} /Root 1 0 R >>\nstartxref\n${out.length}\n%%EOF\n`,
  )
}

describe('PDFs that are odd but legal', () => {
  it.each<[string, () => Uint8Array, string[]]>([
    ['with its objects in streams', () => byQpdf('--object-streams=generate'), []],
    ['made for the web', () => byQpdf('--linearize'), []],
    [
      'protected, with no password',
      () => byQpdf('--encrypt', '', 'owner', '256', '--print=none', '--modify=none', '--'),
      ['its protection; it forbade printing, changing, notes, filling in fields: whoever made it may want that kept'],
    ],
    [
      'protected long ago',
      () => byQpdf('--allow-weak-crypto', '--encrypt', '', 'owner', '40', '--print=n', '--'),
      ['its protection; it forbade printing: whoever made it may want that kept'],
    ],
  ])('%s', async (_, make, told) => {
    const { pdf, removed } = await take(make())
    expect(removed).toEqual(told)
    expect(await types(pdf)).toEqual(['name', 'signature'])
    expect(isSound(pdf)).toBe(true)
  })

  it('in units of its own, cut off its origin, turned, and as large as a PDF can be', async () => {
    const changed = async (change: (d: PDFDocument) => void, size?: [number, number]) => {
      const d = await form(1, size)
      change(d)
      return take(await saved(d))
    }
    const doubled = await changed((d) => d.getPage(0).node.set(PDFName.of('UserUnit'), PDFNumber.of(2)))
    expect(doubled.pages).toEqual([{ w: 1190, h: 1684 }])
    expect((await findInPdf(doubled.pdf))[0]).toMatchObject({ x: 220, w: 400 })
    const cut = await changed((d) => {
      d.getPage(0).setMediaBox(-100, -50, 795, 942)
      d.getPage(0).setCropBox(20, 30, 500, 790)
    })
    expect(cut.pages).toEqual([{ w: 500, h: 790 }])
    expect((await findInPdf(cut.pdf))[0]).toMatchObject({ x: 90, w: 200 })
    const turned = await changed((d) => d.getPage(0).setRotation(degrees(90)))
    expect(turned.pages).toEqual([{ w: 842, h: 595 }])
    expect((await findInPdf(turned.pdf))[0]).toMatchObject({ y: 110, h: 200 })
    const wall = await changed(() => {}, [14_400, 14_400])
    expect(await types(wall.pdf)).toEqual(['name', 'signature'])
  })

  it('of 5,000 pages, and no more', { timeout: 120_000 }, async () => {
    const many = await (await form(5000)).save()
    const { pages, pdf } = await take(many)
    expect(pages).toHaveLength(5000)
    expect(pdf).toBe(many)
    await expect(take(await (await form(5001)).save())).rejects.toThrow('more than 5,000 pages')
  })

  it.each([
    ['UniJIS-UCS2-H', 'HeiseiMin-W3', 'Japan1', '6C0F540D', '氏名'],
    ['GBK-EUC-H', 'STSong-Light', 'GB1', 'D0D5C3FB', '姓名'],
    ['UniKS-UCS2-H', 'HYSMyeongJo-Medium', 'Korea1', 'C774B984', '이름'],
  ])('in letters of fonts it only names: %s', async (encoding, font, ordering, hex, says) => {
    const { pdf } = await take(named(encoding, font, ordering, hex))
    expect((await textInPdf(pdf))[0]!.pieces.map((p) => p.text)).toEqual([says])
  })

  it('with fields in families, one of them shown twice: it is one, answered once', async () => {
    const d = await form()
    const town = d.getForm().createTextField('person.address.town')
    for (const y of [500, 400]) town.addToPage(d.getPage(0), { x: 100, y, width: 200, height: 20 })
    const yes = d.getForm().createCheckBox('person.agrees')
    for (const x of [100, 300]) yes.addToPage(d.getPage(0), { x, y: 300, width: 14, height: 14 })
    let n = 0
    const { marks } = suggest(await findInPdf((await take(await saved(d))).pdf), new Map(), () => `m${(n += 1)}`)
    const fields = marks.filter((m) => m.from === 'form')
    expect(fields.map((m) => m.field.dataName)).toEqual([
      ...['person.address.town', 'person.address.town', 'person.agrees', 'person.agrees'],
    ])
    expect(new Set(fields.map((m) => m.field.key)).size).toBe(2)
    expect(new Set(marks.map((m) => m.id)).size).toBe(marks.length)
  })

  it('with links that run or send something, and files in it: those go, and are told', async () => {
    const d = await form()
    const { context } = d
    const link = (action: Record<string, unknown>) =>
      context.register(context.obj({ Type: 'Annot', Subtype: 'Link', Rect: [50, 50, 90, 90], A: action as never }))
    d.getPage(0).node.set(
      PDFName.of('Annots'),
      context.obj([
        link({ S: 'SubmitForm', F: PDFString.of('https://collect.example') }),
        link({ S: 'URI', URI: PDFString.of('javascript:alert(1)') }),
        link({ S: 'URI', URI: PDFString.of('https://larkmoor.example') }),
      ]),
    )
    await d.attach(Buffer.from('hello'), 'a.txt')
    d.catalog.set(PDFName.of('Collection'), context.obj({ Type: 'Collection' }))
    const { pdf, removed } = await take(await saved(d))
    expect(removed.sort()).toEqual([
      'a button that sends the form away',
      'a link that runs something',
      'attached files',
      'the files of a portfolio (open it where it came from and bring them in one by one)',
    ])
    const left = Buffer.from(pdf).toString('latin1')
    expect(left).toContain('larkmoor.example')
    expect(left).not.toMatch(/collect\.example|javascript/)
    expect(isSound(pdf)).toBe(true)
  })
})

describe('PDFs that are broken', () => {
  const ANEW = 'its list of parts, which led nowhere (it was made anew)'
  it.each<[string, string]>([
    ['whose beginning of the list is elsewhere', text.replace(/startxref\s+\d+/, 'startxref\n7')],
    ['whose list leads nowhere', text.replace(/\d{10} 00000 n/g, '0000000009 00000 n')],
    ['that begin with something else', `From: office@larkmoor.example\n\n${text}`],
    ['whose list leads back to itself', text.replace('trailer\n<<', `trailer\n<< /Prev ${startOf()}`)],
    ['without their last word', text.replace(/%%EOF\s*$/, '')],
    ['with much behind their end', `${text}${'\n'.repeat(3000)}--boundary--`],
  ])('%s, are mended, and that is told', async (_, broken) => {
    const { pdf, removed } = await take(bytesOf(broken))
    expect(removed).toEqual([ANEW])
    expect(await types(pdf)).toEqual(['name', 'signature'])
    expect(isSound(pdf)).toBe(true)
  })

  it.each<[string, string, string]>([
    ['cut off', text.slice(0, Math.floor(text.length * 0.6)), 'cut-off'],
    ['nothing but noise', `%PDF-1.7\n${'\u0000\u00ff'.repeat(50_000)}`, 'damaged'],
    ['empty', '%PDF-1.4\n%%EOF', 'damaged'],
    ['another file', 'PK\u0003\u0004 this is no PDF at all', 'not-pdf'],
  ])('%s, are refused with the reason, soon', async (_, broken, why) => {
    const began = performance.now()
    await expect(take(bytesOf(broken))).rejects.toMatchObject({ why })
    expect(performance.now() - began).toBeLessThan(5000)
  })
})
