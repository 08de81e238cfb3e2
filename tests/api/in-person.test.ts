import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { alternate } from '../../core/rounds/plan'
import { Caller, OWNER, memberAs, signedIn } from '../support/caller'
import { form } from '../support/flow'
import { linkTo, mailsTo, makeJob, paperOf, send, sign, viewOf } from '../support/line'
import { manage, personIn, plan, somebody } from '../support/rounds'
import { sealedText } from '../support/sealed'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const PARTIES = ['client', 'guest', 'guardian'].map((key) => ({ key, label: key }))
const tokenOf = (path: string) => path.slice('/s/'.length)
/** House rules three sign in the same turn on one device, then the owner. */
async function threeInTheRoom(over: object = {}) {
  const job = await makeJob(owner)
  const { id: templateId } = await form(
    owner,
    'We keep to the rules of the house.',
    [],
    [...PARTIES, { key: 'business', label: 'Business' }],
  )
  const { id: paper } = await owner.must<{ id: string }>('POST', `/api/jobs/${job.id}/papers`, { templateId })
  const names = ['Bram Aster', 'Cleo Birch']
  await plan(owner, paper, (p) => ({
    ...over,
    people: [
      ...p.people.map((x) => ({ ...x, turn: x.memberId ? 2 : 1, ...(x.memberId ? {} : { reach: 'device' as const }) })),
      ...names.map((name, i) => ({
        ...somebody({
          name,
          email: '',
          part: 'sign',
          reach: 'device',
          stands: [{ paper, party: PARTIES[i + 1]!.key }],
        }),
        turn: 1,
      })),
    ],
  }))
  await send(owner, paper)
  const people = (await paperOf(owner, paper)).round!.people
  const id = (name: string) => people.find((p) => p.name === name)!.id
  return { job, paper, ids: [id('Petra Holm'), ...names.map(id)] as [string, string, string] }
}
const hand = (device: Caller, personId: string, then: string[] = []) =>
  device.call<{ path: string }>('POST', '/api/handover', { personId, then })
const next = (device: Caller) => device.call<{ path: string; title: string }>('POST', '/api/handover/next')

