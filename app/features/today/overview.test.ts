import { useQueryCache } from '@pinia/colada'
import { describe, expect, it } from 'vitest'
import { freshStores } from '../../../tests/support/stores'
import { useMoney } from '../money/useMoney'
import { useToday } from './useToday'

describe('Today and Money', () => {
  it.each([
    ['today', useToday, '/api/today'],
    ['money', useMoney, '/api/money'],
  ] as const)('%s is what the server says, anew when something has changed', async (area, use, path) => {
    let n = 0
    const { inPage } = freshStores({ [`GET ${path}`]: () => ({ today: `day ${++n}` }) })
    const store = use()
    inPage(() => store.follow())
    await store.load()
    const before = store.data!.today
    await useQueryCache().invalidateQueries({ key: [area] })
    expect(store.data!.today).not.toBe(before)
    expect(store.problem).toBe('')
  })
})
