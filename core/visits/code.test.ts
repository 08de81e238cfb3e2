import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readCode, visitCode } from './code'

const code = fc.integer({ min: 0, max: 0xffffffff }).map((n) => visitCode(n.toString(16).padStart(8, '0')))

describe('the code of a visit', () => {
  it('is read as it was shown, however it is typed', () => {
    fc.assert(
      fc.property(code, (shown) => {
        expect(shown).toMatch(/^[0-9A-HJKMNP-TV-Z]{3}-[0-9A-HJKMNP-TV-Z]{4}$/)
        const said = shown.toLowerCase().replaceAll('0', 'o').replaceAll('1', 'l')
        for (const typed of [shown, shown.replace('-', ''), ` ${said} `, shown.replace('-', ' ')])
          expect(readCode(typed)).toBe(shown)
      }),
    )
  })
  it('is refused when one sign of it is wrong, or two neighbours have changed places', () => {
    const wrong = (shown: string, other: string) =>
      other !== shown && expect([shown, other, readCode(other)]).toEqual([shown, other, null])
    fc.assert(
      fc.property(code, fc.nat(6), fc.constantFrom(...'0123456789ABCDEFGHJKMNPQRSTVWXYZ'), (shown, at, sign) => {
        const bare = shown.replace('-', '')
        // Signs that are 31 apart weigh the same: the first and the last of them.
        const same = (a: string, b: string) => new Set([a, b, '0', 'Z']).size === 2
        if (!same(bare[at]!, sign)) wrong(bare, bare.slice(0, at) + sign + bare.slice(at + 1))
        const [a, b] = [bare[at], bare[at + 1]]
        if (at < 5 && !same(a!, b!)) wrong(bare, bare.slice(0, at) + b + a + bare.slice(at + 2))
      }),
    )
  })
  it.each(['', 'Nadia', 'P<UTO', '123-45678', 'UUU-UUUU'])('is not %j', (text) => expect(readCode(text)).toBeNull())
})
