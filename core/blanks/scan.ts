import { threshold } from '../scan/page'
import type { Area, Glyph, Ink, Shape, Stroke } from './ink'

/** A page as a scanner sees it: how light each pixel is, row by row, and how many pixels there are to a point. */
export interface Scan {
  width: number
  height: number
  light: Uint8Array
  scale: number
}
/** A word that was read in a scan, and its box in pixels. */
export interface ScanWord extends Area {
  text: string
}
/** A line of dots, or of dashes, from end to end; `y` is its middle. */
interface Broken {
  x1: number
  x2: number
  y: number
  /** How many there are, and whether they are dashes. */
  count: number
  dashes: boolean
}
/** What a scan shows beside its words: lines and boxes to be filled, and the picture without them, set straight. */
export interface Looked {
  strokes: Stroke[]
  broken: Broken[]
  /** Places to tick between two brackets. */
  brackets: Area[]
  boxes: Area[]
  /** Degrees the page lay askew. */
  tilt: number
  /** How light each pixel is where only words are left, row by row, and how many are in a row. */
  words: Uint8Array<ArrayBuffer>
  width: number
}

/** Points: the shortest line that is one to write on or a side of a cell; letters' own strokes are shorter. */
const LEVEL = 18
const UPRIGHT = 14
const THICK = 3.5
/** Pixels of a line that may be missing where it was scanned badly. */
const BREAK = 2
/** Points: a dot or a dash of a broken line, and how far apart they are. */
const DOT = 2.6
const DASH = 9
const DASHES = 1.7
const GAP = 5.5
const DOTS = 8
/** Points: how large a box to tick is. */
const BOX = [5, 18] as const
/** Degrees a sheet lies askew at most. */
const TILT = 4

/** Whether a page is a picture of one: nothing is drawn on it but a picture over most of it. Words behind it may be there. */
export const isScan = (ink: Ink): boolean =>
  ink.strokes.length + ink.shapes.length < 4 &&
  ink.widgets.length === 0 &&
  ink.images.some((i) => i.w * i.h > 0.6 * ink.width * ink.height)

/** Dark pixels of a page. */
interface Dark {
  w: number
  h: number
  at: Uint8Array
}

/** How much darker than the paper a line is at least that is only faint: grain as dark isn’t in a row. */
const FAINT = 36
/** Points: the shortest faint line. */
const FAINT_LINE = 40
/** Pixels beside a line where nothing else of it is. */
const BESIDE = 3

/** The pixels that are ink, and those of which a long row is a faint line. */
function darkOf({ width: w, height: h, light }: Scan): { dark: Dark; faint: Dark } {
  const sample = new Float32Array(Math.ceil(light.length / 7))
  for (let i = 0; i < sample.length; i += 1) sample[i] = light[i * 7]!
  // On a page with little ink the two groups are both paper: ink is darker than that.
  const limit = Math.min(threshold(sample), 190)
  const most = Math.max(limit, whiteOf(light) - FAINT)
  const [dark, faint] = [new Uint8Array(light.length), new Uint8Array(light.length)]
  for (let i = 0; i < light.length; i += 1) {
    if (light[i]! <= limit) dark[i] = 1
    if (light[i]! <= most) faint[i] = 1
  }
  return { dark: { w, h, at: dark }, faint: { w, h, at: faint } }
}
/** How light the paper is, most of it. */
function whiteOf(light: Uint8Array): number {
  const sample = Uint8Array.from({ length: Math.ceil(light.length / 97) }, (_, i) => light[i * 97]!).sort()
  return Math.max(60, sample[sample.length >> 1]!)
}

