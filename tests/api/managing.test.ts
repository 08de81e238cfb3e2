import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Caller, signedIn } from '../support/caller'
import { countersign, filled, finish, jobOf, linkTo, mailsTo, paperOf, send, sign, viewOf } from '../support/line'
import { contractWith, manage, personIn } from '../support/rounds'
import { sealedText, specimen } from '../support/sealed'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller, client: Caller

beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
  client = new Caller(server)
})

afterAll(() => server.stop())

const post = (token: string, path: string, body: object = {}, caller = client) =>
  caller.post(`/api/sign/${token}${path}`, body)

describe('while it is out', () => {
  const out = async (over = {}) => {
    const made = await contractWith(owner, over)
    await send(owner, made.paper)
    return { ...made, token: await linkTo(owner, made.email) }
  }

  it('a message that came back is said at once, and sent again when the address is corrected; the old link is shut', async () => {
    const made = await contractWith(owner, { email: `gone${Date.now()}@bounces.example` })
    await send(owner, made.paper)
    await until(
      () => personIn(owner, made.paper, 'Petra Holm'),
      (p) => p.bounced !== null,
    )
    expect((await jobOf(owner, made.id)).line.find((s) => s.key === 'contract')).toMatchObject({
      state: 'trouble',
      note: 'the message to Petra Holm came back',
    })
    const right = `right${Date.now()}@clients.example`
    await manage(owner, made.paper, {
      do: 'correct',
      person: (await personIn(owner, made.paper, 'Petra Holm')).id,
      email: right,
    })
    const token = await linkTo(owner, right)
    const again = `again${Date.now()}@clients.example`
    await manage(owner, made.paper, {
      do: 'correct',
      person: (await personIn(owner, made.paper, 'Petra Holm')).id,
      email: again,
    })
    expect((await client.get(`/api/sign/${token}`)).status).toBe(404)
    await sign(client, await linkTo(owner, again))
    expect((await personIn(owner, made.paper, 'Petra Holm')).bounced).toBeNull()
  })

  it('somebody else takes a place: the old link says so and can’t act, nothing typed goes with it', async () => {
    const { email, paper, token } = await out()
    const before = await viewOf(client, token)
    await client.must('PUT', `/api/sign/${token}`, { draft: filled(before), basedOn: before.version })
    const dora = `dora${Date.now()}@clients.example`
    await manage(owner, paper, { do: 'replace', person: before.person.id, name: 'Dora Vale', email: dora })
    expect((await client.get(`/api/sign/${token}`)).status).toBe(404)
    expect((await finish(client, token, filled(before), 1)).status).toBe(404)
    const hers = await linkTo(owner, dora)
    expect((await viewOf(client, hers)).draft.values).toEqual({})
    await sign(client, hers)
    await countersign(owner, paper)
    const text = await sealedText(server, owner, paper)
    expect(text).toContain('Dora Vale takes the place of')
    expect((await mailsTo(owner, email)).some((m) => m.subject.startsWith('Signed:'))).toBe(false)
  })

  it('may be passed on where the sender allowed it, and only there', async () => {
    const shut = await out()
    expect((await post(shut.token, '/pass-on', { name: 'X', email: 'x@clients.example' })).status).toBe(403)
    const { paper, token } = await out({ mayPassOn: true })
    const to = `partner${Date.now()}@clients.example`
    expect((await post(token, '/pass-on', { name: 'Jo Vale', email: 'nonsense' })).status).toBe(422)
    expect((await post(token, '/pass-on', { name: 'Jo Vale', email: to, reason: 'signs for us' })).status).toBe(200)
    expect((await client.get(`/api/sign/${token}`)).status).toBe(404)
    await sign(client, await linkTo(owner, to))
    expect((await personIn(owner, paper, 'Jo Vale')).status).toBe('done')
  })

  it('is held, goes on, lapses and is extended after all; what has lapsed can’t be read meanwhile', async () => {
    const { paper, token } = await out()
    await manage(owner, paper, { do: 'pause', reason: 'a moment' })
    const view = await viewOf(client, token)
    expect([view.state, view.papers[0]!.document]).toEqual(['paused', null])
    expect((await finish(client, token, filled(view), 0)).body).toMatchObject({ reason: 'paused' })
    await manage(owner, paper, { do: 'resume' })
    await manage(owner, paper, { do: 'extend', lapsesAt: new Date(Date.now() + 1200).toISOString() })
    await until(
      () => paperOf(owner, paper),
      (p) => p.state === 'lapsed',
    )
    expect((await client.get(`/api/sign/${token}/pdf`)).status).toBe(410)
    expect(
      (await manage(owner, paper, { do: 'extend', lapsesAt: new Date(Date.now() - 1000).toISOString() })).status,
    ).toBe(409)
    await manage(owner, paper, { do: 'extend', lapsesAt: new Date(Date.now() + 86_400_000).toISOString() })
    expect((await paperOf(owner, paper)).state).toBe('out')
    await sign(client, token)
  })

  it('a typo found after one has signed: what changed is sent to them to sign again', async () => {
    const { id, paper, token } = await out()
    await sign(client, token)
    const job = await jobOf(owner, id)
    await owner.must('PATCH', `/api/jobs/${id}`, { version: job.version, set: { place: 'Upper Meadow, Sedge' } })
    await manage(owner, paper, { do: 'pause', reason: 'a correction' })
    expect((await manage(owner, paper, { do: 'revise', why: 'the place was wrong' })).status).toBe(200)
    const view = await viewOf(client, token)
    expect(view.state).toBe('open')
    expect(view.papers[0]!.changed).toEqual([
      expect.objectContaining({
        was: expect.stringContaining('Long Meadow, Sedge'),
        is: expect.stringContaining('Upper Meadow, Sedge'),
      }),
    ])
    expect((await owner.post(`/api/papers/${paper}/countersign`, {})).status).toBe(409)
    expect((await manage(owner, paper, { do: 'revise' })).body.title).toContain('It reads as it did')
    await sign(client, token)
    await countersign(owner, paper)
    const text = await sealedText(server, owner, paper)
    expect(text).toContain('Upper Meadow, Sedge')
    expect(text).toContain('corrected it')
  })

  it('signed on paper: the scan is kept, with the day and who says so', async () => {
    const { paper, token } = await out()
    const petra = await personIn(owner, paper, 'Petra Holm')
    const url = (day: string) =>
      `${server.origin}/api/papers/${paper}/on-paper?${new URLSearchParams({ person: petra.id, day, name: 'scan.png' })}`
    const give = (day: string, body: Buffer) =>
      fetch(url(day), {
        method: 'POST',
        body: new Uint8Array(body),
        headers: { origin: server.origin, cookie: owner.cookie },
      })
    const today = (await paperOf(owner, paper)).today
    expect((await give('2099-01-01', specimen('passport'))).status).toBe(422)
    expect((await give(today, Buffer.from('words'))).status).toBe(422)
    expect((await give(today, specimen('passport'))).status).toBe(200)
    expect((await give(today, specimen('passport'))).status).toBe(409)
    // Their own link shows that it is done.
    expect((await viewOf(client, token)).state).toBe('done')
    await countersign(owner, paper)
    expect(await sealedText(server, owner, paper)).toContain('as Maren Fosse says')
  })

  it('a question is answered in the thread, and the answer reaches whoever asked', async () => {
    const { id, email, paper, token } = await out()
    await post(token, '/question', { question: 'Is the stove lit?' })
    const asks = async () => (await jobOf(owner, id)).thread.flatMap((h) => h.asks ?? [])
    const [waiting] = await asks()
    expect(waiting).toMatchObject({ paperId: paper, name: 'Petra Holm' })
    await manage(owner, waiting!.paperId, { do: 'answer', person: waiting!.person, answer: 'Yes, from noon.' })
    expect(await asks()).toEqual([])
    expect((await viewOf(client, token)).questions).toEqual([
      { question: 'Is the stove lit?', answer: 'Yes, from noon.' },
    ])
    const mail = await until(
      () => mailsTo(owner, email),
      (list) => list.some((m) => m.subject.startsWith('An answer')),
    )
    expect(mail.find((m) => m.subject.startsWith('An answer'))!.text).toContain('Yes, from noon.')
  })

  it('the order of those who have not acted is changed; whoever was asked too early waits', async () => {
    const { paper, token } = await out()
    const people = (await paperOf(owner, paper)).round!.people
    const turns = Object.fromEntries(people.map((p) => [p.id, p.member ? 1 : 2]))
    await manage(owner, paper, { do: 'reorder', turns })
    expect((await viewOf(client, token)).state).toBe('not-yet')
    await countersign(owner, paper)
    await sign(client, token)
    expect((await manage(owner, paper, { do: 'reorder', turns })).status).toBe(409)
  })
})
