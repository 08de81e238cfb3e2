import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Caller, OWNER, STAFF, signedIn } from '../support/caller'
import { TestServer, until } from '../support/server'

/** Sessions, the throttle, and the owner's log: all in the database, so that two processes know the same. */
let one: TestServer, two: TestServer
beforeAll(async () => {
  one = await TestServer.start({ UPWOLD_PROXY_HOPS: '1' })
  two = await one.beside()
})
afterAll(async () => {
  await two.stop()
  await one.stop()
})

interface Listed {
  id: string
  name: string
  own: boolean
  here: boolean
  device: string
  address: string
}
const sessionsOf = (c: Caller) => c.must<Listed[]>('GET', '/api/sessions')
const at = (server: TestServer, caller: Caller) => new Caller(server, caller.jar())
/** Somebody at an address of their own, as the proxy in front says. */
const from = (ip: string) => ({ 'x-forwarded-for': ip })
const tryAs = (caller: Caller, email: string, password: string, ip: string) =>
  caller.call('POST', '/api/session', { email, password }, from(ip))

describe('a session', () => {
  it('is opaque, kept hashed, changed at every sign-in, and ended by signing out, on every process', async () => {
    const me = await signedIn(one)
    const first = me.jar().get('upwold')!
    expect(first).toMatch(/^[\w-]{43}$/)
    expect((await at(two, me).get('/api/today')).status).toBe(200)
    const before = at(one, me)
    await me.must('POST', '/api/session', { email: OWNER.email, password: OWNER.password })
    expect(me.jar().get('upwold')).not.toBe(first)
    expect((await before.get('/api/today')).status).toBe(401)
    const kept = JSON.stringify(await one.rows('select * from sessions'))
    expect(kept).not.toContain(first)
    expect(kept).not.toContain(me.jar().get('upwold')!)
    const copy = at(two, me)
    await me.must('DELETE', '/api/session')
    for (const c of [me, copy]) expect((await c.get('/api/today')).status).toBe(401)
  })

  it('ends after twelve hours without use, and after two weeks in any case', async () => {
    const set = (column: string, hours: number, id: string) =>
      one.rows(`update sessions set ${column} = ? where id = ?`, [
        new Date(Date.now() - hours * 3_600_000).toISOString(),
        id,
      ])
    for (const [column, good, over] of [
      ['seen_at', 11.9, 12.1],
      ['created_at', 24 * 14 - 0.1, 24 * 14 + 0.1],
    ] as const) {
      const me = await signedIn(one)
      const { id } = (await sessionsOf(me)).find((s) => s.here)!
      await set(column, good, id)
      expect([column, (await me.get('/api/today')).status]).toEqual([column, 200])
      await set(column, over, id)
      expect([column, (await me.get('/api/today')).status]).toEqual([column, 401])
    }
  })

  it('is listed with where and on what, and ended one by one or all', async () => {
    const [here, there, jonah] = [await signedIn(one), await signedIn(two), await signedIn(two, STAFF)]
    await there.call('GET', '/api/today', undefined, from('192.0.2.77'))
    const mine = (await sessionsOf(here)).filter((s) => s.own)
    expect(mine.find((s) => s.here)!.device).toContain('Chrome')
    expect(mine.map((s) => s.address)).toContain('192.0.2.77')
    const { id } = mine.find((s) => s.address === '192.0.2.77')!
    const his = await sessionsOf(jonah)
    expect(his.every((s) => s.own)).toBe(true)
    expect((await jonah.call('DELETE', `/api/sessions/${id}`)).status).toBe(404)
    await here.must('DELETE', `/api/sessions/${id}`)
    expect((await there.get('/api/today')).status).toBe(401)
    await here.must('DELETE', `/api/sessions/${his.find((s) => s.here)!.id}`)
    expect((await jonah.get('/api/today')).status).toBe(401)
    const again = await signedIn(two)
    await here.must('DELETE', '/api/sessions')
    expect([(await again.get('/api/today')).status, (await here.get('/api/today')).status]).toEqual([401, 200])
  })

  it('has its streams end with it, and no more than six, over all processes', async () => {
    const me = await signedIn(one)
    const open = async (server: TestServer) => {
      const control = new AbortController()
      const response = await fetch(`${server.origin}/api/stream`, {
        headers: { cookie: me.cookie },
        signal: control.signal,
      })
      return { response, control }
    }
    const streams = [
      await open(one),
      await open(two),
      await open(one),
      await open(two),
      await open(one),
      await open(two),
    ]
    expect(streams.map((s) => s.response.status)).toEqual(Array(6).fill(200))
    expect((await open(two)).response.status).toBe(429)
    streams[0]!.control.abort()
    await until(
      async () => (await open(two)).response.status,
      (status) => status === 200,
    )
    const rest = Promise.all(streams.slice(1).map((s) => s.response.text()))
    await me.must('DELETE', '/api/session')
    for (const text of await rest) expect(text).toContain('event: ended')
  })

  it('is a cookie that names its host over https, and is never sent in clear', async () => {
    const safe = await TestServer.start({ UPWOLD_ORIGIN: 'https://papers.example' })
    const headers = { host: 'papers.example', origin: 'https://papers.example', 'content-type': 'application/json' }
    const { raw } = await import('../support/raw')
    const answer = await raw(
      safe,
      'POST',
      '/api/session',
      headers,
      JSON.stringify({ email: OWNER.email, password: OWNER.password }),
    )
    const cookies = answer!.head.split('\r\n').filter((l) => /^set-cookie/i.test(l))
    expect(cookies).toHaveLength(2)
    for (const c of cookies) {
      expect(c).toMatch(/^set-cookie: __Host-upwold(-device)?=/i)
      for (const part of ['Secure', 'HttpOnly', 'Path=/', 'SameSite=Lax']) expect(c).toContain(part)
      expect(c).not.toContain('Domain')
    }
    expect(answer!.head).toMatch(/strict-transport-security: max-age=\d{7,}/i)
    await safe.stop()
  })
})

