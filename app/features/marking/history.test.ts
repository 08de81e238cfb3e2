import { describe, expect, it, vi } from 'vitest'
import { useHistory } from './history'

function over(start: string[]) {
  let there = [...start]
  const history = useHistory(
    () => [...there],
    (next) => {
      there = next
    },
  )
  return { history, now: () => there.join(' ') }
}

describe('the history of a table', () => {
  it('takes back and puts there again, one step a change', () => {
    const { history, now } = over(['a'])
    history.change((h) => void h.push('b'))
    history.change((h) => void h.push('c'))
    history.undo()
    expect([now(), history.canUndo.value, history.canRedo.value]).toEqual(['a b', true, true])
    history.undo()
    history.undo()
    expect([now(), history.canUndo.value]).toEqual(['a', false])
    history.redo()
    history.redo()
    expect([now(), history.canRedo.value]).toEqual(['a b c', false])
  })

  it('has no way on once something else was done', () => {
    const { history, now } = over(['a'])
    history.change((h) => void h.push('b'))
    history.undo()
    history.change((h) => void h.push('c'))
    history.redo()
    expect(now()).toBe('a c')
  })

  it('makes one step of changes with one word in quick succession', () => {
    const clock = vi.spyOn(performance, 'now')
    const { history, now } = over([])
    for (const [at, letter] of [
      [0, 'x'],
      [300, 'y'],
      [600, 'z'],
      [2000, '!'],
    ] as const) {
      clock.mockReturnValue(at + 10_000)
      history.change((h) => void h.push(letter), 'words')
    }
    history.undo()
    expect(now()).toBe('x y z')
    history.undo()
    expect(now()).toBe('')
    clock.mockRestore()
  })

  it('goes back no further than 200 steps, and past what nobody did', () => {
    const { history, now } = over(['0'])
    for (let i = 1; i <= 205; i += 1) history.change((h) => void h.splice(0, 1, String(i)))
    history.everywhere((h) => void h.push('found'))
    for (let i = 0; i < 300; i += 1) history.undo()
    expect(now()).toBe('5 found')
    history.forget()
    history.redo()
    expect(now()).toBe('5 found')
  })
})
