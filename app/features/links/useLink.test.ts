import { describe, expect, it, vi } from 'vitest'
import { linkSettings, question } from '~~/core/standing-links/model'
import { freshStores, refusal } from '../../../tests/support/stores'
import { useLink, useLinks } from './useLink'

const view = (over: object = {}) => ({
  id: 'w',
  name: 'Swim',
  version: 1,
  jobId: null,
  kindId: 'k',
  templates: ['t'],
  settings: linkSettings.parse({
    questions: ['a', 'b'].map((key) => question.parse({ key, type: 'text', label: key })),
  }),
  values: [
    { key: 't x', proposed: { question: 'a', because: 'same words' } },
    { key: 't y', proposed: null },
  ],
  proposedHome: { b: 'person.phone' },
  ...over,
})
async function opened(put: (body: { version: number }) => unknown = ({ version }) => ({ version: version + 1 })) {
  let kept: object = view()
  const server = freshStores({
    'GET /api/standing-links/w': () => kept,
    'PUT /api/standing-links/w': async ({ body }) => {
      const answer = (await put(body as { version: number })) as { version: number }
      kept = { ...view(), ...(body as object), ...answer }
      return answer
    },
    'POST /api/standing-links/w/act': () => ({ ok: true }),
    'POST /api/standing-links/w/try': () => ({ title: 'T', answers: {}, problems: [], values: [], home: [] }),
    'POST /api/standing-links': () => ({ id: 'made' }),
    'GET /api/standing-links': () => ({ links: [], sessions: [{ id: 's' }] }),
  })
  const link = useLink()
  await link.open('w')
  return { link, ...server }
}

describe('a standing link that is looked after', () => {
  it('keeps what is changed while the line is slow: the answer to what was sent before doesn’t write over it', async () => {
    let answer!: (next: object) => void
    const { link, sent } = await opened(({ version }) =>
      version > 1 ? { version: version + 1 } : new Promise((resolve) => (answer = resolve)),
    )
    vi.useFakeTimers()
    link.set((d) => (d.name = 'Evening swim'))
    await vi.advanceTimersByTimeAsync(500)
    link.set((d) => (d.settings.code = 'BIRCH 42'))
    await vi.advanceTimersByTimeAsync(500)
    vi.useRealTimers()
    answer({ version: 2 })
    await vi.waitFor(() => expect(sent('PUT')).toHaveLength(2))
    await link.saver.rest()
    expect(sent('PUT')[1]!.body).toMatchObject({ name: 'Evening swim', version: 2, settings: { code: 'BIRCH 42' } })
    expect(link.draft!.settings.code).toBe('BIRCH 42')
  })

  it('is kept as one goes: several changes in one sending, with the version they were made to', async () => {
    const { link, sent } = await opened()
    link.set((d) => (d.name = 'Evening swim'))
    link.put(question.parse({ key: 'c', type: 'text', label: 'c' }), null)
    link.moveQuestion(2, -1)
    await link.saver.flush()
    expect(sent('PUT')).toHaveLength(1)
    const body = sent('PUT')[0]!.body as { name: string; version: number; settings: { questions: { key: string }[] } }
    expect([body.name, body.version, body.settings.questions.map((q) => q.key)]).toEqual([
      'Evening swim',
      1,
      ['a', 'c', 'b'],
    ])
    link.takeQuestion(0)
    await link.saver.flush()
    expect((sent('PUT')[1]!.body as { version: number }).version).toBe(2)
  })

  it('takes over what is proposed, and nothing that was chosen already', async () => {
    const { link } = await opened()
    link.set((d) => (d.settings.home.b = 'person.address'))
    link.takeProposed()
    expect(link.draft!.settings.map).toEqual({ 't x': { from: 'question', key: 'a' } })
    expect(link.draft!.settings.home).toEqual({ b: 'person.address' })
    link.takeQuestion(1)
    expect(link.draft!.settings.home).toEqual({})
  })

  it('keeps what is typed when it is refused, and says why; acts and tries wait for what is on its way', async () => {
    const { link, asked } = await opened(() => {
      throw refusal(409, 'stale', 'Changed in another window.')
    })
    link.set((d) => (d.name = 'Mine'))
    expect(await link.saver.flush()).toBe(false)
    expect([link.problem, link.draft!.name]).toEqual(['Changed in another window.', 'Mine'])
    await link.tryIt('t', null)
    await link.act('open')
    const order = asked.map((a) => `${a.method} ${a.path.split('/').at(-1)}`)
    expect(order.indexOf('PUT w')).toBeLessThan(order.indexOf('POST try'))
    expect(order.at(-1)).toBe('GET w')
  })

  it('is begun with where it leads alone; the list says where that can be', async () => {
    const { sent, inPage } = await opened()
    const links = useLinks()
    inPage(() => links.follow())
    await links.load()
    expect(links.sessions).toEqual([{ id: 's' }])
    expect(await links.make('Swim', { jobId: 's' })).toBe('made')
    expect(sent('POST')[0]!.body).toMatchObject({ name: 'Swim', jobId: 's', settings: {} })
  })
})
