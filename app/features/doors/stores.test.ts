import { describe, expect, it } from 'vitest'
import { freshStores } from '../../../tests/support/stores'
import { usePost } from '../post/usePost'
import { useDoorLog, useSessions } from './useDoors'

describe('who is signed in', () => {
  it('is ended one by one, or everywhere else at once', async () => {
    let there = [{ id: 'here' }, { id: 'a' }, { id: 'b' }]
    const { inPage } = freshStores({
      'GET /api/sessions': () => there,
      'DELETE /api/sessions/a': () => ((there = there.filter((s) => s.id !== 'a')), {}),
      'DELETE /api/sessions': () => ((there = [{ id: 'here' }]), { ended: 1 }),
    })
    const sessions = useSessions()
    inPage(() => sessions.follow())
    await sessions.load()
    await sessions.end('a')
    expect(sessions.data!.map((s) => s.id)).toEqual(['here', 'b'])
    expect(await sessions.endOthers()).toBe(1)
    expect(sessions.data!.map((s) => s.id)).toEqual(['here'])
  })
})

describe('what came to the doors', () => {
  it('goes on from the oldest that is shown', async () => {
    const entries = (from: number, n: number) => Array.from({ length: n }, (_, i) => ({ id: from - i }))
    const { inPage, asked } = freshStores({
      'GET /api/security': ({ query }) => (query!.before ? entries(400, 7) : entries(500, 100)),
    })
    const log = useDoorLog()
    inPage(() => log.follow())
    await log.load()
    expect(log.more).toBe(true)
    await log.showMore()
    expect([log.rows.length, log.more, asked.at(-1)!.query!.before]).toEqual([107, false, '401'])
  })
})

describe('the post room', () => {
  it('shows one message of many, and as its receiver has it when that is asked for', async () => {
    const { inPage, sent } = freshStores({
      'GET /api/post': () => [{ id: 'm', subject: 'Your quote' }],
      'GET /api/post/m': () => ({ id: 'm', text: 'Read it: [the link]', closed: true }),
      'POST /api/post/m/show': () => ({ text: 'Read it: https://larkmoor.example/s/x' }),
    })
    const post = usePost()
    inPage(() => post.follow())
    await post.load()
    await post.open(post.rows![0]!.id)
    expect(post.shown!.closed).toBe(true)
    await post.reveal()
    expect(post.shown).toMatchObject({ closed: false, text: 'Read it: https://larkmoor.example/s/x' })
    expect(sent('POST')).toHaveLength(1)
  })
})
