/** What an index of words is asked for: every word of what somebody typed, each as the beginning of one. Empty for no word. */
export function wordsQuery(typed: string): string {
  const words = typed.normalize('NFC').match(/[\p{L}\p{N}]+/gu) ?? []
  return words
    .slice(0, 12)
    .map((w) => `"${w.slice(0, 60)}"*`)
    .join(' ')
}

/** A line in pieces: what was found, and what stands around it. */
export interface HitPiece {
  text: string
  hit: boolean
}
/** Signs that an index puts around what it found; no text has them. */
export const [HIT_FROM, HIT_TO] = ['\u0001', '\u0002']
/** A line with those signs as pieces. Null where nothing of it was found. */
export function hitPieces(line: string): HitPiece[] | null {
  if (!line.includes(HIT_FROM)) return null
  return line
    .split(new RegExp(`[${HIT_FROM}${HIT_TO}]`))
    .map((text, i) => ({ text, hit: i % 2 === 1 }))
    .filter((p) => p.text !== '')
}
