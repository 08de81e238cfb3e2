import { widgetOf } from './widgets'
import type { Ink } from './ink'
import { meet, OP, symbolOf, type Font, type PdfGlyph, type State } from './ink-state'
import { times, at, boxOf, type Matrix } from './matrix'
import { readPath } from './paths'

/** The part of a pdfjs page that is read (pdfjs-dist 5.4, pinned: its operator list is not a promised interface). */
export interface PdfPage {
  pageNumber: number
  getViewport(o: { scale: number }): { width: number; height: number; transform: number[] }
  getOperatorList(o: { annotationMode: number }): Promise<{ fnArray: number[]; argsArray: unknown[] }>
  getAnnotations(): Promise<unknown[]>
  commonObjs: { has(id: string): boolean; get(id: string): unknown }
  cleanup(): unknown
}

/** A letter as it is written in text: Arabic fonts name the shapes it takes in a word, too (Unicode, 9.2). */
const plainForm = (ch: string): string => (/[\uFB1D-\uFDFF\uFE70-\uFEFC]/.test(ch) ? ch.normalize('NFKC') : ch)

/** Lightness of a `#rrggbb`. */
function lightness(hex: unknown): number {
  const n = typeof hex === 'string' ? Number.parseInt(hex.slice(1, 7), 16) : 0
  return (0.3 * (n >> 16) + 0.59 * ((n >> 8) & 255) + 0.11 * (n & 255)) / 255
}

/** Reads text, paths, pictures and form fields of a page. `withForm`: whether the file has form fields at all. */
export async function readInk(page: PdfPage, withForm: boolean): Promise<Ink> {
  const view = page.getViewport({ scale: 1 })
  const ink: Ink = {
    page: page.pageNumber,
    width: view.width,
    height: view.height,
    glyphs: [],
    strokes: [],
    shapes: [],
    images: [],
    widgets: [],
  }
  const list = await page.getOperatorList({ annotationMode: 0 })
  let base = view.transform as unknown as Matrix
  const fontOf = (id: string) => (page.commonObjs.has(id) ? (page.commonObjs.get(id) as Font) : {})
  const sideways = readOperators(ink, list, base, fontOf)
  // A page whose text runs up or down its side is read as somebody would who turned it.
  if (sideways && sideways.count > 3 * ink.glyphs.length) {
    const turn: Matrix = sideways.down ? [0, -1, 1, 0, 0, view.width] : [0, 1, -1, 0, view.height, 0]
    Object.assign(ink, {
      width: view.height,
      height: view.width,
      glyphs: [],
      strokes: [],
      shapes: [],
      images: [],
      turned: sideways.down ? 'down' : 'up',
    })
    readOperators(ink, list, times(turn, base), fontOf)
    base = times(turn, base)
  }
  if (withForm) ink.widgets = (await page.getAnnotations()).flatMap((a) => widgetOf(a, base))
  return ink
}

