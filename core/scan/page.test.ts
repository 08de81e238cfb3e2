import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Corners, type Picture, evenOut, findSheet, projection, straighten } from './page'

const blank = (width: number, height: number, light: (x: number, y: number) => number): Picture => {
  const data = new Uint8ClampedArray(width * height * 4)
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) data.set([light(x, y), light(x, y), light(x, y), 255], (y * width + x) * 4)
  return { width, height, data }
}
/** A light sheet with a dark dot in its middle, on a dark table, seen askew. */
function photograph(corners: Corners): Picture {
  const inside = (x: number, y: number) =>
    corners.every((a, i) => {
      const b = corners[(i + 1) % 4]!
      return (b.x - a.x) * (y - a.y) - (b.y - a.y) * (x - a.x) >= 0
    })
  const middle = projection(1, 1, corners)(0.5, 0.5)
  return blank(400, 300, (x, y) =>
    inside(x, y) ? (Math.hypot(x - middle.x, y - middle.y) < 8 ? 40 : 220 - x / 8) : 50,
  )
}
const corner = (x: number, y: number) =>
  fc.record({ x: fc.integer({ min: x - 25, max: x + 25 }), y: fc.integer({ min: y - 25, max: y + 25 }) })

describe('a photograph of a sheet', () => {
  it('is cropped to the sheet and seen straight, whichever way it lay', () => {
    fc.assert(
      fc.property(corner(80, 60), corner(320, 60), corner(320, 240), corner(80, 240), (a, b, c, d) => {
        const photo = photograph([a, b, c, d])
        const found = findSheet(photo)
        expect(found).not.toBeNull()
        ;[a, b, c, d].forEach((p, i) => expect(Math.hypot(p.x - found![i]!.x, p.y - found![i]!.y)).toBeLessThan(9))
        const flat = straighten(photo, [a, b, c, d])
        const at = (x: number, y: number) =>
          flat.data[(Math.round(y * (flat.height - 1)) * flat.width + Math.round(x * (flat.width - 1))) * 4]!
        expect(at(0.5, 0.5)).toBeLessThan(90)
        for (const [x, y] of [
          [0.1, 0.1],
          [0.9, 0.1],
          [0.9, 0.9],
          [0.1, 0.9],
        ] as const)
          expect(at(x, y)).toBeGreaterThan(150)
      }),
      { numRuns: 25 },
    )
  })

  it('that is all sheet, or shows none, is left as it is', () => {
    expect(findSheet(blank(200, 300, () => 230))).toBeNull()
    expect(findSheet(blank(200, 300, (x) => (x < 20 ? 230 : 40)))).toBeNull()
  })

  it('has its shadows evened out: paper is white from side to side, ink stays dark', () => {
    const shaded = blank(300, 200, (x, y) => (x % 40 < 3 && y > 40 ? 20 : 230 - x * 0.5))
    const even = evenOut(shaded)
    const at = (x: number, y: number) => even.data[(y * 300 + x) * 4]!
    for (const x of [10, 90, 170, 290]) expect(at(x, 20)).toBeGreaterThan(230)
    for (const x of [1, 121, 241]) expect(at(x, 120)).toBeLessThan(90)
  })
})
