import type { PlacedMark } from './marks'

/** A page as it is drawn: four bytes a pixel, rows from the top. */
export interface Bitmap {
  width: number
  height: number
  data: Uint8Array
}
/** A box in points from the top left of a page as it is shown. */
export interface Box {
  x: number
  y: number
  w: number
  h: number
}
/** How far a channel has to move for a pixel to count as changed: less is how edges are smoothed. */
const CHANGED = 28
/** Pixels that have to be there for a mark to be seen at all. */
const LEAST = 2
/** Points a mark may reach over its box: half a pen's width, and what smoothing adds. */
const MARGIN = 3

/**
 * Compares a page before and after something was drawn on it, both drawn at the same size. `unseen` are the boxes, by their
 * place in the list, that have no new ink; `outside` counts the pixels that changed where nothing was to change.
 */
export function compareDrawn(
  before: Bitmap,
  after: Bitmap,
  size: { w: number; h: number },
  boxes: readonly Box[],
): { unseen: number[]; outside: number } {
  if (before.width !== after.width || before.height !== after.height)
    return { unseen: boxes.map((_, i) => i), outside: after.width * after.height }
  const sx = after.width / size.w
  const sy = after.height / size.h
  const inked = boxes.map(() => 0)
  const edges = boxes.map(
    (b) => [(b.x - MARGIN) * sx, (b.y - MARGIN) * sy, (b.x + b.w + MARGIN) * sx, (b.y + b.h + MARGIN) * sy] as const,
  )
  let outside = 0
  const a = before.data
  const b = after.data
  // Nearly all pixels are as they were: those are passed over four bytes at a time.
  const [wholeA, wholeB] = [wholes(a), wholes(b)]
  for (let y = 0, i = 0; y < after.height; y += 1)
    for (let x = 0; x < after.width; x += 1, i += 4) {
      if (wholeA[i >> 2] === wholeB[i >> 2]) continue
      const far =
        Math.abs(a[i]! - b[i]!) > CHANGED ||
        Math.abs(a[i + 1]! - b[i + 1]!) > CHANGED ||
        Math.abs(a[i + 2]! - b[i + 2]!) > CHANGED
      if (!far) continue
      let within = false
      edges.forEach(([left, top, right, bottom], n) => {
        if (x < left || x > right || y < top || y > bottom) return
        within = true
        inked[n]! += 1
      })
      if (!within) outside += 1
    }
  return { unseen: inked.flatMap((n, i) => (n < LEAST ? [i] : [])), outside }
}

/** Pixels as one number each. */
const wholes = (data: Uint8Array): Uint32Array =>
  data.byteOffset % 4 ? wholes(data.slice()) : new Uint32Array(data.buffer, data.byteOffset, data.length >> 2)

/** A sealed copy on which something that was given can't be seen, or that shows something else than what was signed. */
export class Unproved extends Error {
  constructor(
    readonly page: number,
    /** Labels of what can't be seen; empty where something else changed. */
    readonly unseen: readonly string[],
  ) {
    super(
      unseen.length
        ? `On page ${page}, what was put in “${unseen.join('”, “')}” can’t be seen.`
        : `Page ${page} would look different from what was signed.`,
    )
  }
}

/** Insists that every mark of a page has its ink and nothing else changed; throws {@link Unproved}. */
export function insistOnInk(
  page: number,
  before: Bitmap,
  after: Bitmap,
  size: { w: number; h: number },
  marks: readonly PlacedMark[],
): void {
  const { unseen, outside } = compareDrawn(
    before,
    after,
    size,
    marks.map((m) => m.at),
  )
  if (unseen.length)
    throw new Unproved(
      page,
      unseen.map((i) => marks[i]!.at.field.label),
    )
  if (outside > 0) throw new Unproved(page, [])
}
