/** A picture as RGBA bytes, row by row from the top left, as a canvas has them. */
export interface Picture {
  width: number
  height: number
  data: Uint8ClampedArray
}
export interface Point {
  x: number
  y: number
}
/** The corners of a sheet in a photograph, from the top left clockwise, in pixels. */
export type Corners = [Point, Point, Point, Point]

/** How light one pixel is, from 0 to 255. */
export const lightAt = (p: Picture, i: number): number =>
  0.3 * p.data[i * 4]! + 0.59 * p.data[i * 4 + 1]! + 0.11 * p.data[i * 4 + 2]!

/** A small grey copy: each cell the mean of the pixels it stands for. */
function shrink(p: Picture, most: number): { w: number; h: number; step: number; grey: Float32Array } {
  const step = Math.max(1, Math.ceil(Math.max(p.width, p.height) / most))
  const w = Math.floor(p.width / step)
  const h = Math.floor(p.height / step)
  const grey = new Float32Array(w * h)
  for (let y = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1) {
      let sum = 0
      for (let k = 0; k < step; k += 1) sum += lightAt(p, (y * step + k) * p.width + x * step + k)
      grey[y * w + x] = sum / step
    }
  return { w, h, step, grey }
}

/** The threshold between the two groups of lightness a picture falls into (Otsu, 1979). */
export function threshold(grey: Float32Array): number {
  const histogram = new Float64Array(256)
  for (const g of grey) histogram[Math.min(255, Math.max(0, Math.round(g)))]! += 1
  const total = grey.length
  const sum = histogram.reduce((n, c, i) => n + i * c, 0)
  let below = 0,
    sumBelow = 0,
    best = -1,
    at = 128
  for (let t = 0; t < 256; t += 1) {
    below += histogram[t]!
    if (below === 0 || below === total) continue
    sumBelow += t * histogram[t]!
    const d = sumBelow / below - (sum - sumBelow) / (total - below)
    const between = below * (total - below) * d * d
    if (between > best) {
      best = between
      at = t
    }
  }
  return at
}

/**
 * The corners of a sheet of paper that lies on something darker, or null where none stands out: the largest light patch
 * that is a fifth of the picture and doesn't fill it.
 */
export function findSheet(p: Picture): Corners | null {
  const { w, h, step, grey } = shrink(p, 320)
  const limit = threshold(grey)
  const seen = new Uint8Array(w * h)
  let best: number[] = []
  for (let start = 0; start < w * h; start += 1) {
    if (seen[start] || grey[start]! <= limit) continue
    const patch: number[] = []
    const stack = [start]
    seen[start] = 1
    while (stack.length) {
      const i = stack.pop()!
      patch.push(i)
      const x = i % w
      for (const j of [x > 0 ? i - 1 : -1, x < w - 1 ? i + 1 : -1, i - w, i + w])
        if (j >= 0 && j < w * h && !seen[j] && grey[j]! > limit) {
          seen[j] = 1
          stack.push(j)
        }
    }
    if (patch.length > best.length) best = patch
  }
  if (best.length < 0.2 * w * h) return null
  const far = (of: (x: number, y: number) => number): Point => {
    let at = best[0]!,
      most = -Infinity
    for (const i of best) {
      const v = of(i % w, Math.floor(i / w))
      if (v > most) {
        most = v
        at = i
      }
    }
    return { x: (at % w) * step + step / 2, y: Math.floor(at / w) * step + step / 2 }
  }
  const corners: Corners = [far((x, y) => -x - y), far((x, y) => x - y), far((x, y) => x + y), far((x, y) => y - x)]
  const edge = 0.02 * Math.max(p.width, p.height)
  const whole = [
    [0, 0],
    [p.width, 0],
    [p.width, p.height],
    [0, p.height],
  ].every(([x, y], i) => Math.abs(corners[i]!.x - x!) < edge && Math.abs(corners[i]!.y - y!) < edge)
  return whole ? null : corners
}

const between = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y)

/** Solves a small system of linear equations by elimination with pivoting. */
function solve(m: number[][]): number[] {
  const n = m.length
  for (let c = 0; c < n; c += 1) {
    let pivot = c
    for (let r = c + 1; r < n; r += 1) if (Math.abs(m[r]![c]!) > Math.abs(m[pivot]![c]!)) pivot = r
    ;[m[c], m[pivot]] = [m[pivot]!, m[c]!]
    const lead = m[c]![c]!
    if (Math.abs(lead) < 1e-12) throw new Error('The corners lie on one line.')
    for (let r = 0; r < n; r += 1) {
      if (r === c) continue
      const f = m[r]![c]! / lead
      for (let k = c; k <= n; k += 1) m[r]![k]! -= f * m[c]![k]!
    }
  }
  return m.map((row, i) => row[n]! / row[i]!)
}

