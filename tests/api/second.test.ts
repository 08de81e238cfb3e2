import { createHmac } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { SecondBegun, WaysIn } from '../../shared/out/members'
import { Caller, OWNER, STAFF, memberAs, signedIn } from '../support/caller'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

/** A code as RFC 6238 says, worked out here: HMAC-SHA-1 of the step, cut dynamically to six digits. */
function codeOf(base32: string, step: number): string {
  const bits = [...base32]
    .map((c) => 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567'.indexOf(c).toString(2).padStart(5, '0'))
    .join('')
  const key = Buffer.from(bits.match(/.{8}/g)!.map((b) => Number.parseInt(b, 2)))
  const counter = Buffer.alloc(8)
  counter.writeBigUInt64BE(BigInt(step))
  const mac = createHmac('sha1', key).update(counter).digest()
  const at = mac[19]! & 15
  return String((mac.readUInt32BE(at) & 0x7fffffff) % 1_000_000).padStart(6, '0')
}
const stepNow = () => Math.floor(Date.now() / 30_000)
const enter = (who: { email: string; password: string }, code?: string) =>
  new Caller(server).call<{ reason?: string }>('POST', '/api/session', { ...who, ...(code ? { code } : {}) })

describe('a code besides the password', () => {
  let secret = ''
  let codes: string[] = []
  const who = { email: '', password: STAFF.password }
  let me: Caller, id: string
  beforeAll(async () => {
    ;({ caller: me, id } = await memberAs(server, owner, 'staff'))
    const [row] = await server.rows('select email from members where id = ?', [id])
    who.email = String(row!.email)
  })

  it('is turned on with the password and a code in the hand, and nothing is kept before', async () => {
    const begun = await me.must<SecondBegun>('POST', '/api/account/second/begin')
    secret = begun.secret
    expect(begun.address).toContain(`secret=${secret}`)
    const turnOn = (more: object) =>
      me.call('POST', '/api/account/second', { current: who.password, sealed: begun.sealed, ...more })
    expect((await turnOn({ code: '000000' })).status).toBe(422)
    expect((await turnOn({ code: codeOf(secret, stepNow() - 5) })).status).toBe(422)
    expect((await turnOn({ code: codeOf(secret, stepNow()), current: 'wrong' })).status).toBe(422)
    expect((await turnOn({ code: codeOf(secret, stepNow()), sealed: 'x'.repeat(80) })).status).toBe(410)
    // What was begun for one member is nothing in another's hands.
    const theirs = await owner.call('POST', '/api/account/second', {
      current: OWNER.password,
      sealed: begun.sealed,
      code: codeOf(secret, stepNow()),
    })
    expect(theirs.status).toBe(410)
    expect(await me.must<WaysIn>('GET', '/api/account')).toMatchObject({ second: false })
    const on = await turnOn({ code: codeOf(secret, stepNow()) })
    codes = (on.body as unknown as { codes: string[] }).codes
    expect(new Set(codes).size).toBe(10)
    expect(await me.must<WaysIn>('GET', '/api/account')).toMatchObject({ second: true, spare: 10 })
    const [row] = await server.rows('select otp_secret, spare_codes from members where id = ?', [id])
    for (const shut of [secret, ...codes]) expect(JSON.stringify(row)).not.toContain(shut)
  })

  it('is asked for after the password, opens once, and says nothing to whoever doesn’t know that', async () => {
    expect((await enter({ ...who, password: 'wrong' })).body.reason).toBeUndefined()
    expect(await enter(who)).toMatchObject({ status: 401, body: { reason: 'code' } })
    expect((await enter(who, '123')).status).toBe(401)
    // The step it was turned on with is spent.
    expect((await enter(who, codeOf(secret, stepNow() - 1))).status).toBe(401)
    const code = codeOf(secret, stepNow() + 1)
    expect((await enter(who, code)).status).toBe(200)
    expect((await enter(who, code)).status).toBe(401)
    expect((await enter(who, codes[0])).status).toBe(200)
    expect((await enter(who, codes[0])).status).toBe(401)
    expect(await me.must<WaysIn>('GET', '/api/account')).toMatchObject({ spare: 9 })
  })

  it('is asked for by a link for a new password, too', async () => {
    await new Caller(server).must('POST', '/api/forgotten', { email: who.email })
    const [letter] = await until(
      () => server.rows(`select secrets from messages where "to" = ? and subject like '%password%'`, [who.email]),
      (rows) => rows.length > 0,
    )
    const door = `/api/enter/${server.doorIn(String(letter!.secrets))}`
    const given = { password: 'tinte-wolke-anker-reis' }
    expect(await new Caller(server).call('POST', door, given)).toMatchObject({ status: 401, body: { reason: 'code' } })
    await new Caller(server).must('POST', door, { ...given, code: codes[1]!.toUpperCase().replace('-', ' ') })
    who.password = given.password
  })

  it('is taken off by who says who works here, never by those who may not', async () => {
    const { caller: manager } = await memberAs(server, owner, 'manager')
    expect((await manager.call('DELETE', `/api/members/${id}/second`)).status).toBe(403)
    await owner.must('DELETE', `/api/members/${id}/second`)
    expect((await enter(who)).status).toBe(200)
  })

  it('slows down whoever guesses codes with a password they know', async () => {
    const { id: other, caller } = await memberAs(server, owner, 'staff')
    const begun = await caller.must<SecondBegun>('POST', '/api/account/second/begin')
    await caller.must('POST', '/api/account/second', {
      current: STAFF.password,
      sealed: begun.sealed,
      code: codeOf(begun.secret, stepNow()),
    })
    const [row] = await server.rows('select email from members where id = ?', [other])
    const guess = () => enter({ email: String(row!.email), password: STAFF.password }, '000000')
    const seen = []
    for (let i = 0; i < 7; i += 1) seen.push((await guess()).status)
    expect(seen.at(-1)).toBe(429)
  })
})

describe('a key', () => {
  it('that nobody here has opens nothing, and what it signs is asked for once', async () => {
    const nobody = new Caller(server)
    const { options } = await nobody.must<{ options: { challenge: string } }>('POST', '/api/session/passkey/begin')
    expect(options.challenge.length).toBeGreaterThan(20)
    for (const response of [{ id: 'x' }, { id: 'x', response: {} }])
      expect((await nobody.call('POST', '/api/session/passkey', { response })).status).toBe(401)
    expect((await nobody.call('POST', '/api/session/passkey', {})).status).toBe(422)
    const added = await owner.call('POST', '/api/account/passkeys', {
      current: OWNER.password,
      name: 'Mine',
      response: { id: 'x', rawId: 'x', type: 'public-key', response: {} },
    })
    expect(added.status).toBe(422)
    expect((await owner.call('POST', '/api/account/passkeys/begin', { name: 'Mine', current: 'no' })).status).toBe(422)
    expect((await owner.call('DELETE', '/api/account/passkeys/x')).status).toBe(404)
  })
})
