import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { balancedColumns, fillColumns } from './filling'
import type { Box } from './types'

const box = fc
  .record({
    height: fc.integer({ min: 1, max: 120 }),
    gap: fc.integer({ min: 0, max: 20 }),
    keepNext: fc.boolean(),
    columnBefore: fc.nat(20).map((n) => n === 0),
  })
  .map((b): Box => ({ ...b, items: [], fields: [] }))
const boxes = fc.array(box, { minLength: 1, maxLength: 40 })
const room = fc
  .record({ count: fc.integer({ min: 1, max: 5 }), height: fc.integer({ min: 40, max: 400 }) })
  .map((r) => ({ ...r, page: 400 }))
const high = (list: readonly Box[]) => list.reduce((sum, b, i) => sum + b.height + (i ? b.gap : 0), 0)

describe('columns', () => {
  it('take boxes one after the other, none lost, none beyond its column but one too high for any', () => {
    fc.assert(
      fc.property(boxes, room, (list, r) => {
        let from = 0
        while (from < list.length) {
          const { columns, next } = fillColumns(list, from, r)
          expect(columns.length).toBeLessThanOrEqual(r.count)
          expect(columns.map(([a]) => a)).toEqual([from, ...columns.slice(0, -1).map(([, b]) => b)])
          expect(columns.at(-1)![1]).toBe(next)
          columns.forEach(([a, b], i) => {
            if (high(list.slice(a, b)) > r.height + 0.01) expect([i, b - a]).toEqual([0, 1])
          })
          from = next
        }
      }),
    )
  })

  it('are as low as they can be where all of it fits, and as they are where it doesn’t', () => {
    fc.assert(
      fc.property(boxes, room, (list, r) => {
        const [plain, level] = [fillColumns(list, 0, r), balancedColumns(list, 0, r)]
        expect(level.next).toBe(plain.next)
        const tallest = (f: typeof plain) => Math.max(...f.columns.map(([a, b]) => high(list.slice(a, b))))
        expect(tallest(level)).toBeLessThanOrEqual(tallest(plain) + 0.01)
        if (plain.next < list.length) expect(level).toEqual(plain)
        // Not even a little lower holds all of it.
        else if (r.count > 1 && tallest(level) > 1) {
          const lower = fillColumns(list, 0, { ...r, height: tallest(level) - 1 })
          const holds = lower.next === list.length && tallest(lower) <= tallest(level) - 1
          expect(holds).toBe(false)
        }
      }),
    )
  })
})
