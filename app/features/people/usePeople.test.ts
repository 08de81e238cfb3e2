import { describe, expect, it } from 'vitest'
import { freshStores } from '../../../tests/support/stores'
import { usePeople } from './usePeople'

describe('the people', () => {
  const listed = () => {
    const there = [
      { id: 'a', name: 'Ines Marlow', email: '' },
      { id: 'b', name: 'Petra Vane', email: '' },
    ]
    const server = freshStores({
      'GET /api/contacts': ({ query }) =>
        there.filter((c) => c.name.toLowerCase().includes(String(query!.find).toLowerCase())),
      'POST /api/contacts': () => ({ id: 'new' }),
    })
    const people = usePeople()
    server.inPage(() => people.follow())
    return { people, ...server }
  }

  it('are those that are looked for', async () => {
    const { people } = listed()
    people.find = 'pet'
    await people.load()
    expect(people.rows.map((c) => c.name)).toEqual(['Petra Vane'])
    expect(people.more).toBe(false)
  })

  it('are narrowed down to clients or guests, and somebody new gives their id', async () => {
    const { people, sent } = listed()
    people.as = 'guest'
    await people.load()
    expect(sent('GET').at(-1)!.query).toMatchObject({ as: 'guest' })
    expect(await people.add({ name: 'Wren Ash' })).toBe('new')
  })
})
