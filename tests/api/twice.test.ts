import { Webhook } from 'standardwebhooks'
import { createHmac, hkdfSync } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Caller, signedIn } from '../support/caller'
import {
  agreedJob,
  filled,
  finish,
  jobOf,
  linkTo,
  mailsTo,
  makeJob,
  makePaper,
  paperOf,
  send,
  viewOf,
  looked,
} from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const n = async (sql: string, args: string[] = []) =>
  Number((await server.rows(`select count(*) as n from ${sql}`, args))[0]!.n)
const CARD = {
  pays: '9700000000000001',
  refused: '9700000000000002',
  step: '9700000000000003',
  late: '9700000000000004',
  twice: '9700000000000005',
}

/** An agreed job with its card page open. */
async function atTheCardPage() {
  const job = await agreedJob(owner)
  const { url } = await job.client.must<{ url: string }>('POST', `/api/sign/${job.token}/pay`, { stage: 'deposit' })
  const pay = (number: string, code?: string) =>
    fetch(url, {
      method: 'POST',
      redirect: 'manual',
      headers: { origin: server.origin },
      body: new URLSearchParams({ number, ...(code === undefined ? {} : { code }) }),
    })
  const deposit = async () => (await jobOf(owner, job.id)).stages.find((s) => s.key === 'deposit')!
  return { ...job, url, pay, deposit }
}

describe('done twice, it happens once', () => {
  it('a job, a paper and a sending with the same key', async () => {
    const body = { kindId: 'garden', title: 'Once', key: 'same-key-1' }
    const ids = await Promise.all([1, 2, 3].map(() => owner.must<{ id: string }>('POST', '/api/jobs', body)))
    expect(new Set(ids.map((x) => x.id)).size).toBe(1)
    const job = await makeJob(owner)
    const papers = await Promise.all([1, 2, 3].map(() => makePaper(owner, job.id, 'quote', { key: 'same-key-2' })))
    expect(new Set(papers).size).toBe(1)
    await Promise.all([1, 2, 3].map(() => send(owner, papers[0]!, { key: 'same-key-3' })))
    await linkTo(owner, job.email)
    expect(await n('rounds where paper_id = ?', [papers[0]!])).toBe(1)
    expect((await mailsTo(owner, job.email)).length).toBe(1)
    const other = await makePaper(owner, (await makeJob(owner)).id, 'quote')
    expect(
      (
        await owner.post(`/api/papers/${other}/send`, {
          ...(await looked(owner, other)),
          subject: 's',
          message: 'm',
          key: 'same-key-3',
        })
      ).status,
    ).toBe(409)
  })

  it('a signature, sent five times at the same moment', async () => {
    const job = await makeJob(owner)
    await send(owner, await makePaper(owner, job.id, 'quote'))
    const token = await linkTo(owner, job.email)
    const client = new Caller(server)
    const view = await viewOf(client, token)
    const answers = await Promise.all(Array.from({ length: 5 }, () => finish(client, token, filled(view))))
    expect(answers.map((a) => a.status)).toEqual([200, 200, 200, 200, 200])
    expect(answers.filter((a) => !a.body.already)).toHaveLength(1)
    const { papers } = await jobOf(owner, job.id)
    expect(papers.filter((p) => p.kind === 'contract')).toHaveLength(1)
    expect(
      await n(`round_events e join rounds r on r.id = e.round_id where r.job_id = ? and e.type = 'signed'`, [job.id]),
    ).toBe(1)
  })

  it.each([['pays'], ['late'], ['twice']] as const)(
    'a payment whose card %s',
    async (card) => {
      const { pay, deposit, id } = await atTheCardPage()
      const answers = await Promise.all([pay(CARD[card]), pay(CARD[card])])
      expect(answers.every((a) => a.ok || a.status === 303)).toBe(true)
      await until(deposit, (s) => s.state === 'paid', 30)
      await until(
        () => n(`outbox where kind = 'standin.callback' and done_at is null`),
        (left) => left === 0,
        30,
      )
      expect(await n('payments where job_id = ?', [id])).toBe(1)
    },
    60_000,
  )

  it('a refused card takes nothing, a further step wants the right code, an unknown card is told', async () => {
    const { pay, deposit, id } = await atTheCardPage()
    expect(await (await pay(CARD.refused)).text()).toContain('The card was refused. Nothing was taken.')
    expect(await (await pay('1234')).text()).toContain('This card number is not known')
    expect(await (await pay(CARD.step)).text()).toContain('One more step')
    expect(await (await pay(CARD.step, '000000')).text()).toContain('refused')
    expect(await deposit()).toMatchObject({ paid: 0 })
    expect((await pay(CARD.step, '314159')).status).toBe(303)
    await until(deposit, (s) => s.state === 'paid')
    expect((await jobOf(owner, id)).thread.some((t) => t.words.startsWith('Card refused'))).toBe(true)
  })

  it('a payment booked by hand', async () => {
    const { id } = await agreedJob(owner)
    const body = { stage: 'deposit', amount: 26057, method: 'bank', key: 'bank-line-7' }
    const answers = await Promise.all(
      [1, 2].map(() => owner.must<{ booked: boolean }>('POST', `/api/jobs/${id}/payments`, body)),
    )
    expect(answers.map((a) => a.booked).sort()).toEqual([false, true])
    expect(await owner.post(`/api/jobs/${id}/payments`, { ...body, amount: 0, key: 'x' })).toMatchObject({
      status: 422,
    })
  })
})