describe('several in one turn, on one device', () => {
  it('sign one after the other in the order the host chose, each saying who they are; the host stands in the record', async () => {
    const { paper, ids } = await threeInTheRoom()
    const device = await signedIn(server)
    const first = tokenOf((await hand(device, ids[2], [ids[0], ids[1]])).body.path)
    const asked = await viewOf(device, first)
    expect(asked).toMatchObject({ state: 'affirm', host: 'Maren Fosse', papers: [], handOn: 'Petra Holm' })
    expect(asked.person.name).toBe('Cleo Birch')
    await sign(device, first)
    const second = tokenOf((await next(device)).body.path)
    // What the one before had is shut on the device from now on.
    expect((await device.get(`/api/sign/${first}`)).status).toBe(404)
    expect((await viewOf(device, second)).person.name).toBe('Petra Holm')
    await sign(device, second)
    await sign(device, tokenOf((await next(device)).body.path))
    expect((await next(device)).status).toBe(409)
    // It is the member's turn: with the PIN they come to where they countersign.
    const { path } = await device.must<{ path: string }>('DELETE', '/api/handover', { pin: OWNER.pin })
    expect(path).toMatch(/^\/s\//)
    await sign(device, tokenOf(path))
    const text = await sealedText(server, owner, paper)
    for (const name of ['Cleo Birch', 'Petra Holm', 'Bram Aster'])
      expect(text.replace(/\s+/g, ' ')).toContain(`said to be ${name}`)
  })
  it('reach nothing else meanwhile, nor anybody who was not chosen', async () => {
    const { paper, ids } = await threeInTheRoom()
    const other = await threeInTheRoom()
    const device = await signedIn(server)
    const own = (await paperOf(owner, paper)).round!.people.find((p) => p.member)!
    expect((await hand(device, ids[0], [own.id])).status).toBe(409)
    await hand(device, ids[0], [ids[1]])
    for (const path of ['/api/today', `/api/papers/${paper}`]) expect((await device.get(path)).status).toBe(423)
    expect((await hand(device, other.ids[0])).status).toBe(423)
    await next(device)
    expect((await next(device)).status).toBe(409)
    expect((await new Caller(server).post('/api/handover/next')).status).toBe(401)
    expect((await (await signedIn(server)).post('/api/handover/next')).status).toBe(409)
  })
  it('pass over whoever has signed elsewhere meanwhile', async () => {
    const { paper, ids } = await threeInTheRoom()
    const device = await signedIn(server)
    await hand(device, ids[0], [ids[1], ids[2]])
    const { url } = await owner.must<{ url: string }>('POST', `/api/papers/${paper}/people/${ids[1]}/link`)
    await sign(new Caller(server), url.split('/').at(-1)!)
    const { body } = await next(device)
    expect((await viewOf(device, tokenOf(body.path))).person.name).toBe('Cleo Birch')
  })
  it('sign nothing before they said who they are, by any way; their copy goes where they say', async () => {
    const { paper, ids } = await threeInTheRoom()
    const device = await signedIn(server)
    const token = tokenOf((await hand(device, ids[1])).body.path)
    for (const [method, path, body] of [
      ['POST', 'finish', { draft: {}, basedOn: 0 }],
      ['PUT', '', { draft: {}, version: 0 }],
      ['POST', 'decline', { reason: 'no' }],
      ['GET', 'pdf', undefined],
      ['POST', 'copy-to', { email: 'a@b.example' }],
    ] as const)
      expect([path, (await device.call(method, `/api/sign/${token}${path && `/${path}`}`, body)).status]).toEqual([
        path,
        401,
      ])
    await sign(device, token)
    const email = `copy${paper}@guests.example`
    await device.must('POST', `/api/sign/${token}/copy-to`, { email })
    expect((await viewOf(device, token)).person.copyTo).not.toBeNull()
    // Nobody is asked that by a link of their own.
    const { url } = await owner.must<{ url: string }>('POST', `/api/papers/${paper}/people/${ids[2]}/link`)
    const own = new Caller(server)
    expect((await own.post(`/api/sign/${url.split('/').at(-1)}/affirm`)).status).toBe(409)
  })
  it('are asked for a code, where the plan says so for those who sign in person', async () => {
    const job = await makeJob(owner)
    const { id: templateId } = await form(owner, 'We keep to the rules.')
    const { id: paper } = await owner.must<{ id: string }>('POST', `/api/jobs/${job.id}/papers`, { templateId })
    await plan(owner, paper, (p) => ({
      people: p.people.map((x) => ({
        ...x,
        reach: 'device' as const,
        proof: { kind: 'agreed' as const, code: 'birch 42', hint: '' },
      })),
    }))
    await send(owner, paper)
    const device = await signedIn(server)
    const token = tokenOf((await hand(device, (await personIn(owner, paper, 'Petra Holm')).id)).body.path)
    expect((await viewOf(device, token)).state).toBe('prove')
    await device.must('POST', `/api/sign/${token}/code`, { code: 'birch 42' })
    expect((await viewOf(device, token)).state).toBe('open')
  })
})

describe('who hosts', () => {
  it('is told who signs with them and where to begin, and stands in the chain', async () => {
    const { caller, id } = await memberAs(server, owner, 'staff')
    const { paper } = await threeInTheRoom({ host: id })
    const [{ email }] = (await server.rows('select email from members where id = ?', [id])) as unknown as [
      { email: string },
    ]
    const [mail] = await until(
      () => mailsTo(owner, email),
      (m) => m.length > 0,
    )
    expect(mail!.subject).toContain('You host a signing')
    expect(mail!.text).toContain('Bram Aster')
    expect(mail!.text).toContain(`/papers/${paper}`)
    const [sent] = await paperOf(caller, paper).then(() =>
      server.rows(
        `select data ->> '$.host' as host from round_events e join rounds r on r.id = e.round_id where r.paper_id = ? and e.type = 'sent'`,
        [paper],
      ),
    )
    expect(sent!.host).toBe('A staff')
  })
})

describe('a place held by any one of several', () => {
  it('goes to whoever signs first; the others are told, and their links say so', async () => {
    const job = await makeJob(owner)
    const { id: templateId } = await form(owner, 'We keep to the rules.')
    const { id: paper } = await owner.must<{ id: string }>('POST', `/api/jobs/${job.id}/papers`, { templateId })
    const flo = somebody({ name: 'Flo Dell' })
    await plan(owner, paper, (p) => ({ people: p.people.map((x) => ({ ...x, or: [alternate.parse(flo)] })) }))
    await send(owner, paper)
    const [petra, other] = [await linkTo(owner, job.email), await linkTo(owner, flo.email)]
    const both = await Promise.allSettled([sign(new Caller(server), petra), sign(new Caller(server), other)])
    expect(both.filter((r) => r.status === 'fulfilled')).toHaveLength(1)
    const view = await paperOf(owner, paper)
    expect(view.state).toBe('signed')
    expect(view.round!.people.map((p) => p.status).sort()).toEqual(['done', 'replaced'])
    const late = view.round!.people.find((p) => p.status === 'replaced')!
    const first = view.round!.people.find((p) => p.status === 'done')!
    const mails = await until(
      () => mailsTo(owner, late.email),
      (m) => m.some((x) => x.text.includes('was first')),
    )
    expect(mails.find((x) => x.text.includes('was first'))!.text).toContain(first.name)
    const { body } = await new Caller(server).get<{ state: string; papers: unknown[] }>(
      `/api/sign/${late.name === 'Flo Dell' ? other : petra}`,
    )
    expect(body.state).toBe('replaced')
    expect(JSON.stringify(body.papers)).not.toContain('keep to the rules')
  })
  it('of the business is open to each of its members, and to nobody who isn’t one of them', async () => {
    const { caller: staff, id } = await memberAs(server, owner, 'staff')
    const { caller: stranger } = await memberAs(server, owner, 'staff')
    const job = await makeJob(owner)
    const { id: templateId } = await form(owner, 'Rules.', [], [PARTIES[0]!, { key: 'business', label: 'Business' }])
    const { id: paper } = await owner.must<{ id: string }>('POST', `/api/jobs/${job.id}/papers`, { templateId })
    await plan(owner, paper, (p) => ({
      people: p.people.map((x) =>
        x.memberId ? { ...x, or: [alternate.parse({ key: 'alt', memberId: id, name: 'A staff' })] } : x,
      ),
    }))
    await send(owner, paper)
    await sign(new Caller(server), await linkTo(owner, job.email))
    expect((await stranger.post(`/api/papers/${paper}/countersign`)).status).toBe(409)
    const { path } = await staff.must<{ path: string }>('POST', `/api/papers/${paper}/countersign`)
    await sign(staff, tokenOf(path))
    expect((await owner.post(`/api/papers/${paper}/countersign`)).status).toBe(409)
    const text = await sealedText(server, owner, paper)
    expect(text).toContain('A staff')
  })
  it('is kept when the round is sent again, and left by one who declines', async () => {
    const job = await makeJob(owner)
    const { id: templateId } = await form(owner, 'Rules.')
    const { id: paper } = await owner.must<{ id: string }>('POST', `/api/jobs/${job.id}/papers`, { templateId })
    const flo = somebody({ name: 'Flo Dell' })
    await plan(owner, paper, (p) => ({ people: p.people.map((x) => ({ ...x, or: [alternate.parse(flo)] })) }))
    await send(owner, paper)
    await new Caller(server).must('POST', `/api/sign/${await linkTo(owner, job.email)}/decline`, {
      reason: 'I am away.',
    })
    expect((await paperOf(owner, paper)).state).toBe('out')
    await manage(owner, paper, { do: 'withdraw', reason: 'again' })
    const { id: again } = await owner.must<{ id: string }>('POST', `/api/papers/${paper}/copy`, {
      key: `again${paper}`,
    })
    const { plan: copied } = await owner.must<{ plan: { people: { name: string; or: { name: string }[] }[] } }>(
      'GET',
      `/api/papers/${again}/plan`,
    )
    expect(copied.people.map((p) => [p.name, p.or.map((o) => o.name)])).toEqual([['Petra Holm', ['Flo Dell']]])
  })
})
