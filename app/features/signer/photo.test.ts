import { describe, expect, it } from 'vitest'
import { clearGround } from './photo'

/** White paper in light that falls off to one side, with strokes of ink drawn by `ink`. */
function photograph(ink: (x: number, y: number) => boolean) {
  const [width, height] = [300, 200]
  const data = new Uint8ClampedArray(width * height * 4)
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const light = (ink(x, y) ? 40 : 235) - x * 0.3
      data.set([light, light, light, 255], (y * width + x) * 4)
    }
  return { width, height, data }
}
const alpha = (p: ReturnType<typeof photograph>, x: number, y: number) => p.data[(y * p.width + x) * 4 + 3]!

describe('a photograph of a signature', () => {
  it('keeps the ink, clears the ground however the light falls, and is cropped to what is written', () => {
    const picture = photograph((x, y) => x > 100 && x < 200 && Math.abs(y - 100 - 20 * Math.sin(x / 12)) < 3)
    const box = clearGround(picture)!
    expect(box.x0).toBeGreaterThan(85)
    expect(box.x1).toBeLessThan(215)
    expect(box.y0).toBeGreaterThan(65)
    expect(box.y1).toBeLessThan(135)
    expect(alpha(picture, 150, Math.round(100 + 20 * Math.sin(150 / 12)))).toBe(255)
    expect([alpha(picture, 10, 10), alpha(picture, 290, 190), alpha(picture, 250, 100)]).toEqual([0, 0, 0])
  })
  it('finds nothing on an empty sheet, or a speck', () => {
    expect(clearGround(photograph(() => false))).toBeNull()
    expect(clearGround(photograph((x, y) => x > 100 && x < 104 && y > 100 && y < 103))).toBeNull()
  })
})