describe('a call-back', () => {
  const secret = () => readFileSync(join(server.folder, 'secret'), 'utf8').trim()
  const key = () =>
    Buffer.from(hkdfSync('sha256', Buffer.from(secret(), 'hex'), Buffer.alloc(0), 'card call-backs', 32)).toString(
      'base64',
    )
  async function told(
    url: string,
    over: object,
    at = new Date(),
    sign = (id: string, when: Date, body: string) => new Webhook(key()).sign(id, when, body),
  ) {
    const ref = url.split('/').at(-1)!
    const [row] = await server.rows('select id, amount, currency from card_requests where provider_ref = ?', [ref])
    const body = JSON.stringify({
      reference: row!.id,
      ref,
      status: 'paid',
      amount: row!.amount,
      currency: row!.currency,
      ...over,
    })
    return new Caller(server).call<{ outcome: string }>('POST', '/api/callbacks/cards', body, {
      'webhook-id': 'w1',
      'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
      'webhook-signature': sign('w1', at, body),
    })
  }

  it('with a wrong signature, or an old one, books nothing', async () => {
    const { url, deposit } = await atTheCardPage()
    const forged = (id: string, when: Date, body: string) =>
      `v1,${createHmac('sha256', 'guess').update(`${id}.${when.getTime()}.${body}`).digest('base64')}`
    expect(await told(url, {}, new Date(), forged)).toMatchObject({ status: 401, body: { code: 'bad-signature' } })
    expect(await told(url, {}, new Date(Date.now() - 3_600_000))).toMatchObject({ status: 401 })
    expect(await deposit()).toMatchObject({ paid: 0 })
  })

  it('with another amount books nothing and puts it before the owner', async () => {
    const { url, deposit, id } = await atTheCardPage()
    expect((await told(url, { amount: 1 })).body.outcome).toBe('disputed')
    expect((await told(url, {})).body.outcome).toBe('disputed')
    expect(await deposit()).toMatchObject({ paid: 0 })
    expect((await jobOf(owner, id)).thread[0]!.words).toContain('another amount than was asked for')
  })

  it('that is right is booked, and known when it comes again', async () => {
    const { url, deposit } = await atTheCardPage()
    expect((await told(url, {})).body.outcome).toBe('booked')
    expect((await told(url, {})).body.outcome).toBe('known')
    expect(await deposit()).toMatchObject({ state: 'paid', open: 0 })
  })

  it('for a payment nobody asked for is not found', async () => {
    const { url } = await atTheCardPage()
    expect(await told(url, { reference: 'nothing' })).toMatchObject({ status: 404 })
  })
})

describe('a nudge', () => {
  it('goes out once an hour however often it is pressed, and needs somebody to wait for', async () => {
    const job = await makeJob(owner)
    const paper = await makePaper(owner, job.id, 'quote')
    expect((await owner.post(`/api/papers/${paper}/nudge`, { quiet: true })).status).toBe(409)
    await send(owner, paper)
    await linkTo(owner, job.email)
    await owner.must('POST', `/api/papers/${paper}/nudge`, { quiet: true })
    await owner.post(`/api/papers/${paper}/nudge`, { quiet: true })
    await until(
      () => mailsTo(owner, job.email),
      (l) => l.some((m) => m.subject.startsWith('A reminder')),
    )
    await until(
      () => n(`outbox where kind = 'mail.ask' and done_at is null`),
      (left) => left === 0,
    )
    expect((await mailsTo(owner, job.email)).filter((m) => m.subject.startsWith('A reminder'))).toHaveLength(1)
    expect((await paperOf(owner, paper)).round!.people[0]!.status).toBe('asked')
  })
})
