/** Figures and letters that are never taken for one another when they are read out (Crockford’s base 32). */
const SIGNS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ'
const LENGTH = 6

/** The sign that guards the others: a wrong one, or two neighbours that changed places, is seen. */
const guard = (signs: string): string =>
  SIGNS[[...signs].reduce((sum, s, i) => sum + SIGNS.indexOf(s) * (2 * i + 3), 0) % 31]!

/** The code of a visit, as it is shown: `7K2-M9QX`. Drawn from the first 32 bits of `hex`, so that nobody works out another’s. */
export function visitCode(hex: string): string {
  let n = Number.parseInt(hex.slice(0, 8), 16)
  let signs = ''
  for (let i = 0; i < LENGTH; i += 1) {
    signs += SIGNS[n % 32]!
    n = Math.floor(n / 32)
  }
  return `${signs.slice(0, 3)}-${signs.slice(3)}${guard(signs)}`
}

/** A code as it was typed or read, as it is shown; null for what is none, or was misread. */
export function readCode(text: string): string | null {
  const bare = text.toUpperCase().replace(/[\s-]/g, '').replace(/O/g, '0').replace(/[IL]/g, '1')
  if (bare.length !== LENGTH + 1 || [...bare].some((s) => !SIGNS.includes(s))) return null
  return guard(bare.slice(0, LENGTH)) === bare[LENGTH] ? `${bare.slice(0, 3)}-${bare.slice(3)}` : null
}
