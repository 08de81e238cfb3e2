import { execFileSync } from 'node:child_process'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { minor } from '../../core/money/money'
import type { CallOffLook } from '../../shared/jobs'
import type { LedgerRows, LedgerView } from '../../shared/ledger'
import { type Caller, Caller as Somebody, memberAs, signedIn } from '../support/caller'
import { agreedJob, inDays, jobOf, linkTo, mailsTo, makeJob, makePaper, priced, send } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

let n = 0
const key = () => `k${(n += 1)}-${Date.now()}`
const book = (id: string, stage: string, amount: number, more: object = {}) =>
  owner.must('POST', `/api/jobs/${id}/payments`, { stage, amount, method: 'bank', key: key(), ...more })
/** A job of £1,200 with tax on top, agreed and invoiced. */
const job = (over: object = {}) =>
  agreedJob(owner, { lines: [priced({ key: 'a', unitPrice: minor(100_000) })], ...over })
const invoiced = (id: string) =>
  until(
    () => jobOf(owner, id),
    (j) => !!j.invoice,
  )
const entriesOf = (id: string) =>
  server.rows('select event, account, amount from ledger_entries where job_id = ? order by id', [id])
/** What each account has of a job; every event comes to nothing. */
async function standing(id: string): Promise<Record<string, number>> {
  const rows = await entriesOf(id)
  const by: Record<string, number> = {}
  const events: Record<string, number> = {}
  for (const r of rows) {
    by[String(r.account)] = (by[String(r.account)] ?? 0) + Number(r.amount)
    events[String(r.event)] = (events[String(r.event)] ?? 0) + Number(r.amount)
  }
  expect(Object.values(events).filter((x) => x !== 0)).toEqual([])
  return Object.fromEntries(Object.entries(by).filter(([, x]) => x !== 0))
}
const subjects = async (email: string) => (await mailsTo(owner, email)).map((m) => m.subject)

describe('a booking that was a mistake', () => {
  it('is taken back by another; both are seen, the plan is as before, the client is told, once', async () => {
    const { id, email } = await job()
    const before = await jobOf(owner, id)
    await book(id, 'deposit', 3_891_600)
    const wrong = (await jobOf(owner, id)).bookings[0]!
    expect((await jobOf(owner, id)).credit).toBeGreaterThan(0)
    const takeBack = (words = 'typed without the point') =>
      owner.call('DELETE', `/api/jobs/${id}/bookings/${wrong.id}`, { words })
    expect((await takeBack('')).status).toBe(422)
    const [a, b] = await Promise.all([takeBack(), takeBack()])
    expect([a.status, b.status]).toEqual([200, 200])
    const after = await jobOf(owner, id)
    expect(after.stages).toEqual(before.stages)
    expect(after.credit).toBe(0)
    expect(after.bookings).toHaveLength(2)
    expect(after.bookings[0]).toMatchObject({
      amount: -3_891_600,
      reverses: wrong.id,
      words: 'typed without the point',
    })
    expect(after.bookings[1]).toMatchObject({ id: wrong.id, amount: 3_891_600, takenBack: true })
    await until(
      () => subjects(email),
      (s) => s.filter((x) => x.startsWith('Put right')).length === 1,
    )
    await invoiced(id)
    expect(await standing(id)).toEqual({ owed: 120_000, 'revenue 20': -100_000, 'tax 20': -20_000 })
    // What takes back can't be taken back; the right one is booked anew.
    expect(
      (await owner.call('DELETE', `/api/jobs/${id}/bookings/${after.bookings[0]!.id}`, { words: 'x' })).status,
    ).toBe(409)
    await expect(server.rows('update payments set amount = 1')).rejects.toThrow('cannot be changed')
    await expect(server.rows('delete from ledger_entries')).rejects.toThrow('cannot be removed')
  })

  it('is for whoever may book; of another job, or none, it isn’t there', async () => {
    const { id } = await job()
    await book(id, 'deposit', 100)
    const booking = (await jobOf(owner, id)).bookings[0]!.id
    const other = await makeJob(owner)
    const path = `/api/jobs/${id}/bookings/${booking}`
    const { caller } = await memberAs(server, owner, 'staff')
    expect((await caller.call('DELETE', path, { words: 'x' })).status).toBe(403)
    expect((await new Somebody(server).call('DELETE', path, { words: 'x' })).status).toBe(401)
    expect((await owner.call('DELETE', `/api/jobs/${other.id}/bookings/${booking}`, { words: 'x' })).status).toBe(404)
  })
})

