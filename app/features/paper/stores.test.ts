import { describe, expect, it } from 'vitest'
import { freshStores, refusal } from '../../../tests/support/stores'
import { api } from '../../composables/api'
import { usePaper } from './usePaper'
import { useAnswered, usePapers } from './usePapers'

async function onScreen(state: string) {
  const now = { id: 'p', jobId: 'j', state, seen: 'one', timeZone: 'Europe/London', today: '2026-06-01' }
  const server = freshStores({
    'GET /api/papers/p': () => now,
    'GET /api/papers/q': () => ({ ...now, id: 'q' }),
    'POST /api/papers/p/round': () => ((now.state = 'withdrawn'), {}),
    'PATCH /api/papers/p': ({ body }) => ((now.seen = JSON.stringify(body)), {}),
    'DELETE /api/papers/p': () => ({}),
  })
  const paper = usePaper()
  await server.inPage(() => paper.open('p'))
  return { paper, now, ...server }
}

describe('the paper on the screen', () => {
  it('has its pages drawn anew when what a draft is made from changed, and only then', async () => {
    const { paper, now } = await onScreen('draft')
    const first = paper.drawn
    await paper.load()
    expect(paper.drawn).toBe(first)
    now.seen = 'two'
    await paper.load()
    expect(paper.drawn).toBe(first + 1)
    await paper.set({ values: { a: 'b' } })
    expect(paper.drawn).toBe(first + 2)
  })

  it('keeps the pages of what was sent, whatever happens around it', async () => {
    const { paper, now } = await onScreen('out')
    const first = paper.drawn
    now.seen = 'two'
    await paper.load()
    expect(paper.drawn).toBe(first)
  })

  it('has another one drawn when that is opened', async () => {
    const { paper, inPage } = await onScreen('out')
    const first = paper.drawn
    await inPage(() => paper.open('q'))
    expect([paper.paper.id, paper.drawn]).toEqual(['q', first + 1])
  })

  it('shows what it is after an act, and is thrown away where it is', async () => {
    const { paper, sent } = await onScreen('out')
    await paper.post('/round', { do: 'withdraw', reason: '' })
    expect(paper.paper.state).toBe('withdrawn')
    await paper.discard()
    expect(sent('DELETE').map((a) => a.path)).toEqual(['/api/papers/p'])
  })

  it('words an instant where the business is', async () => {
    const { paper } = await onScreen('out')
    expect(paper.when('2026-06-01T22:30:00Z')).toContain('23:30')
  })
})

describe('the papers of all jobs', () => {
  const page = (from: number, n: number, next: string | null) => ({
    rows: Array.from({ length: n }, (_, i) => ({ id: `p${from + i}` })),
    next,
    counts: null,
  })
  it('come sixty at a time, each page from where the last ended', async () => {
    const { asked, inPage } = freshStores({
      'GET /api/papers': ({ query }) => (query!.after ? page(60, 3, null) : page(0, 60, '["2027",9]')),
    })
    const papers = usePapers()
    inPage(() => papers.follow())
    await papers.load()
    await papers.showMore()
    expect([papers.rows.length, papers.more]).toEqual([63, false])
    expect(asked.at(-1)!.query).toMatchObject({ after: '["2027",9]', limit: 60 })
  })

  it('are looked for as an address or a kept view says, and by nothing it leaves out', async () => {
    const { asked, inPage } = freshStores({ 'GET /api/papers': () => page(0, 1, null) })
    const papers = usePapers()
    papers.look({ find: 'gate', state: 'out', nonsense: 'x' })
    inPage(() => papers.follow())
    await papers.load()
    expect(asked.at(-1)!.query).toEqual({ find: 'gate', state: 'out', limit: 60 })
    expect([papers.narrowed, papers.asked()]).toEqual([true, { find: 'gate', state: 'out' }])
    papers.look({ sort: 'worth' })
    expect([papers.narrowed, papers.filter.find]).toEqual([false, ''])
  })

  it('are done something to one after the other; what was refused is said, and the others are done', async () => {
    const { inPage, sent } = freshStores({
      'GET /api/papers': () => ({ rows: [{ id: 'a' }, { id: 'b' }, { id: 'c' }], next: null }),
      'POST /api/papers/*/nudge': ({ path }) => {
        if (path.includes('/b/')) throw refusal(409, 'conflict', 'It is closed.')
        return {}
      },
    })
    const papers = usePapers()
    inPage(() => papers.follow())
    const nudge = (id: string) => api(`/api/papers/${id}/nudge`, { method: 'POST', body: {} })
    expect(await papers.each(['a', 'b', 'c'], nudge)).toEqual({ count: 2, refused: 'It is closed.' })
    expect(sent('POST')).toHaveLength(3)
  })

  it('have figures of how they go out and come back', async () => {
    const { inPage } = freshStores({ 'GET /api/papers/answered': () => ({ weeks: [], quotes: [] }) })
    const answered = useAnswered()
    inPage(() => answered.follow())
    await answered.load()
    expect(answered.data).toEqual({ weeks: [], quotes: [] })
  })
})
