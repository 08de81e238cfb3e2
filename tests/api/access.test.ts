import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { RIGHTS_OF, roles } from '../../core/members/rights'
import { RULES, rightsAsked } from '../../server/doors/access'
import { routesTable, tableText } from '../../scripts/routes-table'
import { Caller, OWNER, STAFF, memberAs, signedIn } from '../support/caller'
import { agreedJob, linkTo, makeJob, makePaper, paperOf, send, viewOf } from '../support/line'
import type { MemberRow } from '../../shared/out/members'
import { TestServer } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const table = await routesTable()
const routes = table.map(({ method, path, rules }) => ({
  route: `${method} ${path}`,
  rule: rules!.who,
  asked: rightsAsked(rules!.who),
  method: method === 'any' ? 'GET' : method,
  path: path.replace(/:\w+/g, 'x'.repeat(43)),
}))
/** Whether only members come in. */
const isOurs = (r: (typeof routes)[number]) => r.asked !== null || r.rule === 'member' || r.rule === 'owner'
const call = (caller: Caller, r: (typeof routes)[number]) =>
  caller.call(r.method, r.path, r.method === 'GET' ? undefined : {})

/** Rules of whoever holds an address: one that opens nothing is not there. */
const BY_LINK = ['signer', 'link', 'drawing', 'founder', 'standing', 'own', 'own-address']