describe('a damage deposit', () => {
  it('is held, kept in part with a reason and a picture, the rest given back; the client reads why', async () => {
    const { id, email } = await job()
    await book(id, 'damage', 20_000)
    const settle = (body: object) =>
      owner.post(`/api/jobs/${id}/deposit`, { back: 0, kept: 0, method: 'bank', key: key(), ...body })
    expect((await settle({ back: 15_000, kept: 6000, words: 'bench' })).body).toMatchObject({
      fields: { back: expect.any(String) },
    })
    expect((await settle({ kept: 5000 })).status).toBe(422)
    expect((await settle({})).status).toBe(422)
    expect((await settle({ kept: 10, words: 'x', files: ['0'.repeat(64)] })).status).toBe(422)
    const same = key()
    const once = { back: 15_000, kept: 5000, words: 'The bench was burnt.', key: same }
    await Promise.all([settle(once), settle(once)])
    const there = await jobOf(owner, id)
    expect(there.stages.find((s) => s.held)).toMatchObject({ state: 'returned', open: 0 })
    expect(there.bookings.map((b) => [b.method, b.amount])).toEqual([
      ['bank', -15_000],
      ['kept', -5000],
      ['bank', 20_000],
    ])
    const mail = await until(
      () => mailsTo(owner, email),
      (list) => list.some((m) => m.text.includes('The bench was burnt.')),
    )
    expect(mail.find((m) => m.text.includes('The bench'))!.text).toContain('£150.00')
    await invoiced(id)
    expect(await standing(id)).toMatchObject({ bank: 5000, damages: -5000 })
  })
})

describe('money that goes back', () => {
  it('is at most what was paid; what was too much goes first', async () => {
    const { id } = await job()
    await invoiced(id)
    await book(id, 'deposit', 36_000)
    await book(id, 'balance', 90_000)
    expect((await jobOf(owner, id)).credit).toBe(6000)
    const back = (amount: number, k = key()) =>
      owner.post(`/api/jobs/${id}/back`, { amount, method: 'bank', words: '', key: k })
    expect((await back(126_001)).status).toBe(422)
    expect((await back(0)).status).toBe(422)
    const same = key()
    await back(6000, same)
    await back(6000, same)
    expect(await jobOf(owner, id)).toMatchObject({ credit: 0, stages: [{ open: 0 }, { open: 0 }, {}] })
    expect(await standing(id)).toEqual({ bank: 120_000, 'revenue 20': -100_000, 'tax 20': -20_000 })
    // Given back out of kindness, it is owed again.
    await back(1000)
    expect((await jobOf(owner, id)).stages.reduce((s, x) => s + (x.held ? 0 : x.open), 0)).toBe(1000)
  })
})

