import { describe, expect, it } from 'vitest'
import { freshStores, refusal } from '../../tests/support/stores'
import { api } from './api'
import { useAsking } from './asking'
import { askingIfQuiet, evenIfQuiet } from './papers'

const night = () => {
  const server = freshStores({
    'POST /api/papers/p/nudge': ({ body }) => {
      if (!(body as { quiet: boolean }).quiet) throw refusal(409, 'not-now', 'It is 23:00.', { reason: 'quiet' })
      return { names: ['Ines'] }
    },
  })
  const nudge = (quiet: boolean) => api('/api/papers/p/nudge', { method: 'POST', body: { quiet } })
  return { ...server, nudge, asking: useAsking() }
}

describe('what reaches somebody within quiet hours', () => {
  it('is asked first, and each time anew', async () => {
    const { nudge, asking, sent } = night()
    for (const time of [1, 2]) {
      const done = evenIfQuiet(nudge)
      await expect.poll(() => asking.question?.words).toBe('It is 23:00.')
      asking.answer(true)
      await done
      expect(sent('POST')).toHaveLength(2 * time)
    }
  })

  it('is let be where it isn’t meant, and that is said', async () => {
    const { nudge, asking, sent } = night()
    const done = evenIfQuiet(nudge)
    await expect.poll(() => asking.question).toBeTruthy()
    asking.answer(false)
    await expect(done).rejects.toThrow('Nobody was written to')
    expect(sent('POST')).toHaveLength(1)
  })

  it('is asked once for several that are done together', async () => {
    const { nudge, asking, sent } = night()
    const even = askingIfQuiet()
    const both = Promise.all([even(nudge), even(nudge)])
    await expect.poll(() => asking.question).toBeTruthy()
    asking.answer(true)
    await both
    expect(sent('POST')).toHaveLength(4)
  })
})