/** How far a page lies askew, in degrees: turned by that, its rows of ink are sharpest. */
function tiltOf(dark: Dark): number {
  const about = sharpest(dark, 500, -TILT, TILT, 0.25)
  return about === 0 ? 0 : sharpest(dark, 1200, about - 0.3, about + 0.3, 0.03)
}
/** The angle at which rows of ink are sharpest, looked at with so many pixels across; none where it makes no difference. */
function sharpest({ w, h, at }: Dark, across: number, from: number, to: number, by: number): number {
  const step = Math.max(1, Math.round(w / across))
  const points: [number, number][] = []
  for (let y = 0; y < h; y += step)
    for (let x = 0; x < w; x += step) if (at[y * w + x]) points.push([x / step, y / step])
  if (points.length < 200) return 0
  const rows = Math.ceil(h / step)
  const sharp = (degrees: number): number => {
    const slope = Math.tan((degrees * Math.PI) / 180)
    const sums = new Int32Array(2 * rows)
    for (const [x, y] of points) {
      const row = Math.round(y - x * slope) + Math.floor(rows / 2)
      if (row >= 0 && row < sums.length) sums[row]! += 1
    }
    let total = 0
    for (const n of sums) total += n * n
    return total
  }
  let [best, most] = [0, sharp(0) * 1.01]
  for (let d = from; d <= to; d += by) {
    const s = sharp(d)
    if (s > most) [best, most] = [d, s]
  }
  return best
}

/** A point turned about the middle of a page. */
function turned(x: number, y: number, degrees: number, width: number, height: number): [number, number] {
  const a = (degrees * Math.PI) / 180
  const [dx, dy] = [x - width / 2, y - height / 2]
  return [width / 2 + dx * Math.cos(a) - dy * Math.sin(a), height / 2 + dx * Math.sin(a) + dy * Math.cos(a)]
}

/** How light a scan is, set straight, with its paper made white. */
function greysOf({ width: w, height: h, light }: Scan, degrees: number): Uint8Array<ArrayBuffer> {
  const white = whiteOf(light)
  const tone = Uint8Array.from({ length: 256 }, (_, v) => Math.min(255, Math.round((v * 255) / white)))
  const out = new Uint8Array(light.length).fill(255)
  const a = (degrees * Math.PI) / 180
  const [cos, sin, mx, my] = [Math.cos(a), Math.sin(a), w / 2, h / 2]
  for (let y = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1) {
      const fx = mx + (x - mx) * cos - (y - my) * sin
      const fy = my + (x - mx) * sin + (y - my) * cos
      const [x0, y0] = [Math.floor(fx), Math.floor(fy)]
      if (x0 < 0 || y0 < 0 || x0 >= w - 1 || y0 >= h - 1) continue
      const [dx, dy, i] = [fx - x0, fy - y0, y0 * w + x0]
      const over = light[i]! * (1 - dx) + light[i + 1]! * dx
      const under = light[i + w]! * (1 - dx) + light[i + w + 1]! * dx
      out[y * w + x] = tone[Math.round(over * (1 - dy) + under * dy)]!
    }
  return out
}

function straightened(d: Dark, degrees: number): Dark {
  if (!degrees) return d
  const at = new Uint8Array(d.at.length)
  const a = (degrees * Math.PI) / 180
  const [cos, sin, mx, my] = [Math.cos(a), Math.sin(a), d.w / 2, d.h / 2]
  for (let y = 0; y < d.h; y += 1)
    for (let x = 0; x < d.w; x += 1) {
      const fx = Math.round(mx + (x - mx) * cos - (y - my) * sin)
      const fy = Math.round(my + (x - mx) * sin + (y - my) * cos)
      if (fx >= 0 && fy >= 0 && fx < d.w && fy < d.h && d.at[fy * d.w + fx]) at[y * d.w + x] = 1
    }
  return { ...d, at }
}

/**
 * The same with each pixel of ink taking the next one, down or across: a hairline that was turned has steps, between which
 * rows of it would fall to pieces.
 */
function smoothed({ w, h, at }: Dark, down: boolean): Dark {
  const step = down ? w : 1
  const out = at.slice()
  for (let i = 0; i < at.length - step; i += 1) if (at[i]) out[i + step] = 1
  return { w, h, at: out }
}