describe('a credit note', () => {
  it('takes back a part and then the rest, never more; numbered in its own row, drawn, sent', async () => {
    const { id, email } = await job()
    const { invoice } = await invoiced(id)
    const credit = (amount: number | null, k = key()) =>
      owner.post<{ id: string }>(`/api/invoices/${invoice!.id}/credits`, { amount, words: 'An hour less', key: k })
    expect((await credit(120_001)).status).toBe(422)
    const same = key()
    const first = await Promise.all([credit(30_000, same), credit(30_000, same)])
    expect(first[0]!.body.id).toBe(first[1]!.body.id)
    expect((await jobOf(owner, id)).invoice).toMatchObject({ total: 120_000, left: 90_000 })
    expect((await jobOf(owner, id)).stages.reduce((s, x) => s + (x.held ? 0 : x.open), 0)).toBe(90_000)
    expect((await credit(90_001)).status).toBe(422)
    // Paid whole before the rest is taken back, all of it stands to their credit.
    await book(id, 'deposit', 36_000)
    await book(id, 'balance', 54_000)
    expect((await credit(null)).status).toBe(200)
    expect((await jobOf(owner, id)).credit).toBe(90_000)
    await owner.must('POST', `/api/jobs/${id}/back`, { amount: 90_000, method: 'bank', key: key() })
    expect((await credit(null)).status).toBe(409)
    const { credits } = await jobOf(owner, id)
    const [one, two] = credits.map((c) => Number(/(\d+)$/.exec(c.number)![1]))
    expect(two).toBe(one! + 1)
    const pdf = await until(
      () => owner.get(`/api/credits/${credits[0]!.id}/pdf`),
      (a) => a.status === 200,
    )
    const text = execFileSync('pdftotext', ['-layout', '-', '-'], { input: pdf.bytes, encoding: 'utf8' })
    for (const words of [credits[0]!.number, invoice!.number, '£250.00', '£50.00', '£300.00', 'An hour less'])
      expect(text).toContain(words)
    await until(
      () => subjects(email),
      (s) => s.filter((x) => x.startsWith('Credit note')).length === 2,
    )
    expect(await standing(id)).toEqual({})
    // The same as an e-invoice, in both syntaxes, from what was frozen.
    for (const path of [`/api/invoices/${invoice!.id}/xml`, `/api/credits/${credits[0]!.id}/xml`])
      for (const as of ['ubl', 'cii']) {
        const xml = await owner.get<string>(`${path}?as=${as}`)
        expect(xml.status, path).toBe(200)
        execFileSync('xmllint', ['--noout', '-'], { input: xml.bytes })
        expect(xml.body).toContain(path.includes('credits') ? credits[0]!.number : invoice!.number)
        expect(xml.body).toContain(path.includes('credits') ? '300.00' : '1200.00')
      }
    expect((await owner.get(`/api/invoices/${invoice!.id}/xml?as=pdf`)).status).toBe(422)
    expect((await owner.get('/api/invoices/none/xml?as=ubl')).status).toBe(404)
    const { caller } = await memberAs(server, owner, 'staff')
    expect(
      (await caller.post(`/api/invoices/${invoice!.id}/credits`, { amount: 1, words: 'x', key: key() })).status,
    ).toBe(403)
  })
})

