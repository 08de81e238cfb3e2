import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { chromium } from '@playwright/test'
import { PNG } from 'pngjs'
import { prepareZXingModule, writeBarcode } from 'zxing-wasm/writer'
import { alphabetFrom } from '../core/identity/lines'
import { launchOptions } from '../tests/support/browser'

/**
 * Draws the specimen documents the stand-in checker comes with, and the shapes of the letters it reads. Everybody on them
 * is invented; the state is Utopia (UTO), which ICAO 9303 keeps for specimens.
 */
const root = fileURLToPath(new URL('..', import.meta.url))
const require = createRequire(import.meta.url)
const LETTERS = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ<'
const font = readFileSync(join(root, 'node_modules/@expo-google-fonts/noto-sans/600SemiBold/NotoSans_600SemiBold.ttf'))

/** A check digit (ICAO 9303-3, 4.9): weights 7, 3, 1; letters from 10, `<` is 0. */
function digit(text: string): number {
  const value = (c: string) => (c === '<' ? 0 : /\d/.test(c) ? Number(c) : c.charCodeAt(0) - 55)
  return [...text].reduce((sum, c, i) => sum + value(c) * [7, 3, 1][i % 3]!, 0) % 10
}
const pad = (text: string, n: number) => text.padEnd(n, '<').slice(0, n)
interface Holder {
  family: string
  given: string
  number: string
  born: string
  expires: string
  sex: string
}
function passportLines(h: Holder, wrong = false): string[] {
  const number = pad(h.number, 9)
  const [d1, d2, d3] = [digit(number), digit(h.born), digit(h.expires)]
  const personal = pad('', 14)
  const all = digit(`${number}${d1}${h.born}${d2}${h.expires}${d3}${personal}0`)
  const second = `${number}${wrong ? (d1 + 3) % 10 : d1}UTO${h.born}${d2}${h.sex}${h.expires}${d3}${personal}0${all}`
  return [pad(`P<UTO${h.family}<<${h.given.replaceAll(' ', '<')}`, 44), second]
}
function cardLines(h: Holder): string[] {
  const number = pad(h.number, 9)
  const first = pad(`I<UTO${number}${digit(number)}`, 30)
  const middle = `${h.born}${digit(h.born)}${h.sex}${h.expires}${digit(h.expires)}UTO`
  const all = digit(first.slice(5) + middle.slice(0, 7) + middle.slice(8, 15) + pad('', 11))
  return [first, `${pad(middle, 29)}${all}`, pad(`${h.family}<<${h.given.replaceAll(' ', '<')}`, 30)]
}
const longDay = (yymmdd: string, century: string) =>
  `${yymmdd.slice(2, 4)}${yymmdd.slice(4)}${century}${yymmdd.slice(0, 2)}`
function licenceText(h: Holder): string {
  const body = [
    `DAQ${h.number}`,
    `DCS${h.family}`,
    `DAC${h.given}`,
    `DBB${longDay(h.born, '19')}`,
    `DBA${longDay(h.expires, '20')}`,
  ]
  return `@\n\u001e\rANSI 636000100002DL00410278DL${body.join('\n')}\n`
}

const INES: Holder = {
  family: 'MARLOW',
  given: 'INES RUTH',
  number: 'UT4471205',
  born: '880612',
  expires: '330501',
  sex: 'F',
}
const DARIO: Holder = {
  family: 'MARLOW',
  given: 'DARIO',
  number: 'UT9920318',
  born: '850309',
  expires: '320117',
  sex: 'M',
}
const OTHER: Holder = {
  family: 'ASHDOWN',
  given: 'QUENTIN',
  number: 'UT1103377',
  born: '790224',
  expires: '310930',
  sex: 'M',
}
const DOCUMENTS = [
  { file: 'passport', title: 'Passport', holder: INES, lines: passportLines(INES) },
  {
    file: 'passport-expired',
    title: 'Passport',
    holder: { ...INES, expires: '240430' },
    lines: passportLines({ ...INES, expires: '240430' }),
  },
  { file: 'passport-wrong-digit', title: 'Passport', holder: INES, lines: passportLines(INES, true) },
  { file: 'passport-other-name', title: 'Passport', holder: OTHER, lines: passportLines(OTHER) },
  { file: 'identity-card', title: 'Identity card', holder: DARIO, lines: cardLines(DARIO) },
  { file: 'licence', title: 'Driving licence', holder: INES, barcode: licenceText(INES) },
  {
    file: 'licence-expired',
    title: 'Driving licence',
    holder: { ...DARIO, expires: '230117' },
    barcode: licenceText({ ...DARIO, expires: '230117' }),
  },
]

