import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Binding, type KnownPerson, bindPeople, boundBy, keyOf, turnOf } from './bind'
import { type PlanPaper, type PlanPerson, planPerson } from './plan'

const ines: KnownPerson = {
  contactId: 'i',
  memberId: null,
  name: 'Ines Marlow',
  email: 'ines@marlow.example',
  phone: '',
}
const tom: KnownPerson = { contactId: 't', memberId: null, name: 'Tom Reed', email: '', phone: '+44 7700 900113' }
const owner: KnownPerson = {
  contactId: null,
  memberId: 'o',
  name: 'Maud Larkin',
  email: 'maud@larkmoor.example',
  phone: '',
}
const KNOWN = new Map<string, KnownPerson>([
  ['c-i', ines],
  ['c-t', tom],
  ['m-o', owner],
])
const view = (id: string, ...parties: string[]): PlanPaper => ({
  id,
  title: id,
  parties: parties.map((key) => ({ key, label: key, fields: 1 })),
})
const paper = (id: string, bindings: Record<string, Binding>) => ({ id, bindings })
const planned = (over: Partial<PlanPerson>): PlanPerson =>
  planPerson.parse({ key: 'x', name: '', email: '', turn: 1, part: 'sign', ...over })

describe('whoever is bound to a party', () => {
  it('stands in the plan once, for all they stand for, the business after the others', () => {
    const people = bindPeople(
      [],
      [
        paper('quote', { client: { contactId: 'i' }, business: { memberId: 'o' } }),
        paper('waiver', { guest: { contactId: 'i' } }),
      ],
      [view('quote', 'client', 'business'), view('waiver', 'guest')],
      KNOWN,
    )
    expect(people.map((p) => [p.key, p.turn, p.stands.map((s) => `${s.paper} ${s.party}`)])).toEqual([
      ['c-i', 1, ['quote client', 'waiver guest']],
      ['m-o', 2, ['quote business']],
    ])
  })

  it('is called, and reached, as the records say now', () => {
    const [p] = bindPeople(
      [planned({ key: 'c-i', contactId: 'i', name: 'Ines M.', email: 'old@marlow.example', phone: '1' })],
      [paper('quote', { client: { contactId: 'i' } })],
      [view('quote', 'client')],
      KNOWN,
    )
    expect(p).toMatchObject({ name: 'Ines Marlow', email: 'ines@marlow.example', phone: '1' })
  })

  it('who has no address is handed the device', () => {
    const [p] = bindPeople([], [paper('a', { client: { contactId: 't' } })], [view('a', 'client')], KNOWN)
    expect(p).toMatchObject({ reach: 'device', phone: tom.phone })
  })

  it('no longer stands there no more, unless they had another part to begin with', () => {
    const was = [
      planned({ key: 'c-t', contactId: 't', stands: [{ paper: 'a', party: 'client' }] }),
      planned({ key: 'w', contactId: 'w', name: 'Wim', part: 'copy' }),
    ]
    const people = bindPeople(was, [paper('a', { client: { contactId: 'i' } })], [view('a', 'client')], KNOWN)
    expect(people.map((p) => p.key)).toEqual(['w', 'c-i'])
  })

  it('whom the records don’t know leaves the party empty', () => {
    expect(bindPeople([], [paper('a', { client: { contactId: 'gone' } })], [view('a', 'client')], KNOWN)).toEqual([])
  })
})

describe('binding by a plan', () => {
  it('says for every party who stands there, and gives back what the plan was bound by', () => {
    const parties = ['client', 'guest', 'guardian', 'business']
    const binding = fc.constantFrom<Binding>({ contactId: 'i' }, { contactId: 't' }, { memberId: 'o' })
    fc.assert(
      fc.property(fc.dictionary(fc.constantFrom(...parties), binding), (bindings) => {
        const people = bindPeople([], [paper('a', bindings)], [view('a', ...parties)], KNOWN)
        expect(boundBy({ id: 'a', parties: parties.map((key) => ({ key })) }, people)).toEqual({ ...bindings })
        expect(new Set(people.map((p) => p.key)).size).toBe(people.length)
      }),
    )
  })

  it('tells members from contacts by their key, and lets the business come last', () => {
    expect([keyOf({ memberId: 'i' }), keyOf({ contactId: 'i' })]).toEqual(['m-i', 'c-i'])
    expect(['client', 'guest', 'business'].map(turnOf)).toEqual([1, 1, 2])
  })
})