describe('a job that is called off', () => {
  const look = (id: string, by: string, on = inDays(0)) =>
    owner.must<CallOffLook>('GET', `/api/jobs/${id}/call-off?by=${by}&on=${on}`)
  const off = (id: string, body: object) =>
    owner.post(`/api/jobs/${id}/call-off`, { by: 'client', on: inDays(0), words: '', ...body })
  /** The hour is over. */
  const follow = async (id: string) => {
    await server.rows(
      "update outbox set due_at = '2020-01-01T00:00:00.000Z' where kind = 'call-off' and done_at is null",
    )
    return until(
      () => jobOf(owner, id),
      (j) => j.calledOff?.done === true,
    )
  }

  it('by the client keeps what its terms say: credited down to that, the rest to be given back', async () => {
    const { id, email } = await job({ starts: `${inDays(10)}T10:00`, ends: `${inDays(10)}T18:00` })
    await invoiced(id)
    await book(id, 'deposit', 36_000)
    await book(id, 'balance', 84_000)
    await book(id, 'damage', 20_000)
    // Ten days before, half of it is kept (within 14 days, demo terms).
    expect(await look(id, 'client')).toMatchObject({ owed: 60_000, paid: 120_000, back: 60_000, open: 0, held: 20_000 })
    expect(await look(id, 'business')).toMatchObject({ owed: 0, back: 120_000 })
    expect((await off(id, { owed: 60_001 })).status).toBe(422)
    expect((await off(id, { on: inDays(1) })).status).toBe(422)
    expect((await off(id, {})).status).toBe(200)
    expect((await off(id, {})).status).toBe(409)
    const soon = await jobOf(owner, id)
    expect(soon).toMatchObject({ credit: 60_000, calledOff: { owed: 60_000, done: false }, credits: [] })
    expect(soon.next).toMatchObject({ act: 'give-back' })
    const done = await follow(id)
    expect(done.credits).toMatchObject([{ total: 60_000 }])
    expect(done.invoice).toMatchObject({ left: 60_000 })
    await owner.must('POST', `/api/jobs/${id}/back`, { amount: 60_000, method: 'bank', key: key() })
    await owner.must('POST', `/api/jobs/${id}/deposit`, { back: 20_000, kept: 0, method: 'bank', key: key() })
    const settled = await jobOf(owner, id)
    expect(settled.next.title).toBe('Called off')
    expect(settled.line.every((s) => s.state === 'settled' || s.state === 'skipped')).toBe(true)
    expect(await standing(id)).toEqual({ bank: 60_000, 'revenue 20': -50_000, 'tax 20': -10_000 })
    await until(
      () => mailsTo(owner, email),
      (list) => list.some((m) => m.subject.startsWith('Called off') && m.text.includes('£600.00')),
    )
    expect((await owner.call('DELETE', `/api/jobs/${id}/call-off`)).status).toBe(409)
  })

  it('takes in what was on its way by card when it was said: it counts towards what is kept, or goes back', async () => {
    const { id } = await job({ starts: `${inDays(10)}T10:00`, ends: `${inDays(10)}T18:00` })
    await invoiced(id)
    await off(id, { by: 'business' })
    await book(id, 'deposit', 36_000)
    await book(id, 'damage', 20_000)
    expect(await jobOf(owner, id)).toMatchObject({
      credit: 36_000,
      stages: [{ amount: 0 }, { held: true, paid: 20_000 }],
    })
    expect(
      (await owner.post(`/api/jobs/${id}/payments`, { stage: 'none', amount: 1, method: 'bank', key: key() })).status,
    ).toBe(422)
  })

  it('is taken back within the hour as if it had never been said', async () => {
    const { id } = await job()
    const before = await jobOf(owner, id)
    await off(id, {})
    await owner.must('DELETE', `/api/jobs/${id}/call-off`)
    await owner.must('DELETE', `/api/jobs/${id}/call-off`)
    await server.rows(
      "update outbox set due_at = '2020-01-01T00:00:00.000Z' where kind = 'call-off' and done_at is null",
    )
    await until(
      () => server.rows("select 1 from outbox where kind = 'call-off' and done_at is null"),
      (rows) => rows.length === 0,
    )
    const after = await jobOf(owner, id)
    expect(after.calledOff).toBeNull()
    expect([after.stages, after.line]).toEqual([before.stages, before.line])
  })

  it('with papers out: nobody signs any more, and they are withdrawn', async () => {
    const { id, email } = await makeJob(owner)
    const quote = await makePaper(owner, id, 'quote')
    await send(owner, quote)
    const link = await linkTo(owner, email)
    await off(id, { by: 'business', words: 'The lake is frozen' })
    const client = new Somebody(server)
    const view = (await client.get<{ version: number }>(`/api/sign/${link}`)).body
    const signing = await client.post(`/api/sign/${link}/finish`, {
      draft: { values: {}, taken: {}, quantities: {}, signature: null, initials: null, marks: {} },
      consent: true,
      basedOn: view.version,
    })
    expect(signing.status).toBe(409)
    const done = await follow(id)
    expect(done.papers).toMatchObject([{ state: 'withdrawn' }])
    expect(await entriesOf(id)).toEqual([])
  })

  it('is for whoever may book, and not of what is done', async () => {
    const { id } = await job({ starts: `${inDays(-1)}T10:00`, ends: `${inDays(-1)}T18:00` })
    const { caller } = await memberAs(server, owner, 'staff')
    expect((await caller.post(`/api/jobs/${id}/call-off`, { by: 'client', on: inDays(0) })).status).toBe(403)
    expect((await caller.call('DELETE', `/api/jobs/${id}/call-off`)).status).toBe(403)
    await owner.must('POST', `/api/jobs/${id}/completed`, { day: inDays(0) })
    expect((await off(id, {})).status).toBe(409)
  })
})

