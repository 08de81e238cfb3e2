import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { PDFDocument, StandardFonts, degrees, rgb } from '@cantoo/pdf-lib'

/** Papers drawn stroke by stroke, as odd producers do: `npx tsx tests/blanks/make/drawn.ts`. */
const out = join(import.meta.dirname, '../set')
type Truth = { page: number; x: number; y: number; w: number; h: number; type: string; party: string }

/** A page that is stored on its side and shown upright, cropped, with rules made of dots and of hundreds of pieces. */
async function moorings(): Promise<void> {
  const pdf = await PDFDocument.create()
  const font = await pdf.embedFont(StandardFonts.TimesRoman)
  const bold = await pdf.embedFont(StandardFonts.TimesRomanBold)
  const truth: Truth[] = []
  const [W, H] = [560, 780]
  const CUT = 20
  // Shown: W - 2·CUT wide. Stored turned by 90°: what is shown at (x, y) from its top left is drawn at (y, x).
  const page = pdf.addPage([H, W])
  page.setRotation(degrees(90))
  page.setCropBox(CUT, CUT, H - 2 * CUT, W - 2 * CUT)
  const at = (x: number, y: number) => ({ x: y, y: x })
  const text = (x: number, y: number, s: string, f = font, size = 11) => {
    // Each letter is placed by itself.
    let pen = x
    for (const ch of s) {
      page.drawText(ch, { ...at(pen, y), font: f, size, rotate: degrees(90) })
      pen += f.widthOfTextAtSize(ch, size)
    }
    return pen
  }
  const note = (x: number, y: number, w: number, h: number, type: string, party: string) =>
    truth.push({ page: 1, x: x - CUT, y: y - CUT, w, h, type, party })
  const pieces = (x1: number, x2: number, y: number, step: number, length: number) => {
    for (let x = x1; x < x2 - 0.1; x += step)
      page.drawLine({ start: at(x, y), end: at(Math.min(x + length, x2), y), thickness: 0.7 })
  }
  const dots = (x1: number, x2: number, y: number) => {
    for (let x = x1; x < x2; x += 3) page.drawRectangle({ ...at(x, y), width: 0.8, height: 0.8, color: rgb(0, 0, 0) })
  }
  text(60, 70, 'Mooring licence', bold, 17)
  let y = 110
  for (const [label, type, how] of [
    ['Name of applicant', 'name', 'pieces'],
    ['Name of vessel', 'text', 'dots'],
    ['Length over all', 'text', 'dots'],
    ['Licence begins on (date)', 'date', 'pieces'],
  ] as const) {
    const x = text(60, y, label) + 5
    if (how === 'pieces') pieces(x, 420, y + 2, 1, 1)
    else dots(x, 420, y + 2)
    note(x, y - 12, 420 - x, 14, type, 'client')
    y += 30
  }
  text(60, y, 'The harbour office may move a boat in bad weather. Fees are paid each quarter.')
  y += 60
  for (const [x, caption, type, party] of [
    [60, 'Applicant’s signature', 'signature', 'client'],
    [300, 'Date', 'date', 'client'],
  ] as const) {
    pieces(x, x + 180, y, 180, 180)
    text(x, y + 11, caption.replace('’', "'"), font, 8)
    note(x, y - 16, 180, 16, type, party)
  }
  y += 60
  text(60, y - 30, 'For the harbour company', bold, 11)
  for (const [x, caption, type] of [
    [60, 'Signature', 'signature'],
    [300, 'Date', 'date'],
  ] as const) {
    pieces(x, x + 180, y, 180, 180)
    text(x, y + 11, caption, font, 8)
    note(x, y - 16, 180, 16, type, 'business')
  }
  writeFileSync(join(out, 'moorings.pdf'), await pdf.save())
  writeFileSync(join(out, 'moorings.json'), `${JSON.stringify(truth)}\n`)
}

