import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { OwnView } from '../../shared/out/own'
import type { PersonThread, PersonView } from '../../shared/out/person'
import { Caller, memberAs, signedIn } from '../support/caller'
import { agreedJob, inDays, jobOf, linkTo, mailsTo, makeJob, makePaper, send, sign } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

/** The newest letter to an address that fits, with what stands in it. */
const letter = async (to: string, fits: RegExp) =>
  (
    await until(
      () => mailsTo(owner, to),
      (m) => m.some((x) => fits.test(x.text)),
    )
  ).find((x) => fits.test(x.text))!.text
const ADDRESS = /\/own\/([\w-]{43})/
const clientOf = async (job: string) => (await jobOf(owner, job)).client!
/** Sends somebody the address of their page; its token. */
async function addressOf(contact: { id: string; email: string }, renew = false, not = ''): Promise<string> {
  await owner.must('POST', `/api/contacts/${contact.id}/own`, { renew })
  const text = await until(
    () => letter(contact.email, ADDRESS),
    (t) => ADDRESS.exec(t)![1] !== not,
  )
  return ADDRESS.exec(text)![1]!
}
const own = (who: Caller, token: string, path = '') => who.call<OwnView>('GET', `/api/own/${token}${path}`)
/** A browser that has proved whose page it is. */
async function proved(token: string, email: string): Promise<Caller> {
  const caller = new Caller(server)
  await caller.must('PUT', `/api/own/${token}/code`)
  const code = /\b(\d{6})\b/.exec(await letter(email, /\b\d{6}\b/))![1]!
  await caller.must('POST', `/api/own/${token}/code`, { code })
  return caller
}

