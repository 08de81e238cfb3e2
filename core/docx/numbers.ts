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

const ONES =
  'One Two Three Four Five Six Seven Eight Nine Ten Eleven Twelve Thirteen Fourteen Fifteen Sixteen Seventeen Eighteen Nineteen'.split(
    ' ',
  )
const TENS = 'Twenty Thirty Forty Fifty Sixty Seventy Eighty Ninety'.split(' ')
const ORDINALS: Record<string, string> = {
  One: 'First',
  Two: 'Second',
  Three: 'Third',
  Five: 'Fifth',
  Eight: 'Eighth',
  Nine: 'Ninth',
  Twelve: 'Twelfth',
}
/** An English numeral up to ninety-nine; figures beyond. */
const inWords = (n: number): string =>
  n < 1 || n > 99
    ? String(n)
    : n < 20
      ? ONES[n - 1]!
      : `${TENS[Math.floor(n / 10) - 2]!}${n % 10 ? `-${ONES[(n % 10) - 1]!.toLowerCase()}` : ''}`
const ordinalWords = (n: number): string => {
  if (n < 1 || n > 99) return ordinal(n)
  const [, head = '', last = ''] = /^(.*-)?([^-]+)$/.exec(inWords(n))!
  const key = last[0]!.toUpperCase() + last.slice(1)
  const end = ORDINALS[key] ?? (key.endsWith('y') ? `${key.slice(0, -1)}ieth` : `${key}th`)
  return head ? head + end.toLowerCase() : end
}
const alphabet = (list: string) => (n: number) => list[(n - 1) % list.length]!.repeat(Math.ceil(n / list.length))
const russian = alphabet('абвгдежзиклмнопрстуфхцчшщэюя')
const hebrew = alphabet('אבגדהוזחטיכלמנסעפצקרשת')
const arabic = alphabet('أبتثجحخدذرزسشصضطظعغفقكلمنهوي')

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
    case 'cardinalText':
      return inWords(n)
    case 'ordinalText':
      return ordinalWords(n)
    case 'numberInDash':
      return `- ${n} -`
    case 'decimalEnclosedCircle':
      return n >= 1 && n <= 20 ? String.fromCharCode(0x245f + n) : String(n)
    case 'decimalEnclosedParen':
      return n >= 1 && n <= 20 ? String.fromCharCode(0x2473 + n) : String(n)
    case 'russianLower':
      return russian(n)
    case 'russianUpper':
      return russian(n).toUpperCase()
    case 'hebrew2':
    case 'hebrew1':
      return hebrew(n)
    case 'arabicAlpha':
      return arabic(n)
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
  /** Where a level begins since a numbering said it begins elsewhere. */
  const firsts = new Map<string, (number | undefined)[]>()
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
    const first = firsts.get(of) ?? []
    firsts.set(of, first)
    if (!begun.has(numbering)) {
      begun.add(numbering)
      for (const [k, start] of starts.get(numbering) ?? []) {
        first[k] = start
        for (let deeper = k; deeper < count.length; deeper += 1) count[deeper] = undefined
      }
    }
    const from = (k: number): number => first[k] ?? at(k)?.start ?? 1
    count[level] = count[level] === undefined ? from(level) : count[level] + 1
    for (let deeper = level + 1; deeper < Math.max(count.length, all.length); deeper += 1) {
      const restart = at(deeper)?.restart ?? deeper
      if (restart !== 0 && level < restart) count[deeper] = undefined
    }
    // A level above that was never used counts as begun.
    for (let above = 0; above < level; above += 1) count[above] ??= from(above)
    return it.text.replace(/%([1-9])/g, (_, k: string) => {
      const n = Number(k) - 1
      const level2 = at(n)
      return n > level || !level2 ? '' : written(count[n] ?? level2.start, it.legal ? 'decimal' : level2.format)
    })
  }
}