function readOperators(
  ink: Ink,
  list: { fnArray: number[]; argsArray: unknown[] },
  base: Matrix,
  fontOf: (id: string) => Font,
): { count: number; down: boolean } | null {
  let down = 0
  let up = 0
  let s: State = { m: base, fill: 0, stroke: 0, width: 1, clip: null }
  const stack: State[] = []
  let clipNext = false
  const t = { font: {} as Font, size: 0, dir: 1, char: 0, word: 0, h: 1, leading: 0, rise: 0, mode: 0 }
  let tm: Matrix = [1, 0, 0, 1, 0, 0]
  let x = 0,
    y = 0,
    lineX = 0,
    lineY = 0
  const move = (dx: number, dy: number) => {
    x = lineX += dx
    y = lineY += dy
  }
  for (let i = 0; i < list.fnArray.length; i += 1) {
    const a = list.argsArray[i] as unknown[] | null
    const n = (k: number) => a?.[k] as number
    switch (list.fnArray[i]) {
      case OP.save:
      case OP.groupBegin:
        stack.push({ ...s })
        break
      case OP.restore:
      case OP.groupEnd:
      case OP.formEnd:
        s = stack.pop() ?? s
        break
      case OP.formBegin:
        stack.push({ ...s })
        if (a?.[0]) s = { ...s, m: times(s.m, a[0] as ArrayLike<number>) }
        if (a?.[1]) {
          const b = a[1] as ArrayLike<number>
          s.clip = meet(s.clip, boxOf([at(s.m, b[0]!, b[1]!), at(s.m, b[2]!, b[3]!)]))
        }
        break
      case OP.transform:
        s.m = times(s.m, a as number[])
        break
      case OP.lineWidth:
        s.width = n(0)
        break
      case OP.strokeRgb:
        s.stroke = lightness(a?.[0])
        break
      case OP.fillRgb:
        s.fill = lightness(a?.[0])
        break
      case OP.strokeNone:
        s.stroke = null
        break
      case OP.fillNone:
        s.fill = null
        break
      case OP.clip:
      case OP.eoClip:
        clipNext = true
        break
      case OP.path: {
        const data = (a?.[1] as (ArrayLike<number> | null)[] | undefined)?.[0]
        if (data && 'length' in data) readPath(ink, s, n(0), data, clipNext)
        clipNext = false
        break
      }
      case OP.image:
      case OP.imageMask:
      case OP.inlineImage:
        ink.images.push(boxOf([at(s.m, 0, 0), at(s.m, 1, 1), at(s.m, 0, 1), at(s.m, 1, 0)]))
        break
      case OP.beginText:
        tm = [1, 0, 0, 1, 0, 0]
        x = y = lineX = lineY = 0
        break
      case OP.charSpacing:
        t.char = n(0)
        break
      case OP.wordSpacing:
        t.word = n(0)
        break
      case OP.hScale:
        t.h = n(0) / 100
        break
      case OP.leading:
        t.leading = -n(0)
        break
      case OP.font:
        t.font = fontOf(String(a?.[0]))
        t.size = Math.abs(n(1))
        t.dir = n(1) < 0 ? -1 : 1
        break
      case OP.renderingMode:
        t.mode = n(0)
        break
      case OP.rise:
        t.rise = n(0)
        break
      case OP.moveText:
        move(n(0), n(1))
        break
      case OP.leadingMoveText:
        t.leading = n(1)
        move(n(0), n(1))
        break
      case OP.textMatrix:
        tm = Array.from((a!.length === 1 ? a![0] : a!) as ArrayLike<number>) as unknown as Matrix
        x = y = lineX = lineY = 0
        break
      case OP.nextLine:
        move(0, t.leading)
        break
      case OP.showText: {
        const m = times(s.m, tm)
        const em = t.size * (t.font.fontMatrix?.[0] || 0.001)
        const scale = Math.hypot(m[2], m[3])
        // Only text that stands upright on the page is read; what runs up its side labels nothing.
        const level = Math.abs(m[1]) < 0.05 * Math.abs(m[0]) && m[0] > 0
        if (!level && Math.abs(m[0]) < 0.05 * Math.abs(m[1])) {
          if (m[1] > 0) down += (a![0] as unknown[]).length
          else up += (a![0] as unknown[]).length
        }
        const bold = !!(t.font.bold || t.font.black || /bold|black|heavy|semib/i.test(t.font.name ?? ''))
        const symbols = /dingbat|wingding|webding|symbol/i.test(t.font.name ?? '')
        for (const g of a![0] as (PdfGlyph | number | null)[]) {
          if (typeof g === 'number') {
            x -= (g * t.size * t.h) / 1000
            continue
          }
          if (!g) continue
          const w = g.width * em * t.h
          const step = w + ((g.isSpace ? t.word : 0) + t.char) * t.h * t.dir
          if (level && !t.font.vertical) {
            const [gx, gy] = at(m, x, y + t.rise)
            if (
              !s.clip ||
              (gx <= s.clip.x + s.clip.w + 1 &&
                gx >= s.clip.x - 20 &&
                gy >= s.clip.y - 1 &&
                gy <= s.clip.y + s.clip.h + 12)
            )
              ink.glyphs.push({
                ch: symbols ? symbolOf(g) : plainForm(g.unicode || ' '),
                x: gx,
                w: w * m[0],
                base: gy,
                size: t.size * scale,
                bold,
              })
          }
          x += step
        }
        break
      }
    }
  }
  return down + up ? { count: down + up, down: down >= up } : null
}
