import { threshold } from '../scan/page'
import type { Area } from './ink'

/** A page as a scanner sees it: how light each pixel is, row by row, and how many pixels there are to a point. */
export interface Scan {
  width: number
  height: number
  light: Uint8Array
  scale: number
}

/** Dark pixels of a page. */
export interface Dark {
  w: number
  h: number
  at: Uint8Array
}

/** Degrees a sheet lies askew at most. */
const TILT = 4
/** Pixels of a line that may be missing where it was scanned badly. */
const BREAK = 2
/** How much darker than the paper a line is at least that is only faint: grain as dark isn’t in a row. */
const FAINT = 36
/** Pixels beside a line where nothing else of it is. */
const BESIDE = 3

/** The pixels that are ink, and those of which a long row is a faint line. */
export function darkOf({ width: w, height: h, light }: Scan): { dark: Dark; faint: Dark } {
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
export function tiltOf(dark: Dark): number {
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
export function turned(x: number, y: number, degrees: number, width: number, height: number): [number, number] {
  const a = (degrees * Math.PI) / 180
  const [dx, dy] = [x - width / 2, y - height / 2]
  return [width / 2 + dx * Math.cos(a) - dy * Math.sin(a), height / 2 + dx * Math.sin(a) + dy * Math.cos(a)]
}

/** How much darker than most of the paper its grain is: a reader of words takes it for letters where there are none. */
const GRAIN = 45
/** How light a scan is, set straight, with its paper made white. */
export function greysOf({ width: w, height: h, light }: Scan, degrees: number): Uint8Array<ArrayBuffer> {
  const white = Math.max(60, whiteOf(light) - GRAIN)
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

export function straightened(d: Dark, degrees: number): Dark {
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
export function smoothed({ w, h, at }: Dark, down: boolean): Dark {
  const step = down ? w : 1
  const out = at.slice()
  for (let i = 0; i < at.length - step; i += 1) if (at[i]) out[i + step] = 1
  return { w, h, at: out }
}

export interface Run {
  from: number
  to: number
  first: number
  last: number
}
/** Straight runs of ink along rows, or along columns where `down`: `first` to `last` across, in pixels. */
export function runsOf({ w, h, at }: Dark, least: number, down: boolean): Run[] {
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
export function isAlone({ w, h, at }: Dark, { from, to, first, last }: Run, down: boolean): boolean {
  const ink = (line: number, i: number) => (down ? at[i * w + line] : at[line * w + i])
  return [first - BESIDE, last + BESIDE].every((line) => {
    if (line < 0 || line >= (down ? w : h)) return true
    let n = 0
    for (let i = from; i < to; i += 1) n += ink(line, i) ?? 0
    return n < 0.25 * (to - from)
  })
}

/** Patches of ink that hang together, with their boxes in pixels; those larger than `most` are passed over. */
export function patchesOf({ w, h, at }: Dark, most: number): Area[] {
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
