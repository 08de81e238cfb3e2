import type { Area, Ink, Shape, Stroke, Widget } from './ink'

/** The part of a pdfjs page that is read (pdfjs-dist 5.4, pinned: its operator list is not a promised interface). */
export interface PdfPage {
  pageNumber: number
  getViewport(o: { scale: number }): { width: number; height: number; transform: number[] }
  getOperatorList(o: { annotationMode: number }): Promise<{ fnArray: number[]; argsArray: unknown[] }>
  getAnnotations(): Promise<unknown[]>
  commonObjs: { has(id: string): boolean; get(id: string): unknown }
  cleanup(): unknown
}
type Matrix = readonly [number, number, number, number, number, number]
const times = (m: Matrix, n: ArrayLike<number>): Matrix => [
  m[0] * n[0]! + m[2] * n[1]!,
  m[1] * n[0]! + m[3] * n[1]!,
  m[0] * n[2]! + m[2] * n[3]!,
  m[1] * n[2]! + m[3] * n[3]!,
  m[0] * n[4]! + m[2] * n[5]! + m[4],
  m[1] * n[4]! + m[3] * n[5]! + m[5],
]
const at = (m: Matrix, x: number, y: number): [number, number] => [
  m[0] * x + m[2] * y + m[4],
  m[1] * x + m[3] * y + m[5],
]

/** Operator numbers of pdfjs 5.4 (`OPS`). */
const OP = {
  lineWidth: 2,
  save: 10,
  restore: 11,
  transform: 12,
  stroke: 20,
  closeStroke: 21,
  fill: 22,
  eoFill: 23,
  fillStroke: 24,
  eoFillStroke: 25,
  closeFillStroke: 26,
  closeEOFillStroke: 27,
  clip: 29,
  eoClip: 30,
  beginText: 31,
  charSpacing: 33,
  wordSpacing: 34,
  hScale: 35,
  leading: 36,
  font: 37,
  renderingMode: 38,
  rise: 39,
  moveText: 40,
  leadingMoveText: 41,
  textMatrix: 42,
  nextLine: 43,
  showText: 44,
  strokeRgb: 58,
  fillRgb: 59,
  formBegin: 74,
  formEnd: 75,
  groupBegin: 76,
  groupEnd: 77,
  imageMask: 83,
  image: 85,
  inlineImage: 86,
  path: 91,
  strokeNone: 92,
  fillNone: 93,
} as const
const STROKES = new Set<number>([OP.stroke, OP.closeStroke, 24, 25, 26, 27])
const FILLS = new Set<number>([OP.fill, OP.eoFill, 24, 25, 26, 27])