interface Run {
  from: number
  to: number
  first: number
  last: number
}
/** Straight runs of ink along rows, or along columns where `down`: `first` to `last` across, in pixels. */
function runsOf({ w, h, at }: Dark, least: number, down: boolean): Run[] {
  const [lines, length] = down ? [w, h] : [h, w]
  const ink = (line: number, i: number) => (down ? at[i * w + line] : at[line * w + i])
  const open: Run[] = []
  const out: Run[] = []
  for (let line = 0; line < lines; line += 1) {
    let start = -1
    let gap = 0
    const found: [number, number][] = []
    for (let i = 0; i <= length; i += 1) {
      if (i < length && ink(line, i)) {
        if (start < 0) start = i
        gap = 0
      } else if (start >= 0 && (gap += 1) > BREAK) {
        if (i - gap - start + 1 >= least) found.push([start, i - gap + 1])
        start = -1
      }
    }
    for (const [from, to] of found) {
      const near = open.find((r) => line - r.last <= 1 && from <= r.to + 3 && to >= r.from - 3)
      if (near) {
        near.last = line
        near.from = Math.min(near.from, from)
        near.to = Math.max(near.to, to)
      } else open.push({ from, to, first: line, last: line })
    }
    for (let k = open.length - 1; k >= 0; k -= 1) if (line - open[k]!.last > 1) out.push(...open.splice(k, 1))
  }
  return [...out, ...open]
}

/** Whether hardly any ink stands beside a run, a few pixels to either side: letters are higher than a line. */
function isAlone({ w, h, at }: Dark, { from, to, first, last }: Run, down: boolean): boolean {
  const ink = (line: number, i: number) => (down ? at[i * w + line] : at[line * w + i])
  return [first - BESIDE, last + BESIDE].every((line) => {
    if (line < 0 || line >= (down ? w : h)) return true
    let n = 0
    for (let i = from; i < to; i += 1) n += ink(line, i) ?? 0
    return n < 0.25 * (to - from)
  })
}

/** Patches of ink that hang together, with their boxes in pixels; those larger than `most` are passed over. */
function patchesOf({ w, h, at }: Dark, most: number): Area[] {
  const seen = new Uint8Array(at.length)
  const out: Area[] = []
  const stack: number[] = []
  for (let start = 0; start < at.length; start += 1) {
    if (!at[start] || seen[start]) continue
    let [x1, y1, x2, y2] = [w, h, 0, 0]
    stack.push(start)
    seen[start] = 1
    while (stack.length) {
      const i = stack.pop()!
      const [x, y] = [i % w, Math.floor(i / w)]
      x1 = Math.min(x1, x)
      x2 = Math.max(x2, x)
      y1 = Math.min(y1, y)
      y2 = Math.max(y2, y)
      for (let dy = -1; dy <= 1; dy += 1)
        for (let dx = -1; dx <= 1; dx += 1) {
          const [nx, ny] = [x + dx, y + dy]
          if (nx < 0 || ny < 0 || nx >= w || ny >= h) continue
          const j = ny * w + nx
          if (at[j] && !seen[j]) {
            seen[j] = 1
            stack.push(j)
          }
        }
    }
    if (x2 - x1 < most && y2 - y1 < most) out.push({ x: x1, y: y1, w: x2 - x1 + 1, h: y2 - y1 + 1 })
  }
  return out
}

/** Whether a patch is a square frame with nothing in it. */
function isBox({ w, at }: Dark, p: Area): boolean {
  if (p.w / p.h > 1.35 || p.h / p.w > 1.35) return false
  const edge = Math.max(2, Math.round(0.18 * Math.min(p.w, p.h)))
  const some = (n: number, ink: (k: number) => boolean) => Array.from({ length: n }, (_, k) => k).some(ink)
  const share = (n: number, covered: (i: number) => boolean) =>
    Array.from({ length: n }, (_, i) => i).filter(covered).length / n
  const dark = (x: number, y: number) => at[(p.y + y) * w + p.x + x] === 1
  const sides = [
    share(p.w, (x) => some(edge, (k) => dark(x, k))),
    share(p.w, (x) => some(edge, (k) => dark(x, p.h - 1 - k))),
    share(p.h, (y) => some(edge, (k) => dark(k, y))),
    share(p.h, (y) => some(edge, (k) => dark(p.w - 1 - k, y))),
  ]
  if (sides.some((s) => s < 0.92)) return false
  let [inside, all] = [0, 0]
  for (let y = edge + 1; y < p.h - edge - 1; y += 1)
    for (let x = edge + 1; x < p.w - edge - 1; x += 1) {
      all += 1
      if (dark(x, y)) inside += 1
    }
  return all > 0 && inside / all < 0.04
}