describe('who may call a route', () => {
  it('is said by every handler there is, and the table in the docs is made from them', () => {
    for (const { file, rules } of table)
      expect([...RULES, 'rights'], file).toContain(rightsAsked(rules!.who)?.length ? 'rights' : rules!.who)
    expect(readFileSync('docs/routes.md', 'utf8')).toBe(tableText(table))
  })

  it.each(routes)('nobody: $route', async (r) => {
    const { status } = await call(new Caller(server), r)
    if (r.rule === 'anyone') expect([401, 403]).not.toContain(r.path.includes('callbacks') ? 200 : status)
    else if (r.rule === 'door') expect(status).toBe(410)
    else expect(status).toBe(BY_LINK.some((w) => w === r.rule) ? 404 : 401)
  })

  it.each(roles.filter((r) => r !== 'owner'))('%s: just the routes their rights open', async (role) => {
    const { caller } = await memberAs(server, owner, role)
    const refused: string[] = []
    for (const r of routes.filter(isOurs)) {
      // The stream never ends; reading it is every member's.
      if (r.path === '/api/stream') continue
      const { status, body } = await call(caller, r)
      if (status === 403 && body.code === 'not-allowed') refused.push(r.route)
    }
    const barred = routes.filter(
      (r) => r.rule === 'owner' || (r.asked && !r.asked.some((x) => RIGHTS_OF[role].includes(x))),
    )
    expect(refused).toEqual(barred.map((r) => r.route))
    expect(barred.length).toBeGreaterThan(0)
  })

  it('is changed for one member alone, at once, and never beyond what whoever changes it may do', async () => {
    const { caller: desk, id } = await memberAs(server, owner, 'front desk')
    const list = async () => (await owner.must<{ members: MemberRow[] }>('GET', '/api/members')).members
    const find = async (email: string) => (await list()).find((m) => m.email === email)!
    const her = (await list()).find((m) => m.id === id)!
    expect((await desk.get('/api/money')).status).toBe(403)
    await owner.must('PATCH', `/api/members/${her.id}`, { may: ['desk', 'money', 'members'] })
    expect((await desk.get('/api/money')).status).toBe(200)
    expect(await find(her.email)).toMatchObject({ own: true, may: ['desk', 'money', 'members'] })
    const maren = await find(OWNER.email)
    const tries: [string, string, object?][] = [
      ['PATCH', `/api/members/${her.id}`, { role: 'owner' }],
      ['PATCH', `/api/members/${her.id}`, { may: ['desk', 'money', 'members', 'settings'] }],
      ['PATCH', `/api/members/${maren.id}`, { role: 'staff' }],
      ['PATCH', `/api/members/${maren.id}`, { name: 'Renamed' }],
      ['DELETE', `/api/members/${maren.id}`],
      ['DELETE', `/api/members/${(await find(STAFF.email)).id}`],
      ['POST', '/api/members', { name: 'Mine', email: 'mine@larkmoor.example', role: 'manager' }],
    ]
    for (const [method, path, body] of tries)
      expect([path, (await desk.call(method, path, body)).status]).toEqual([path, 403])
    await owner.must('PATCH', `/api/members/${her.id}`, { role: 'bookkeeper' })
    expect(await find(her.email)).toMatchObject({ own: false, may: ['money', 'book'] })
    expect((await desk.get('/api/security')).status).toBe(403)
  })

  it('lets the desk make and send waivers, and no other paper', async () => {
    const { caller: desk } = await memberAs(server, owner, 'front desk')
    const job = await makeJob(owner, { kindId: 'session', client: null })
    const { contactId } = await desk.must<{ contactId: string }>('POST', `/api/jobs/${job.id}/guests`, {
      contact: { name: 'Oskar Lind', email: job.email },
    })
    await send(desk, await makePaper(desk, job.id, 'waiver', { guestId: contactId }))
    const other = await makeJob(owner)
    expect((await desk.call('POST', `/api/jobs/${other.id}/papers`, { kind: 'quote' })).status).toBe(403)
    const quote = await makePaper(owner, other.id, 'quote')
    await expect(send(desk, quote)).rejects.toThrow('403')
  })

  it('hands what waits for whoever leaves to somebody else, and says so in the record', async () => {
    const { caller: leaver, id } = await memberAs(server, owner, 'manager')
    const job = await makeJob(owner)
    const contract = await makePaper(leaver, job.id, 'contract')
    await send(leaver, contract)
    const list = (await owner.must<{ members: MemberRow[] }>('GET', '/api/members')).members
    const jonah = list.find((m) => m.email === STAFF.email)!
    expect(await owner.call('DELETE', `/api/members/${id}`)).toMatchObject({ status: 409, body: { code: 'not-now' } })
    expect((await owner.call('DELETE', `/api/members/${id}?to=${id}`)).status).toBe(422)
    await owner.must('DELETE', `/api/members/${id}?to=${jonah.id}`)
    const people = (await paperOf(owner, contract)).round!.people
    expect(people.map((p) => [p.name, p.status])).toContainEqual(['Jonah Reed', 'not yet'])
    expect(people.map((p) => [p.name, p.status])).toContainEqual(['A manager', 'replaced'])
    expect((await leaver.get('/api/today')).status).toBe(401)
  })

  it('leaves a device that is handed over nothing but the signer’s page and the way back', async () => {
    const job = await makeJob(owner)
    const paper = await makePaper(owner, job.id, 'quote')
    await send(owner, paper)
    const device = await signedIn(server)
    const personId = (await paperOf(device, paper)).round!.people[0]!.id
    const { path } = await device.must<{ path: string }>('POST', '/api/handover', { personId })
    for (const r of routes.filter(isOurs)) expect([r.route, (await call(device, r)).status]).toEqual([r.route, 423])
    expect((await device.call('DELETE', '/api/session')).status).toBe(423)
    // Nothing but their name is told before they say that it is them.
    const shown = await viewOf(device, path.slice('/s/'.length))
    expect(shown).toMatchObject({ state: 'affirm', papers: [], jobTitle: '', host: 'Maren Fosse' })
    expect((await viewOf(device, path.slice('/s/'.length))).inPerson).toBe(true)
    expect(await device.call('DELETE', '/api/handover', { pin: '0000' })).toMatchObject({ status: 401 })
    await device.must('DELETE', '/api/handover', { pin: OWNER.pin })
    expect((await device.get('/api/today')).status).toBe(200)
    expect((await device.get(`/api/sign/${path.slice('/s/'.length)}`)).status).toBe(404)
  })

  it('gives a signer their own round and nothing of another', async () => {
    const mine = await makeJob(owner, { title: 'Mine alone' })
    const other = await makeJob(owner, { title: 'Somebody else’s' })
    for (const job of [mine, other]) await send(owner, await makePaper(owner, job.id, 'quote'))
    const nobody = new Caller(server)
    const token = await linkTo(owner, mine.email)
    const view = JSON.stringify(await viewOf(nobody, token))
    expect(view).toContain('Mine alone')
    for (const secret of ['Somebody else', other.email, other.id, OWNER.email, 'passwordHash'])
      expect(view).not.toContain(secret)
    for (const r of routes.filter(isOurs))
      expect(
        (await nobody.call(r.method, `${r.path}?token=${token}`, r.method === 'GET' ? undefined : { token })).status,
      ).toBe(401)
  })

  it('lets only the client of an agreed job open its card page', async () => {
    const { token, client } = await agreedJob(owner)
    expect((await client.post(`/api/sign/${token}/pay`, { stage: 'deposit' })).status).toBe(200)
    expect((await client.post(`/api/sign/${token}/pay`, { stage: 'nothing' })).status).toBe(409)
    const guestJob = await makeJob(owner, { kindId: 'session', client: null })
    const { contactId } = await owner.must<{ contactId: string }>('POST', `/api/jobs/${guestJob.id}/guests`, {
      contact: { name: 'Oskar Lind', email: guestJob.email },
    })
    await send(owner, await makePaper(owner, guestJob.id, 'waiver', { guestId: contactId }))
    const guest = await linkTo(owner, guestJob.email)
    expect((await client.post(`/api/sign/${guest}/pay`, { stage: 'balance' })).status).toBe(403)
  })

  it('slows down whoever guesses passwords, and says the same for an unknown address', async () => {
    const guess = (email: string) => new Caller(server).post('/api/session', { email, password: 'wrong' })
    const unknown = await guess('nobody@larkmoor.example')
    expect(unknown).toMatchObject({ status: 401 })
    for (let i = 0; i < 5; i += 1) expect((await guess(STAFF.email)).body.title).toContain(unknown.body.title)
    expect(await guess(STAFF.email)).toMatchObject({ status: 429 })
    expect(
      (await new Caller(server).post('/api/session', { email: STAFF.email, password: STAFF.password })).status,
    ).toBe(429)
  })
})