const css = `@font-face{font-family:N;src:url(data:font/ttf;base64,${font.toString('base64')})}
*{box-sizing:border-box;margin:0}body{font-family:N;color:#20302b;background:#fff}
.zone{font-size:25px;line-height:1;color:#000;padding:0 30px}.row{display:flex;margin-bottom:16px}
.row span{text-align:center;flex:1}
.doc{width:1200px;height:780px;background:#f4f1e6;display:flex;flex-direction:column}
.top{flex:1;padding:40px;display:flex;gap:36px}.face{width:230px;height:290px;background:#dcd6c3}
h1{font-size:30px;letter-spacing:3px}dl{display:grid;grid-template-columns:180px 1fr;gap:10px;margin-top:24px;font-size:22px}dt{color:#6a6658}
.foot{background:#fff;padding:26px 0 12px}.bar{padding:20px;text-align:center}.bar img{width:760px}
p.mark{color:#a4471f;font-size:17px;margin-top:20px}`
const row = (line: string) =>
  `<div class="row">${[...line].map((c) => `<span>${c === '<' ? '&lt;' : c}</span>`).join('')}</div>`
const day = (d: string, c: string) => `${d.slice(4)}.${d.slice(2, 4)}.${c}${d.slice(0, 2)}`
const FACE =
  '<svg viewBox="0 0 100 126" width="230" height="290"><circle cx="50" cy="46" r="24" fill="#b99f86"/><path d="M8 126c2-32 20-46 42-46s40 14 42 46z" fill="#6b3f78"/></svg>'

mkdirSync(join(root, 'server/gateways/identity/specimens'), { recursive: true })
prepareZXingModule({
  overrides: { wasmBinary: readFileSync(require.resolve('zxing-wasm/writer/zxing_writer.wasm')) } as never,
})
const browser = await chromium.launch(launchOptions)
const page = await browser.newPage({ viewport: { width: 1200, height: 780 } })
await page.setContent(`<style>${css}</style><div class="zone" style="padding:30px">${row(LETTERS)}</div>`)
await page.evaluate(() => document.fonts.ready)
const sheet = PNG.sync.read(await page.screenshot({ clip: { x: 0, y: 0, width: 1200, height: 90 } }))
const alphabet = alphabetFrom(
  { width: sheet.width, height: sheet.height, data: new Uint8ClampedArray(sheet.data) },
  LETTERS,
)
writeFileSync(join(root, 'core/identity/alphabet.json'), `${JSON.stringify(alphabet)}\n`)
for (const d of DOCUMENTS) {
  const bar = d.barcode ? await writeBarcode(d.barcode, { format: 'PDF417', scale: 3 }) : null
  if (bar && !bar.svg) throw new Error(bar.error)
  const foot = d.lines
    ? `<div class="foot zone">${d.lines.map(row).join('')}</div>`
    : `<div class="foot bar"><img src="data:image/svg+xml;base64,${Buffer.from(bar!.svg).toString('base64')}"></div>`
  await page.setContent(
    `<style>${css}</style><div class="doc"><div class="top"><div class="face">${FACE}</div><div><h1>${d.title.toUpperCase()} · UTOPIA</h1><dl><dt>Family name</dt><dd>${d.holder.family}</dd><dt>Given names</dt><dd>${d.holder.given}</dd><dt>Born</dt><dd>${day(d.holder.born, '19')}</dd><dt>Number</dt><dd>${d.holder.number}</dd><dt>Valid until</dt><dd>${day(d.holder.expires, '20')}</dd></dl><p class="mark">SPECIMEN</p></div></div>${foot}</div>`,
  )
  await page.evaluate(() => document.fonts.ready)
  await page.screenshot({ path: join(root, `server/gateways/identity/specimens/${d.file}.png`) })
}
await browser.close()