/** How high the brackets around a place to tick are, and how far apart at most, in points. */
const BRACKET = [5.5, 16] as const
const BRACKETS_APART = 24

/** Whether a patch is a bracket: a narrow upright stroke with a foot and a head to the right, or to the left where it `closes`. */
function isBracket({ w, at }: Dark, p: Area, closes: boolean, scale: number): boolean {
  if (p.h < BRACKET[0] * scale || p.h > BRACKET[1] * scale || p.w < 3 || p.h < 1.9 * p.w) return false
  const ink = (x: number, y: number) => at[(p.y + y) * w + p.x + (closes ? p.w - 1 - x : x)] === 1
  const inside = Math.ceil(0.6 * p.w)
  const reaches = (y: number) => Array.from({ length: p.w - inside }, (_, k) => ink(inside + k, y)).some(Boolean)
  const rows = Array.from({ length: p.h }, (_, y) => y)
  const middle = rows.filter((y) => y > 0.22 * p.h && y < 0.78 * p.h)
  return (
    middle.every((y) => Array.from({ length: inside }, (_, x) => ink(x, y)).some(Boolean)) &&
    middle.filter(reaches).length < 0.1 * middle.length &&
    rows.filter((y) => y < 0.22 * p.h).some(reaches) &&
    rows.filter((y) => y > 0.78 * p.h).some(reaches)
  )
}
/** Pairs of brackets with nothing between them. */
function bracketPairs(dark: Dark, patches: readonly Area[], scale: number): [Area, Area][] {
  const opening = patches.filter((p) => isBracket(dark, p, false, scale))
  const closing = patches.filter((p) => isBracket(dark, p, true, scale))
  return opening.flatMap((a) => {
    const b = closing
      .filter((c) => c.x > a.x + a.w + 2 * scale && c.x - a.x < BRACKETS_APART * scale)
      .filter((c) => Math.abs(c.y - a.y) < 1.5 * scale && Math.abs(c.h - a.h) < 0.2 * a.h)
      .sort((c, d) => c.x - d.x)[0]
    const empty =
      b && !patches.some((p) => p.x > a.x + a.w && p.x + p.w < b.x && p.y < a.y + 0.7 * a.h && p.y + p.h > a.y)
    return b && empty ? [[a, b] as [Area, Area]] : []
  })
}

/** Lines of dots or dashes: small patches, each near to the one before it and as high. */
function brokenLines(patches: readonly Area[], scale: number): Broken[] {
  const middle = (d: Area) => d.y + d.h / 2
  const open: Area[][] = []
  const out: Area[][] = []
  const dots = patches.filter((p) => p.h <= DOT * scale && p.w <= DASH * scale).sort((a, b) => a.x - b.x)
  for (const d of dots) {
    for (let k = open.length - 1; k >= 0; k -= 1) {
      const last = open[k]!.at(-1)!
      if (d.x - (last.x + last.w) > GAP * scale) out.push(...open.splice(k, 1))
    }
    const chain = open.find((c) => Math.abs(middle(c.at(-1)!) - middle(d)) <= 0.9 * scale)
    if (chain) chain.push(d)
    else open.push([d])
  }
  return [...out, ...open].flatMap((chain): Broken[] => {
    const [first, last] = [chain[0]!, chain.at(-1)!]
    if (chain.length < DOTS || last.x + last.w - first.x < 30 * scale) return []
    const long = chain.map((d) => d.w / d.h).sort((a, b) => a - b)[chain.length >> 1]!
    return [
      {
        ...{ x1: first.x / scale, x2: (last.x + last.w) / scale, y: (middle(first) + middle(last)) / 2 / scale },
        ...{ count: chain.length, dashes: long > DASHES },
      },
    ]
  })
}

/** A pair of brackets as typed. */
const bracketed = ({ x, y, w, h }: Area): Glyph[] =>
  ['[', ']'].map((ch, i) => ({
    ...{ ch, x: i ? x + w - 0.3 * h : x, w: 0.3 * h, base: y + 0.8 * h, size: h, bold: false },
  }))

