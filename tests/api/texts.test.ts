import { type IncomingMessage, createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { BusinessView } from '../../shared/out/settings'
import { type Caller, memberAs, signedIn } from '../support/caller'
import { makeJob, makePaper, paperOf, send } from '../support/line'
import { freePort } from '../../scripts/lib.mjs'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller, url: string
const got: { headers: IncomingMessage['headers']; body: Record<string, string> }[] = []
/** What the service answers next. */
let answer = { status: 200, body: 'ok' }
const service = createServer((request, response) => {
  let body = ''
  request.on('data', (part: Buffer) => (body += part.toString()))
  request.on('end', () => {
    got.push({ headers: request.headers, body: JSON.parse(body || '{}') as Record<string, string> })
    response.writeHead(answer.status, answer.status === 302 ? { location: 'https://elsewhere.example/' } : {})
    response.end(answer.body)
  })
})
beforeAll(async () => {
  await new Promise<void>((resolve) => service.listen(0, '127.0.0.1', resolve))
  url = `http://127.0.0.1:${(service.address() as AddressInfo).port}/send`
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(async () => {
  await server.stop()
  service.close()
})
const texts = (more: object = {}) => ({
  url,
  kind: 'json',
  body: '{"to": "{to}", "from": "{from}", "text": "{text}"}',
  headers: 'Authorization: Bearer hush-hush',
  from: 'Larkmoor',
  ...more,
})
const attempt = (more: object = {}) =>
  owner.must<{ taken: boolean; words: string }>('POST', '/api/business/texts', {
    texts: texts(more),
    to: '+441632960123',
  })

/** Sends a quote to somebody who is reached by text; its id. */
async function byText(phone: string): Promise<string> {
  const job = await makeJob(owner)
  const paper = await makePaper(owner, job.id, 'quote')
  const { plan, version } = await owner.must<{ plan: { people: object[] }; version: number }>(
    'GET',
    `/api/papers/${paper}/plan`,
  )
  const people = plan.people.map((p, i) => (i ? p : { ...p, reach: 'text', phone }))
  await owner.must('PUT', `/api/papers/${paper}/plan`, { plan: { ...plan, people }, version })
  await send(owner, paper)
  return paper
}

describe('texts', () => {
  it('are tried as they were typed, and what is wrong is said in words', async () => {
    expect(await attempt()).toMatchObject({ taken: true })
    expect(got.at(-1)).toMatchObject({
      headers: { authorization: 'Bearer hush-hush', 'content-type': 'application/json' },
      body: { to: '+441632960123', from: 'Larkmoor' },
    })
    answer = { status: 401, body: 'who are you' }
    expect(await attempt()).toEqual({ taken: false, words: '127.0.0.1 answered 401: who are you' })
    answer = { status: 302, body: '' }
    expect((await attempt()).words).toContain('elsewhere')
    answer = { status: 200, body: 'ok' }
    expect((await attempt({ url: 'http://texts.example/send' })).words).toContain('in private')
    expect((await attempt({ url: `http://127.0.0.1:${await freePort()}/send` })).words).toContain('takes nothing')
  })

  it('are refused a service that could not be told', async () => {
    for (const [more, field] of [
      [{ url: 'ftp://texts.example' }, 'texts.url'],
      [{ url: 'javascript:alert(1)' }, 'texts.url'],
      [{ body: '{"to": "{to}"}' }, 'texts.body'],
      [{ body: '{"to": {to}, "text": "{text}"}' }, 'texts.body'],
      [{ headers: 'Host: elsewhere.example' }, 'texts.headers'],
      [{ headers: 'no header' }, 'texts.headers'],
    ] as const) {
      const { status, body } = await owner.call('PUT', '/api/business/texts', { texts: texts(more) })
      expect([status, Object.keys(body.fields as object)]).toEqual([422, [field]])
    }
    const { caller } = await memberAs(server, owner, 'staff')
    expect((await caller.call('PUT', '/api/business/texts', { texts: texts() })).status).toBe(403)
  })

  it('go out by the service once it is kept; what proves us is sealed and said to no other', async () => {
    await owner.must('PUT', '/api/business/texts', { texts: texts() })
    expect((await owner.must<BusinessView>('GET', '/api/business')).texts).toMatchObject({ url, kept: true })
    const [row] = await server.rows('select settings from business')
    expect(String(row!.settings)).not.toContain('hush-hush')
    // Kept with an empty field, for the same address alone.
    await owner.must('PUT', '/api/business/texts', { texts: texts({ headers: '' }) })
    await attempt({ headers: '' })
    expect(got.at(-1)!.headers.authorization).toBe('Bearer hush-hush')
    await attempt({ headers: '', url: `${url}/other` })
    expect(got.at(-1)!.headers.authorization).toBeUndefined()

    got.length = 0
    await byText('+44 1632 960124')
    await until(
      async () => got.length,
      (n) => n > 0,
    )
    expect(got[0]!.body.to).toContain('1632 960124')
    expect(got[0]!.body.text).toMatch(/\/s\/[\w-]{43}/)
    // What it refuses for good stands with whoever was to get it.
    answer = { status: 400, body: 'no such number' }
    const paper = await byText('+44 1632 960125')
    const refused = await until(
      () => paperOf(owner, paper),
      (p) => JSON.stringify(p.round).includes('no such number'),
    )
    expect(refused.state).toBe('out')
  })
})
