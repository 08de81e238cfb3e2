import { type Picture, lightAt, threshold } from '../scan/page'

/** A letter's shape: 14 × 20 cells of ink from 0 to 9, and how wide it is for its height. */
export interface Shape {
  cells: string
  aspect: number
}
/** The shapes letters are told apart by. */
export type Alphabet = Record<string, Shape>
const W = 14
const H = 20
/** Characters of a line, by the formats of ICAO 9303. */
const LENGTHS = [44, 36, 30]

interface Ink {
  width: number
  height: number
  dark: Uint8Array
}

/** Dark on light, by the picture's own threshold. */
function inkOf(p: Picture): Ink {
  const grey = Float32Array.from({ length: p.width * p.height }, (_, i) => lightAt(p, i))
  const at = threshold(grey)
  const dark = new Uint8Array(grey.length)
  for (let i = 0; i < grey.length; i += 1) dark[i] = grey[i]! < at ? 1 : 0
  return { width: p.width, height: p.height, dark }
}

interface Box {
  x0: number
  x1: number
  y0: number
  y1: number
}

/** The shape of what is dark within a box; null when that is next to nothing. */
function shapeOf({ width, dark }: Ink, box: Box): Shape | null {
  let { x0, x1, y0, y1 } = { x0: box.x1, x1: box.x0, y0: box.y1, y1: box.y0 }
  for (let y = box.y0; y < box.y1; y += 1)
    for (let x = box.x0; x < box.x1; x += 1)
      if (dark[y * width + x]) {
        x0 = Math.min(x0, x)
        x1 = Math.max(x1, x + 1)
        y0 = Math.min(y0, y)
        y1 = Math.max(y1, y + 1)
      }
  if (x1 - x0 < 2 || y1 - y0 < 4) return null
  let cells = ''
  for (let j = 0; j < H; j += 1)
    for (let i = 0; i < W; i += 1) {
      const [left, right] = [x0 + ((x1 - x0) * i) / W, x0 + ((x1 - x0) * (i + 1)) / W]
      const [top, bottom] = [y0 + ((y1 - y0) * j) / H, y0 + ((y1 - y0) * (j + 1)) / H]
      let sum = 0
      let n = 0
      for (let y = Math.floor(top); y < Math.max(Math.floor(top) + 1, Math.floor(bottom)); y += 1)
        for (let x = Math.floor(left); x < Math.max(Math.floor(left) + 1, Math.floor(right)); x += 1) {
          sum += dark[y * width + x]!
          n += 1
        }
      cells += Math.round((9 * sum) / n)
    }
  return { cells, aspect: (x1 - x0) / (y1 - y0) }
}

/** How different two shapes are; 0 for the same. */
function unlike(a: Shape, b: Shape): number {
  let sum = 0
  for (let i = 0; i < a.cells.length; i += 1) sum += Math.abs(a.cells.charCodeAt(i) - b.cells.charCodeAt(i))
  return sum / (9 * W * H) + 0.6 * Math.abs(a.aspect - b.aspect)
}
/** Beyond this a shape is no letter of the alphabet. */
const MOST_UNLIKE = 0.3

/** Bands of rows that hold ink, from the top. */
function bands({ width, height, dark }: Ink): Box[] {
  const out: Box[] = []
  let start = -1
  for (let y = 0; y <= height; y += 1) {
    let n = 0
    if (y < height) for (let x = 0; x < width; x += 1) n += dark[y * width + x]!
    const has = n > width * 0.004
    if (has && start < 0) start = y
    if (!has && start >= 0) {
      out.push({ x0: 0, x1: width, y0: start, y1: y })
      start = -1
    }
  }
  return out
}

/** The first and last column of a band with ink, and the runs of columns between. */
function runs({ width, dark }: Ink, band: Box): [number, number][] {
  const out: [number, number][] = []
  let start = -1
  for (let x = 0; x <= width; x += 1) {
    let has = false
    if (x < width) for (let y = band.y0; y < band.y1 && !has; y += 1) has = dark[y * width + x] === 1
    if (has && start < 0) start = x
    if (!has && start >= 0) {
      out.push([start, x])
      start = -1
    }
  }
  return out
}

/** A band read as one line of so many characters at an even pitch; null when it is none. */
function lineOf(ink: Ink, band: Box, alphabet: Alphabet): string | null {
  const pieces = runs(ink, band)
  if (pieces.length < 25 || pieces.length > 48) return null
  const middle = ([a, b]: [number, number]) => (a + b) / 2
  for (const n of LENGTHS) {
    if (pieces.length !== n) continue
    const pitch = (middle(pieces.at(-1)!) - middle(pieces[0]!)) / (n - 1)
    // Every piece within half a pitch of its place: letters of one width each, not a line of print.
    if (pieces.some((p, i) => Math.abs(middle(p) - middle(pieces[0]!) - i * pitch) > pitch * 0.5)) continue
    let text = ''
    for (const [x0, x1] of pieces) {
      const shape = shapeOf(ink, { x0, x1, y0: band.y0, y1: band.y1 })
      if (!shape) return null
      let best = ''
      let least = MOST_UNLIKE
      for (const [char, known] of Object.entries(alphabet)) {
        const d = unlike(shape, known)
        if (d < least) {
          least = d
          best = char
        }
      }
      if (!best) return null
      text += best
    }
    return text
  }
  return null
}

/** The lines of a machine-readable zone in an upright picture, from the top; empty when there are none. */
export const readLines = (picture: Picture, alphabet: Alphabet): string[] => readZone(picture, alphabet).lines

/** The same, with how far down in the picture the middle of the zone is, from 0 to 1; null when there is none. */
export function readZone(picture: Picture, alphabet: Alphabet): { lines: string[]; middle: number | null } {
  const ink = inkOf(picture)
  const found = bands(ink).flatMap((band) => {
    const line = lineOf(ink, band, alphabet)
    return line ? [{ line, band }] : []
  })
  // The last lines of one length: two of 44 or 36, three of 30.
  const length = found.at(-1)?.line.length ?? 0
  const wanted = length === 30 ? 3 : 2
  const last = found.slice(-wanted)
  if (last.length !== wanted || !last.every((l) => l.line.length === length)) return { lines: [], middle: null }
  return { lines: last.map((l) => l.line), middle: (last[0]!.band.y0 + last.at(-1)!.band.y1) / 2 / picture.height }
}

/** The alphabet, from a picture of its letters in one row, in order. */
export function alphabetFrom(picture: Picture, letters: string): Alphabet {
  const ink = inkOf(picture)
  const [band] = bands(ink)
  const pieces = band ? runs(ink, band) : []
  if (pieces.length !== letters.length) throw new Error(`${pieces.length} shapes for ${letters.length} letters`)
  return Object.fromEntries(
    pieces.map(([x0, x1], i) => [letters[i]!, shapeOf(ink, { x0, x1, y0: band!.y0, y1: band!.y1 })!]),
  )
}
