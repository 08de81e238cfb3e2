import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { TodayView } from '../../shared/overview'
import { Caller, STAFF, signedIn } from '../support/caller'
import {
  agreedJob,
  countersign,
  filled,
  finish,
  linkTo,
  mailsTo,
  makePaper,
  paperOf,
  send,
  sign,
  viewOf,
  looked,
} from '../support/line'
import { checkStep, contractWith, plan, planOf, somebody } from '../support/rounds'
import { sealedText } from '../support/sealed'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller, client: Caller

beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
  client = new Caller(server)
})

afterAll(() => server.stop())

describe('a round of several papers and people', () => {
  it('goes to two who sign together, a witness after, the owner last and a reader, each with what is theirs', async () => {
    const { id, email, paper } = await contractWith(owner)
    const rules = await makePaper(owner, id, 'waiver', { guestId: await guestOf(id, 'Dario Holm') }).catch(() => null)
    expect(rules).not.toBeNull()
    const dario = (await planOf(owner, rules!)).plan.people.find((p) => p.name === 'Dario Holm')!
    const wim = somebody({ name: 'Wim Aldous', turn: 1, part: 'witness' })
    const books = somebody({ name: 'Ledger Office', turn: 4 })
    const view = await plan(owner, paper, (p) => ({
      papers: [paper, rules!],
      people: [
        ...p.people.map((x) => (x.memberId ? { ...x, turn: 3 } : x)),
        { ...dario, turn: 1 },
        { ...wim, turn: 2, of: p.people.find((x) => !x.memberId)!.key },
        books,
      ],
    }))
    expect(view.plan.people.map((p) => [p.name, p.turn, p.part])).toEqual([
      ['Petra Holm', 1, 'sign'],
      ['Dario Holm', 1, 'sign'],
      ['Wim Aldous', 2, 'witness'],
      ['Maren Fosse', 3, 'sign'],
      ['Ledger Office', 4, 'copy'],
    ])
    expect(view.problems.filter((p) => p.severity === 'stop')).toEqual([])
    await send(owner, paper)
    expect((await paperOf(owner, rules!)).state).toBe('out')

    const petra = await linkTo(owner, email)
    const guest = await linkTo(owner, dario.email)
    expect((await viewOf(client, petra)).papers.map((p) => p.title)).toEqual(['Hire agreement'])
    expect((await viewOf(client, guest)).papers.map((p) => p.id)).toEqual([rules])
    expect(await mailsTo(owner, wim.email)).toEqual([])
    await sign(client, guest)
    await sign(client, petra)
    const witness = await linkTo(owner, wim.email)
    const seen = await viewOf(client, witness)
    expect([seen.person.part, seen.witnesses, seen.papers.length]).toEqual(['witness', 'Petra Holm', 1])
    const fields = Object.fromEntries(seen.person.fields.map((f) => [f.label, f.key]))
    const values = {
      [fields['Your name']!]: 'Wim Aldous',
      [fields['Your address']!]: '4 Quay Row, Sedge',
      [fields['Your occupation']!]: 'Boatbuilder',
      [fields['I saw Petra Holm sign']!]: true,
    }
    const typed = { kind: 'typed' as const, text: 'Wim Aldous', face: 'allura' as const }
    const bare = await finish(client, witness, filled(seen, { values: {}, signature: typed }), seen.version)
    expect([bare.status, Object.keys((bare.body as unknown as { fields: object }).fields).length]).toEqual([422, 4])
    const given = await finish(client, witness, filled(seen, { values, signature: typed }), seen.version)
    expect(given.status).toBe(200)
    // Whoever comes last sees what those before have given, in what concerns them, and nothing of the rest.
    const mine = await owner.must<{ path: string }>('POST', `/api/papers/${paper}/countersign`)
    const last = await viewOf(owner, mine.path.split('/s/')[1]!)
    expect([...new Set(Object.values(last.given).map((g) => g.name))]).toEqual(['Petra Holm'])
    expect(last.papers.map((p) => [p.id, p.theirs.length > 0])).toEqual([[paper, true]])
    await countersign(owner, paper)

    const text = await sealedText(server, owner, paper)
    for (const words of [
      'Petra Holm, signs',
      'Wim Aldous, witnesses',
      'Boatbuilder',
      'I saw Petra Holm sign',
      'Ledger Office, gets a copy',
    ])
      expect(text).toContain(words)
    expect(text).not.toContain('Dario Holm, signs')
    expect(await sealedText(server, owner, rules!)).toContain('Dario Holm, signs')
    const copies = await until(
      () => mailsTo(owner, books.email),
      (list) => list.some((m) => m.subject.startsWith('Signed:')),
    )
    expect(copies.find((m) => m.subject.startsWith('Signed:'))!.attachments).toHaveLength(2)
    const chain = await owner.must<{ events: { type: string }[] }>('GET', `/api/papers/${paper}/events`)
    expect(chain.events.filter((e) => e.type === 'signed')).toHaveLength(4)
  })

  it('holds fifty people, and lets nobody act before their turn', async () => {
    const { email, paper } = await contractWith(owner)
    const readers = Array.from({ length: 48 }, (_, i) => somebody({ name: `Reader ${i}`, turn: 3 }))
    await plan(owner, paper, (p) => ({ people: [...p.people, ...readers] }))
    await send(owner, paper)
    expect((await paperOf(owner, paper)).round!.people).toHaveLength(50)
    expect((await owner.post(`/api/papers/${paper}/countersign`, {})).body.title).toContain('not your turn')
    await sign(client, await linkTo(owner, email))
    await countersign(owner, paper)
    await sealedText(server, owner, paper)
  })

  it('is refused where somebody can’t be reached, a witness has nobody, or another window was faster', async () => {
    const { paper } = await contractWith(owner)
    const before = await planOf(owner, paper)
    await plan(owner, paper, (p) => ({ people: [...p.people, somebody({ name: 'Nobody', part: 'witness', turn: 2 })] }))
    const stale = await owner.call('PUT', `/api/papers/${paper}/plan`, { plan: before.plan, version: before.version })
    expect([stale.status, stale.body.code]).toEqual([409, 'stale'])
    const refused = await owner.post(`/api/papers/${paper}/send`, { ...(await looked(owner, paper)), key: 'w1' })
    expect(refused.body.title).toBe('Say whose signing Nobody witnesses. Nothing was sent.')
    expect((await paperOf(owner, paper)).state).toBe('draft')
  })
})

