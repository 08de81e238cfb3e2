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
/** What a scan shows beside its words: lines and boxes to be filled, and the picture without them, set straight. */
export interface Looked {
  strokes: Stroke[]
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

function darkOf({ width, height, light }: Scan): Dark {
  const sample = new Float32Array(Math.ceil(light.length / 7))
  for (let i = 0; i < sample.length; i += 1) sample[i] = light[i * 7]!
  // On a page with little ink the two groups are both paper: ink is darker than that.
  const limit = Math.min(threshold(sample), 190)
  const at = new Uint8Array(light.length)
  for (let i = 0; i < light.length; i += 1) if (light[i]! <= limit) at[i] = 1
  return { w: width, h: height, at }
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

/** Lines of dots or dashes: small patches, each near to the one before it and as high. */
function broken(patches: readonly Area[], scale: number): Stroke[] {
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
  return [...out, ...open].flatMap((chain): Stroke[] => {
    const [first, last] = [chain[0]!, chain.at(-1)!]
    if (chain.length < DOTS || last.x + last.w - first.x < 30 * scale) return []
    const y = (middle(first) + middle(last)) / 2 / scale
    return [{ x1: first.x / scale, y1: y, x2: (last.x + last.w) / scale, y2: y, thick: 0.8 }]
  })
}

/** Ems a letter reaches above and below its baseline, by its kind: as most fonts for text have it. */
const reach = (text: string): { above: number; below: number } => ({
  above: /[\p{Lu}\p{Nd}bdfhkltß(\[/|!?]/u.test(text) ? 0.71 : /[ij]/.test(text) ? 0.69 : 0.5,
  below: /[gjpqyçQ,;()[\]/|]/.test(text) ? 0.2 : 0,
})

/** Letters of a word that was read, evenly over its box. */
function lettersOf(word: ScanWord, scale: number, bold: boolean): Glyph[] {
  const text = word.text.trim().replace(/[_.…]{3,}/g, '')
  // Lines and dots are seen better than they are read.
  if (!/[\p{L}\p{N}]/u.test(text)) return []
  const { above, below } = reach(text)
  const size = Math.min(40, Math.max(6, word.h / scale / (above + below)))
  const base = (word.y + word.h) / scale - below * size
  const chars = [...text]
  const step = word.w / chars.length / scale
  return chars.map((ch, i) => ({ ch, x: word.x / scale + i * step, w: step, base, size, bold }))
}

/** A word is bold where its ink is so much denser than most words’. */
const BOLD = 1.28
/** How much of a word’s box is ink. */
function weightOf({ x, y, w, h }: ScanWord, { words, width }: Looked): number {
  let ink = 0
  for (let dy = 0; dy < h; dy += 1)
    for (let dx = 0; dx < w; dx += 1) if (words[(y + dy) * width + x + dx] === 0) ink += 1
  return ink / Math.max(1, w * h)
}

/** Looks at a scan: sets it straight, finds its lines, cells and boxes, and takes them out of what is to be read. */
export function lookAt(scan: Scan): Looked {
  const { scale } = scan
  const askew = darkOf(scan)
  const tilt = tiltOf(askew)
  const dark = straightened(askew, tilt)
  const thin = (r: Run) => r.last - r.first + 1 <= THICK * scale
  const levels = runsOf(tilt ? smoothed(dark, true) : dark, LEVEL * scale, false).filter(thin)
  const uprights = runsOf(tilt ? smoothed(dark, false) : dark, UPRIGHT * scale, true).filter(thin)
  const patches = patchesOf(dark, BOX[1] * scale)
  const boxes = patches.filter((p) => p.w >= BOX[0] * scale && p.h >= BOX[0] * scale && isBox(dark, p))
  const dots = broken(patches, scale)
  const words = new Uint8Array(dark.at.length)
  for (let i = 0; i < words.length; i += 1) words[i] = dark.at[i] ? 0 : 255
  const wipe = (x1: number, y1: number, x2: number, y2: number) => {
    for (let y = Math.max(0, Math.floor(y1)); y <= Math.min(dark.h - 1, y2); y += 1)
      for (let x = Math.max(0, Math.floor(x1)); x <= Math.min(dark.w - 1, x2); x += 1) words[y * dark.w + x] = 255
  }
  for (const r of levels) wipe(r.from - 1, r.first - 1, r.to + 1, r.last + 1)
  for (const r of uprights) wipe(r.first - 1, r.from - 1, r.last + 1, r.to + 1)
  for (const b of boxes) wipe(b.x - 1, b.y - 1, b.x + b.w + 1, b.y + b.h + 1)
  for (const d of dots) wipe(d.x1 * scale, (d.y1 - 1.5) * scale, d.x2 * scale, (d.y1 + 1.5) * scale)
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
    ...dots,
  ]
  return {
    tilt,
    strokes,
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
  const { strokes, boxes, tilt } = looked
  const weights = words.map((w) => weightOf(w, looked))
  const usual = [...weights].sort((a, b) => a - b)[Math.floor(weights.length / 2)] ?? 0
  const behind = ink.glyphs.map((g) => {
    const [x, base] = turned(g.x, g.base, -tilt, ink.width, ink.height)
    return { ...g, x, base }
  })
  return {
    ...ink,
    glyphs: words.length ? words.flatMap((word, i) => lettersOf(word, scale, weights[i]! > BOLD * usual)) : behind,
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
