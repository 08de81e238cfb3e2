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
      'PATCH /api/contacts/a': ({ body }) => Object.assign(there[0]!, body),
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

  it('show a fact as it was kept', async () => {
    const { people, sent } = listed()
    await people.load()
    await people.setFact('a', 'email', 'ines@marlow.example')
    expect(people.rows[0]!.email).toBe('ines@marlow.example')
    expect(sent('PATCH').map((a) => a.body)).toEqual([{ email: 'ines@marlow.example' }])
  })
})