interface State {
  m: Matrix
  fill: number | null
  stroke: number | null
  width: number
  clip: Area | null
}
interface Font {
  fontMatrix?: number[]
  bold?: boolean
  black?: boolean
  name?: string
  vertical?: boolean
}
interface PdfGlyph {
  unicode: string
  width: number
  isSpace: boolean
  fontChar: string
}
/** Lightness of a `#rrggbb`. */
function lightness(hex: unknown): number {
  const n = typeof hex === 'string' ? Number.parseInt(hex.slice(1, 7), 16) : 0
  return (0.3 * (n >> 16) + 0.59 * ((n >> 8) & 255) + 0.11 * (n & 255)) / 255
}
/** White on white: nothing that anybody sees. */
const FAINT = 0.97
const meet = (a: Area | null, b: Area): Area => {
  if (!a) return b
  const x = Math.max(a.x, b.x)
  const y = Math.max(a.y, b.y)
  return { x, y, w: Math.min(a.x + a.w, b.x + b.w) - x, h: Math.min(a.y + a.h, b.y + b.h) - y }
}
const boxOf = (points: readonly (readonly [number, number])[]): Area => {
  let x1 = Infinity,
    y1 = Infinity,
    x2 = -Infinity,
    y2 = -Infinity
  for (const [x, y] of points) {
    if (x < x1) x1 = x
    if (x > x2) x2 = x
    if (y < y1) y1 = y
    if (y > y2) y2 = y
  }
  return { x: x1, y: y1, w: x2 - x1, h: y2 - y1 }
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
                ch: symbols ? symbolOf(g) : g.unicode || ' ',
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

/** Box glyphs of the usual symbol fonts, which have no letters of their own. */
function symbolOf(g: PdfGlyph): string {
  const code = (g.unicode || g.fontChar || ' ').codePointAt(0)! & 0xff
  const raw = (g.unicode || '').codePointAt(0) ?? 0
  if (raw > 0x2000 && raw < 0xf000) return g.unicode
  if (code === 0x6f || code === 0x71 || code === 0xa8 || code === 0x70 || code === 0x72) return '☐'
  if (code === 0xa1 || code === 0x6d) return '○'
  return g.unicode || ' '
}

interface Sub {
  points: [number, number][]
  closed: boolean
  curves: number
}
function subpaths(m: Matrix, d: ArrayLike<number>): Sub[] {
  const subs: Sub[] = []
  let now: Sub | null = null
  for (let i = 0; i < d.length;) {
    const op = d[i]
    if (op === 0) {
      now = { points: [at(m, d[i + 1]!, d[i + 2]!)], closed: false, curves: 0 }
      subs.push(now)
      i += 3
    } else if (op === 1) {
      now?.points.push(at(m, d[i + 1]!, d[i + 2]!))
      i += 3
    } else if (op === 2) {
      now?.points.push(at(m, d[i + 5]!, d[i + 6]!))
      if (now) now.curves += 1
      i += 7
    } else if (op === 3) {
      now?.points.push(at(m, d[i + 3]!, d[i + 4]!))
      if (now) now.curves += 1
      i += 5
    } else {
      if (now) now.closed = true
      i += 1
    }
  }
  return subs
}

const THIN = 2.6
function readPath(ink: Ink, s: State, op: number, d: ArrayLike<number>, clips: boolean): void {
  const subs = subpaths(s.m, d)
  if (clips) {
    const all = subs.flatMap((p) => p.points)
    if (all.length) s.clip = meet(s.clip, boxOf(all))
  }
  const strokes = STROKES.has(op) && s.stroke !== null && s.stroke < FAINT
  const fills = FILLS.has(op) && s.fill !== null
  if (!strokes && !fills) return
  const from = ink.shapes.length
  const thick = Math.max(0.2, s.width * Math.sqrt(Math.abs(s.m[0] * s.m[3] - s.m[1] * s.m[2])))
  for (const sub of subs) {
    let b = boxOf(sub.points)
    if (s.clip) {
      const inside = meet(s.clip, b)
      if (inside.w < -0.5 || inside.h < -0.5) continue
      b = { ...inside, w: Math.max(0, inside.w), h: Math.max(0, inside.h) }
    }
    // A thin fill is a rule by another name.
    if (fills && !strokes && Math.min(b.w, b.h) <= THIN && Math.max(b.w, b.h) > 0.3) {
      if (s.fill! < FAINT) {
        const level = b.w >= b.h
        ink.strokes.push(
          level
            ? { x1: b.x, x2: b.x + b.w, y1: b.y + b.h / 2, y2: b.y + b.h / 2, thick: b.h }
            : { x1: b.x + b.w / 2, x2: b.x + b.w / 2, y1: b.y, y2: b.y + b.h, thick: b.w },
        )
      }
      continue
    }
    const shape = shapeOf(sub, b)
    if (shape) {
      ink.shapes.push({ ...b, kind: shape, fill: fills ? s.fill : null, stroked: strokes })
      continue
    }
    if (!strokes) continue
    const pts = sub.closed ? [...sub.points, sub.points[0]!] : sub.points
    if (sub.curves) continue
    for (let k = 1; k < pts.length; k += 1) straight(ink, s.clip, pts[k - 1]!, pts[k]!, thick)
  }
  if (fills) frames(ink, from)
}

const FRAME = 3
const frames2 = (a: Shape, b: Shape): boolean =>
  [b.x - a.x, b.y - a.y, a.x + a.w - b.x - b.w, a.y + a.h - b.y - b.h].every((d) => d > -0.2 && d <= FRAME)

/** A fill with a hole in it, or a light fill laid on a dark one, is a frame: it has an edge and nothing in it. */
function frames(ink: Ink, from: number): void {
  for (let k = Math.max(1, from); k < ink.shapes.length; k += 1) {
    const b = ink.shapes[k]!
    const j = ink.shapes.findLastIndex((o, i) => i < k && i >= k - 6 && (frames2(o, b) || (i >= from && frames2(b, o))))
    const a = ink.shapes[j]
    if (!a || a.stroked || a.fill === null || a.fill > 0.75) continue
    const hole = j >= from
    if (!hole && !(b.fill !== null && b.fill > 0.9)) continue
    ink.shapes[j] = { ...(frames2(a, b) ? a : b), fill: null, stroked: true }
    ink.shapes.splice(k, 1)
    k -= 1
  }
}

function straight(
  ink: Ink,
  clip: Area | null,
  p: readonly [number, number],
  q: readonly [number, number],
  thick: number,
): void {
  const level = Math.abs(p[1] - q[1]) <= 0.6
  const upright = Math.abs(p[0] - q[0]) <= 0.6
  if (level === upright && !(level && thick > 3)) {
    if (!level) return
  }
  let x1 = Math.min(p[0], q[0]),
    x2 = Math.max(p[0], q[0])
  let y1 = Math.min(p[1], q[1]),
    y2 = Math.max(p[1], q[1])
  if (clip) {
    x1 = Math.max(x1, clip.x)
    x2 = Math.min(x2, clip.x + clip.w)
    y1 = Math.max(y1, clip.y - 0.5)
    y2 = Math.min(y2, clip.y + clip.h + 0.5)
    if (x1 > x2 + 0.5 || y1 > y2 + 0.5) return
  }
  // A very thick line is a filled bar.
  if (thick > 6) {
    ink.shapes.push(
      level
        ? { kind: 'rect', x: x1, y: y1 - thick / 2, w: x2 - x1, h: thick, fill: 0, stroked: false }
        : { kind: 'rect', x: x1 - thick / 2, y: y1, w: thick, h: y2 - y1, fill: 0, stroked: false },
    )
    return
  }
  ink.strokes.push({ x1, x2, y1, y2, thick } satisfies Stroke)
}

/** Four corners (rounded ones too) make a rectangle; four curves alone a ring. */
function shapeOf(sub: Sub, b: Area): Shape['kind'] | null {
  if (b.w < 3 || b.h < 3) return null
  const { points, curves } = sub
  if (curves === 0) {
    if (points.length < 4 || points.length > 6) return null
    const first = points[0]!,
      last = points.at(-1)!
    const back = Math.abs(first[0] - last[0]) < 0.6 && Math.abs(first[1] - last[1]) < 0.6
    if (!sub.closed && !back) return null
    const corner = ([x, y]: [number, number]) =>
      (Math.abs(x - b.x) < 0.8 || Math.abs(x - b.x - b.w) < 0.8) &&
      (Math.abs(y - b.y) < 0.8 || Math.abs(y - b.y - b.h) < 0.8)
    const hit = points.filter(corner)
    return hit.length === points.length &&
      new Set(hit.map(([x, y]) => `${x > b.x + b.w / 2}${y > b.y + b.h / 2}`)).size === 4
      ? 'rect'
      : null
  }
  const edge = ([x, y]: [number, number]) =>
    Math.abs(x - b.x) < 0.8 || Math.abs(x - b.x - b.w) < 0.8 || Math.abs(y - b.y) < 0.8 || Math.abs(y - b.y - b.h) < 0.8
  const lines = points.length - 1 - curves
  if ((curves === 4 || curves === 8) && lines <= 1 && Math.abs(b.w - b.h) < 0.15 * b.w) return 'ring'
  return curves <= 8 && points.every(edge) ? 'rect' : null
}

interface PdfAnnotation {
  subtype?: string
  fieldType?: string
  fieldName?: string
  fieldValue?: unknown
  alternativeText?: string
  rect?: number[]
  hidden?: boolean
  readOnly?: boolean
  checkBox?: boolean
  radioButton?: boolean
  pushButton?: boolean
  required?: boolean
  maxLen?: number
  options?: { displayValue?: string; exportValue?: string }[]
  buttonValue?: string
  annotationFlags?: number
}
function widgetOf(annotation: unknown, base: Matrix): Widget[] {
  const a = annotation as PdfAnnotation
  if (a.subtype !== 'Widget' || !a.rect || a.hidden || a.readOnly || a.pushButton) return []
  // Hidden, or not to be seen (PDF 1.7, 12.5.3).
  if (((a.annotationFlags ?? 0) & 0x22) !== 0) return []
  const area = boxOf([at(base, a.rect[0]!, a.rect[1]!), at(base, a.rect[2]!, a.rect[3]!)])
  if (area.w < 2 || area.h < 2) return []
  const kind: Widget['kind'] | null =
    a.fieldType === 'Sig'
      ? 'signature'
      : a.fieldType === 'Ch'
        ? 'choice'
        : a.fieldType === 'Tx'
          ? 'text'
          : a.checkBox
            ? 'check'
            : a.radioButton
              ? 'radio'
              : null
  if (!kind) return []
  const value = a.fieldValue
  return [
    {
      ...area,
      kind,
      name: a.fieldName ?? '',
      value: Array.isArray(value) ? value.join('; ') : typeof value === 'string' ? value : '',
      options: (a.options ?? []).map((o) => o.displayValue || o.exportValue || '').filter(Boolean),
      max: a.maxLen && a.maxLen > 0 ? a.maxLen : null,
      required: !!a.required,
      label: a.alternativeText ?? '',
      state: a.buttonValue ?? '',
    },
  ]
}