async function guestOf(jobId: string, name: string): Promise<string> {
  const email = `${name.split(' ')[0]!.toLowerCase()}${Math.random().toString(36).slice(2, 8)}@clients.example`
  const { id } = await owner.must<{ id: string }>('POST', '/api/contacts', { name, email })
  await owner.must('POST', `/api/jobs/${jobId}/guests`, { contactId: id })
  return id
}

describe('a check inside the business', () => {
  it('keeps a round in until it is passed, and stands in the signing record', async () => {
    const staff = await signedIn(server, STAFF)
    const settings = await owner.must<object>('GET', '/api/business/settings')
    await owner.must('PUT', '/api/business/settings', { ...settings, checked: ['staff'] })
    const { email, paper } = await contractWith(owner)
    expect(
      (await staff.post(`/api/papers/${paper}/send`, { ...(await looked(owner, paper)), key: 'c1' })).body.title,
    ).toContain('checks what you send')
    const maren = (await planOf(owner, paper)).members.find((m) => m.name === 'Maren Fosse')!
    // The owner signs in it too: the check is a step of its own before the first turn.
    const planned = await plan(staff, paper, (p) => ({
      people: [
        somebody({ name: maren.name, memberId: maren.id, part: 'check', turn: 1 }),
        ...p.people.map((x) => ({ ...x, turn: x.turn + 1 })),
      ],
    }))
    expect(planned.plan.people.map((p) => [p.part, p.turn])).toEqual([
      ['check', 1],
      ['sign', 2],
      ['sign', 3],
    ])
    await staff.must('POST', `/api/papers/${paper}/check`, { step: 'hand-in' })
    const [mine, theirs] = await Promise.all([owner, staff].map((who) => who.must<TodayView>('GET', '/api/today')))
    const needs = await Promise.all([owner, staff].map((who) => who.must<{ count: number }>('GET', '/api/needs')))
    expect(needs.map((n) => n.count)).toEqual([mine!.yoursTotal, theirs!.yoursTotal])
    expect(mine!.yours[0]).toMatchObject({ act: 'check', paperId: paper, words: 'Check the hire agreement' })
    expect(theirs!.waiting).toContainEqual(
      expect.objectContaining({ who: maren.name, what: 'to check the hire agreement' }),
    )
    expect(theirs!.yours.filter((m) => m.paperId === paper)).toEqual([])
    expect((await staff.call('POST', `/api/papers/${paper}/check`, { step: 'pass' })).status).toBe(409)
    expect(await mailsTo(owner, email)).toEqual([])
    const locked = await planOf(staff, paper)
    expect(
      (await staff.call('PUT', `/api/papers/${paper}/plan`, { plan: locked.plan, version: locked.version })).status,
    ).toBe(409)
    expect((await owner.post(`/api/papers/${paper}/check`, { step: 'return' })).body.title).toBe(
      'Say what should be different.',
    )
    await owner.must('POST', `/api/papers/${paper}/check`, { step: 'return', remark: 'The gate is missing.' })
    expect((await planOf(staff, paper)).check).toMatchObject({ status: 'returned', remark: 'The gate is missing.' })
    await staff.must('POST', `/api/papers/${paper}/check`, { step: 'hand-in' })
    expect((await checkStep(owner, paper, { step: 'pass' })).status).toBe(200)
    await sign(client, await linkTo(owner, email))
    await countersign(owner, paper)
    expect(await sealedText(server, owner, paper)).toContain('checked before by Maren Fosse')
    await owner.must('PUT', '/api/business/settings', settings)
  })
})

it('a copied round has the same people in the same turns, as a draft', async () => {
  const { contract } = await agreedJob(owner)
  const { id } = await owner.must<{ id: string }>('POST', `/api/papers/${contract}/copy`, { key: 'copy1' })
  const view = await planOf(owner, id)
  expect(view.plan.people.map((p) => [p.name, p.turn, p.part])).toEqual([
    ['Petra Holm', 1, 'sign'],
    ['Maren Fosse', 2, 'sign'],
  ])
  expect((await owner.must<{ id: string }>('POST', `/api/papers/${contract}/copy`, { key: 'copy1' })).id).toBe(id)
})
