import fc from 'fast-check'
import { useQueryCache } from '@pinia/colada'
import { defineStore } from 'pinia'
import { describe, expect, it } from 'vitest'
import { ref } from 'vue'
import { freshStores, refusal } from '../../tests/support/stores'
import { api } from './api'
import { useOpened, useReading, useRows } from './reading'

const asked = (path: string, after: string | null) =>
  api<{ rows: number[]; next: string | null }>(path, { query: { after: after ?? undefined } })

/** A list of so many rows, ten a page, before a server that can be made to change. */
function aList(total: number) {
  const there = { total }
  const server = freshStores({
    'GET /rows': ({ query }) => {
      const from = Number(query?.after ?? 0)
      const rows = Array.from({ length: Math.max(0, Math.min(10, there.total - from)) }, (_, i) => from + i)
      return { rows, next: from + 10 < there.total ? String(from + 10) : null }
    },
  })
  const find = ref('')
  const list = defineStore('list', () =>
    useRows<number>(
      () => ['rows', find.value],
      (after) => asked('/rows', after),
    ),
  )()
  server.inPage(() => list.follow())
  return { there, list, find, ...server }
}
const rest = async () => {
  for (let i = 0; i < 30; i += 1) await Promise.resolve()
}

describe('rows that are read page by page', () => {
  it('begin with one page, and go on from where it ended', async () => {
    const { list } = aList(25)
    await list.load()
    expect([list.rows.length, list.more]).toEqual([10, true])
    await list.showMore()
    await list.showMore()
    expect(list.rows).toEqual(Array.from({ length: 25 }, (_, i) => i))
    expect(list.more).toBe(false)
  })

  it('are never fewer after a refresh than were shown, nor more than there are', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 0, max: 60 }),
        fc.array(fc.oneof(fc.constant('more' as const), fc.integer({ min: 0, max: 60 })), { maxLength: 8 }),
        async (first, steps) => {
          const { there, list } = aList(first)
          await list.load()
          let pages = 1
          for (const step of steps) {
            if (step === 'more') {
              if (list.more) pages += 1
              await list.showMore()
            } else {
              there.total = step
              await list.load()
            }
            pages = Math.max(1, Math.min(pages, Math.ceil(there.total / 10)))
            expect(list.rows).toEqual(Array.from({ length: Math.min(there.total, pages * 10) }, (_, i) => i))
          }
        },
      ),
      { numRuns: 60 },
    )
  })

  it('lose no asking for more to a refresh that is under way', async () => {
    const { list } = aList(40)
    await list.load()
    const refresh = list.load()
    const more = list.showMore()
    await Promise.all([refresh, more])
    expect(list.rows.length).toBe(20)
  })

  it('begin anew when something else is looked for, and keep what was there until the answer is', async () => {
    const { list, find } = aList(40)
    await list.load()
    await list.showMore()
    find.value = 'x'
    expect(list.rows.length).toBe(20)
    await rest()
    expect(list.rows.length).toBe(10)
  })

  it('stay where a refresh fails, which is said', async () => {
    const { list, answers } = aList(12)
    await list.load()
    answers['GET /rows'] = () => {
      throw refusal(403, 'forbidden', 'That is not yours to see.')
    }
    await list.load()
    expect([list.rows.length, list.problem]).toEqual([10, 'That is not yours to see.'])
  })
})

describe('one of many', () => {
  const opened = () => {
    let n = 0
    const server = freshStores({ 'GET /things/*': ({ path }) => ({ path, n: ++n }) })
    const store = defineStore('thing', () =>
      useOpened('thing', (id) => api<{ path: string; n: number }>(`/things/${id}`)),
    )()
    return { store, ...server }
  }

  it('is shown once it has been read, the last one until then', async () => {
    const { store, inPage } = opened()
    await inPage(() => store.open('a'))
    expect(store.data.path).toBe('/things/a')
    const next = inPage(() => store.open('b'))
    expect([store.id, store.data.path]).toEqual(['a', '/things/a'])
    await next
    expect([store.id, store.data.path]).toEqual(['b', '/things/b'])
  })

  it('is what an act returned, without asking', async () => {
    const { store, asked, inPage } = opened()
    await inPage(() => store.open('a'))
    const before = asked.length
    store.take({ path: 'changed', n: 99 })
    expect(store.data).toEqual({ path: 'changed', n: 99 })
    expect(asked.length).toBe(before)
  })

  it('is read anew when it is said to have changed, and another one isn’t', async () => {
    const { store, inPage } = opened()
    await inPage(() => store.open('a'))
    const seen = store.data.n
    const cache = useQueryCache()
    await cache.invalidateQueries({ key: ['thing', 'b'] })
    expect(store.data.n).toBe(seen)
    await cache.invalidateQueries({ key: ['thing', 'a'] })
    expect(store.data.n).toBeGreaterThan(seen)
  })

  it('is as new as the newest answer, where the stream has it asked for while it is opened', async () => {
    const { store, inPage, asked } = opened()
    await inPage(() => store.open('a'))
    const again = inPage(() => store.open('a'))
    void useQueryCache().invalidateQueries({ key: ['thing', 'a'] })
    await again
    expect(store.data.n).toBe(asked.length)
  })

  it('says what is wrong where it can’t be read', async () => {
    const { inPage } = freshStores()
    const store = defineStore('thing', () => useOpened('thing', (id) => api<{ path: string }>(`/things/${id}`)))()
    await inPage(() => store.open('a'))
    expect(store.problem).toBe('Nothing answers GET /things/a.')
    expect(store.data).toBeUndefined()
  })
})

describe('what a screen reads as a whole', () => {
  it('is busy until it is there, and asked for again when it is loaded', async () => {
    let n = 0
    const { inPage } = freshStores({ 'GET /whole': () => ({ n: ++n }) })
    const store = defineStore('whole', () => useReading('whole', () => api<{ n: number }>('/whole')))()
    expect([store.busy, store.data]).toEqual([true, undefined])
    inPage(() => store.follow())
    await store.load()
    const first = store.data!.n
    await store.load()
    expect(store.data!.n).toBe(first + 1)
    expect([store.busy, store.problem]).toEqual([false, ''])
  })
})