describe('every answer', () => {
  it('carries a policy that lets nothing in from outside, with a fresh nonce for each page', async () => {
    const nobody = new Caller(server)
    const pages = await Promise.all([nobody.get<string>('/sign-in'), nobody.get<string>('/sign-in')])
    const nonces = pages.map(({ headers, body }) => {
      const policy = headers.get('content-security-policy')!
      expect(policy).toContain("default-src 'self'")
      expect(policy).not.toMatch(/script-src[^;]*unsafe-inline|https?:/)
      const nonce = /'nonce-([^']+)'/.exec(policy)![1]!
      for (const tag of body.match(/<script[^>]*>/g)!) expect(tag).toContain(`nonce="${nonce}"`)
      return nonce
    })
    expect(nonces[0]).not.toBe(nonces[1])
    expect(pages[0]!.headers.get('x-content-type-options')).toBe('nosniff')
    const token = await linkTo(owner, 'ines@marlow.example', /quote/)
    const page = await nobody.get(`/s/${token}`)
    expect([page.status, page.headers.get('referrer-policy')]).toEqual([200, 'no-referrer'])
    expect(page.headers.get('cache-control')).toContain('no-store')
  })

  it('refuses a write from another site, a body that is too large, and what is not JSON', async () => {
    const write = (headers: Record<string, string>, body: unknown = {}) =>
      owner.call('POST', '/api/jobs', body, headers)
    expect(await write({ origin: 'https://elsewhere.example' })).toMatchObject({ status: 403 })
    expect(await write({ 'sec-fetch-site': 'cross-site' })).toMatchObject({ status: 403 })
    expect(await write({}, { notes: 'x'.repeat(1_100_000) })).toMatchObject({ status: 413 })
    expect(await write({}, '{"title":')).toMatchObject({ status: 422, body: { title: 'The request is not JSON.' } })
  })

  it('keeps the cookie from scripts and other sites', async () => {
    const response = await fetch(`${server.origin}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: server.origin },
      body: JSON.stringify({ email: OWNER.email, password: OWNER.password }),
    })
    expect(response.headers.getSetCookie().at(-1)).toMatch(/HttpOnly; SameSite=Lax/i)
  })
})
