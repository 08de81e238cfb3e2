import { execFileSync } from 'node:child_process'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { minor } from '../../core/money/money'
import type { JobView } from '../../shared/jobs'
import type { LibraryView } from '../../shared/library'
import { Caller, longestWait, memberAs, signedIn } from '../support/caller'
import { agreedJob, inDays, jobOf, mailsTo, priced } from '../support/line'
import { allowed } from '../support/pace'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
  // Garden weekends are invoiced when somebody says so.
  const { kinds } = await owner.must<LibraryView>('GET', '/api/library')
  const { name, settings } = kinds.find((k) => k.id === 'garden')!
  const facts = settings.facts.map(({ people: _, ...f }) => f)
  await owner.must('PUT', '/api/kinds/garden', {
    name,
    settings: { ...settings, facts, expects: { ...settings.expects, invoice: 'never' } },
  })
})
afterAll(() => server.stop())

let n = 0
const key = () => `i${(n += 1)}-${Date.now()}`
/** £1,000 at 20 % and £300 at 5 %, tax on top: £1,515. */
const LINES = [
  priced({ key: 'sauna', unitPrice: minor(100_000) }),
  priced({ key: 'wood', unitPrice: minor(30_000), taxRate: '5' }),
]
const job = () => agreedJob(owner, { lines: LINES })
const raise = (id: string, stage: string | null, k = key()) =>
  owner.call<{ id: string }>('POST', `/api/jobs/${id}/invoices`, { stage, key: k })
const drawn = (id: string, count: number) =>
  until(
    () => jobOf(owner, id),
    (j) => j.invoices.length === count && j.invoices.every((i) => i.ready),
    60,
  )
const text = async (i: JobView['invoices'][number]) =>
  execFileSync('pdftotext', ['-layout', '-', '-'], {
    input: await owner.raw(`/api/invoices/${i.id}/pdf`),
    encoding: 'utf8',
  })
const xmlOf = (i: { id: string }, as: string) => owner.raw(`/api/invoices/${i.id}/xml?as=${as}`)
const standing = async (id: string, account: string) => {
  const rows = await server.rows(
    'select coalesce(sum(amount), 0) as n from ledger_entries where job_id = ? and account = ?',
    [id, account],
  )
  return Number(rows[0]!.n)
}

