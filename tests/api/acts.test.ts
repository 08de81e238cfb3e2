import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Caller, OWNER, STAFF, signedIn } from '../support/caller'
import {
  agreedJob,
  countersign,
  filled,
  finish,
  linkTo,
  makeJob,
  makePaper,
  paperOf,
  send,
  sign,
  viewOf,
} from '../support/line'
import { contractWith, manage, personIn } from '../support/rounds'
import { TestServer, until } from '../support/server'

/** Nobody signs for another, whoever they are and whatever they hold. */
let server: TestServer, owner: Caller, staff: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
  staff = await signedIn(server, STAFF)
})
afterAll(() => server.stop())

const eventsOf = async (paper: string) =>
  (
    await owner.must<{ events: { type: string; actor: { name: string }; data: Record<string, unknown> }[] }>(
      'GET',
      `/api/papers/${paper}/events`,
    )
  ).events
const pathOf = async (member: Caller, paper: string) =>
  (await member.must<{ path: string }>('POST', `/api/papers/${paper}/countersign`)).path
const tokenIn = (path: string) => path.slice('/s/'.length)

/** A contract the client has signed: the owner countersigns next. */
async function toCountersign() {
  const made = await contractWith(owner)
  await send(owner, made.paper)
  const client = new Caller(server)
  await sign(client, await linkTo(owner, made.email))
  return made
}

describe('the owner’s own place', () => {
  it('opens for their own living session and for nobody else who has its address', async () => {
    const { paper } = await toCountersign()
    const session = await signedIn(server)
    const token = tokenIn(await pathOf(session, paper))
    const draft = filled(await viewOf(session, token))
    for (const [name, caller] of [
      ['nobody', new Caller(server)],
      ['staff', staff],
    ] as const) {
      expect([name, (await caller.get(`/api/sign/${token}`)).status]).toEqual([name, 401])
      expect([name, (await finish(caller, token, draft)).status]).toEqual([name, 401])
      for (const path of ['pdf', 'sealed', `picture/${'a'.repeat(64)}`])
        expect([path, (await caller.get(`/api/sign/${token}/${path}`)).status]).toEqual([path, 401])
    }
    await session.must('DELETE', '/api/session')
    expect((await finish(session, token, draft)).status).toBe(401)
    expect((await eventsOf(paper)).filter((e) => e.type === 'signed')).toHaveLength(1)
    expect((await finish(owner, token, draft)).status).toBe(200)
  })

  it('is shut on a device that was handed over, though its address is still open there', async () => {
    const { paper } = await toCountersign()
    const device = await signedIn(server)
    const token = tokenIn(await pathOf(device, paper))
    const draft = filled(await viewOf(device, token))
    const guests = await makeJob(owner)
    const quote = await makePaper(owner, guests.id, 'quote')
    await send(owner, quote)
    await device.must('POST', '/api/handover', { personId: (await paperOf(owner, quote)).round!.people[0]!.id })
    expect(await finish(device, token, draft)).toMatchObject({ status: 423, body: { code: 'locked' } })
    expect((await device.get(`/api/sign/${token}`)).status).toBe(423)
    expect((await paperOf(owner, paper)).state).toBe('out')
  })

  it('is told to sign in where its page is opened without a session, and leads there', async () => {
    const { paper } = await toCountersign()
    const path = await pathOf(owner, paper)
    const page = await new Caller(server).get<string>(path)
    expect(page.status).toBe(404)
    expect(page.body).toContain(`/sign-in?to=${path}`)
  })
})

