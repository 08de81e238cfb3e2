import { english } from './en'
import { french } from './fr'
import { german } from './de'
import { spanish } from './es'
import type { WordList } from './types'

export type { WordList } from './types'

/** Lower case, without accents, with plain quotes and single spaces: what the patterns are matched against. */
export const plainText = (s: string): string =>
  s
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/[’‘`´]/g, "'")
    .toLowerCase()
    .replace(/\s+/g, ' ')
    .trim()

const plainPattern = (r: RegExp): RegExp => new RegExp(r.source.normalize('NFKD').replace(/\p{M}/gu, ''), r.flags)
function plainList(list: WordList): WordList {
  const plain = <T>(value: T): T =>
    (value instanceof RegExp
      ? plainPattern(value)
      : Array.isArray(value)
        ? (value as string[]).map(plainText)
        : value && typeof value === 'object'
          ? Object.fromEntries(Object.entries(value).map(([k, v]) => [k, plain(v)]))
          : value) as T
  return plain(list)
}

/** Languages the finder reads. A further one is a file like its neighbours, listed here. */
export const WORD_LISTS: readonly WordList[] = [english, german, french, spanish].map(plainList)

/** The list a text is most likely in, English with it; every list where the text is too short to say. */
export function listsFor(words: readonly string[]): WordList[] {
  const counts = new Map<string, number>()
  for (const w of words) counts.set(w, (counts.get(w) ?? 0) + 1)
  const score = (l: WordList) => l.small.reduce((n, w) => n + (counts.get(w) ?? 0), 0)
  const [first] = WORD_LISTS as [WordList]
  const best = [...WORD_LISTS].sort((a, b) => score(b) - score(a))[0]!
  if (score(best) < 3) return [...WORD_LISTS]
  return best === first ? [first] : [best, first]
}
