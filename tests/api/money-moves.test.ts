import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { minor } from '../../core/money/money'
import { type Caller, memberAs, signedIn } from '../support/caller'
import { agreedJob, inDays, jobOf, mailsTo, makeJob, priced } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

let n = 0
const key = () => `m${(n += 1)}-${Date.now()}`
const LINES = [priced({ key: 'a', unitPrice: minor(100_000) })]
const book = (id: string, stage: string, amount: number, method = 'bank') =>
  owner.must('POST', `/api/jobs/${id}/payments`, { stage, amount, method, key: key() })
/** What each account has over some jobs; every event comes to nothing. */
async function standing(...ids: string[]): Promise<Record<string, number>> {
  const rows = await server.rows('select event, account, amount, job_id from ledger_entries')
  const events = new Map<string, number>()
  for (const r of rows) events.set(String(r.event), (events.get(String(r.event)) ?? 0) + Number(r.amount))
  expect([...events].filter(([, sum]) => sum !== 0)).toEqual([])
  const by: Record<string, number> = {}
  for (const r of rows.filter((x) => ids.includes(String(x.job_id))))
    by[String(r.account)] = (by[String(r.account)] ?? 0) + Number(r.amount)
  return Object.fromEntries(Object.entries(by).filter(([, x]) => x !== 0))
}

describe('what stands to a client’s credit', () => {
  /** Two jobs of one client: on the first they paid £100 too much. */
  async function two() {
    const far = { starts: `${inDays(60)}T10:00`, ends: `${inDays(60)}T12:00` }
    const first = await agreedJob(owner, { lines: LINES, ...far })
    const clientId = (await jobOf(owner, first.id)).client!.id
    const second = await makeJob(owner, { client: null, clientId, lines: LINES, ...far })
    await server.rows("update jobs set agreed_on = date('now') where id = ?", [second.id])
    await book(first.id, 'deposit', 130_000)
    return { first: first.id, second: second.id, email: first.email }
  }
  const use = (id: string, from: string, amount: number, more: object = {}, who = owner) =>
    who.call('POST', `/api/jobs/${id}/credit`, { from, stage: 'deposit', amount, key: key(), ...more })

  it('is offered on their other job, used once for a stage, told, and taken back as one', async () => {
    const { first, second, email } = await two()
    const there = await jobOf(owner, second)
    expect(there.creditElsewhere).toEqual([{ jobId: first, title: 'Long meadow', amount: 10_000 }])
    expect((await jobOf(owner, first)).creditElsewhere).toEqual([])
    const k = key()
    const both = await Promise.all([use(second, first, 10_000, { key: k }), use(second, first, 10_000, { key: k })])
    expect(both.map((a) => a.status)).toEqual([200, 200])
    const [a, b] = [await jobOf(owner, first), await jobOf(owner, second)]
    expect(a.credit).toBe(0)
    expect(b.stages.find((s) => s.key === 'deposit')!.paid).toBe(10_000)
    expect(b.bookings).toMatchObject([{ method: 'credit', amount: 10_000, words: 'Long meadow' }])
    expect(b.creditElsewhere).toEqual([])
    const books = await standing(first, second)
    expect(books.bank).toBe(130_000)
    expect(books.credit).toBeUndefined()
    await until(
      () => mailsTo(owner, email),
      (all) => all.some((m) => m.subject.startsWith('£100.00 of your credit')),
    )
    // Taken back from either side, both are as before.
    await owner.must('DELETE', `/api/jobs/${first}/bookings/${a.bookings[0]!.id}`, { words: 'not theirs' })
    expect((await jobOf(owner, first)).credit).toBe(10_000)
    expect((await jobOf(owner, second)).stages.find((s) => s.key === 'deposit')!.paid).toBe(0)
    expect((await standing(first, second)).bank).toBe(130_000)
    expect((await jobOf(owner, second)).creditElsewhere).toHaveLength(1)
  })

  it('is never more than stands, is open, or is another’s; and is for whoever may book', async () => {
    const { first, second } = await two()
    const other = await agreedJob(owner, { lines: LINES })
    expect((await use(second, first, 10_001)).body).toMatchObject({ fields: { amount: expect.any(String) as string } })
    expect((await use(second, first, 0)).status).toBe(422)
    expect((await use(second, first, 100, { stage: 'damage' })).status).toBe(409)
    expect((await use(other.id, first, 100)).status).toBe(409)
    expect((await use(first, second, 100)).status).toBe(409)
    const { caller } = await memberAs(server, owner, 'staff')
    expect((await use(second, first, 100, {}, caller)).status).toBe(403)
    // Two who use it at once: one is left with nothing.
    const at = await Promise.all([use(second, first, 10_000), use(second, first, 10_000)])
    expect(at.map((x) => x.status).sort()).toEqual([200, 409])
  })
})

