import type { Ink, Stroke } from './ink'

/** A level line from `x1` to `x2` at `y`; an upright one has the same with the axes changed over. */
export interface Rule {
  x1: number
  x2: number
  y: number
  thick: number
  /** How many drawn pieces it is made of. */
  pieces: number
}

const DOT = 9
/** Dots and dashes this far apart are one rule. */
const DASH_GAP = 5.2

/**
 * Joins drawn pieces to rules: dots and dashes over their gaps, longer pieces only where they overlap. Neighbours that
 * merely touch stay apart, unless `touching` asks for what a table's borders look like.
 */
function join(pieces: readonly Rule[], touching: boolean): Rule[] {
  const byY = [...pieces].sort((a, b) => a.y - b.y || a.x1 - b.x1)
  const bands: Rule[][] = []
  for (const p of byY) {
    const band = bands.at(-1)
    if (band && p.y - band[0]!.y <= 0.9) band.push(p)
    else bands.push([p])
  }
  return bands.flatMap((band) => {
    const out: Rule[] = []
    for (const p of [...band].sort((a, b) => a.x1 - b.x1 || b.x2 - a.x2)) {
      const last = out.at(-1)
      const gap = last ? p.x1 - last.x2 : Infinity
      const small = last && p.x2 - p.x1 <= DOT && (last.x2 - last.x1) / last.pieces <= DOT
      const joins =
        last && (gap < (touching ? 1.6 : -1.2) || (small && gap <= DASH_GAP) || (gap <= 0.3 && p.x2 - p.x1 < 3))
      if (joins) {
        last.x2 = Math.max(last.x2, p.x2)
        last.thick = Math.max(last.thick, p.thick)
        last.pieces += 1
      } else out.push({ ...p })
    }
    return out
  })
}

const level = (s: Stroke): boolean => Math.abs(s.y1 - s.y2) <= 0.6 && s.x2 - s.x1 >= s.y2 - s.y1
const levelRule = (s: Stroke): Rule => ({ x1: s.x1, x2: s.x2, y: (s.y1 + s.y2) / 2, thick: s.thick, pieces: 1 })
const uprightRule = (s: Stroke): Rule => ({ x1: s.y1, x2: s.y2, y: (s.x1 + s.x2) / 2, thick: s.thick, pieces: 1 })

export interface Rules {
  level: Rule[]
  /** Borders: touching pieces joined, edges of rectangles among them. */
  levelBorders: Rule[]
  uprightBorders: Rule[]
}

/** Fills lighter than this are ground, not ink. */
export const GROUND = 0.55

/** The rules and borders of a page. */
export function rulesOf(ink: Ink): Rules {
  const levels = ink.strokes.filter(level).map(levelRule)
  const uprights = ink.strokes.filter((s) => !level(s)).map(uprightRule)
  const edges = ink.shapes.filter(
    (s) => s.kind === 'rect' && (s.stroked || (s.fill !== null && s.fill >= GROUND && s.fill < 0.995)),
  )
  const edgeRule = (x1: number, x2: number, y: number): Rule => ({ x1, x2, y, thick: 0.5, pieces: 1 })
  for (const e of edges) {
    uprights.push(edgeRule(e.y, e.y + e.h, e.x), edgeRule(e.y, e.y + e.h, e.x + e.w))
  }
  const levelEdges = edges.flatMap((e) => [edgeRule(e.x, e.x + e.w, e.y), edgeRule(e.x, e.x + e.w, e.y + e.h)])
  return {
    level: join(levels, false).filter((r) => r.x2 - r.x1 >= 14),
    levelBorders: join([...levels, ...levelEdges], true).filter((r) => r.x2 - r.x1 >= 4),
    uprightBorders: join(uprights, true).filter((r) => r.x2 - r.x1 >= 4),
  }
}