describe('a member', () => {
  it('countersigns as themself alone', async () => {
    const { paper } = await toCountersign()
    expect(await staff.post(`/api/papers/${paper}/countersign`)).toMatchObject({ status: 409 })
    await countersign(owner, paper)
    const signed = (await eventsOf(paper)).filter((e) => e.type === 'signed')
    expect(signed.map((e) => e.actor.name)).toEqual(['Petra Holm', 'Maren Fosse'])
  })

  it('can’t hand a device over for one of the business, correct how they are reached, or fetch their link', async () => {
    const { paper } = await toCountersign()
    const maren = await personIn(owner, paper, 'Maren Fosse')
    for (const caller of [staff, owner]) {
      const device = await signedIn(server, caller === staff ? STAFF : OWNER)
      expect(await device.post('/api/handover', { personId: maren.id })).toMatchObject({ status: 403 })
      expect((await device.get('/api/today')).status).toBe(200)
      const correct = { do: 'correct', person: maren.id, email: 'mine@elsewhere.example' }
      expect((await manage(caller, paper, correct)).status).toBe(403)
      expect((await caller.post(`/api/papers/${paper}/people/${maren.id}/link`)).status).toBe(403)
      expect(
        (await manage(caller, paper, { do: 'replace', person: maren.id, name: 'Me', email: 'me@elsewhere.example' }))
          .status,
      ).toBe(409)
    }
    expect((await personIn(owner, paper, 'Maren Fosse')).email).toBe(OWNER.email)
  })

  it('reads no link in the message another member got', async () => {
    const { paper } = await toCountersign()
    await until(
      () => staff.must<{ id: string; to: string }[]>('GET', '/api/post'),
      (list) => list.some((m) => m.to === OWNER.email),
    )
    const mails = await staff.must<{ id: string }[]>('GET', '/api/post')
    for (const { id } of mails.slice(0, 20)) {
      const mail = await staff.must<{ text: string; html: string }>('GET', `/api/post/${id}`)
      expect(`${mail.text}${mail.html}`).not.toMatch(/\/(s|draw)\/[\w-]{43}/)
      expect((await staff.post(`/api/post/${id}/show`)).status).toBe(403)
    }
    expect((await paperOf(owner, paper)).state).toBe('out')
  })
})

describe('a device that is handed over', () => {
  const handed = async () => {
    const job = await makeJob(owner)
    const paper = await makePaper(owner, job.id, 'quote')
    await send(owner, paper)
    const device = await signedIn(server, STAFF)
    const before = new Caller(server, device.jar())
    const person = (await paperOf(owner, paper)).round!.people[0]!.id
    const { path } = await device.must<{ path: string }>('POST', '/api/handover', { personId: person })
    return { job, paper, device, before, person, token: tokenIn(path) }
  }

  it('has lost the session it had, which is dead wherever it was kept', async () => {
    const { before, device } = await handed()
    expect((await before.get('/api/today')).status).toBe(401)
    await device.must('DELETE', '/api/handover', { pin: STAFF.pin })
    expect((await before.get('/api/today')).status).toBe(401)
    expect((await device.get('/api/today')).status).toBe(200)
  })

  it('opens its link there and nowhere else, and says in the record who handed it over', async () => {
    const { paper, device, token } = await handed()
    for (const caller of [new Caller(server), owner, staff])
      expect((await caller.get(`/api/sign/${token}`)).status).toBe(404)
    await sign(device, token)
    const signed = (await eventsOf(paper)).find((e) => e.type === 'signed')!
    expect(signed.data).toMatchObject({ host: 'Jonah Reed', channel: 'in person, on the business’s device' })
    const { body } = await device.get<string>(`/s/${token}`)
    expect(body).toContain('/handover')
  })

  it('is not handed over to somebody whose turn it isn’t, nor twice from the same session', async () => {
    const { device, person } = await handed()
    expect((await device.post('/api/handover', { personId: person })).status).toBe(423)
    const { paper } = await contractWith(owner)
    await send(owner, paper)
    const maren = await personIn(owner, paper, 'Maren Fosse')
    expect((await owner.post('/api/handover', { personId: maren.id })).status).toBe(409)
    expect((await owner.get('/api/today')).status).toBe(200)
  })
})