describe('the throttle', () => {
  it('slows strangers by account and address, on every process, and never the browser that is known', async () => {
    const known = await signedIn(one, STAFF)
    await known.must('DELETE', '/api/session')
    for (let i = 0; i < 5; i += 1)
      expect((await tryAs(new Caller(i % 2 ? one : two), STAFF.email, 'wrong', '192.0.2.1')).status).toBe(401)
    // The right password from there waits, too: it can't be told from a guess.
    for (const server of [one, two])
      expect((await tryAs(new Caller(server), STAFF.email, STAFF.password, '192.0.2.1')).status).toBe(429)
    expect((await tryAs(new Caller(one), STAFF.email, STAFF.password, '192.0.2.2')).status).toBe(200)
    expect((await tryAs(known, STAFF.email, STAFF.password, '192.0.2.1')).status).toBe(200)
  })

  it('slows an address that tries many accounts, and a crowd that tries one, for seconds only', async () => {
    /** Some at once, again and again until one is slowed: it is how many within a time that counts. */
    const untilSlowed = async (attempt: (i: number) => ReturnType<typeof tryAs>) => {
      for (let i = 0; i < 40; i += 4) {
        const answers = await Promise.all([0, 1, 2, 3].map((k) => attempt(i + k)))
        const slowed = answers.find((a) => a.status === 429)
        if (slowed) return slowed.body
      }
      return {}
    }
    const many = await untilSlowed((i) => tryAs(new Caller(one), `nobody${i}@larkmoor.example`, 'wrong', '192.0.2.3'))
    expect(many).toMatchObject({ code: 'slow-down' })
    const crowd = await untilSlowed((i) =>
      tryAs(new Caller(two), 'crowded@larkmoor.example', 'wrong', `192.0.2.${100 + i}`),
    )
    expect(crowd.title).toContain('Somebody is trying to get into this account. Wait 5 seconds')
  })

  it('takes the address from the proxy in front, not from what somebody wrote before it', async () => {
    const liar = async (claim: string) =>
      new Caller(one).call(
        'POST',
        '/api/session',
        { email: 'x@y.example', password: 'x' },
        { 'x-forwarded-for': `${claim}, 192.0.2.9` },
      )
    for (let i = 0; i < 5; i += 1) expect((await liar(`198.51.100.${i}`)).status).toBe(401)
    expect((await liar('203.0.113.7')).status).toBe(429)
    const rows = await one.rows(`select key from attempts where key like '%198.51.100.%'`)
    expect(rows).toEqual([])
  })

  it('slows whoever guesses links, and nobody who has one', async () => {
    const guess = (i: number) =>
      new Caller(one).call('GET', `/api/sign/${String(i).padStart(43, 'x')}`, undefined, from('192.0.2.4'))
    for (let i = 0; i < 60; i += 1) expect((await guess(i)).status).toBe(404)
    expect((await guess(61)).status).toBe(429)
  })

  it('draws no more PDFs for one session than anybody looks at', async () => {
    const me = await signedIn(one)
    const [paper] = await one.rows(`select id from papers where state = 'out' limit 1`)
    const id = String(paper!.id)
    const statuses = new Set<number>()
    for (let i = 0; i < 61; i += 1) statuses.add((await me.get(`/api/papers/${id}/pdf`)).status)
    expect([...statuses]).toEqual([200, 429])
    expect((await (await signedIn(two)).get(`/api/papers/${id}/pdf`)).status).toBe(200)
  })
})

describe('the log of the doors', () => {
  it('says who came in, what was refused, set, taken out and handed over, to the owner alone', async () => {
    const owner = await signedIn(one)
    const staff = await signedIn(two, STAFF)
    await staff.call('PUT', '/api/business/settings', {})
    const settings = await owner.must<object>('GET', '/api/business/settings')
    await owner.must('PUT', '/api/business/settings', settings)
    const [job] = await one.rows('select id from jobs limit 1')
    await owner.must('GET', `/api/jobs/${String(job!.id)}/export`)
    await tryAs(new Caller(one), OWNER.email, 'wrong', '192.0.2.5')
    expect((await staff.get('/api/security')).status).toBe(403)
    const log = await owner.must<{ id: number; kind: string; words: string; who: string; address: string }[]>(
      'GET',
      '/api/security',
    )
    const has = (kind: string, words: RegExp) =>
      expect(
        log.find((e) => e.kind === kind && words.test(e.words)),
        String(words),
      ).toBeTruthy()
    has('sign-in', /^Signed in/)
    has('sign-in', /^Wrong sign-in as maren@/)
    has('refusal', /PUT \/api\/business\/settings: This is not among what you may do/)
    has('setting', /set for all rounds/)
    has('export', /as data/)
    expect(JSON.stringify(log)).not.toMatch(/steam-and-birch|\/s\/[\w-]{43}/)
    const older = await owner.must<{ id: number }[]>('GET', `/api/security?before=${log[3]!.id}`)
    expect(older[0]!.id).toBe(log[4]!.id)
  })
})
