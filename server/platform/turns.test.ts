import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { atMost, inTurns } from './turns'

describe('taking turns', () => {
  it('never has more go on than it may, does all of them in the order they came, also after one that fails', async () => {
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 1, max: 5 }), fc.array(fc.boolean(), { maxLength: 30 }), async (n, fails) => {
        const limited = atMost(n)
        let going = 0
        const begun: number[] = []
        const all = await Promise.allSettled(
          fails.map((fail, i) =>
            limited(async () => {
              begun.push(i)
              going += 1
              expect(going).toBeLessThanOrEqual(n)
              await Promise.resolve()
              await Promise.resolve()
              going -= 1
              if (fail) throw new Error('no')
              return i
            }),
          ),
        )
        expect(begun).toEqual(fails.map((_, i) => i))
        expect(all.map((r) => r.status === 'rejected')).toEqual(fails)
      }),
    )
  })
  it('goes through a list in its order', async () => {
    expect(await inTurns([1, 2, 3], (x) => x * 2, 1)).toEqual([2, 4, 6])
  })
})
