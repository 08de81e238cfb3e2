import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Caller, signedIn } from '../support/caller'
import { jobOf, linkTo, mailsTo, paperOf, send, sign, viewOf } from '../support/line'
import { contractWith, manage, personIn, plan } from '../support/rounds'
import { specimen } from '../support/sealed'
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

describe('proving who one is', () => {
  it('by an agreed code: nothing is shown before, guesses are slowed, the fifth closes it and tells the owner', async () => {
    const { email, paper } = await contractWith(owner, {
      proof: { kind: 'agreed', code: 'Heron 42', hint: 'the bird' },
    })
    await send(owner, paper)
    const token = await linkTo(owner, email)
    const stranger = new Caller(server)
    const view = await viewOf(stranger, token)
    expect(view).toMatchObject({
      state: 'prove',
      papers: [],
      others: [],
      jobTitle: '',
      prove: { kind: 'agreed', hint: 'the bird' },
    })
    for (const [method, path] of [
      ['GET', '/pdf'],
      ['POST', '/finish'],
      ['POST', '/decline'],
      ['POST', '/question'],
    ] as const)
      expect(
        (await stranger.call(method, `/api/sign/${token}${path}`, method === 'POST' ? {} : undefined)).status,
      ).toBe(401)
    const statuses: number[] = []
    for (let i = 0; i < 5;) {
      const { status } = await post(token, '/code', { code: `guess ${i}` }, stranger)
      statuses.push(status)
      if (status !== 429) i += 1
      else await new Promise((resolve) => setTimeout(resolve, 250))
    }
    expect(statuses).toContain(429)
    expect((await post(token, '/code', { code: 'heron 42' }, stranger)).status).toBe(409)
    expect((await paperOf(owner, paper)).round!.people[0]).toMatchObject({ closed: true })
    await until(
      () => mailsTo(owner, 'maren@larkmoor.example'),
      (list) => list.some((m) => m.subject.includes('out of tries')),
    )
    await manage(owner, paper, { do: 'reopen', person: (await personIn(owner, paper, 'Petra Holm')).id })
    expect((await post(token, '/code', { code: 'HERON  42' }, stranger)).status).toBe(200)
    await sign(stranger, token)
    // What was proved on one device is not proved on another.
    expect((await viewOf(new Caller(server), token)).state).toBe('prove')
  })

  it('by a one-time code: sent where the plan says, good once, not readable in the database, resent after half a minute', async () => {
    const { email, paper } = await contractWith(owner, {
      phone: '01632 960 112',
      proof: { kind: 'one-time', by: 'text' },
    })
    await send(owner, paper)
    const token = await linkTo(owner, email)
    const phone = new Caller(server)
    expect(await post(token, '/code/send', {}, phone)).toMatchObject({
      status: 200,
      body: { to: '•••• 112', wait: 30 },
    })
    expect((await post(token, '/code/send', {}, phone)).status).toBe(429)
    const [message] = await until(
      () => mailsTo(owner, '01632 960 112'),
      (list) => list.length > 0,
    )
    const code = /\b\d{6}\b/.exec(message!.text)![0]
    const [row] = await server.rows('select * from proofs order by code_sent_at desc limit 1')
    expect(JSON.stringify(row)).not.toContain(code)
    expect((await post(token, '/code', { code: code === '000000' ? '000001' : '000000' }, phone)).status).toBe(422)
    expect((await post(token, '/code', { code }, phone)).status).toBe(200)
    expect((await post(token, '/code', { code }, new Caller(server))).status).not.toBe(200)
    await sign(phone, token)
  })

  it('by a document: read from the picture, with its digits, dates and name, each check counted', async () => {
    const { id, email, paper } = await contractWith(owner)
    await plan(owner, paper, (p) => ({
      people: p.people.map((x) =>
        x.memberId
          ? x
          : {
              ...x,
              name: 'Ines Marlow',
              proof: {
                kind: 'document',
                when: 'until-signed',
                tries: 5,
                selfie: false,
                live: false,
                tolerance: 'close',
              },
            },
      ),
    }))
    await send(owner, paper)
    const token = await linkTo(owner, email)
    const phone = new Caller(server)
    const show = async (name: string | null) => {
      const form = new FormData()
      if (name) form.set('document', new Blob([specimen(name)], { type: 'image/png' }), 'd.png')
      else form.set('document', new Blob([Buffer.from('not a picture')]), 'd.png')
      const response = await fetch(`${server.origin}/api/sign/${token}/document`, {
        method: 'POST',
        body: form,
        headers: { origin: server.origin, cookie: phone.cookie },
      })
      return {
        status: response.status,
        body: (await response.json()) as { title?: string; left?: number },
        cookie: response.headers.get('set-cookie'),
      }
    }
    expect(await show(null)).toMatchObject({ status: 422, body: { left: 4 } })
    expect((await show('passport-expired')).body.title).toContain('has expired')
    expect((await show('passport-wrong-digit')).body.title).toContain('document number')
    expect((await show('passport-other-name')).body.title).toContain('another name than Ines Marlow')
    const good = await show('licence')
    expect(good.status).toBe(200)
    expect((await paperOf(owner, paper)).round!.people[0]).toMatchObject({ spent: 5 * 140 })
    const shown = new Caller(server)
    const opened = await shown.call<{ state: string }>('GET', `/api/sign/${token}`, undefined, {
      cookie: good.cookie!.split(';')[0]!,
    })
    expect(opened.body.state).toBe('open')
    expect((await jobOf(owner, id)).title).toBe('Long meadow')
  })
})
