import type { Tolerance } from '../rounds/plan'

/** Letters that don't come apart into a letter and a mark. */
const LETTERS: Record<string, string> = { ł: 'l', ø: 'o', ß: 'ss', æ: 'ae', œ: 'oe', đ: 'd', ð: 'd', þ: 'th', ı: 'i' }
/** How documents write marked letters out (ICAO 9303-3, section 6): ä as ae, and so on. Both ways count. */
const WRITTEN_OUT: Record<string, string> = { ä: 'ae', ö: 'oe', ü: 'ue', å: 'aa', ø: 'oe' }

const split = (lower: string): string[] =>
  lower
    .replace(/[łøßæœđðþı]/g, (c) => LETTERS[c]!)
    .normalize('NFKD')
    .replace(/\p{M}|['’.`]/gu, '')
    .split(/[\s\-<,]+/)
    .filter(Boolean)
/** A name's parts, in both ways documents may write them. */
function partsOf(name: string): string[][] {
  const lower = name.normalize('NFC').toLowerCase()
  return [split(lower), split(lower.replace(/[äöüåø]/g, (c) => WRITTEN_OUT[c]!))]
}

/** Optimal string alignment: insertions, deletions, changes and swaps of neighbours that make one word of the other. */
export function distance(a: string, b: string): number {
  let before: number[] = []
  let last = Array.from({ length: b.length + 1 }, (_, j) => j)
  for (let i = 1; i <= a.length; i += 1) {
    const row = [i]
    for (let j = 1; j <= b.length; j += 1) {
      const cost = a[i - 1] === b[j - 1] ? 0 : 1
      row[j] = Math.min(last[j]! + 1, row[j - 1]! + 1, last[j - 1]! + cost)
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        row[j] = Math.min(row[j]!, before[j - 2]! + 1)
    }
    before = last
    last = row
  }
  return last[b.length]!
}

/** How alike two words are, from 0 to 1; an initial may be like the word it begins. */
function alike(a: string, b: string, initials: boolean): number {
  if (a === b) return 1
  if (initials && (a.length === 1 || b.length === 1)) return a[0] === b[0] ? 0.9 : 0
  return 1 - distance(a, b) / Math.max(a.length, b.length)
}

/** The least likeness the worst pair of words may have. */
const LEAST: Record<Tolerance, number> = { exact: 1, close: 0.75, loose: 0.6 }

/**
 * Whether two names may be one person's. Each part of the shorter name is paired with one of the longer, as well as they
 * go together; the *worst* pair decides, so that one different first name is never outweighed by a long family name.
 * `exact`: the same parts in any order; `close`: a slip of the pen, a middle name left out; `loose`: initials, too.
 * At least two parts have to agree where either name has as many.
 */
export function sameName(a: string, b: string, tolerance: Tolerance): boolean {
  return partsOf(a).some((x) => partsOf(b).some((y) => pairUp(x, y, tolerance)))
}

function pairUp(x: readonly string[], y: readonly string[], tolerance: Tolerance): boolean {
  const [short, long] = x.length <= y.length ? [x, y] : [y, x]
  if (short.length === 0 || long.length > 12) return false
  if (tolerance === 'exact' && short.length !== long.length) return false
  if (short.length < 2 && long.length > 1) return false
  const least = LEAST[tolerance]
  const fits = short.map((s) => long.map((l) => alike(s, l, tolerance === 'loose') >= least - 1e-9))
  // Whether every part of the shorter finds one of its own in the longer (a matching, by augmenting paths).
  const taken = new Array<number>(long.length).fill(-1)
  const place = (i: number, seen: Set<number>): boolean => {
    for (let j = 0; j < long.length; j += 1) {
      if (!fits[i]![j] || seen.has(j)) continue
      seen.add(j)
      if (taken[j] === -1 || place(taken[j]!, seen)) {
        taken[j] = i
        return true
      }
    }
    return false
  }
  return short.every((_, i) => place(i, new Set()))
}
