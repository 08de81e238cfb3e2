import { execFileSync } from 'node:child_process'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { minor } from '../../core/money/money'
import { isReference } from '../../core/money/reference'
import type { PaidFor } from '../../shared/overview'
import { Caller, memberAs, signedIn } from '../support/caller'
import { agreedJob, inDays, jobOf, mailsTo, priced } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  // Without a card service people pay by bank.
  server = await TestServer.start({ UPWOLD_STANDINS: 'post,identity' })
  owner = await signedIn(server)
})
afterAll(() => server.stop())

let n = 0
const key = () => `p${(n += 1)}-${Date.now()}`
const job = (over: object = {}) =>
  agreedJob(owner, { lines: [priced({ key: 'sauna', unitPrice: minor(100_000) })], ...over })
const found = (text: string) => owner.must<PaidFor>('POST', '/api/money/found', { text })
const clientOf = async (id: string) => (await jobOf(owner, id)).client!.id
/** The reference in the letter that asked for the deposit. */
async function referenceIn(email: string): Promise<string> {
  const mails = await until(
    () => mailsTo(owner, email),
    (list) => list.some((m) => /RF\d\d/.test(m.text)),
  )
  return /RF\d\d(?: ?\d{1,4})+/.exec(mails.find((m) => /RF\d\d/.test(m.text))!.text)![0].trim()
}

describe('a transfer', () => {
  it('finds its stage by the reference the client was told, and says where a digit is wrong', async () => {
    const { id, email } = await job()
    const reference = await referenceIn(email)
    expect(isReference(reference.replace(/ /g, ''))).toBe(true)
    const { stages, broken } = await found(`FPS CREDIT HOLM P ${reference.toLowerCase()} 12.11.2026`)
    expect(broken).toEqual([])
    expect(stages).toMatchObject([{ jobId: id, stage: 'deposit', by: reference }])
    const compact = reference.replace(/ /g, '')
    const wrong = compact.slice(0, -1) + ((Number(compact.at(-1)) + 1) % 10)
    expect((await found(`HOLM ${wrong}`)).broken).toHaveLength(1)
    expect(await found('HOLM P THANK YOU')).toMatchObject({ stages: [], broken: [] })
    // The same on the page they signed, and on the invoice by its number.
    const { token, client } = await job()
    const view = await client.must<{ pay: { reference: string; code: string | null } }>('GET', `/api/sign/${token}`)
    expect(isReference(view.pay.reference.replace(/ /g, ''))).toBe(true)
    expect(view.pay.code).toBeNull()
    const { invoices } = await until(
      () => jobOf(owner, id),
      (j) => j.invoices.some((i) => i.ready),
      40,
    )
    expect((await found(`INV ${invoices[0]!.number}`)).stages.map((s) => s.jobId)).toEqual([id])
    const pdf = execFileSync('pdftotext', ['-layout', '-', '-'], {
      input: await owner.raw(`/api/invoices/${invoices[0]!.id}/pdf`),
      encoding: 'utf8',
    })
    expect(pdf).toMatch(/quoting RF\d\d \d/)
  })

  it('is booked over several jobs as one, all of it or nothing, once', async () => {
    const [a, b] = [await job(), await job()]
    const parts = [
      { jobId: a.id, stage: 'deposit', amount: 10_000 },
      { jobId: b.id, stage: 'deposit', amount: 20_000 },
    ]
    const book = (given: object, k: string) =>
      owner.call<{ booked: boolean }>('POST', '/api/money/payments', { method: 'bank', key: k, parts, ...given })
    const k = key()
    const both = await Promise.all([book({}, k), book({}, k)])
    expect(both.map((x) => x.status)).toEqual([200, 200])
    expect(both.map((x) => x.body.booked).sort()).toEqual([false, true])
    const paid = async (id: string) => (await jobOf(owner, id)).stages.find((s) => s.key === 'deposit')!.paid
    expect([await paid(a.id), await paid(b.id)]).toEqual([10_000, 20_000])
    // One part can't be booked: none is.
    const bad = [...parts, { jobId: b.id, stage: 'moon', amount: 1 }]
    expect((await book({ parts: bad }, key())).status).toBe(422)
    expect((await book({ parts: [...parts, parts[0]] }, key())).status).toBe(422)
    expect((await book({ parts: [] }, key())).status).toBe(422)
    expect([await paid(a.id), await paid(b.id)]).toEqual([10_000, 20_000])
  })

  it('is looked up and booked by nobody who may not', async () => {
    const { caller: desk } = await memberAs(server, owner, 'front desk')
    for (const [who, status] of [
      [desk, 403],
      [new Caller(server), 401],
    ] as const) {
      expect((await who.post('/api/money/found', { text: 'RF2510001' })).status).toBe(status)
      expect((await who.post('/api/money/payments', {})).status).toBe(status)
      expect((await who.get(`/api/contacts/${await clientOf((await job()).id)}/statement`)).status).toBe(status)
    }
  })
})