/** Dots and dashes as typed where they stand, on the line of the words beside them. */
function typed({ x1, x2, y, count, dashes }: Broken, letters: readonly Glyph[]): Glyph[] {
  const beside = letters.filter((g) => Math.abs(g.base - (dashes ? y + 0.28 * g.size : y)) < 2.4)
  const near = beside.reduce<Glyph | null>(
    (best, g) => (best && Math.abs(best.x - x1) <= Math.abs(g.x - x1) ? best : g),
    null,
  )
  const { base, size } = near ?? { base: y + 0.6, size: 10 }
  const w = (x2 - x1) / count
  return Array.from({ length: count }, (_, i) => ({
    ...{ ch: dashes ? '-' : '.', x: x1 + i * w, w, base, size, bold: false },
  }))
}

/** Ems a letter reaches above and below its baseline, by its kind: as most fonts for text have it. */
const reach = (text: string): { above: number; below: number } => ({
  above: /[\p{Lu}\p{Nd}bdfhkltß(\[/|!?]/u.test(text) ? 0.71 : /[ij]/.test(text) ? 0.69 : 0.5,
  below: /[gjpqyçQ,;()[\]/|]/.test(text) ? 0.2 : 0,
})

/** Pixels a reader’s box is higher than the letters in it: their edges are soft. */
const SOFT = 1.5
/** The size a word is set in, in points. */
function sizeOf({ text, h }: ScanWord, scale: number): number {
  const { above, below } = reach(text)
  return Math.min(40, Math.max(6, (h - SOFT) / scale / (above + below)))
}

/** Letters of a word that was read, evenly over its box. */
function lettersOf(word: ScanWord, scale: number, bold: boolean): Glyph[] {
  const text = word.text.trim().replace(/[_.…]{3,}/g, '')
  // Lines and dots are seen better than they are read.
  if (!/[\p{L}\p{N}]/u.test(text)) return []
  const size = sizeOf({ ...word, text }, scale)
  const base = (word.y + word.h - SOFT / 2) / scale - reach(text).below * size
  const chars = [...text]
  const step = word.w / chars.length / scale
  return chars.map((ch, i) => ({ ch, x: word.x / scale + i * step, w: step, base, size, bold }))
}

/** A word is bold where its strokes are so much wider than most words’. */
const BOLD = 1.25
/** Less light than this is ink. */
const INK = 128
/** How wide the strokes of a word are for its height: its ink along each row, by how many strokes the row goes through. */
function weightOf(word: ScanWord, { words, width }: Looked, scale: number): number {
  let [ink, strokes] = [0, 0]
  for (let y = word.y; y < word.y + word.h; y += 1) {
    let on = false
    for (let x = word.x; x < word.x + word.w; x += 1) {
      const light = words[y * width + x]!
      ink += 255 - light
      if (light < INK && !on) strokes += 1
      on = light < INK
    }
  }
  return ink / 255 / Math.max(1, strokes) / sizeOf(word, scale)
}

/** Looks at a scan: sets it straight, finds its lines, cells and boxes, and takes them out of what is to be read. */
export function lookAt(scan: Scan): Looked {
  const { scale } = scan
  const askew = darkOf(scan)
  const tilt = tiltOf(askew.dark)
  const [dark, faint] = [straightened(askew.dark, tilt), straightened(askew.faint, tilt)]
  const thin = (r: Run) => r.last - r.first + 1 <= THICK * scale
  /** Lines along rows or columns: what is dark, and what is faint but long and by itself. */
  const lines = (least: number, down: boolean): Run[] => {
    const across = (d: Dark) => (tilt ? smoothed(d, !down) : d)
    const clear = runsOf(across(faint), FAINT_LINE * scale, down).filter((r) => thin(r) && isAlone(faint, r, down))
    const within = (r: Run) =>
      clear.some((c) => r.from >= c.from - 2 && r.to <= c.to + 2 && r.first >= c.first - 2 && r.last <= c.last + 2)
    // Feet of bold letters may touch along a word; a short line that is one stands clear of others.
    const real = (r: Run) => r.to - r.from > FAINT_LINE * scale || isAlone(dark, r, down)
    return [...clear, ...runsOf(across(dark), least, down).filter((r) => thin(r) && real(r) && !within(r))]
  }
  const [levels, uprights] = [lines(LEVEL * scale, false), lines(UPRIGHT * scale, true)]
  const patches = patchesOf(dark, BOX[1] * scale)
  const boxes = patches.filter((p) => p.w >= BOX[0] * scale && p.h >= BOX[0] * scale && isBox(dark, p))
  // Pieces of a faint line are no dots.
  const loose = patches.filter(
    (p) => !levels.some((r) => p.y >= r.first - 2 && p.y + p.h <= r.last + 3 && p.x >= r.from - 2 && p.x <= r.to),
  )
  const dots = brokenLines(loose, scale)
  const brackets = bracketPairs(dark, patches, scale)
  const words = greysOf(scan, tilt)
  const wipe = (x1: number, y1: number, x2: number, y2: number) => {
    for (let y = Math.max(0, Math.floor(y1)); y <= Math.min(dark.h - 1, y2); y += 1)
      for (let x = Math.max(0, Math.floor(x1)); x <= Math.min(dark.w - 1, x2); x += 1) words[y * dark.w + x] = 255
  }
  for (const r of levels) wipe(r.from - 1, r.first - 1, r.to + 1, r.last + 1)
  for (const r of uprights) wipe(r.first - 1, r.from - 1, r.last + 1, r.to + 1)
  for (const b of boxes) wipe(b.x - 1, b.y - 1, b.x + b.w + 1, b.y + b.h + 1)
  for (const { x, y, w, h } of brackets.flat()) wipe(x - 1, y - 1, x + w + 1, y + h + 1)
  for (const d of dots) wipe(d.x1 * scale, (d.y - 1.5) * scale, d.x2 * scale, (d.y + 1.5) * scale)
  const at = (n: number) => n / scale
  const strokes: Stroke[] = [
    ...levels.map((r) => {
      const y = at((r.first + r.last + 1) / 2)
      return { x1: at(r.from), y1: y, x2: at(r.to), y2: y, thick: at(r.last - r.first + 1) }
    }),
    ...uprights.map((r) => {
      const x = at((r.first + r.last + 1) / 2)
      return { x1: x, y1: at(r.from), x2: x, y2: at(r.to), thick: at(r.last - r.first + 1) }
    }),
  ]
  return {
    tilt,
    strokes,
    broken: dots,
    brackets: brackets.map(([a, b]) => ({ x: at(a.x), y: at(a.y), w: at(b.x + b.w - a.x), h: at(a.h) })),
    words,
    width: dark.w,
    boxes: boxes.map((b) => ({ x: at(b.x), y: at(b.y), w: at(b.w), h: at(b.h) })),
  }
}

/**
 * A scanned page as if it had been drawn: its lines and boxes from the picture, and the words that were read in what was left
 * of it, or else those that lie behind it. What is found on it is put back askew by {@link Ink.tilt}.
 */
export function scanned(ink: Ink, looked: Looked, words: readonly ScanWord[], scale: number): Ink {
  const { strokes, broken, brackets, boxes, tilt } = looked
  const weights = words.map((w) => weightOf(w, looked, scale))
  const usual = [...weights].sort((a, b) => a - b)[Math.floor(weights.length / 2)] ?? 0
  const behind = ink.glyphs.map((g) => {
    const [x, base] = turned(g.x, g.base, -tilt, ink.width, ink.height)
    return { ...g, x, base }
  })
  const letters = words.length ? words.flatMap((word, i) => lettersOf(word, scale, weights[i]! > BOLD * usual)) : behind
  return {
    ...ink,
    glyphs: [...letters, ...broken.flatMap((b) => typed(b, letters)), ...brackets.flatMap(bracketed)],
    strokes,
    shapes: boxes.map((b): Shape => ({ ...b, kind: 'rect', fill: null, stroked: true })),
    images: [],
    tilt,
  }
}

/** A place on a page that was set straight, back where it is shown. */
export function askewAgain(a: Area, { tilt = 0, width, height }: Ink): Area {
  if (!tilt) return a
  const [x, y] = turned(a.x + a.w / 2, a.y + a.h / 2, tilt, width, height)
  return { x: x - a.w / 2, y: y - a.h / 2, w: a.w, h: a.h }
}
