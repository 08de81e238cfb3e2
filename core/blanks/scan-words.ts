import type { Area, Glyph } from './ink'
import type { Broken } from './scan-marks'

/** A word that was read in a scan, and its box in pixels. */
export interface ScanWord extends Area {
  text: string
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
export function lettersOf(word: ScanWord, scale: number, bold: boolean): Glyph[] {
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
export const BOLD = 1.25
/** Less light than this is ink. */
const INK = 128
/** How wide the strokes of a word are for its height: its ink along each row, by how many strokes the row goes through. */
export function weightOf(
  word: ScanWord,
  { words, width }: { words: Uint8Array; width: number },
  scale: number,
): number {
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

/** Dots and dashes as typed where they stand, on the line of the words beside them. */
export function typed({ x1, x2, y, count, dashes }: Broken, letters: readonly Glyph[]): Glyph[] {
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

/** A pair of brackets as typed. */
export const bracketed = ({ x, y, w, h }: Area): Glyph[] =>
  ['[', ']'].map((ch, i) => ({
    ...{ ch, x: i ? x + w - 0.3 * h : x, w: 0.3 * h, base: y + 0.8 * h, size: h, bold: false },
  }))

/** Points before a dot that ends room to write. */
const ROOM = 25
/** The stop that ends a line behind room to write: on the baseline of words far to its left, with nothing behind it. */
export function stopped({ x, y }: { x: number; y: number }, letters: readonly Glyph[]): Glyph[] {
  const line = letters.filter((g) => Math.abs(g.base - y) < 1.8)
  const last = Math.max(...line.map((g) => g.x + g.w))
  if (!line.length || x - last < ROOM) return []
  const { base, size } = line[0]!
  return [{ ch: '.', x: x - 0.25 * size, w: 0.25 * size, base, size, bold: false }]
}