describe('a client’s own page', () => {
  it('opens by a code to their mailbox, and has what is to sign, to pay, agreed and kept', async () => {
    const job = await agreedJob(owner, { title: 'Own meadow' })
    const client = await clientOf(job.id)
    const more = await makeJob(owner, { title: 'Next meadow', client: null, clientId: client.id })
    const quote = await makePaper(owner, more.id, 'quote')
    await send(owner, quote)
    await linkTo(owner, client.email)
    const token = await addressOf(client)
    const before = await own(new Caller(server), token)
    expect([before.body.contents, before.body.business.name]).toEqual([null, 'Larkmoor Saunas'])
    // Nothing of theirs is said before: not their name, their address only as stars.
    expect(JSON.stringify(before.body)).not.toContain('Petra')
    expect(JSON.stringify(before.body)).not.toContain(client.email)
    const browser = await proved(token, client.email)
    const { contents } = (await own(browser, token)).body
    expect(contents!.toSign).toMatchObject([{ title: 'Quote', jobId: more.id }])
    expect(contents!.toPay.map((p) => p.jobId)).toContain(job.id)
    expect(contents!.agreed.map((a) => a.jobId)).toEqual([job.id])
    const sealed = await until(
      async () => (await own(browser, token)).body.contents!.papers,
      (p) => p.length > 0,
      40,
    )
    const pdf = await browser.raw(`/api/own/${token}/papers/${sealed[0]!.id}`)
    expect(Buffer.from(pdf.slice(0, 5)).toString()).toBe('%PDF-')
    const statement = await browser.raw(`/api/own/${token}/statement`)
    expect(Buffer.from(statement.slice(0, 5)).toString()).toBe('%PDF-')
    // What is to be signed is opened from there, in its own round.
    const { path } = await browser.must<{ path: string }>('POST', `/api/own/${token}/open`, {
      place: contents!.toSign[0]!.place,
    })
    await sign(new Caller(server), path.slice('/s/'.length))
    expect((await own(browser, token)).body.contents!.toSign).toEqual([])
    const pay = { jobId: job.id, stage: contents!.toPay.find((p) => p.jobId === job.id)!.stage }
    expect((await browser.must<{ url: string }>('POST', `/api/own/${token}/pay`, pay)).url).toContain('/standin/cards/')
    // It is seen when and on what it was opened.
    expect((await owner.must<PersonView>('GET', `/api/contacts/${client.id}`)).own).toMatchObject({
      seenOn: 'a computer',
    })
  }, 90_000)

  it('shows nothing to who has not proved it, of nobody else, and not by an old address', async () => {
    const [mine, other] = [await agreedJob(owner), await agreedJob(owner)]
    const [a, b] = [await clientOf(mine.id), await clientOf(other.id)]
    const [tokenA, tokenB] = [await addressOf(a), await addressOf(b)]
    const browser = await proved(tokenA, a.email)
    // The pass of one opens not the other’s, nor does being a member.
    for (const who of [browser, owner, new Caller(server)]) {
      expect((await own(who, tokenB)).body.contents).toBeNull()
      for (const path of ['/statement', `/papers/${other.contract}`, '/invoices/x'])
        expect((await own(who, tokenB, path)).status).toBe(401)
      expect((await who.post(`/api/own/${tokenB}/question`, { words: 'x', key: 'k' })).status).toBe(401)
    }
    // With one’s own pass, nothing of the other’s is there.
    expect((await own(browser, tokenA, `/papers/${other.contract}`)).status).toBe(404)
    expect((await browser.post(`/api/own/${tokenA}/pay`, { jobId: other.id, stage: 'deposit' })).status).toBe(404)
    expect((await browser.post(`/api/own/${tokenA}/open`, { place: 'nothing' })).status).toBe(404)
    const theirs = await own(browser, tokenA)
    expect(JSON.stringify(theirs.body)).not.toContain(other.id)
    // Renewed, neither the address nor the pass opens anything.
    const next = await addressOf(a, true, tokenA)
    expect(next).not.toBe(tokenA)
    expect((await own(browser, tokenA)).status).toBe(404)
    expect((await own(browser, next)).body.contents).toBeNull()
    expect((await own(new Caller(server), 'x'.repeat(43))).status).toBe(404)
    expect((await new Caller(server).get(`/own/${'x'.repeat(43)}`)).status).toBe(404)
  }, 90_000)

  it('is opened by no guessed code, and by a right one once', async () => {
    const job = await makeJob(owner)
    const client = await clientOf(job.id)
    const token = await addressOf(client)
    const caller = new Caller(server)
    const give = (code: string) => caller.post(`/api/own/${token}/code`, { code })
    expect((await give('000000')).status).toBe(422)
    await caller.must('PUT', `/api/own/${token}/code`)
    const code = /\b(\d{6})\b/.exec(await letter(client.email, /\b\d{6}\b/))![1]!
    const wrong = code === '111111' ? '222222' : '111111'
    for (let i = 0; i < 5; i += 1) expect((await give(wrong)).status).toBe(422)
    // The fifth wrong one ends it: the right one comes too late.
    expect((await give(code)).status).toBe(422)
    expect((await own(caller, token)).body.contents).toBeNull()
    // Nothing that opens anything lies readable.
    const kept = await server.rows('select * from own_pages where contact_id = ?', [client.id])
    expect(JSON.stringify(kept)).not.toContain(token)
    expect(JSON.stringify(kept)).not.toContain(code)
  })

  it('ends with a person who turned out to be another, is forgotten, or has another mailbox', async () => {
    const person = async (email: string) => ({
      id: (await owner.must<{ id: string }>('POST', '/api/contacts', { name: `Own ${email}`, email })).id,
      email,
    })
    const [kept, gone, moved] = [
      await person('kept@own.example'),
      await person('gone@own.example'),
      await person('moved@own.example'),
    ]
    const tokens = [await addressOf(gone), await addressOf(moved)] as const
    const browser = await proved(tokens[1], moved.email)
    await owner.must('POST', `/api/contacts/${kept.id}/same`, { gone: gone.id })
    expect((await own(new Caller(server), tokens[0])).status).toBe(404)
    await owner.must('PATCH', `/api/contacts/${moved.id}`, { email: 'elsewhere@own.example' })
    expect((await own(browser, tokens[1])).body.contents).toBeNull()
    await owner.must('POST', `/api/contacts/${moved.id}/forget`)
    expect((await own(browser, tokens[1])).status).toBe(404)
    const silent = await owner.must<{ id: string }>('POST', '/api/contacts', { name: 'No address' })
    expect((await owner.post(`/api/contacts/${silent.id}/own`)).status).toBe(409)
  })

  it('takes a question once, which stands with them and is told', async () => {
    const job = await makeJob(owner)
    const client = await clientOf(job.id)
    const token = await addressOf(client)
    const browser = await proved(token, client.email)
    const ask = () => browser.post(`/api/own/${token}/question`, { words: 'May we come <b>early</b>?', key: 'q1' })
    expect((await ask()).status).toBe(200)
    await ask()
    const { rows } = await owner.must<PersonThread>('GET', `/api/contacts/${client.id}/thread?part=messages`)
    expect(rows.filter((r) => r.detail.startsWith('May we'))).toHaveLength(1)
    await until(
      () => owner.must<{ rows: { detail: string }[] }>('GET', '/api/notices'),
      (n) => n.rows.some((r) => r.detail.startsWith('May we come')),
    )
    await owner.must('POST', `/api/contacts/${client.id}/letters`, { subject: 'Yes', words: 'From noon.', key: 'l1' })
    const { contents } = (await own(browser, token)).body
    expect(contents!.questions.map((q) => [q.theirs, q.words])).toEqual([
      [false, 'Yes\nFrom noon.'],
      [true, 'May we come <b>early</b>?'],
    ])
  })

  it('is looked at by members who may see money, and sent by those who may send', async () => {
    const job = await agreedJob(owner)
    const client = await clientOf(job.id)
    const { caller: desk } = await memberAs(server, owner, 'front desk')
    const { caller: books } = await memberAs(server, owner, 'bookkeeper')
    expect((await desk.get(`/api/contacts/${client.id}/own`)).status).toBe(403)
    expect((await books.post(`/api/contacts/${client.id}/own`)).status).toBe(403)
    const seen = await books.must<OwnView>('GET', `/api/contacts/${client.id}/own`)
    expect(seen.contents!.agreed.map((a) => a.jobId)).toEqual([job.id])
    expect((await new Caller(server).get(`/api/contacts/${client.id}/own`)).status).toBe(401)
  })

  it('says what visits are to come, and speaks their language', async () => {
    const guest = await owner.must<{ id: string }>('POST', '/api/contacts', {
      ...{ name: 'Jürgen Ast', email: 'juergen@own.example', language: 'de' },
    })
    const session = await makeJob(owner, { title: 'Lake evening', client: null, clientId: null })
    await owner.must('POST', `/api/jobs/${session.id}/guests`, { contactId: guest.id })
    const token = await addressOf({ id: guest.id, email: 'juergen@own.example' })
    expect(await letter('juergen@own.example', ADDRESS)).toContain('Guten Tag')
    const browser = await proved(token, 'juergen@own.example')
    const { body } = await own(browser, token)
    expect([body.language, body.contents!.visits.map((v) => [v.job, v.starts.slice(0, 10)])]).toEqual([
      'de',
      [['Lake evening', inDays(30)]],
    ])
  })
})