describe('the books', () => {
  it('come to nothing together; each account opens to its entries; the journal says the same', async () => {
    await owner.must('PUT', '/api/ledger/accounts', { numbers: { bank: '1200', owed: '1400' } })
    const books = await owner.must<LedgerView>('GET', '/api/ledger')
    expect(books.accounts.reduce((s, a) => s + a.balance, 0)).toBe(0)
    expect(books.accounts.find((a) => a.account === 'bank')).toMatchObject({ number: '1200' })
    for (const { account, balance } of books.accounts) {
      let [sum, after] = [0, '']
      do {
        const page: LedgerRows = await owner.must(
          'GET',
          `/api/ledger/rows?account=${encodeURIComponent(account)}${after && `&after=${encodeURIComponent(after)}`}`,
        )
        sum += page.rows.reduce((s, r) => s + r.amount, 0)
        after = page.next ?? ''
      } while (after)
      expect(sum, account).toBe(balance)
    }
    const csv = (await owner.get<string>(`/api/ledger/journal?from=2020-01-01&to=${inDays(1)}`)).body
    const rows = csv
      .trim()
      .split('\r\n')
      .slice(1)
      .map((l) => l.split(','))
    const total = (i: number) => rows.reduce((s, r) => s + Math.round(Number(r[i] || 0) * 100), 0)
    expect(total(4)).toBe(total(5))
    expect(total(4)).toBeGreaterThan(0)
    const bank = rows.filter((r) => r[2] === 'bank')
    expect(bank.every((r) => r[3] === '1200')).toBe(true)
  })

  it('take nothing into a closed month; only one that is over is closed', async () => {
    const { id } = await job()
    const last = inDays(-45)
    expect((await owner.call('PUT', '/api/ledger/closed', { to: inDays(0).slice(0, 7) })).status).toBe(422)
    await owner.must('PUT', '/api/ledger/closed', { to: last.slice(0, 7) })
    const late = { stage: 'deposit', amount: 100, method: 'bank' as const }
    const refused = await owner.post(`/api/jobs/${id}/payments`, { ...late, day: last, key: key() })
    expect(refused).toMatchObject({ status: 422, body: { fields: { day: expect.any(String) } } })
    expect((await owner.post(`/api/jobs/${id}/payments`, { ...late, day: inDays(1), key: key() })).status).toBe(422)
    await owner.must('POST', `/api/jobs/${id}/payments`, { ...late, key: key() })
    await owner.must('PUT', '/api/ledger/closed', { to: null })
    await owner.must('POST', `/api/jobs/${id}/payments`, { ...late, day: last, key: key() })
    expect((await jobOf(owner, id)).bookings.map((b) => b.day).sort()).toEqual([last, inDays(0)].sort())
    for (const role of ['staff', 'front desk'] as const) {
      const { caller } = await memberAs(server, owner, role)
      expect((await caller.call('PUT', '/api/ledger/closed', { to: null })).status).toBe(403)
      expect((await caller.get('/api/ledger')).status).toBe(role === 'staff' ? 200 : 403)
    }
  })
})
