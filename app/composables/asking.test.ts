import { describe, expect, it } from 'vitest'
import { freshStores } from '../../tests/support/stores'
import { useAsking } from './asking'

describe('a question that has to be answered', () => {
  it.each([true, false])('is answered by %s, and gone then', async (yes) => {
    freshStores()
    const asking = useAsking()
    const answer = asking.ask('Leave without it?', 'Leave')
    expect(asking.question).toEqual({ words: 'Leave without it?', yes: 'Leave' })
    asking.answer(yes)
    expect(await answer).toBe(yes)
    expect(asking.question).toBeNull()
  })

  it('is answered by no where another one takes its place', async () => {
    freshStores()
    const asking = useAsking()
    const first = asking.ask('One?', 'Yes')
    const second = asking.ask('Two?', 'Yes')
    expect(await first).toBe(false)
    asking.answer(true)
    expect(await second).toBe(true)
  })
})
