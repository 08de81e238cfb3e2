import { type Area, type Ink, type Shape, type Stroke, bottom, right } from './ink'
import { type Broken, bracketPairs, brokenLines, dottedRun, isBox, joined, stopsOf } from './scan-marks'
import {
  type Dark,
  type Run,
  type Scan,
  darkOf,
  greysOf,
  isAlone,
  patchesOf,
  runsOf,
  smoothed,
  straightened,
  tiltOf,
  turned,
} from './scan-picture'
import { BOLD, type ScanWord, bracketed, lettersOf, stopped, typed, weightOf } from './scan-words'

/** What a scan shows beside its words: lines and boxes to be filled, and the picture without them, set straight. */
export interface Looked {
  strokes: Stroke[]
  broken: Broken[]
  /** Dots that stand by themselves: their right lower ends. */
  stops: { x: number; y: number }[]
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
const UPRIGHT = 10.5
const TALL = 24
const THICK = 3.5
/** Points: the shortest level line that may be faint, and the shortest that may touch others. */
const LONG = 40
/** Points: how large a box to tick is. */
const BOX = [5, 18] as const

/** Whether a page is a picture of one: nothing is drawn on it but a picture over most of it. Words behind it may be there. */
export const isScan = (ink: Ink): boolean =>
  ink.strokes.length + ink.shapes.length < 4 &&
  ink.widgets.length === 0 &&
  ink.images.some((i) => i.w * i.h > 0.6 * ink.width * ink.height)

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
    const clear = runsOf(across(faint), down ? least : LONG * scale, down).filter(
      (r) => thin(r) && isAlone(faint, r, down),
    )
    const within = (r: Run) =>
      clear.some((c) => r.from >= c.from - 2 && r.to <= c.to + 2 && r.first >= c.first - 2 && r.last <= c.last + 2)
    // Feet of bold letters may touch along a word; a short line that is one stands clear of others.
    const real = (r: Run) => r.to - r.from > LONG * scale || isAlone(dark, r, down)
    return [...clear, ...runsOf(across(dark), least, down).filter((r) => thin(r) && real(r) && !within(r))]
  }
  const patches = patchesOf(dark, BOX[1] * scale)
  const boxes = patches.filter((p) => p.w >= BOX[0] * scale && p.h >= BOX[0] * scale && isBox(dark, p))
  // The sides of a box to tick are no lines of their own.
  const side = (r: Run) =>
    boxes.some((b) => r.first >= b.x - 2 && r.last <= b.x + b.w + 2 && r.from >= b.y - 2 && r.to <= b.y + b.h + 2)
  // Fine dots are so near to each other that they are a line with gaps.
  const fine: Broken[] = []
  const levels = lines(LEVEL * scale, false).filter((r) => {
    const dotted = dottedRun(dark, r, scale)
    if (dotted) fine.push(dotted)
    return !dotted
  })
  // A short one is the side of a box: a level line meets it. A letter of a title stands as high by itself.
  const meets = (r: Run) =>
    levels.some(
      (l) =>
        Math.min(
          Math.abs(l.first - r.from),
          Math.abs(l.last - r.from),
          Math.abs(l.first - r.to),
          Math.abs(l.last - r.to),
        ) < 4 &&
        r.first > l.from - 4 &&
        r.last < l.to + 4,
    )
  const uprights = lines(UPRIGHT * scale, true).filter((r) => !side(r) && (r.to - r.from > TALL * scale || meets(r)))
  // Pieces of a faint line are no dots.
  const loose = patches.filter(
    (p) => !levels.some((r) => p.y >= r.first - 2 && p.y + p.h <= r.last + 3 && p.x >= r.from - 2 && p.x <= r.to),
  )
  const dots = joined([...fine, ...brokenLines(loose, scale)], levels, scale)
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
    stops: stopsOf(loose, scale).map((p) => ({ x: at(right(p)), y: at(bottom(p)) })),
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
  const { strokes, broken, brackets, stops, boxes, tilt } = looked
  const weights = words.map((w) => weightOf(w, looked, scale))
  const usual = [...weights].sort((a, b) => a - b)[Math.floor(weights.length / 2)] ?? 0
  const behind = ink.glyphs.map((g) => {
    const [x, base] = turned(g.x, g.base, -tilt, ink.width, ink.height)
    return { ...g, x, base }
  })
  const letters = words.length ? words.flatMap((word, i) => lettersOf(word, scale, weights[i]! > BOLD * usual)) : behind
  return {
    ...ink,
    glyphs: [
      ...letters,
      ...broken.flatMap((b) => typed(b, letters)),
      ...brackets.flatMap(bracketed),
      ...stops.flatMap((s) => stopped(s, letters)),
    ],
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