/** Boxes drawn as four lines, rings, a comment box, a struck line, a hidden form field, and a letter of plain text. */
async function therapy(): Promise<void> {
  const pdf = await PDFDocument.create()
  const font = await pdf.embedFont(StandardFonts.Helvetica)
  const bold = await pdf.embedFont(StandardFonts.HelveticaBold)
  const truth: Truth[] = []
  const page = pdf.addPage([595, 842])
  const text = (x: number, y: number, s: string, f = font, size = 10) => {
    page.drawText(s, { x, y: 842 - y, font: f, size })
    return x + f.widthOfTextAtSize(s, size)
  }
  const line = (x1: number, y1: number, x2: number, y2: number) =>
    page.drawLine({ start: { x: x1, y: 842 - y1 }, end: { x: x2, y: 842 - y2 }, thickness: 0.6 })
  const note = (x: number, y: number, w: number, h: number, type: string, party: string) =>
    truth.push({ page: 1, x, y, w, h, type, party })
  const frame = (x: number, y: number, w: number, h: number) => {
    line(x, y, x + w, y)
    line(x + w, y, x + w, y + h)
    line(x + w, y + h, x, y + h)
    line(x, y + h, x, y)
  }
  // A frame round the page.
  frame(25, 25, 545, 792)
  text(50, 60, 'New patient questionnaire', bold, 16)
  line(50, 66, 545, 66)
  text(50, 92, 'Patient name')
  frame(150, 80, 390, 18)
  note(150, 80, 390, 18, 'name', 'client')
  text(50, 116, 'Date of birth')
  frame(150, 104, 120, 18)
  note(150, 104, 120, 18, 'date', 'client')
  text(290, 116, 'Telephone')
  frame(350, 104, 190, 18)
  note(350, 104, 190, 18, 'text', 'client')
  text(50, 150, 'Do you smoke?')
  for (const [x, s] of [
    [150, 'Yes'],
    [210, 'No'],
  ] as const) {
    page.drawEllipse({ x: x + 5, y: 842 - 147, xScale: 5, yScale: 5, borderWidth: 0.6, borderColor: rgb(0, 0, 0) })
    note(x, 142, 10, 10, 'checkbox', 'client')
    text(x + 15, 150, s)
  }
  text(50, 180, 'What brings you here?')
  frame(50, 186, 490, 80)
  note(50, 186, 490, 80, 'text', 'client')
  const end = text(50, 300, 'The first visit is free of charge.')
  line(50, 297, end, 297)
  text(50, 330, 'Medicine', bold)
  text(250, 330, 'Dose', bold)
  text(400, 330, 'Since', bold)
  for (let r = 0; r < 4; r += 1) {
    line(50, 336 + 24 * r, 540, 336 + 24 * r)
    if (r < 3)
      for (const [x, w, type] of [
        [50, 200, 'text'],
        [250, 150, 'text'],
        [400, 140, 'text'],
      ] as const)
        note(x, 336 + 24 * r, w, 24, type, 'client')
  }
  const by = text(50, 470, 'Patient signature')
  line(by + 6, 472, 330, 472)
  note(by + 6, 456, 324 - by, 16, 'signature', 'client')
  const on = text(350, 470, 'Date')
  line(on + 6, 472, 480, 472)
  note(on + 6, 456, 474 - on, 16, 'date', 'client')
  text(50, 520, 'Office use', bold)
  text(50, 545, 'Seen by')
  line(100, 547, 250, 547)
  note(100, 531, 150, 16, 'text', 'business')
  text(270, 545, 'Initials')
  line(312, 547, 360, 547)
  note(312, 531, 48, 16, 'initials', 'business')
  const form = pdf.getForm()
  const hidden = form.createTextField('secret')
  hidden.addToPage(page, { x: 60, y: 60, width: 100, height: 16, hidden: true })
  writeFileSync(join(out, 'therapy-intake.pdf'), await pdf.save())
  writeFileSync(join(out, 'therapy-intake.json'), `${JSON.stringify(truth)}\n`)
}
await moorings()
await therapy()
