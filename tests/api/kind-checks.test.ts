import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { LibraryView } from '../../shared/library'
import type { WaysView } from '../../shared/out/settings'
import type { PlanView } from '../../shared/rounds'
import { type Caller, memberAs, signedIn } from '../support/caller'
import { looked, makeJob, makePaper } from '../support/line'
import { TestServer } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

/** Has papers of garden weekends checked by somebody. */
async function checkedBy(checkWith: string | null) {
  const { kinds } = await owner.must<LibraryView>('GET', '/api/library')
  const { name, settings } = kinds.find((k) => k.id === 'garden')!
  const facts = settings.facts.map(({ people: _, ...f }) => f)
  return owner.call('PUT', '/api/kinds/garden', { name, settings: { ...settings, facts, checkWith } })
}
const checkers = async (paper: string) =>
  (await owner.must<PlanView>('GET', `/api/papers/${paper}/plan`)).plan.people.filter((p) => p.part === 'check')

describe('a kind whose papers somebody checks', () => {
  it('has them in every round that is prepared; whoever leaves hands that on, too', async () => {
    const before = await makePaper(owner, (await makeJob(owner)).id, 'quote')
    const { id: first } = await memberAs(server, owner, 'manager')
    const { id: second } = await memberAs(server, owner, 'manager')
    expect((await checkedBy(first)).status).toBe(200)
    const paper = await makePaper(owner, (await makeJob(owner)).id, 'quote')
    expect(await checkers(paper)).toMatchObject([{ memberId: first }])
    expect((await checkers(before)).length).toBeLessThanOrEqual(1)
    const sent = await owner.post(`/api/papers/${paper}/send`, {
      ...(await looked(owner, paper)),
      subject: 'x',
      message: 'x',
      key: 'k-checked',
    })
    expect(sent.status).toBe(409)
    await owner.must('DELETE', `/api/members/${first}?to=${second}`)
    expect(await checkers(await makePaper(owner, (await makeJob(owner)).id, 'quote'))).toMatchObject([
      { memberId: second },
    ])
    expect((await checkedBy(first)).body).toMatchObject({ fields: { checkWith: expect.any(String) } })
    expect((await checkedBy(null)).status).toBe(200)
    expect(await checkers(await makePaper(owner, (await makeJob(owner)).id, 'quote'))).toEqual([])
    // Who checks is somebody here: a set that is taken out names nobody.
    const set = await owner.must<{ kinds: { settings: { checkWith?: string | null } }[] }>('GET', '/api/starter')
    expect(set.kinds.every((k) => !k.settings.checkWith)).toBe(true)
  })
})

describe('the ways out', () => {
  it('say what is pretended and what works, to whoever may change it', async () => {
    const { ways } = await owner.must<WaysView>('GET', '/api/business/ways')
    expect(Object.fromEntries(ways.map((w) => [w.key, w.state]))).toEqual({
      letters: 'pretended',
      texts: 'pretended',
      cards: 'pretended',
      identity: 'pretended',
      storage: 'works',
      times: 'pretended',
    })
    const { caller } = await memberAs(server, owner, 'staff')
    expect((await caller.get('/api/business/ways')).status).toBe(403)
  })
})

describe('a logo', () => {
  it('of twelve thousand points a side is refused in words, before it is drawn', async () => {
    // A PNG's own head (ISO/IEC 15948, 11.2.1): its size is known before anything of it is unpacked.
    const head = Buffer.alloc(33)
    Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex').copy(head)
    head.writeUInt32BE(12_000, 16)
    head.writeUInt32BE(12_000, 20)
    head.set([8, 6, 0, 0, 0], 24)
    const answer = await owner.call('PUT', '/api/business/logo', new Uint8Array(head), {
      'content-type': 'application/octet-stream',
    })
    expect(answer).toMatchObject({ status: 422, body: { fields: { file: expect.any(String) } } })
  })
})
