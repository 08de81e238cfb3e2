/** ISO 7064 MOD 97-10 over digits and letters (A = 10 … Z = 35): 1 where the check digits fit. */
function mod97(text: string): number {
  let rest = 0
  for (const c of text) {
    const value = Number.parseInt(c, 36)
    rest = (rest * (value > 9 ? 100 : 10) + value) % 97
  }
  return rest
}

/** The creditor reference (ISO 11649) of a number: `RF`, two check digits, the number. */
export function referenceOf(n: number): string {
  const check = 98 - mod97(`${n}RF00`)
  return `RF${String(check).padStart(2, '0')}${n}`
}

/** A reference as it is read and typed: in fours. */
export const spaced = (reference: string): string => reference.replace(/.{4}(?=.)/g, '$& ')

/** Whether a reference is one: its check digits fit. */
export const isReference = (text: string): boolean =>
  /^RF\d{2}[0-9A-Z]{1,21}$/.test(text) && mod97(text.slice(4) + text.slice(0, 4)) === 1

/** No number is shorter. */
const SHORTEST = 5
/** What stands behind `RF` in a line of a statement: digits, with spaces, hyphens or points between them. */
const AFTER = /RF[\s.-]*((?:\d[\s.-]*){2,23})/gi

/**
 * What may be references in a text, such as a line of a bank's statement: for each place the readings whose check digits fit,
 * the longest first (further digits may follow); `broken` where something begins like one and none fits: a digit is wrong.
 */
export function referencesIn(text: string): { readings: string[]; broken: string | null }[] {
  return [...text.matchAll(AFTER)].map((m) => {
    const digits = m[1]!.replace(/\D/g, '')
    const all: string[] = []
    for (let n = digits.length; n >= 2 + SHORTEST; n -= 1) {
      const one = `RF${digits.slice(0, n)}`
      if (isReference(one)) all.push(one)
    }
    return { readings: all, broken: all.length ? null : `RF${digits}` }
  })
}