describe('a signer', () => {
  it('puts in only what came by their own link, and nothing once it is over', async () => {
    const [mine, theirs] = [await contractWith(owner), await contractWith(owner)]
    for (const c of [mine, theirs]) await send(owner, c.paper)
    const [me, other] = [await linkTo(owner, mine.email), await linkTo(owner, theirs.email)]
    const caller = new Caller(server)
    const picture = await caller.upload<{ mark: object }>(`/api/sign/${other}/picture`, await signaturePng())
    expect(picture.status).toBe(200)
    const view = await viewOf(caller, me)
    const draft = filled(view, { signature: picture.body.mark as never })
    const refused = await finish(caller, me, draft, view.version)
    expect(refused).toMatchObject({ status: 422, body: { title: 'Give the picture of your signature again.' } })
    await sign(caller, me)
    expect((await caller.upload(`/api/sign/${me}/picture`, await signaturePng())).status).toBe(409)
    expect((await caller.call('PUT', `/api/sign/${me}`, { draft, basedOn: 1 })).status).toBe(409)
    expect((await caller.post(`/api/sign/${me}/drawing`, { what: 'signature' })).status).toBe(409)
    await manage(owner, theirs.paper, { do: 'withdraw', reason: '' })
    expect((await caller.call('PUT', `/api/sign/${other}`, { draft, basedOn: 0 })).status).toBe(410)
  })

  it('fetches nothing of a paper that is on hold, by any route', async () => {
    const { paper, email } = await contractWith(owner)
    await send(owner, paper)
    const token = await linkTo(owner, email)
    const client = new Caller(server)
    await sign(client, token)
    const maren = await signedIn(server)
    const own = tokenIn(await pathOf(maren, paper))
    const fetchers: [Caller, string][] = [
      [client, token],
      [maren, own],
    ]
    for (const [caller, t] of fetchers) expect((await caller.get(`/api/sign/${t}/pdf`)).status).toBe(200)
    await manage(owner, paper, { do: 'pause', reason: '' })
    for (const [caller, t] of fetchers) {
      const view = await viewOf(caller, t)
      expect([view.state, view.papers.map((p) => p.document)]).toEqual(['paused', [null]])
      for (const path of ['pdf', 'sealed', `enclosures/${'a'.repeat(64)}`])
        expect([path, (await caller.get(`/api/sign/${t}/${path}`)).status]).toEqual([path, 410])
      expect(
        (await caller.call('PUT', `/api/sign/${t}`, { draft: filled(view), basedOn: view.version })).status,
      ).not.toBe(200)
      expect((await caller.post(`/api/sign/${t}/drawing`, { what: 'signature' })).status).toBe(409)
    }
    await manage(owner, paper, { do: 'resume' })
    expect((await client.get(`/api/sign/${token}/pdf`)).status).toBe(200)
  })

  it('who pays comes back to their own link, which no card service ever saw', async () => {
    const { token, client } = await agreedJob(owner)
    const { url } = await client.must<{ url: string }>('POST', `/api/sign/${token}/pay`, { stage: 'deposit' })
    const [row] = await server.rows('select request from standin_cards order by created_at desc limit 1')
    expect(String(row!.request)).not.toContain(token)
    const { returnTo } = JSON.parse(String(row!.request)) as { returnTo: string }
    expect(url).not.toContain(token)
    const back = new URL(returnTo).pathname
    expect((await client.get(back)).headers.get('location')).toBe(`/s/${token}`)
    const stranger = await new Caller(server).get<string>(back)
    expect([stranger.status, stranger.headers.get('location')]).toEqual([200, null])
    expect(stranger.body).toContain('open the link in the message')
  })

  it('asks at most five questions an hour', async () => {
    const { paper, email } = await contractWith(owner)
    await send(owner, paper)
    const token = await linkTo(owner, email)
    const caller = new Caller(server)
    const ask = () => caller.post(`/api/sign/${token}/question`, { question: 'When?' })
    for (let i = 0; i < 5; i += 1) expect((await ask()).status).toBe(200)
    expect(await ask()).toMatchObject({ status: 429, body: { code: 'slow-down' } })
  })
})

/** A drawn line as a PNG, as a photograph of a signature comes from the browser. */
async function signaturePng(): Promise<Uint8Array> {
  const { PNG } = await import('pngjs')
  const png = new PNG({ width: 120, height: 40 })
  for (let x = 10; x < 110; x += 1) png.data.fill(255, (20 * 120 + x) * 4 + 3, (20 * 120 + x) * 4 + 4)
  return new Uint8Array(PNG.sync.write(png))
}
