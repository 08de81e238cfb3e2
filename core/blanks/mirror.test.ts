import { describe, expect, it } from 'vitest'
import { textOfPage } from '../marking/text'
import { findOnPage } from './find'
import type { Glyph, Ink } from './ink'
import { mirrored } from './mirror'

const page = (glyphs: Glyph[], more: Partial<Ink> = {}): Ink => ({
  ...{ page: 1, width: 595, height: 842, strokes: [], shapes: [], images: [], widgets: [] },
  glyphs,
  ...more,
})
/** Words as they are printed, from the left, ending at `end`; what is read from the right is given as it is seen. */
const printed = (seen: string, end: number, base: number): Glyph[] =>
  [...seen].map((ch, i) => ({ ch, x: end - 6 * (seen.length - i), w: 6, base, size: 11, bold: false }))
const seen = (words: string) => [...words].reverse().join('')

describe('a page that is read from the right', () => {
  const ink = page(
    [
      ...printed(seen('הסכם השכרת סאונה'), 540, 80),
      ...printed(`:${seen('שם')}`, 540, 160),
      ...printed(`:${seen('טלפון')}`, 540, 220),
      ...printed(`${seen('שעות')} 12:30`, 540, 280),
      ...printed(`)7( ${seen('סעיף')}`, 540, 340),
    ],
    {
      strokes: [
        { x1: 300, y1: 162, x2: 515, y2: 162, thick: 0.6 },
        { x1: 300, y1: 222, x2: 495, y2: 222, thick: 0.6 },
      ],
    },
  )

  it('has its labels at the right of their blanks, and its words in their order', () => {
    const found = findOnPage(ink)
    expect(found.map((f) => [f.label, f.x, f.w])).toEqual([
      ['שם', 300, 215],
      ['טלפון', 300, 195],
    ])
    const { pieces } = textOfPage(ink)
    expect(pieces.map((p) => p.text)).toEqual(
      expect.arrayContaining(['הסכם השכרת סאונה', 'שם:', 'טלפון:', 'שעות 12:30'.split(' ').reverse().join(' ')]),
    )
    for (const p of pieces) expect(p.x + p.w).toBeLessThanOrEqual(541)
  })

  it('is left as it is where most words run from the left, and when it is mirrored already', () => {
    const english = page(printed('Name of the client (שם)', 400, 100))
    expect(mirrored(english)).toBe(english)
    const once = mirrored(ink)
    expect(mirrored(once)).toBe(once)
  })
})
