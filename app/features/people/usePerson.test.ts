import { describe, expect, it } from 'vitest'
import { freshStores } from '../../../tests/support/stores'
import { usePerson } from './usePerson'

describe('a person on the screen', () => {
  const shown = async () => {
    const there = { person: { id: 'a', name: 'Ines Marlow', email: '' } }
    const server = freshStores({
      'GET /api/contacts/a': () => structuredClone(there),
      'GET /api/contacts/a/thread': ({ query }) => ({ rows: [{ id: `h-${String(query!.part)}` }], next: null }),
      'PATCH /api/contacts/a': ({ body }) => Object.assign(there.person, body) && {},
      'POST /api/contacts/a/papers': () => ({ id: 'p1' }),
      'POST /api/contacts/a/same': () => ({ id: 'm1' }),
      'DELETE /api/merges/m1': () => ({ ok: true }),
    })
    const store = usePerson()
    await server.inPage(() => store.open('a'))
    server.inPage(() => store.thread.follow())
    await store.thread.load()
    return { store, ...server }
  }

  it('is shown as it was kept, with everything of one sort', async () => {
    const { store, sent } = await shown()
    await store.setFact({ email: 'ines@marlow.example' })
    expect(store.data.person.email).toBe('ines@marlow.example')
    expect(sent('PATCH').map((a) => a.body)).toEqual([{ email: 'ines@marlow.example' }])
    store.part = 'visits'
    await store.thread.load()
    expect(store.thread.rows.map((r) => r.id)).toEqual(['h-visits'])
  })

  it('gets a paper, and is taken for one with another and told apart again', async () => {
    const { store, sent } = await shown()
    expect(await store.makePaper({ templateId: 't', jobId: null })).toBe('p1')
    expect(sent('POST')[0]!.body).toMatchObject({ templateId: 't', jobId: null, key: expect.any(String) })
    const { id } = await store.same('b', ['email'])
    await store.apart(id)
    expect(sent('POST')[1]!.body).toEqual({ gone: 'b', take: ['email'] })
    expect(sent('DELETE')).toHaveLength(1)
  })
})
