import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { TEXT_CONTRAST, contrast, isColour, readable, shadesOf } from './colours'

const colour = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`)
const ratio = (a: string) => {
  // WCAG's own formula, written out.
  const [r, g, b] = [1, 3, 5].map((i) => {
    const c = Number.parseInt(a.slice(i, i + 2), 16) / 255
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4
  })
  return 1.05 / (0.2126 * r! + 0.7152 * g! + 0.0722 * b! + 0.05)
}

describe('a colour of one’s own', () => {
  it('can always be read on white once it is mended, and stays where it could be', () => {
    fc.assert(
      fc.property(colour, (c) => {
        const mended = readable(c)
        expect(isColour(mended)).toBe(true)
        expect(ratio(mended)).toBeGreaterThanOrEqual(TEXT_CONTRAST - 0.02)
        if (ratio(c) >= TEXT_CONTRAST) expect(mended).toBe(c)
        expect(readable(mended)).toBe(mended)
      }),
    )
  })
  it('has a contrast as the standard counts it', () => {
    fc.assert(
      fc.property(colour, (c) => {
        expect(contrast(c)).toBeCloseTo(ratio(c), 1)
      }),
    )
    expect(contrast('#000000')).toBe(21)
  })
  it('is darkened no more than has to be: a yellow stays a yellow', () => {
    expect(contrast(readable('#ffcc00'))).toBeLessThan(TEXT_CONTRAST + 0.1)
    const [r, g, b] = [1, 3, 5].map((i) => Number.parseInt(readable('#ffcc00').slice(i, i + 2), 16))
    expect(r! > g! && g! > 100 && b! < 20).toBe(true)
  })
  it('gives a ground that ink can be read on, and a deeper self', () => {
    fc.assert(
      fc.property(colour, (c) => {
        expect(contrast(shadesOf(c).tint, '#20302b')).toBeGreaterThan(7)
        expect(contrast(shadesOf(c).deep)).toBeGreaterThanOrEqual(contrast(c) - 0.3)
      }),
    )
  })
  it('is six digits after a hash', () => {
    for (const wrong of ['red', '#fff', '#gggggg', '#12345', 'url(x)', '#123456;']) expect(isColour(wrong)).toBe(false)
  })
})
