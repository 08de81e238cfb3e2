import type { Area, Ink, Shape, Stroke } from './ink'
import { type Matrix, at, boxOf } from './matrix'
import { meet, FAINT, FILLS, STROKES, type State } from './ink-state'

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
const FRAME = 3
const frames2 = (a: Shape, b: Shape): boolean =>
  [b.x - a.x, b.y - a.y, a.x + a.w - b.x - b.w, a.y + a.h - b.y - b.h].every((d) => d > -0.2 && d <= FRAME)
/** A fill with a hole in it, or a light fill laid on a dark one, is a frame: it has an edge and nothing in it. */
export function frames(ink: Ink, from: number): void {
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

export function straight(
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

export function readPath(ink: Ink, s: State, op: number, d: ArrayLike<number>, clips: boolean): void {
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