describe('invoices by hand', () => {
  it('are of the deposit first, then of the rest: each cent and its tax is invoiced once', async () => {
    const { id, email } = await job()
    const before = await jobOf(owner, id)
    const deposit = before.toInvoice.find((x) => x.stage === 'deposit')!
    expect(before.toInvoice.at(-1)).toMatchObject({ stage: null, amount: 151_500 })
    expect((await raise(id, 'deposit')).status).toBe(200)
    const first = await drawn(id, 1)
    expect(first.invoices[0]).toMatchObject({ total: deposit.amount, stage: 'deposit' })
    expect(first.invoice).toBeNull()
    expect(first.toInvoice).toEqual([{ stage: null, label: '', amount: 151_500 - deposit.amount }])
    expect((await raise(id, 'deposit')).status).toBe(409)

    expect((await raise(id, null)).status).toBe(200)
    const { invoices, toInvoice } = await drawn(id, 2)
    expect(toInvoice).toEqual([])
    expect(invoices[0]!.total + invoices[1]!.total).toBe(151_500)
    expect(await standing(id, 'revenue 20')).toBe(-100_000)
    expect(await standing(id, 'revenue 5')).toBe(-30_000)
    expect(await standing(id, 'tax 20')).toBe(-20_000)
    expect(await standing(id, 'tax 5')).toBe(-1_500)
    expect(await standing(id, 'owed')).toBe(151_500)
    const last = await text(invoices[1]!)
    expect(last).toContain(`Less invoice ${invoices[0]!.number}`)
    expect(await text(invoices[0]!)).toContain('On account: Deposit')
    for (const as of ['ubl', 'cii']) {
      const xml = new TextDecoder().decode(await xmlOf(invoices[1]!, as))
      expect(execFileSync('xmllint', ['--noout', '-'], { input: xml, encoding: 'utf8' })).toBe('')
      expect(xml).toContain(((151_500 - deposit.amount) / 100).toFixed(2))
    }
    const out = await owner.must<{ invoices: { total: number; before?: { number: string }[] }[] }>(
      'GET',
      `/api/jobs/${id}/export`,
    )
    expect(out.invoices.map((i) => i.total)).toEqual(invoices.map((i) => i.total))
    expect(out.invoices[1]!.before).toMatchObject([{ number: invoices[0]!.number }])
    await until(
      () => mailsTo(owner, email),
      (mails) => mails.filter((m) => m.subject.startsWith('Invoice')).length === 2,
    )
  })

  it('are one for the same request, and of two members the second is told', async () => {
    const { id } = await job()
    const k = key()
    const [a, b] = await Promise.all([raise(id, null, k), raise(id, null, k)])
    expect([a.status, b.status]).toEqual([200, 200])
    expect(a.body.id).toBe(b.body.id)
    const other = await job()
    const answers = await Promise.all([raise(other.id, null), raise(other.id, null), raise(other.id, 'deposit')])
    const statuses = answers.map((x) => x.status).sort((x, y) => x - y)
    expect(statuses[0]).toBe(200)
    expect(statuses.at(-1)).toBe(409)
    const rows = await server.rows('select number from invoices order by created_at, number')
    const numbers = rows.map((r) => Number(/(\d+)$/.exec(String(r.number))![1])).sort((x, y) => x - y)
    expect(numbers.every((x, i) => i === 0 || x === numbers[i - 1]! + 1)).toBe(true)
  })

  it('ask anew for a deposit whose invoice was taken back', async () => {
    const { id } = await job()
    await raise(id, 'deposit')
    const [deposit] = (await drawn(id, 1)).invoices
    await owner.must('POST', `/api/invoices/${deposit!.id}/credits`, {
      amount: null,
      words: 'Another name',
      key: key(),
    })
    const after = await jobOf(owner, id)
    expect(after.toInvoice.map((x) => x.stage)).toEqual(['deposit', null])
    expect(after.stages.reduce((m, s) => m + (s.held ? 0 : s.amount), 0)).toBe(151_500)
    await raise(id, null)
    const { invoices } = await drawn(id, 2)
    expect(invoices[1]!.total).toBe(151_500)
    expect(await standing(id, 'owed')).toBe(151_500)
  })

  it('follow what is kept when the job is called off', async () => {
    const { id } = await job()
    await raise(id, 'deposit')
    const [deposit] = (await drawn(id, 1)).invoices
    await owner.must('POST', `/api/jobs/${id}/call-off`, {
      by: 'client',
      on: inDays(0),
      words: 'Ill',
      owed: 10_000,
    })
    expect((await raise(id, null)).status).toBe(409)
    await server.rows(
      "update outbox set due_at = '2020-01-01T00:00:00.000Z' where kind = 'call-off' and done_at is null",
    )
    const off = await until(
      () => jobOf(owner, id),
      (j) => j.credits.length === 1,
    )
    expect(off.credits[0]!.total).toBe(deposit!.total - 10_000)
    expect(await standing(id, 'owed')).toBe(10_000)
  })

  it('are raised by nobody who may not book, nor before anything was agreed', async () => {
    const { id } = await job()
    const { caller: desk } = await memberAs(server, owner, 'front desk')
    const body = { stage: null, key: key() }
    expect((await desk.call('POST', `/api/jobs/${id}/invoices`, body)).status).toBe(403)
    expect((await new Caller(server).call('POST', `/api/jobs/${id}/invoices`, body)).status).toBe(401)
    expect((await owner.call('POST', `/api/jobs/none/invoices`, body)).status).toBe(404)
    expect((await owner.call('POST', `/api/jobs/${id}/invoices`, { stage: 'moon', key: key() })).status).toBe(409)
    const { id: fresh } = await owner.must<{ id: string }>('POST', '/api/jobs', {
      kindId: 'garden',
      title: 'Not agreed',
      client: { name: 'Petra Holm', email: `${key()}@clients.example` },
      lines: LINES,
    })
    expect((await jobOf(owner, fresh)).toInvoice).toEqual([])
    expect((await raise(fresh, null)).status).toBe(409)
  })

  it('and what else is done later hold nobody up, however much of it is due at once', async () => {
    const jobs = (await server.rows('select id from jobs')).map((r) => String(r.id))
    const values = Array.from(
      { length: 500 },
      (_, i) => `('project', 'crowd:${i}', '{"jobId":"${jobs[i % jobs.length]!}"}', '2020-01-01')`,
    )
    await server.rows(`insert into outbox (kind, key, payload, due_at) values ${values.join(',')}`)
    const done = until(
      () => server.rows("select count(*) as n from outbox where key like 'crowd:%' and done_at is null"),
      ([r]) => r!.n === 0,
      60,
    )
    const longest = await longestWait(done, () => owner.must('GET', '/api/jobs?limit=5'))
    expect(longest).toBeLessThan(allowed(1500, longest))
  })
})
