import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { stacked } from './level'

const note = fc.record({ at: fc.integer({ min: 0, max: 3000 }), height: fc.integer({ min: 10, max: 200 }) })

describe('notes beside their lines', () => {
  it('stand level where there is room, beneath the one before where there isn’t', () => {
    const notes = [
      { at: 400, height: 50 },
      { at: 10, height: 60 },
      { at: 30, height: 20 },
    ]
    expect(stacked(notes, 0)).toEqual([400, 10, 84])
    expect(stacked(notes, 100)).toEqual([400, 100, 174])
    expect(stacked([], 40)).toEqual([])
  })
  it('never lie on each other, never stand above their line, and keep the order of the lines', () => {
    fc.assert(
      fc.property(fc.array(note, { maxLength: 30 }), fc.integer({ min: 0, max: 500 }), (notes, from) => {
        const tops = stacked(notes, from)
        const placed = notes.map((n, i) => ({ ...n, top: tops[i]! })).sort((a, b) => a.top - b.top)
        placed.forEach((p, i) => {
          expect(p.top).toBeGreaterThanOrEqual(Math.max(p.at, from))
          const before = placed[i - 1]
          if (!before) return
          expect(p.top).toBeGreaterThan(before.top + before.height)
          expect(p.at).toBeGreaterThanOrEqual(before.at)
        })
      }),
    )
  })
})
