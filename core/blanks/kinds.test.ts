import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { findOnPage } from './find'
import type { FoundBlank } from './found'
import type { Glyph, Ink, Shape, Stroke } from './ink'

const WIDE = 6
/** Words from `x` on a baseline, each letter as wide as on a typewriter. */
const words = (text: string, x: number, base: number): Glyph[] =>
  [...text].map((ch, i) => ({ ch, x: x + WIDE * i, w: WIDE, base, size: 11, bold: false }))
const after = (text: string, x: number) => x + WIDE * text.length
const box = (x: number, y: number, w: number, h: number): Shape => ({
  kind: 'rect',
  x,
  y,
  w,
  h,
  fill: null,
  stroked: true,
})
const shade = (x: number, y: number, w: number, h: number): Shape => ({ ...box(x, y, w, h), fill: 0.9, stroked: false })
const rule = (x1: number, x2: number, y: number): Stroke => ({ x1, x2, y1: y, y2: y, thick: 0.6 })
/** A page with what is to be looked at between two lines of running text. */
const page = (glyphs: Glyph[], more: Partial<Ink> = {}): Ink => ({
  ...{ page: 1, width: 595, height: 842, strokes: [], shapes: [], images: [], widgets: [] },
  ...more,
  glyphs: [
    ...words('The barrel sauna is hired out with its stove, wood for two evenings and the keys.', 54, 60),
    ...glyphs,
    ...words('Whoever hires it keeps it clean and dry, and brings it back when it was agreed.', 54, 780),
  ],
})
/** What is found and sure enough to be work to do. */
const sure = (ink: Ink): FoundBlank[] => findOnPage(ink).filter((f) => f.confidence >= 0.6)
const brief = (f: FoundBlank) => [f.type, Math.round(f.x), Math.round(f.w)]

describe('a box within a sentence', () => {
  // The second line’s boxes begin where the first line’s end: they touch, and are no table.
  const sentence = (gap: number) => {
    const low = 96 + 25 + gap
    const line = ['I,', 'of', 'hire it from']
    return page(
      [
        ...words(line[0]!, 54, 112),
        ...words(`, ${line[1]}`, 222, 112),
        ...words(`, ${line[2]}`, 352, 112),
        ...words('until', 54, low + 16),
        ...words('and pay', 190, low + 16),
        ...words('in advance.', 340, low + 16),
      ],
      {
        shapes: [
          box(70, 96, 150, 25),
          box(250, 96, 100, 25),
          box(440, 96, 90, 25),
          box(90, low, 96, 25),
          box(236, low, 100, 25),
        ],
      },
    )
  }
  it.each([0.5, 2, 6])('is a blank of its own, %d points above the next line’s', (gap) => {
    expect(sure(sentence(gap)).map(brief)).toEqual([
      ['name', 70, 150],
      ['text', 250, 100],
      ['date', 440, 90],
      ['date', 90, 96],
      ['text', 236, 100],
    ])
  })
  it('names its party without giving it to the fields under it', () => {
    const found = sure(
      page(
        [
          ...words('This agreement is made between', 54, 112),
          ...words('(“the Company”) and', 390, 112),
          ...words('(“the Customer”).', 220, 136),
          ...words('Address:', 240, 170),
        ],
        { shapes: [box(240, 100, 146, 16), box(54, 124, 160, 16)], strokes: [rule(292, 420, 171)] },
      ),
    )
    expect(found.map((f) => f.party)).toEqual(['business', 'client', 'client'])
  })
})

