import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { tagOf } from '../../shared/tag'
import type { LibraryView } from '../../shared/library'
import type { BusinessView } from '../../shared/out/settings'
import { type Caller, memberAs, signedIn } from '../support/caller'
import { TestServer } from '../support/server'

let server: TestServer, owner: Caller, other: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
  other = (await memberAs(server, owner, 'manager')).caller
})
afterAll(() => server.stop())
const business = () => owner.must<BusinessView>('GET', '/api/business')
const library = () => owner.must<LibraryView>('GET', '/api/library')
const put = (who: Caller, path: string, body: object, seen: unknown) =>
  who.call('PUT', path, body, { 'if-match': tagOf(seen) })

describe('two who change the same setting', () => {
  it.each([
    ['facts', (b: BusinessView) => b.facts, (b: BusinessView, n: string) => ({ ...b.facts, phone: `01632 96000${n}` })],
    [
      'home',
      (b: BusinessView) => b.home,
      (b: BusinessView, n: string) => ({ ...b.home, weekStart: n === '1' ? 7 : 1 }),
    ],
    ['terms', (b: BusinessView) => b.terms, (_: BusinessView, n: string) => ({ days: `1${n}`, words: '' })],
    [
      'look',
      ({ look: { main, second, under } }: BusinessView) => ({ main, second, under }),
      ({ look: { main, second } }: BusinessView, n: string) => ({ main, second, under: `Open at ${n}` }),
    ],
  ] as const)('%s: the second is told, and may put theirs in its place', async (part, seen, next) => {
    const before = await business()
    expect((await put(owner, `/api/business/${part}`, next(before, '1'), seen(before))).status).toBe(200)
    const refused = await put(other, `/api/business/${part}`, next(before, '2'), seen(before))
    expect(refused).toMatchObject({ status: 409, body: { code: 'stale' } })
    expect((await put(other, `/api/business/${part}`, next(before, '2'), seen(await business()))).status).toBe(200)
    // Whoever doesn't say what they saw, as other programs may, is not asked.
    expect((await owner.call('PUT', `/api/business/${part}`, next(before, '1'))).status).toBe(200)
    expect((await owner.call('PUT', `/api/business/${part}`, next(before, '1'), { 'if-match': '*' })).status).toBe(200)
  })

  it('at once: one of them is kept, the other told', async () => {
    const { kinds } = await library()
    const kind = kinds.find((k) => k.id === 'garden')!
    const facts = kind.settings.facts.map(({ people: _, ...f }) => f)
    const body = (name: string) => ({ name, settings: { ...kind.settings, facts } })
    const answers = await Promise.all([
      put(owner, '/api/kinds/garden', body('Garden days'), kind),
      put(other, '/api/kinds/garden', body('Garden nights'), kind),
    ])
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409])
    const name = answers[0]!.status === 200 ? 'Garden days' : 'Garden nights'
    expect((await library()).kinds.find((k) => k.id === 'garden')!.name).toBe(name)
  })

  it('an item too; one that is gone says so', async () => {
    const { catalogue } = await library()
    const item = catalogue[0]!
    const { id: _, position: __, ...given } = item
    expect((await put(owner, `/api/items/${item.id}`, { ...given, unit: 'days' }, item)).status).toBe(200)
    expect((await put(other, `/api/items/${item.id}`, { ...given, unit: 'h' }, item)).status).toBe(409)
    expect((await owner.call('PUT', '/api/items/nothing', given)).status).toBe(404)
  })
})
