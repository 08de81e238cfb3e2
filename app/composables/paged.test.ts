import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type PageOf, usePaged } from './paged'

const STEP = 4
describe('a list read page by page', () => {
  it('holds all that was asked for, each row once and in order, however refreshes and pages overlap', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.scheduler(),
        fc.array(fc.constantFrom('more', 'refresh', 'grows', 'shrinks'), { maxLength: 14 }),
        async (s, acts) => {
          let all = Array.from({ length: 9 }, (_, i) => i * 10)
          const read = s.scheduleFunction(async (after: string | null, limit: number): Promise<PageOf<number>> => {
            const from = after === null ? all : all.filter((n) => n > Number(after))
            const rows = from.slice(0, limit)
            return { rows, next: from.length > limit ? String(rows.at(-1)) : null }
          })
          const list = usePaged(read, { step: STEP, most: 3 })
          let wanted = STEP
          let fresh = 0
          const running = [list.refresh()]
          for (const act of acts) {
            if (act === 'grows') all = [...all, (fresh += 10) + 5].sort((a, b) => a - b)
            else if (act === 'shrinks') all = all.slice(1)
            else if (act === 'more') {
              wanted += STEP
              running.push(list.showMore())
            } else running.push(list.refresh())
            if (s.count() > 0 && acts.length % 2) await s.waitOne()
          }
          // What changed last is told by the stream.
          running.push(list.refresh())
          await s.waitAll()
          await Promise.all(running)
          expect(list.rows.value).toEqual(all.slice(0, wanted))
          expect(list.more.value).toBe(all.length > wanted)
          expect(list.busy.value).toBe(false)
        },
      ),
    )
  })
  it('says what went wrong, keeps what is there, and is well again after', async () => {
    let down = false
    const list = usePaged(
      async (after: string | null, limit: number): Promise<PageOf<number>> => {
        if (down) throw new Error('no connection')
        return { rows: [1, 2, 3].slice(0, limit), next: null }
      },
      { step: STEP },
    )
    await list.refresh()
    down = true
    await list.showMore()
    expect([list.rows.value, list.problem.value, list.busy.value]).toEqual([[1, 2, 3], 'no connection', false])
    down = false
    await list.again()
    expect(list.problem.value).toBe('')
  })
})
