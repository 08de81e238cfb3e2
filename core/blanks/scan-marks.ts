import { type Area, bottom, right, shared } from './ink'
import type { Dark, Run } from './scan-picture'

/** A line of dots, or of dashes, from end to end; `y` is its middle. */
export interface Broken {
  x1: number
  x2: number
  y: number
  /** How many there are, and whether they are dashes. */
  count: number
  dashes: boolean
}

/** Points: a dot or a dash of a broken line, and how far apart they are. */
const DOT = 2.6
const DASH = 9
const DASHES = 1.7
const GAP = 5.5
const DOTS = 8

/** Whether a patch is a square frame with nothing in it. */
export function isBox({ w, at }: Dark, p: Area): boolean {
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
export function bracketPairs(dark: Dark, patches: readonly Area[], scale: number): [Area, Area][] {
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

/** Whether pieces that begin at these places come at a steady step: those of a faint line in pieces don't. */
function steady(starts: readonly number[]): boolean {
  const steps = starts.slice(1).map((x, i) => x - starts[i]!)
  const mean = steps.reduce((sum, s) => sum + s, 0) / steps.length
  const spread = Math.sqrt(steps.reduce((sum, s) => sum + (s - mean) ** 2, 0) / steps.length)
  return spread < 0.5 * mean
}

/** A straight run as a line of dots, where gaps come all along it; null where it is a line with none, or hardly any. */
export function dottedRun({ w, at }: Dark, { from, to, first, last }: Run, scale: number): Broken | null {
  let [inked, on] = [0, false]
  const starts: number[] = []
  for (let x = from; x < to; x += 1) {
    let ink = false
    for (let y = first; y <= last && !ink; y += 1) ink = at[y * w + x] === 1
    if (ink) inked += 1
    if (ink && !on) starts.push(x)
    on = ink
  }
  // Gaps no wider than those a run may have, as many as dots of their size would have.
  const count = starts.length
  if (count < DOTS || inked > 0.8 * (to - from) || (to - from) / count > DOT * scale || !steady(starts)) return null
  const y = (first + last + 1) / 2 / scale
  return { x1: from / scale, x2: to / scale, y, count, dashes: false }
}

/** Lines of dots or dashes: small patches, each near to the one before it and as high. */
export function brokenLines(patches: readonly Area[], scale: number): Broken[] {
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
    if (chain.length < DOTS || last.x + last.w - first.x < 30 * scale || !steady(chain.map((d) => d.x))) return []
    const long = chain.map((d) => d.w / d.h).sort((a, b) => a - b)[chain.length >> 1]!
    return [
      {
        ...{ x1: first.x / scale, x2: (last.x + last.w) / scale, y: (middle(first) + middle(last)) / 2 / scale },
        ...{ count: chain.length, dashes: long > DASHES },
      },
    ]
  })
}

/**
 * Lines of dots or dashes that ran together in the middle, as one: a run between two pieces of it is taken out of `levels`.
 */
export function joined(pieces: readonly Broken[], levels: Run[], scale: number): Broken[] {
  const out: Broken[] = []
  for (const piece of [...pieces].sort((a, b) => a.x1 - b.x1)) {
    const before = out.findLast((o) => Math.abs(o.y - piece.y) < 1.2 && o.x2 < piece.x1 + 1)
    const between = levels.findIndex(
      (r) =>
        !!before &&
        Math.abs((r.first + r.last) / 2 / scale - piece.y) < 1.5 &&
        Math.abs(r.from / scale - before.x2) < GAP &&
        Math.abs(piece.x1 - r.to / scale) < GAP,
    )
    if (!before || (between < 0 && piece.x1 - before.x2 > GAP)) {
      out.push({ ...piece })
      continue
    }
    if (between >= 0) levels.splice(between, 1)
    // Of what is one line most are dots, or most are dashes.
    if (piece.count > before.count) before.dashes = piece.dashes
    before.count += piece.count + Math.round(((piece.x1 - before.x2) * piece.count) / (piece.x2 - piece.x1))
    before.x2 = piece.x2
  }
  return out
}

/** Points around a dot that stands by itself. */
const CLEAR = 8
/** Dots that stand by themselves: readers pass over them. */
export function stopsOf(patches: readonly Area[], scale: number): Area[] {
  // What is near is looked up by the squares of the page it is in.
  const square = CLEAR * scale
  const squares = new Map<string, Area[]>()
  const inSquares = (a: Area) => {
    const out: string[] = []
    for (let x = Math.floor(a.x / square); x <= Math.floor(right(a) / square); x += 1)
      for (let y = Math.floor(a.y / square); y <= Math.floor(bottom(a) / square); y += 1) out.push(`${x} ${y}`)
    return out
  }
  for (const p of patches)
    for (const key of inSquares(p)) {
      const there = squares.get(key)
      if (there) there.push(p)
      else squares.set(key, [p])
    }
  return patches.filter((p) => {
    if (Math.max(p.w, p.h) > DOT * scale || Math.min(p.w, p.h) < 0.5 * scale) return false
    const around = { x: p.x - square, y: p.y - square, w: p.w + 2 * square, h: p.h + 2 * square }
    return inSquares(around).every((key) =>
      (squares.get(key) ?? []).every(
        (o) =>
          o === p ||
          shared(o.x, right(o), around.x, right(around)) <= 0 ||
          shared(o.y, bottom(o), around.y, bottom(around)) <= 0,
      ),
    )
  })
}