describe('what only looks like blanks', () => {
  it('is not: the bars of a chart, however high, with an axis or without', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 8, max: 90 }), { minLength: 3, maxLength: 7 }),
        fc.integer({ min: 9, max: 26 }),
        fc.boolean(),
        (heights, wide, axis) => {
          fc.pre(Math.max(...heights) - Math.min(...heights) > 4)
          const at = (i: number) => 70 + i * 40
          const ink = page(
            heights.flatMap((_, i) => words(String(i + 1), at(i) + 4, 412)),
            {
              shapes: heights.map((h, i) => box(at(i), 400 - h, wide, h)),
              strokes: axis ? [rule(60, at(heights.length), 400)] : [],
            },
          )
          expect(sure(ink)).toEqual([])
        },
      ),
    )
  })
  it('is not: holes in the shaded rows of a table of facts', () => {
    const days = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday']
    const hours = ['9.00', '', '10.30', '9.00', '', '8.00']
    const notes = ['open', 'closed', 'swim day', 'open', '', 'long day']
    const y = (i: number) => 200 + i * 14
    const ink = page(
      days.flatMap((d, i) => [
        ...words(d, 58, y(i) + 10),
        ...words(hours[i]!, 270, y(i) + 10),
        ...words(notes[i]!, 390, y(i) + 10),
      ]),
      {
        shapes: [0, 2, 4].flatMap((i) => [
          shade(54, y(i), 212, 14),
          shade(266, y(i), 114, 14),
          shade(380, y(i), 165, 14),
        ]),
      },
    )
    expect(sure(ink)).toEqual([])
  })
  it('is not: the borders under the cells of such a table, each drawn by itself', () => {
    const y = (i: number) => 220 + i * 20
    const ink = page(
      ['Monday', 'Tuesday', 'Wednesday', 'Friday'].flatMap((d, i) => [
        ...words(d, 56, y(i) - 5),
        ...words(i % 2 ? '' : '9.00', 270, y(i) - 5),
        ...words(i === 3 ? '' : 'closed', 384, y(i) - 5),
      ]),
      { strokes: [0, 1, 2, 3].flatMap((i) => [rule(54, 266, y(i)), rule(266, 380, y(i)), rule(380, 545, y(i))]) },
    )
    expect(sure(ink)).toEqual([])
  })
  it('is not: dashes typed under a heading, but those that words lead up to are', () => {
    expect(sure(page([...words('What is agreed', 54, 200), ...words('--------------', 54, 212)]))).toEqual([])
    const led = sure(page([...words('Name: ------------------', 54, 200)]))
    expect(led.map((f) => [f.type, f.label])).toEqual([['name', 'Name']])
  })
  it('is not: a frame around source code', () => {
    const code = page([...words('def open_gate(gate_name, at_hour)', 60, 214)], { shapes: [box(54, 200, 480, 40)] })
    expect(sure(code)).toEqual([])
  })
  it('is not: room behind a label whose box stands under it', () => {
    const found = sure(page(words('Print name:', 54, 200), { shapes: [box(54, 206, 150, 18)] }))
    expect(found.map((f) => [f.type, Math.round(f.y)])).toEqual([['name', 206]])
  })
})

describe('white space', () => {
  it('at the start of a line is room to write where the sentence goes on behind it', () => {
    const first = 'This agreement is made between the Company, its helpers, and'
    const found = sure(page([...words(first, 54, 200), ...words('(“the Customer”), who hires it.', 210, 216)]))
    expect(found.map((f) => [f.type, f.party, Math.round(f.x)])).toEqual([['name', 'client', 54]])
    // A line that is merely set in is none.
    expect(sure(page([...words(`${first}.`, 54, 200), ...words('The end.', 210, 216)]))).toEqual([])
    expect(after(first, 54)).toBeGreaterThan(400)
  })
})

describe('a table whose labels stand in the corners of their openings', () => {
  it('has a place in each that has a label, and none in the one that fills up the last row', () => {
    const cells = [0, 1, 2, 3].map((i) => box(54 + (i % 2) * 240, 200 + Math.floor(i / 2) * 34, 240, 34))
    const found = sure(
      page([...words('Name', 58, 211), ...words('Postcode', 298, 211), ...words('Allergies', 58, 245)], {
        shapes: cells,
      }),
    )
    expect(found.map((f) => [f.label, Math.round(f.x)])).toEqual([
      ['Name', 54],
      ['Postcode', 294],
      ['Allergies', 54],
    ])
  })
})