describe('money the card service took', () => {
  const PAYS = '9700000000000001'
  const KEEPS = '9700000000000006'
  async function paid(card: string) {
    const job = await agreedJob(owner, { lines: LINES })
    const { url } = await job.client.must<{ url: string }>('POST', `/api/sign/${job.token}/pay`, { stage: 'deposit' })
    await fetch(url, {
      method: 'POST',
      redirect: 'manual',
      headers: { origin: server.origin },
      body: new URLSearchParams({ number: card }),
    })
    const { bookings } = await until(
      () => jobOf(owner, job.id),
      (j) => j.bookings.length > 0,
    )
    return { ...job, ref: url.split('/').at(-1)!, amount: bookings[0]!.amount }
  }
  const back = (id: string, amount: number, more: object = {}) =>
    owner.call('POST', `/api/jobs/${id}/back`, { amount, method: 'card', words: '', key: key(), ...more })
  const atService = async (ref: string) =>
    JSON.parse(String((await server.rows('select back from standin_cards where id = ?', [ref]))[0]!.back)) as {
      amount: number
    }[]

  it('goes back by it, in parts, never more than it took; a terminal’s and the bank’s aren’t its', async () => {
    const { id, ref, amount } = await paid(PAYS)
    await book(id, 'balance', 5_000, 'card')
    const k = key()
    const answers = await Promise.all([back(id, 3_000, { key: k }), back(id, 3_000, { key: k })])
    expect(answers.map((a) => a.status)).toEqual([200, 200])
    // The last that came goes first: what the terminal took is given back there.
    expect((await jobOf(owner, id)).bookings[0]).toMatchObject({ amount: -3_000, byService: false })
    expect((await back(id, 10_000)).status).toBe(200)
    const gone = await until(
      () => atService(ref),
      (all) => all.length > 0,
    )
    expect(gone.map((g) => g.amount)).toEqual([8_000])
    const { bookings } = await jobOf(owner, id)
    const byService = bookings.find((b) => b.amount === -8_000)!
    expect(byService.byService).toBe(true)
    expect((await owner.call('DELETE', `/api/jobs/${id}/bookings/${byService.id}`, { words: 'x' })).status).toBe(409)
    const most = amount + 5_000 - 13_000
    expect((await back(id, most + 1)).body).toMatchObject({ fields: { amount: expect.any(String) as string } })
    expect((await back(id, most)).status).toBe(200)
    await until(
      () => atService(ref),
      (all) => all.reduce((s, g) => s + g.amount, 0) === amount,
    )
    expect((await standing(id)).card ?? 0).toBe(0)
  })

  it('stays where the service refuses: the booking is taken back and the owner told', async () => {
    const { id, ref, amount } = await paid(KEEPS)
    expect((await back(id, 1_000)).status).toBe(200)
    const after = await until(
      () => jobOf(owner, id),
      (j) => j.bookings.length === 3,
    )
    expect(await atService(ref)).toEqual([])
    expect(after.bookings.map((b) => b.amount)).toEqual([1_000, -1_000, amount])
    expect(after.thread.some((t) => t.state === 'trouble' && t.words.includes('doesn’t give'))).toBe(true)
    expect((await standing(id)).card).toBe(amount)
    // It can be given back in another way then.
    expect((await back(id, 1_000, { method: 'bank' })).status).toBe(200)
  })
})

describe('a stage that is moved later', () => {
  it('is told to the client with what is still to be paid and when, once', async () => {
    const { id, email } = await agreedJob(owner, { lines: LINES })
    const k = key()
    const move = () =>
      owner.must('POST', `/api/jobs/${id}/plan`, {
        stage: 'deposit',
        on: inDays(20),
        split: null,
        words: 'as they asked',
        signed: false,
        key: k,
      })
    await move()
    await move()
    const mails = await until(
      () => mailsTo(owner, email),
      (all) => all.some((m) => m.subject.startsWith('Other days to pay')),
    )
    const told = mails.filter((m) => m.subject.startsWith('Other days to pay'))
    expect(told).toHaveLength(1)
    expect(told[0]!.text).toMatch(/Deposit: £\d/)
  })
})