describe('who pays late', () => {
  /** The morning's errand, now; until it has run. */
  async function morning(): Promise<void> {
    const [before] = await server.rows("select due_at from outbox where key = 'late:morning'")
    await server.rows("update outbox set due_at = '2020-01-01T00:00:00.000Z' where key = 'late:morning'")
    await until(
      () => server.rows("select due_at from outbox where key = 'late:morning' and leased_until is null"),
      (rows) => String(rows[0]?.due_at ?? '') >= String(before!.due_at),
    )
  }
  const late = () => job({ starts: `${inDays(-20)}T10:00`, ends: `${inDays(-20)}T18:00` })
  const reminders = async (id: string) =>
    (await jobOf(owner, id)).thread.filter((t) => t.type === 'asked-money').map((t) => t.words)
  /** As if it had been agreed so many days ago; what falls due follows when the job is next changed. */
  async function agreedBefore(id: string, days: number): Promise<void> {
    await server.rows('update jobs set agreed_on = ? where id = ?', [inDays(-days), id])
    const { version } = await jobOf(owner, id)
    await owner.must('PATCH', `/api/jobs/${id}`, { set: { notes: `Agreed ${days} days ago` }, version })
  }

  it('is reminded in steps, each once, not while on hold, and no more when it is paid', async () => {
    const { id, email } = await late()
    await agreedBefore(id, 6)
    await morning()
    expect(await reminders(id)).toEqual([])
    expect((await owner.call('PUT', '/api/business/late', { steps: '10, 3' })).status).toBe(422)
    expect((await owner.call('PUT', '/api/business/late', { steps: 'soon' })).status).toBe(422)
    await owner.must('PUT', '/api/business/late', { steps: '3, 10' })
    const client = await clientOf(id)
    await owner.must('PATCH', `/api/contacts/${client}`, { lateHold: true })
    await morning()
    expect(await reminders(id)).toEqual([])
    await owner.must('PATCH', `/api/contacts/${client}`, { lateHold: false })
    await morning()
    await morning()
    const stages = (await jobOf(owner, id)).stages.filter((s) => !s.held && s.open > 0).length
    expect(await reminders(id)).toHaveLength(stages)
    expect((await reminders(id))[0]).toMatch(/1 of 2/)
    await until(
      () => mailsTo(owner, email),
      (mails) => mails.filter((m) => m.subject.startsWith('Still to pay')).length === stages,
    )
    // A week later the last ones go: what was due is the same days as before.
    const dues = await server.rows('select stage, due_on from dues where job_id = ? and held = 0', [id])
    await agreedBefore(id, 13)
    for (const d of await server.rows('select stage, due_on from dues where job_id = ? and held = 0', [id])) {
      const old = dues.find((x) => x.stage === d.stage)!
      await server.rows('update late_asked set due_on = ? where job_id = ? and stage = ? and due_on = ?', [
        String(d.due_on),
        id,
        String(d.stage),
        String(old.due_on),
      ])
    }
    await morning()
    await until(
      () => mailsTo(owner, email),
      (mails) => mails.filter((m) => m.subject.startsWith('Please pay')).length === stages,
    )
    for (const s of (await jobOf(owner, id)).stages)
      if (!s.held && s.open > 0)
        await owner.must('POST', `/api/jobs/${id}/payments`, {
          stage: s.key,
          amount: s.open,
          method: 'cash',
          key: key(),
        })
    await server.rows('delete from late_asked where job_id = ?', [id])
    const before = (await reminders(id)).length
    await morning()
    expect((await reminders(id)).length).toBe(before)
    await owner.must('PUT', '/api/business/late', { steps: '' })
  })

  it('gets a statement: line by line what was asked and paid, and what is open, in their language', async () => {
    const { id, email } = await job({ title: 'Orchard weekend' })
    const client = await clientOf(id)
    await owner.must('PATCH', `/api/contacts/${client}`, { language: 'de' })
    await until(
      () => jobOf(owner, id),
      (j) => j.invoices.length === 1,
    )
    await owner.must('POST', `/api/jobs/${id}/payments`, {
      stage: 'deposit',
      amount: 36_000,
      method: 'bank',
      key: key(),
    })
    const pdf = await owner.raw(`/api/contacts/${client}/statement`)
    const text = execFileSync('pdftotext', ['-layout', '-', '-'], { input: pdf, encoding: 'utf8' })
    for (const words of ['Kontoauszug', 'Rechnung', 'Orchard weekend', 'Zahlung', '840,00', 'Zu zahlen'])
      expect(text).toContain(words)
    const k = key()
    for (let i = 0; i < 2; i += 1) await owner.must('POST', `/api/contacts/${client}/statement`, { from: null, key: k })
    const mails = await until(
      () => mailsTo(owner, email),
      (list) => list.some((m) => m.subject.startsWith('Ihr Kontoauszug')),
    )
    expect(mails.filter((m) => m.subject.startsWith('Ihr Kontoauszug'))).toHaveLength(1)
    expect(mails.find((m) => m.subject.startsWith('Ihr Kontoauszug'))!.text).toContain('840,00')
    const later = await owner.raw(`/api/contacts/${client}/statement?from=${inDays(1)}`)
    const rest = execFileSync('pdftotext', ['-layout', '-', '-'], { input: later, encoding: 'utf8' })
    expect(rest).not.toContain('Zahlung,')
    expect(rest).toContain('840,00')
    expect((await owner.get('/api/contacts/none/statement')).status).toBe(404)
  })
})
