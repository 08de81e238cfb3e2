/** A level of numbering, as a letter defines it (ISO/IEC 29500-1, 17.9.6). */
export interface Level {
  /** The number it begins with. */
  start: number
  /** How its number is written: `decimal`, `lowerLetter`, `upperRoman` … (17.18.59). */
  format: string
  /** What is shown, `%1` being the number of the first level (17.9.11). */
  text: string
  /** Begins anew after this level (from 1), never where it is 0, after any above it where it isn’t said (17.9.10). */
  restart: number | null
  /** All its numbers are written as plain ones: `2.1` under `II` (17.9.4). */
  legal: boolean
  /** What stands between the number and the words (17.9.28). */
  suffix: 'tab' | 'space' | 'nothing'
}
/** How a letter numbers: which numberings share one definition, and where one begins anew. */
export interface Numbering {
  /** The definition each numbering is of. */
  definition: ReadonlyMap<string, string>
  /** The levels of each definition. */
  levels: ReadonlyMap<string, readonly Level[]>
  /** Levels that begin anew where a numbering is used first: by numbering, then level from 0. */
  starts: ReadonlyMap<string, ReadonlyMap<number, number>>
  /** Levels a numbering writes its own way. */
  own: ReadonlyMap<string, ReadonlyMap<number, Level>>
}

const ROMAN: [number, string][] = [
  [1000, 'm'],
  [900, 'cm'],
  [500, 'd'],
  [400, 'cd'],
  [100, 'c'],
  [90, 'xc'],
  [50, 'l'],
  [40, 'xl'],
  [10, 'x'],
  [9, 'ix'],
  [5, 'v'],
  [4, 'iv'],
  [1, 'i'],
]
function roman(n: number): string {
  let [left, out] = [n, '']
  for (const [value, letters] of ROMAN)
    while (left >= value && out.length < 40) {
      out += letters
      left -= value
    }
  return out
}
/** a to z, then aa to zz: the letter again and again. */
const letters = (n: number): string =>
  n < 1 ? '' : String.fromCharCode(97 + ((n - 1) % 26)).repeat(Math.min(30, Math.ceil(n / 26)))
const ordinal = (n: number): string => {
  const last = n % 100 > 10 && n % 100 < 14 ? 0 : n % 10
  return `${n}${['th', 'st', 'nd', 'rd'][last] ?? 'th'}`
}

/** A number as a format writes it; as a plain one where the format isn’t known. */
export function written(n: number, format: string): string {
  switch (format) {
    case 'none':
      return ''
    case 'lowerLetter':
      return letters(n)
    case 'upperLetter':
      return letters(n).toUpperCase()
    case 'lowerRoman':
      return roman(n)
    case 'upperRoman':
      return roman(n).toUpperCase()
    case 'decimalZero':
      return String(n).padStart(2, '0')
    case 'ordinal':
      return ordinal(n)
    default:
      return String(n)
  }
}

/**
 * Gives paragraphs their numbers, in the order they stand: called for each with its numbering and level (from 0), answers
 * with what is shown before its words, `null` where the numbering isn’t known, or shows a bullet.
 */
export function numberer({
  definition,
  levels,
  starts,
  own,
}: Numbering): (numbering: string, level: number) => string | null {
  const counts = new Map<string, (number | undefined)[]>()
  const begun = new Set<string>()
  return (numbering, level) => {
    const of = definition.get(numbering)
    const all = of === undefined ? undefined : levels.get(of)
    if (of === undefined || !all) return null
    const at = (k: number): Level | undefined => own.get(numbering)?.get(k) ?? all[k]
    const it = at(level)
    if (!it || it.format === 'bullet') return null
    const count = counts.get(of) ?? []
    counts.set(of, count)
    if (!begun.has(numbering)) {
      begun.add(numbering)
      for (const [k, start] of starts.get(numbering) ?? []) {
        count[k] = start - 1
        for (let deeper = k + 1; deeper < count.length; deeper += 1) count[deeper] = undefined
      }
    }
    count[level] = count[level] === undefined ? it.start : count[level] + 1
    for (let deeper = level + 1; deeper < Math.max(count.length, all.length); deeper += 1) {
      const restart = at(deeper)?.restart ?? deeper
      if (restart !== 0 && level < restart) count[deeper] = undefined
    }
    // A level above that was never used counts as begun.
    for (let above = 0; above < level; above += 1) count[above] ??= at(above)?.start ?? 1
    return it.text.replace(/%([1-9])/g, (_, k: string) => {
      const n = Number(k) - 1
      const level2 = at(n)
      return n > level || !level2 ? '' : written(count[n] ?? level2.start, it.legal ? 'decimal' : level2.format)
    })
  }
}