/** The projection that takes a rectangle of this size to four corners. */
export function projection(w: number, h: number, to: Corners): (x: number, y: number) => Point {
  const from: Corners = [
    { x: 0, y: 0 },
    { x: w, y: 0 },
    { x: w, y: h },
    { x: 0, y: h },
  ]
  const rows = from.flatMap((f, i) => [
    [f.x, f.y, 1, 0, 0, 0, -f.x * to[i]!.x, -f.y * to[i]!.x, to[i]!.x],
    [0, 0, 0, f.x, f.y, 1, -f.x * to[i]!.y, -f.y * to[i]!.y, to[i]!.y],
  ])
  const [a, b, c, d, e, f, g, k] = solve(rows) as [number, number, number, number, number, number, number, number]
  return (x, y) => {
    const q = g * x + k * y + 1
    return { x: (a * x + b * y + c) / q, y: (d * x + e * y + f) / q }
  }
}

/** The sheet alone, seen from straight above, no larger than `most` pixels on its longer side. */
export function straighten(p: Picture, corners: Corners, most = 2200): Picture {
  const wide = Math.max(between(corners[0], corners[1]), between(corners[3], corners[2]))
  const tall = Math.max(between(corners[0], corners[3]), between(corners[1], corners[2]))
  const scale = Math.min(1, most / Math.max(wide, tall))
  const width = Math.max(1, Math.round(wide * scale))
  const height = Math.max(1, Math.round(tall * scale))
  const source = projection(width, height, corners)
  const data = new Uint8ClampedArray(width * height * 4)
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const s = source(x + 0.5, y + 0.5)
      const fx = Math.min(Math.max(s.x - 0.5, 0), p.width - 1.001)
      const fy = Math.min(Math.max(s.y - 0.5, 0), p.height - 1.001)
      const x0 = Math.floor(fx),
        y0 = Math.floor(fy)
      const u = fx - x0,
        v = fy - y0
      const i = (y0 * p.width + x0) * 4
      const right = p.width > 1 ? 4 : 0
      const down = p.height > 1 ? p.width * 4 : 0
      const o = (y * width + x) * 4
      for (let k = 0; k < 3; k += 1)
        data[o + k] =
          (p.data[i + k]! * (1 - u) + p.data[i + right + k]! * u) * (1 - v) +
          (p.data[i + down + k]! * (1 - u) + p.data[i + down + right + k]! * u) * v
      data[o + 3] = 255
    }
  return { width, height, data }
}

/**
 * Evens out shadows: what is lightest round about is taken to be paper and made white, the rest as much lighter. Colours
 * keep their hue.
 */
export function evenOut(p: Picture): Picture {
  const cell = Math.max(8, Math.round(Math.max(p.width, p.height) / 40))
  const w = Math.ceil(p.width / cell)
  const h = Math.ceil(p.height / cell)
  const paper = new Float32Array(w * h)
  for (let cy = 0; cy < h; cy += 1)
    for (let cx = 0; cx < w; cx += 1) {
      const lights: number[] = []
      for (let y = cy * cell; y < Math.min(p.height, (cy + 1) * cell); y += 2)
        for (let x = cx * cell; x < Math.min(p.width, (cx + 1) * cell); x += 2) lights.push(lightAt(p, y * p.width + x))
      lights.sort((a, b) => a - b)
      paper[cy * w + cx] = Math.max(60, lights[Math.floor(lights.length * 0.85)] ?? 255)
    }
  // Neighbours in common, so that a dark picture isn't taken for a shadow.
  const smooth = paper.map((_, i) => {
    const x = i % w,
      y = Math.floor(i / w)
    let most = 0
    for (let dy = -1; dy <= 1; dy += 1)
      for (let dx = -1; dx <= 1; dx += 1)
        if (x + dx >= 0 && x + dx < w && y + dy >= 0 && y + dy < h) most = Math.max(most, paper[(y + dy) * w + x + dx]!)
    return most
  })
  const level = (x: number, y: number): number => {
    const fx = Math.min(Math.max(x / cell - 0.5, 0), w - 1)
    const fy = Math.min(Math.max(y / cell - 0.5, 0), h - 1)
    const x0 = Math.floor(fx),
      y0 = Math.floor(fy)
    const x1 = Math.min(w - 1, x0 + 1),
      y1 = Math.min(h - 1, y0 + 1)
    const u = fx - x0,
      v = fy - y0
    return (
      (smooth[y0 * w + x0]! * (1 - u) + smooth[y0 * w + x1]! * u) * (1 - v) +
      (smooth[y1 * w + x0]! * (1 - u) + smooth[y1 * w + x1]! * u) * v
    )
  }
  const data = new Uint8ClampedArray(p.data.length)
  for (let y = 0; y < p.height; y += 1)
    for (let x = 0; x < p.width; x += 1) {
      const o = (y * p.width + x) * 4
      const gain = 250 / level(x, y)
      for (let k = 0; k < 3; k += 1) data[o + k] = p.data[o + k]! * gain
      data[o + 3] = 255
    }
  return { width: p.width, height: p.height, data }
}
