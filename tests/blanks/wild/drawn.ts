import { PDFDocument, StandardFonts, rgb } from '@cantoo/pdf-lib'
import PdfKit from 'pdfkit'
import { type Drawn, SHEET } from './canvas'

/** What was laid out, drawn by pdf-lib. */
export async function pdfLib(drawn: Drawn): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  const [plain, bold] = await Promise.all([
    pdf.embedFont(drawn.serif ? StandardFonts.TimesRoman : StandardFonts.Helvetica),
    pdf.embedFont(drawn.serif ? StandardFonts.TimesRomanBold : StandardFonts.HelveticaBold),
  ])
  for (let n = 1; n <= drawn.pages; n += 1) {
    const page = pdf.addPage([SHEET.w, SHEET.h])
    for (const o of drawn.ops.filter((p) => p.page === n))
      if (o.op === 'text')
        page.drawText(o.text, { x: o.x, y: SHEET.h - o.y, size: o.size, font: o.bold ? bold : plain })
      else if (o.op === 'line')
        page.drawLine({
          start: { x: o.x1, y: SHEET.h - o.y1 },
          end: { x: o.x2, y: SHEET.h - o.y2 },
          thickness: o.w,
          ...(o.dotted ? { dashArray: [1, 2] } : {}),
        })
      else
        page.drawRectangle({
          x: o.x,
          y: SHEET.h - o.y - o.h,
          width: o.w,
          height: o.h,
          ...(o.fill === null ? {} : { color: rgb(o.fill, o.fill, o.fill) }),
          ...(o.stroke ? { borderWidth: 0.7, borderColor: rgb(0, 0, 0) } : {}),
        })
  }
  return pdf.save()
}

/** The same by PDFKit. */
export function pdfKit(drawn: Drawn): Promise<Uint8Array> {
  const doc = new PdfKit({ size: [SHEET.w, SHEET.h], margin: 0, autoFirstPage: false })
  const parts: Buffer[] = []
  doc.on('data', (d: Buffer) => parts.push(d))
  const done = new Promise<Uint8Array>((resolve) => doc.on('end', () => resolve(Buffer.concat(parts))))
  for (let n = 1; n <= drawn.pages; n += 1) {
    doc.addPage()
    for (const o of drawn.ops.filter((p) => p.page === n))
      if (o.op === 'text')
        doc
          .font(drawn.serif ? (o.bold ? 'Times-Bold' : 'Times-Roman') : o.bold ? 'Helvetica-Bold' : 'Helvetica')
          .fontSize(o.size)
          .fillColor('black')
          .text(o.text, o.x, o.y, { lineBreak: false, baseline: 'alphabetic' })
      else if (o.op === 'line') {
        doc.lineWidth(o.w)
        if (o.dotted) doc.dash(1, { space: 2 })
        else doc.undash()
        doc.moveTo(o.x1, o.y1).lineTo(o.x2, o.y2).stroke()
      } else {
        doc.undash().lineWidth(0.7).rect(o.x, o.y, o.w, o.h)
        const grey = Math.round(255 * (o.fill ?? 0))
        if (o.fill !== null && o.stroke) doc.fillAndStroke([grey, grey, grey], 'black')
        else if (o.fill !== null) doc.fill([grey, grey, grey])
        else doc.stroke()
      }
  }
  doc.end()
  return done
}
