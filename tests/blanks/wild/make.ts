import { execFile } from 'node:child_process'
import { mkdir, mkdtemp, readFile, rename, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { basename, join } from 'node:path'
import { promisify } from 'node:util'
import { PDFArray, PDFDict, PDFDocument, PDFName, type PDFNumber, PDFString } from '@cantoo/pdf-lib'
import { chromium } from 'playwright'
import { launchOptions } from '../../support/browser'
import type { Truth } from '../score'
import { layOut } from './canvas'
import { pdfKit, pdfLib } from './drawn'
import { FAMILIES, type Form, blanksOf, makeForm } from './form'
import { addressOf, toHtml } from './html'
import { toGroff, toLatex, toTyped } from './typeset'

const sh = promisify(execFile)
const HERE = import.meta.dirname

/** A paper that was made: whose tool printed it, in which manner, and what it asks. */
export interface Made {
  file: string
  producer: string
  family: string
  lang: string
  plain: boolean
  pages: number
  /** Only scored: its producer, or its manner, is not looked at. */
  held: { producer: boolean; family: boolean }
  truth: Truth[]
}

/** The tools that print; those that are `held` are only scored. */
export const PRODUCERS: { name: string; held: boolean }[] = [
  { name: 'chromium', held: false },
  { name: 'weasyprint', held: true },
  { name: 'reportlab', held: false },
  { name: 'latex-article', held: false },
  { name: 'pdfkit', held: false },
  { name: 'cairo', held: true },
  { name: 'libreoffice', held: false },
  { name: 'groff', held: true },
  { name: 'wkhtmltopdf', held: false },
  { name: 'pdf-lib', held: false },
  { name: 'latex-scrartcl', held: true },
  { name: 'enscript', held: false },
]

/** Where the blanks of a printed form stand: told by the links they are, less the `margin` in points a tool gives a link on each side. */
async function byLinks(bytes: Uint8Array, form: Form, margin = 0): Promise<Truth[]> {
  const blanks = new Map(blanksOf(form).map((b) => [addressOf(b.id), b]))
  const pdf = await PDFDocument.load(bytes, { updateMetadata: false })
  const places = new Map<string, Truth>()
  for (const [i, page] of pdf.getPages().entries()) {
    const annots = page.node.lookupMaybe(PDFName.of('Annots'), PDFArray)
    for (let k = 0; annots && k < annots.size(); k += 1) {
      const link = annots.lookup(k, PDFDict)
      const uri = link.lookupMaybe(PDFName.of('A'), PDFDict)?.lookup(PDFName.of('URI'))
      const b = blanks.get(uri instanceof PDFString ? uri.asString().replace(/\/$/, '') : '')
      if (!b) continue
      const [x1, y1, x2, y2] = link
        .lookup(PDFName.of('Rect'), PDFArray)
        .asArray()
        .map((n) => (n as PDFNumber).asNumber()) as [number, number, number, number]
      const at = {
        page: i + 1,
        x: Math.min(x1, x2) + margin,
        y: page.getHeight() - Math.max(y1, y2) + margin,
        w: Math.abs(x2 - x1) - 2 * margin,
        h: Math.abs(y2 - y1) - 2 * margin,
        type: b.type,
        party: b.party,
        open: b.open,
      }
      const first = places.get(String(b.id))
      // One that was printed in pieces is where the longest stands.
      if (!first || first.w < at.w) places.set(String(b.id), at)
    }
  }
  return [...places.values()]
}

/** Words of a typed page, where a tool of others finds them. */
async function byOrder(file: string, order: ReturnType<typeof toTyped>['order']): Promise<Truth[]> {
  const { stdout } = await sh('pdftotext', ['-bbox', file, '-'], { maxBuffer: 1e8 })
  const places: (Omit<Truth, 'type' | 'party'> & { x: number })[] = []
  let page = 0
  for (const line of stdout.split('\n')) {
    if (line.includes('<page ')) page += 1
    const [, x1, y1, x2, y2, word] =
      /<word xMin="([\d.]+)" yMin="([\d.]+)" xMax="([\d.]+)" yMax="([\d.]+)">(.*)<\/word>/.exec(line) ?? []
    if (!word || !/_{2}/.test(word)) continue
    const text = word.replace(/&[a-z]+;/g, '#')
    const each = (Number(x2) - Number(x1)) / text.length
    for (const m of text.matchAll(/\[__\]|_{3,}/g)) {
      places.push({
        page,
        x: Number(x1) + each * m.index,
        y: Number(y1),
        w: each * m[0].length,
        h: Number(y2) - Number(y1),
      })
    }
  }
  // It may tell them column by column; they were typed line by line.
  places.sort((p, q) => p.page - q.page || Math.round(p.y / 4) - Math.round(q.y / 4) || p.x - q.x)
  return places.flatMap((p, i) =>
    order[i] ? [{ ...p, type: order[i].type, party: order[i].party, open: order[i].open }] : [],
  )
}

/** Makes papers of some numbers into a folder: `NNN.pdf`, and what is true of it as `NNN.json`. */
export async function makePapers(out: string, from: number, to: number, only?: string): Promise<void> {
  await mkdir(out, { recursive: true })
  const work = await mkdtemp(join(tmpdir(), 'papers-'))
  const browser = await chromium.launch(launchOptions)
  const page = await browser.newPage()
  const office: { n: number; form: Form }[] = []
  const path = (n: number, end: string) => join(out, `${String(n).padStart(4, '0')}.${end}`)
  const say = async (n: number, form: Form, producer: string, truth: Truth[]) => {
    const asked = blanksOf(form).length
    if (truth.length !== asked)
      process.stderr.write(`${n} ${producer} ${form.family.name}: ${truth.length} of ${asked} blanks\n`)
    const made: Made = {
      file: basename(path(n, 'pdf')),
      producer,
      family: form.family.name,
      lang: form.lang,
      plain: form.plain,
      pages: (await PDFDocument.load(await readFile(path(n, 'pdf')), { updateMetadata: false })).getPageCount(),
      held: { producer: PRODUCERS.find((p) => p.name === producer)!.held, family: form.family.held },
      truth,
    }
    await writeFile(path(n, 'json'), JSON.stringify(made))
  }
  const one = async (n: number): Promise<void> => {
    const plain = n % 10 === 9
    const form = makeForm(n, plain)
    const producer = PRODUCERS[Math.floor(n / FAMILIES.length) % PRODUCERS.length]!.name
    if (only && producer !== only) return
    const file = path(n, 'pdf')
    const source = join(work, `${n}`)
    if (['reportlab', 'cairo', 'pdfkit', 'pdf-lib'].includes(producer)) {
      const drawn = layOut(form)
      if (producer === 'pdfkit') await writeFile(file, await pdfKit(drawn))
      else if (producer === 'pdf-lib') await writeFile(file, await pdfLib(drawn))
      else {
        await writeFile(`${source}.json`, JSON.stringify(drawn))
        await sh('/usr/bin/python3', [join(HERE, 'draw.py'), producer, `${source}.json`, file])
      }
      return say(n, form, producer, drawn.truth)
    }
    if (producer === 'enscript') {
      const { text, order } = toTyped(form)
      const typed = text.replace(/[“”„]/g, '"').replace(/[’‘]/g, "'").replace(/€/g, 'EUR').replace(/·/g, '-')
      await writeFile(`${source}.txt`, Buffer.from(typed, 'latin1'))
      await sh('enscript', [
        '-q',
        '-B',
        '-M',
        'A4',
        '-X',
        '88591',
        '-f',
        `Courier${form.n % 2 ? 9 : 10}`,
        '-p',
        `${source}.ps`,
        `${source}.txt`,
      ])
      await sh('ps2pdf', ['-sPAPERSIZE=a4', `${source}.ps`, file])
      return say(n, form, producer, await byOrder(file, order))
    }
    if (producer.startsWith('latex')) {
      await writeFile(`${source}.tex`, toLatex(form, producer === 'latex-article' ? 'article' : 'scrartcl'))
      await sh('pdflatex', ['-interaction=nonstopmode', '-output-directory', work, `${source}.tex`]).catch(
        (error: { stdout?: string }) => {
          if (!/Output written/.test(error.stdout ?? '')) throw error
        },
      )
      await rename(`${source}.pdf`, file)
    } else if (producer === 'groff') {
      await writeFile(`${source}.ms`, toGroff(form))
      const { stdout } = await sh('groff', ['-t', '-k', '-ms', '-mspdf', '-Tpdf', '-P-pa4', `${source}.ms`], {
        encoding: 'buffer',
        maxBuffer: 1e8,
      })
      await writeFile(file, stdout)
    } else {
      await writeFile(`${source}.html`, toHtml(form, producer === 'libreoffice' ? 'words' : 'all'))
      if (producer === 'libreoffice') {
        office.push({ n, form })
        return
      }
      if (producer === 'chromium') {
        await page.goto(`file://${source}.html`)
        await writeFile(file, await page.pdf({ format: 'A4', preferCSSPageSize: true }))
      } else if (producer === 'weasyprint') await sh('/usr/bin/weasyprint', ['-q', `${source}.html`, file])
      else
        await sh(
          'wkhtmltopdf',
          ['-q', '--page-size', 'A4', '-B', '18mm', '-T', '18mm', '-L', '18mm', '-R', '18mm', `${source}.html`, file],
          { env: { ...process.env, QT_QPA_PLATFORM: 'offscreen' } },
        )
    }
    return say(n, form, producer, await byLinks(await readFile(file), form, producer === 'groff' ? 2 : 0))
  }
  try {
    for (let n = from; n < to; n += 1)
      await one(n).catch((error: unknown) => process.stderr.write(`${n}: ${String(error).slice(0, 300)}\n`))
    if (office.length) {
      const files = office.map(({ n }) => join(work, `${n}.html`))
      await sh(
        'soffice',
        [
          '--headless',
          `-env:UserInstallation=file://${work}/office`,
          '--convert-to',
          'pdf:writer_web_pdf_Export',
          '--outdir',
          work,
          ...files,
        ],
        { maxBuffer: 1e8 },
      )
      for (const { n, form } of office) {
        await rename(join(work, `${n}.pdf`), path(n, 'pdf'))
        await say(n, form, 'libreoffice', await byLinks(await readFile(path(n, 'pdf')), form))
      }
    }
  } finally {
    await browser.close()
    await rm(work, { recursive: true, force: true })
  }
}

if (process.argv[1] === import.meta.filename) {
  const [out = '', from = '0', to = '660', only] = process.argv.slice(2)
  await makePapers(out, Number(from), Number(to), only)
}
