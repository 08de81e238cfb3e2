import { describe, expect, it } from 'vitest'
import { useLineHistory } from './history'

describe('the way back over priced lines', () => {
  const over = (start: number) => {
    let there = start
    const history = useLineHistory(
      () => there,
      (before) => {
        there = before
      },
    )
    const set = (to: number) => {
      history.remember()
      there = to
    }
    return { ...history, set, now: () => there }
  }

  it('is one step a change, the last first, and ends where it began', () => {
    const { set, undo, now, past } = over(0)
    for (const n of [1, 2, 3]) set(n)
    undo()
    expect(now()).toBe(2)
    undo()
    undo()
    undo()
    expect([now(), past.value]).toEqual([0, []])
  })

  it('remembers the last fifty', () => {
    const { set, undo, now } = over(0)
    for (let n = 1; n <= 80; n += 1) set(n)
    for (let n = 0; n < 100; n += 1) undo()
    expect(now()).toBe(30)
  })
})
