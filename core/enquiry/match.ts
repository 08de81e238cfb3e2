import { distance } from '../identity/names'
import { flat } from './text'

/** A text as it is compared: flat, with one space between words. */
export const compared = (text: string) =>
  flat(text)
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()

/** A word as it may be without the ending that says how many or whose: "robes" is of "robe", "boxes" of "box". */
function stems(word: string): string[] {
  const out = [word]
  if (word.endsWith('ces') && word.length > 5) out.push(`${word.slice(0, -3)}z`)
  for (const ending of ['s', 'es', 'n', 'en', 'e', 'x'])
    if (word.endsWith(ending) && word.length - ending.length >= 3) out.push(word.slice(0, -ending.length))
  return out
}
/** Whether two words are the same but for their ending or one slip of the pen. */
export function sameWord(a: string, b: string): boolean {
  const [x, y] = [stems(a), stems(b)]
  if (x.some((s) => y.includes(s))) return true
  return Math.min(a.length, b.length) >= 6 && a[0] === b[0] && distance(x.at(-1)!, y.at(-1)!) <= 1
}

export interface Word {
  text: string
  from: number
  to: number
}
/** The words of a flat text with where they stand; a hyphen joins. */
export const wordsIn = (text: string): Word[] =>
  [...text.matchAll(/[\p{L}\p{N}]+(?:-[\p{L}\p{N}]+)*/gu)].map((m) => ({
    text: m[0].replace(/-/g, ''),
    from: m.index,
    to: m.index + m[0].length,
  }))
