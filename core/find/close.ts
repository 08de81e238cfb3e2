import { distance } from '../identity/names'

/** Slips of the pen a word may have: none in a short one, two in a long one. */
const slips = (word: string) => (word.length < 4 ? 0 : word.length < 8 ? 1 : 2)

/**
 * Whether every word of what was typed is meant by a word of a text, but for slips of the pen; the last letters may not be
 * typed yet. Both in lower case without accents, words with one space between. A first letter is right, or it isn't that word.
 */
export function isClose(typed: string, text: string): boolean {
  const there = text.split(' ')
  return typed
    .split(' ')
    .filter(Boolean)
    .every((word) => {
      const most = slips(word)
      return there.some(
        (t) =>
          t.startsWith(word) ||
          (most > 0 &&
            t[0] === word[0] &&
            [word.length - 1, word.length, word.length + 1].some((n) => distance(word, t.slice(0, n)) <= most)),
      )
    })
}
