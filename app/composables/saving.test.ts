import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { ApiProblem } from './api'
import { createSaver } from './saving'

const offline = () => new ApiProblem('gone', 0, 'offline', {}, {})
const stale = () => new ApiProblem('behind', 409, 'stale', {}, {})

describe('saving as one goes', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  it('sends once, a moment after the last of many changes', async () => {
    const send = vi.fn(async () => {})
    const saver = createSaver(send, { after: 500 })
    for (let i = 0; i < 5; i += 1) {
      saver.changed()
      await vi.advanceTimersByTimeAsync(400)
    }
    expect(send).not.toHaveBeenCalled()
    expect(saver.state.value).toBe('saving')
    await vi.advanceTimersByTimeAsync(100)
    expect(send).toHaveBeenCalledTimes(1)
    expect(saver.state.value).toBe('saved')
  })

  it('sends what is changed on the way after what is on its way, never beside it', async () => {
    let open = 0
    let most = 0
    const send = vi.fn(async () => {
      most = Math.max(most, ++open)
      await new Promise((resolve) => setTimeout(resolve, 2000))
      open -= 1
    })
    const saver = createSaver(send, { after: 100 })
    saver.changed()
    await vi.advanceTimersByTimeAsync(150)
    expect(saver.waits()).toBe(false)
    saver.changed()
    // Its moment has come, but what was sent before isn’t back: it still waits, and nothing is said to be saved.
    await vi.advanceTimersByTimeAsync(1000)
    expect([send.mock.calls.length, saver.waits(), saver.state.value]).toEqual([1, true, 'saving'])
    saver.taken()
    expect(saver.state.value).toBe('saving')
    await vi.advanceTimersByTimeAsync(5000)
    expect(saver.waits()).toBe(false)
    expect([send.mock.calls.length, most]).toEqual([2, 1])
    expect(saver.state.value).toBe('saved')
  })

  it('tries again by and by while the network is gone', async () => {
    let gone = 2
    const send = vi.fn(async () => {
      if (gone-- > 0) throw offline()
    })
    const saver = createSaver(send, { after: 100 })
    saver.changed()
    await vi.advanceTimersByTimeAsync(100)
    expect(saver.state.value).toBe('not saved')
    await vi.advanceTimersByTimeAsync(8000)
    expect(send).toHaveBeenCalledTimes(3)
    expect(saver.state.value).toBe('saved')
  })

  it('hands on what was refused, and doesn’t send it again by itself', async () => {
    const refused = vi.fn()
    const send = vi.fn(async () => {
      throw stale()
    })
    const saver = createSaver(send, { after: 100, refused })
    saver.changed()
    await vi.advanceTimersByTimeAsync(60_000)
    expect(send).toHaveBeenCalledTimes(1)
    expect(refused).toHaveBeenCalledWith(expect.objectContaining({ code: 'stale' }))
    expect(saver.state.value).toBe('not saved')
  })

  it('is saved as well once what there is was taken from the server', async () => {
    const saver: ReturnType<typeof createSaver> = createSaver(() => Promise.reject(stale()), {
      after: 100,
      refused: () => saver.taken(),
    })
    saver.changed()
    await vi.advanceTimersByTimeAsync(100)
    expect(saver.state.value).toBe('saved')
  })

  it('settles at once, and says whether everything could be saved', async () => {
    const send = vi.fn(async () => {})
    const saver = createSaver(send, { after: 60_000 })
    saver.changed()
    expect(await saver.flush()).toBe(true)
    expect(send).toHaveBeenCalledTimes(1)
    expect(await saver.flush()).toBe(true)
    expect(send).toHaveBeenCalledTimes(1)
    send.mockRejectedValueOnce(stale())
    saver.changed()
    expect(await saver.flush()).toBe(false)
    expect(await saver.flush()).toBe(true)
  })
})
