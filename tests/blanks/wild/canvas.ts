import { PDFDocument, StandardFonts } from '@cantoo/pdf-lib'
import type { Truth } from '../score'
import { type Asked, type Block, type Form, type Part } from './form'
import { SIGN } from './html'
import { TONGUES } from './words'

/** What is drawn on a page, in points from its top left; `y` of words is their baseline. */
export type Op = { page: number } & (
  | { op: 'text'; x: number; y: number; size: number; bold: boolean; text: string }
  | { op: 'line'; x1: number; y1: number; x2: number; y2: number; w: number; dotted: boolean }
  | { op: 'rect'; x: number; y: number; w: number; h: number; fill: number | null; stroke: boolean }
)
export interface Drawn {
  serif: boolean
  pages: number
  ops: Op[]
  truth: Truth[]
}
export const SHEET = { w: 595, h: 842 }
const LEFT = 54
const WIDE = SHEET.w - 2 * LEFT

const doc = await PDFDocument.create()
const FACES = {
  sans: [await doc.embedFont(StandardFonts.Helvetica), await doc.embedFont(StandardFonts.HelveticaBold)],
  serif: [await doc.embedFont(StandardFonts.TimesRoman), await doc.embedFont(StandardFonts.TimesRomanBold)],
} as const

/** Lays a form out with a ruler: for the tools that are told where each thing is to be. */
export function layOut(form: Form): Drawn {
  const serif = form.n % 2 === 1
  const faces = serif ? FACES.serif : FACES.sans
  const { family: f, size } = form
  const w = SIGN[form.lang]
  const ops: Op[] = []
  const truth: Truth[] = []
  let [page, y] = [1, 60]
  const widthOf = (text: string, s = size, bold = false) => faces[bold ? 1 : 0].widthOfTextAtSize(text, s)
  const text = (x: number, at: number, words: string, s = size, bold = false) =>
    ops.push({ page, op: 'text', x, y: at, size: s, bold, text: words })
  const line = (x1: number, y1: number, x2: number, y2: number, dotted = false, thick = 0.7) =>
    ops.push({ page, op: 'line', x1, y1, x2, y2, w: thick, dotted })
  const rect = (x: number, top: number, wd: number, h: number, fill: number | null = null, stroke = true) =>
    ops.push({ page, op: 'rect', x, y: top, w: wd, h, fill, stroke })
  const furniture = () => {
    if (!form.running) return
    text(LEFT, 34, form.running.head, 8)
    line(LEFT, 38, LEFT + WIDE, 38)
    if (!form.running.foot) return
    line(LEFT, 806, LEFT + WIDE, 806)
    text(LEFT + WIDE - 40, 818, TONGUES[form.lang].page(page), 8)
  }
  const room = (h: number) => {
    if (y + h < 790) return
    page += 1
    y = 60
    furniture()
  }
  const is = (b: Asked, x: number, top: number, wd: number, h: number) =>
    truth.push({ page, x, y: top, w: wd, h, type: b.type, party: b.party, open: b.open })
  /** A place to write on that begins at `x` and stands on the baseline `at`. */
  const place = (b: Asked, x: number, at: number, wd: number): void => {
    if (b.type === 'checkbox') return tick(b, x, at)
    if (f.ink === 'underscores' || f.ink === 'dots') {
      const ch = f.ink === 'dots' ? '.' : '_'
      const words = ch.repeat(Math.max(4, Math.floor(wd / widthOf(ch))))
      text(x, at, words)
      is(b, x, at - 11, widthOf(words), 13)
    } else if (f.ink === 'box') {
      rect(x, at - 12, wd, 16)
      is(b, x, at - 12, wd, 16)
    } else {
      if (f.ink !== 'white') line(x, at + 1.5, x + wd, at + 1.5, f.ink === 'dotted')
      is(b, x, at - 12, wd, 13.5)
    }
  }
  const tick = (b: Asked, x: number, at: number): void => {
    if (f.tick === 'brackets') {
      text(x, at, '[    ]')
      is(b, x, at - 8, widthOf('[    ]'), 10)
    } else {
      rect(x, at - 8, 9, 9)
      is(b, x, at - 8, 9, 9)
    }
  }
  const flow = (parts: readonly Part[], x = LEFT, wd = WIDE, lead = 1.35): void => {
    let at = x
    const down = () => {
      at = x
      y += lead * size
      room(lead * size)
    }
    room(lead * size)
    y += size
    for (const p of parts) {
      if (typeof p !== 'string') {
        const need = p.type === 'text' ? 90 : p.type === 'date' ? 80 : 150
        if (at + need > x + wd) down()
        place(p, at, y, need)
        at += need + 2
        continue
      }
      for (const word of p.match(/\S+\s*|\s+/g) ?? []) {
        if (at + widthOf(word.trimEnd()) > x + wd) down()
        if (word.trim()) text(at, y, word.trimEnd())
        at += widthOf(word)
      }
    }
    y += 0.8 * size
  }
  const beside = (
    rows: { label: string; blank: Asked }[],
    per: number,
    draw: (r: (typeof rows)[number], x: number, wd: number) => void,
    h: number,
  ) => {
    for (let i = 0; i < rows.length; i += per) {
      room(h)
      for (const [k, r] of rows.slice(i, i + per).entries())
        draw(r, LEFT + (k * WIDE) / per, WIDE / per - (per > 1 ? 14 : 0))
      y += h
    }
  }
  const cells = (widths: number[], rows: { h: number; cells: ((x: number, wd: number) => void)[] }[], grey = false) => {
    for (const [n, row] of rows.entries()) {
      room(row.h)
      let x = LEFT
      row.cells.forEach((draw, i) => {
        if (grey && n === 0) rect(x, y, widths[i]!, row.h, 0.88, false)
        rect(x, y, widths[i]!, row.h)
        draw(x, widths[i]!)
        x += widths[i]!
      })
      y += row.h
    }
    y += 10
  }
  const words =
    (s: string, bold = false) =>
    (x: number) =>
      void text(x + 4, y + 13, s, size - 0.5, bold)
  const open = (b: Asked, h: number) => (x: number, wd: number) => void is(b, x, y, wd, h)

  const block = (b: Block): void => {
    switch (b.is) {
      case 'title':
        room(30)
        y += 1.6 * size
        text(LEFT, y, b.text, 1.6 * size, true)
        y += 12
        return
      case 'heading':
        room(60)
        y += 1.6 * size
        text(LEFT, y, b.text, 1.12 * size, true)
        if (form.n % 4 === 0) line(LEFT, y + 4, LEFT + WIDE, y + 4)
        y += 8
        return
      case 'para':
        return flow([b.text])
      case 'note': {
        room(60)
        const top = y
        y += 5
        flow([b.text], LEFT + 8, WIDE - 16)
        rect(LEFT, top, WIDE, y - top)
        y += 8
        return
      }
      case 'sentence':
        return flow(b.parts, LEFT, WIDE, 1.9)
      case 'fields':
        y += 4
        if (f.label === 'grid')
          return cells(
            [WIDE * 0.34, WIDE * 0.66],
            b.rows.map((r) => ({ h: 20, cells: [words(r.label), open(r.blank, 20)] })),
          )
        if (f.label === 'inside')
          beside(
            b.rows,
            2,
            (r, x, wd) => {
              rect(x, y, wd + 14, 34)
              text(x + 3, y + 9, r.label, 0.78 * size)
              is(r.blank, x, y + 11, wd + 14, 23)
            },
            34,
          )
        else if (f.label === 'under')
          beside(
            b.rows,
            1,
            (r) => {
              place(r.blank, LEFT, y + 18, 240)
              text(LEFT, y + 18 + 0.95 * size, r.label, 0.78 * size)
            },
            36,
          )
        else if (f.label === 'over')
          beside(
            b.rows,
            1,
            (r) => {
              text(LEFT, y + size, r.label)
              place(r.blank, LEFT, y + size + 19, 260)
            },
            38,
          )
        else
          beside(
            b.rows,
            f.label === 'pair' ? 2 : 1,
            (r, x, wd) => {
              const said = f.label === 'pair' ? r.label : `${r.label}:`
              text(x, y + 14, said)
              const from = x + widthOf(said) + 5
              const long = f.label === 'pair' ? wd - widthOf(said) - 8 : 220
              place(r.blank, from, y + 14, Math.max(40, long))
              if (f.ink === 'white') text(from + long + 1, y + 14, '.')
            },
            24,
          )
        y += 6
        return
      case 'ticks': {
        room(40)
        text(LEFT, y + size, b.ask)
        y += 1.6 * size
        let x = LEFT
        for (const o of b.options) {
          tick(o.blank, x, y + size)
          const from = x + (f.tick === 'brackets' ? widthOf('[    ]') : 9) + 4
          text(from, y + size, o.text)
          x = from + widthOf(o.text) + 18
        }
        y += 2.2 * size
        return
      }
      case 'initial': {
        flow([b.text], LEFT, WIDE - 110)
        const at = y - 0.8 * size
        text(LEFT + WIDE - 100, at, `${b.label}:`)
        place(b.blank, LEFT + WIDE - 95 + widthOf(`${b.label}:`), at, 40)
        return
      }
      case 'table':
        return cells(
          b.heads.map(() => WIDE / b.heads.length),
          [
            { h: 18, cells: b.heads.map((h) => words(h, true)) },
            ...b.rows.map((r) => ({ h: 20, cells: r.map((c) => open(c, 20)) })),
          ],
          true,
        )
      case 'filled':
        for (const [n, r] of b.rows.entries()) {
          room(17)
          if (b.shaded && n % 2 === 0) rect(LEFT, y, WIDE, 17, 0.9, false)
          r.forEach((c, i) => text(LEFT + 4 + (i * WIDE) / r.length, y + 12, c))
          if (!b.shaded) line(LEFT, y + 16.5, LEFT + WIDE, y + 16.5)
          y += 17
        }
        y += 8
        return
      case 'leaders':
        for (const [a, z] of b.rows) {
          room(15)
          const dots = '.'.repeat(Math.floor((WIDE - widthOf(a) - widthOf(z) - 12) / widthOf('.')))
          text(LEFT, y + size, a)
          text(LEFT + widthOf(a) + 5, y + size, dots)
          text(LEFT + WIDE - widthOf(z), y + size, z)
          y += 15
        }
        y += 6
        return
      case 'listing':
        room(14 * b.lines.length)
        for (const l of b.lines) {
          y += 12
          if (l) text(LEFT + 12 * ((l.length - l.trimStart().length) / 4), y, l.trim(), 0.85 * size)
        }
        y += 10
        return
      case 'columns': {
        room(90)
        const [top, half] = [y, WIDE / 2 - 10]
        flow([b.left], LEFT, half)
        const low = y
        y = top
        flow([b.right], LEFT + half + 20, half)
        y = Math.max(y, low)
        return
      }
      case 'chart':
        room(110)
        line(LEFT, y, LEFT, y + 90)
        line(LEFT, y + 90, LEFT + 220, y + 90)
        b.values.forEach((v, i) => {
          rect(LEFT + 12 + i * 40, y + 90 - v, 24, v)
          text(LEFT + 20 + i * 40, y + 100, String(i + 1), 8)
        })
        y += 112
        return
      case 'line':
        room(14)
        line(LEFT, y + 6, LEFT + WIDE, y + 6)
        y += 14
        return
      case 'sign':
        return signed(b)
    }
  }
  const signed = (b: Extract<Block, { is: 'sign' }>): void => {
    y += 10
    if (f.sign === 'table') {
      const named = !!b.people[0]!.name
      const heads = ['', ...(named ? [w.name] : []), w.signature, w.date]
      return cells(
        heads.map(() => WIDE / heads.length),
        [
          { h: 18, cells: heads.map((h) => words(h, true)) },
          ...b.people.map((p) => ({
            h: 28,
            cells: [words(p.role), ...[p.name, p.signature, p.date].flatMap((a) => (a ? [open(a, 28)] : []))],
          })),
        ],
      )
    }
    if (f.sign === 'columns') {
      room(110)
      const top = y
      const per = WIDE / b.people.length
      let low = y
      b.people.forEach((p, i) => {
        const x = LEFT + i * per
        y = top + size
        text(x, y, p.role, size, true)
        for (const [a, said] of [
          [p.signature, w.signature],
          [p.name, w.name],
          [p.date, w.date],
        ] as [Asked | null, string][]) {
          if (!a) continue
          y += 26
          text(x, y, `${said}:`)
          place(a, x + widthOf(`${said}:`) + 4, y, per - widthOf(`${said}:`) - 24)
        }
        low = Math.max(low, y)
      })
      y = low + 16
      return
    }
    for (const p of b.people) {
      room(60)
      if (f.sign === 'captions') {
        const all = (
          [
            [p.signature, `${w.signature} ${p.role}`],
            [p.name, w.name],
            [p.date, w.date],
          ] as [Asked | null, string][]
        ).filter(([a]) => a)
        const per = WIDE / all.length
        all.forEach(([a, said], i) => {
          place(a!, LEFT + i * per, y + 26, per - 20)
          text(LEFT + i * per, y + 26 + size, said, 0.8 * size)
        })
        y += 50
      } else {
        const said = `${w.signature} (${p.role}):`
        let x = LEFT
        text(x, y + 20, said)
        x += widthOf(said) + 4
        place(p.signature, x, y + 20, 150)
        x += 160
        text(x, y + 20, `${w.date}:`)
        place(p.date!, x + widthOf(`${w.date}:`) + 4, y + 20, 70)
        y += 26
        if (p.name) {
          text(LEFT, y + 18, `${w.name}:`)
          place(p.name, LEFT + widthOf(`${w.name}:`) + 4, y + 18, 150)
          y += 24
        }
      }
    }
  }
  furniture()
  for (const b of form.blocks) block(b)
  return { serif, pages: page, ops, truth }
}
