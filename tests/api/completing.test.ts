import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { LibraryView } from '../../shared/library'
import { Caller, memberAs, signedIn } from '../support/caller'
import { inDays, jobOf, linkTo, makeJob, makePaper, send, sign } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

/** Has garden weekends invoiced in another way; the kind as it was before. */
async function invoicedWhen(invoice: string, expects: object = {}, more: object = {}): Promise<void> {
  const { kinds } = await owner.must<LibraryView>('GET', '/api/library')
  const { name, settings } = kinds.find((k) => k.id === 'garden')!
  const facts = settings.facts.map(({ people: _, ...f }) => f)
  await owner.must('PUT', '/api/kinds/garden', {
    name,
    settings: { ...settings, facts, expects: { ...settings.expects, ...expects, invoice }, ...more },
  })
}
/** A job whose quote was signed by its client, and so agreed where no contract is wanted. */
async function agreed(over: object = {}): Promise<string> {
  const { id, email } = await makeJob(owner, { starts: `${inDays(-2)}T16:00`, ends: `${inDays(-1)}T11:00`, ...over })
  await send(owner, await makePaper(owner, id, 'quote'))
  await sign(new Caller(server), await linkTo(owner, email))
  await until(
    () => jobOf(owner, id),
    (j) => !!j.agreedOn,
  )
  return id
}
const invoiceOf = async (id: string) => (await jobOf(owner, id)).invoice

describe('a job that is done', () => {
  it('is said to be, and then invoiced where its kind waits for that; taken back before, never after', async () => {
    await invoicedWhen('completed', { contract: false, waivers: false })
    const id = await agreed()
    const before = await jobOf(owner, id)
    expect(before.next).toMatchObject({ act: 'complete', button: 'It is done' })
    expect(before.line.find((s) => s.key === 'day')).toMatchObject({ state: 'yours' })
    expect(before.invoice).toBeNull()
    for (const day of [inDays(1), '2026-02-30', 'soon'])
      expect((await owner.post(`/api/jobs/${id}/completed`, { day })).status, day).toBe(422)
    await owner.must('POST', `/api/jobs/${id}/completed`, { day: inDays(-1), words: 'An hour longer.' })
    const there = await until(
      () => jobOf(owner, id),
      (j) => !!j.invoice,
    )
    expect(there.completedOn).toBe(inDays(-1))
    expect(there.thread.find((t) => t.type === 'completed')).toMatchObject({ detail: 'An hour longer.' })
    const [row] = await server.rows('select frozen from invoices where job_id = ?', [id])
    expect(JSON.parse(String(row!.frozen))).toMatchObject({ suppliedOn: inDays(-1) })
    // Said twice it is one; taken back it says why not.
    await owner.must('POST', `/api/jobs/${id}/completed`, { day: inDays(-1) })
    const back = await owner.post(`/api/jobs/${id}/completed`, { day: null })
    expect(back).toMatchObject({ status: 409 })
    expect(await server.rows('select count(*) as n from invoices where job_id = ?', [id])).toMatchObject([{ n: 1 }])
  })

  it('isn’t, before it is agreed; nor for whoever may not change jobs', async () => {
    const { id } = await makeJob(owner)
    expect((await owner.post(`/api/jobs/${id}/completed`, { day: inDays(0) })).status).toBe(409)
    const { caller } = await memberAs(server, owner, 'bookkeeper')
    expect((await caller.post(`/api/jobs/${id}/completed`, { day: inDays(0) })).status).toBe(403)
  })

  it('is taken back where nothing was invoiced', async () => {
    await invoicedWhen('never', { contract: false, waivers: false })
    const id = await agreed()
    await owner.must('POST', `/api/jobs/${id}/completed`, { day: inDays(0) })
    expect((await jobOf(owner, id)).completedOn).toBe(inDays(0))
    await owner.must('POST', `/api/jobs/${id}/completed`, { day: null })
    expect((await jobOf(owner, id)).completedOn).toBeNull()
  })
})

describe('a kind whose invoice comes when every paper is signed', () => {
  it('makes each guest’s waiver when it is agreed, and raises the invoice with the last signature', async () => {
    await invoicedWhen(
      'signed',
      { contract: false, waivers: true },
      { made: { contract: 'accepted', waiver: 'agreed' } },
    )
    const { id, email } = await makeJob(owner)
    const guest = `${id}@guests.example`
    await owner.must('POST', `/api/jobs/${id}/guests`, {
      contact: { name: 'Bram Vos', email: guest, born: '1990-05-01' },
    })
    await send(owner, await makePaper(owner, id, 'quote'))
    await sign(new Caller(server), await linkTo(owner, email))
    const agreedJob = await until(
      () => jobOf(owner, id),
      (j) => j.papers.some((p) => p.kind === 'waiver'),
    )
    expect(agreedJob.papers.filter((p) => p.kind === 'waiver')).toMatchObject([{ guest: 'Bram Vos', state: 'draft' }])
    expect(await invoiceOf(id)).toBeNull()
    // One who comes later has theirs at once.
    await owner.must('POST', `/api/jobs/${id}/guests`, {
      contact: { name: 'Ida Vos', email: `i${guest}`, born: '1991-05-01' },
    })
    const waivers = (await jobOf(owner, id)).papers.filter((p) => p.kind === 'waiver')
    expect(waivers.map((p) => p.guest).sort()).toEqual(['Bram Vos', 'Ida Vos'])
    for (const [i, w] of waivers.entries()) {
      await send(owner, w.id)
      await sign(new Caller(server), await linkTo(owner, w.guest === 'Ida Vos' ? `i${guest}` : guest))
      if (i === 0) expect(await invoiceOf(id)).toBeNull()
    }
    await until(
      () => jobOf(owner, id),
      (j) => !!j.invoice,
    )
  })
})

describe('a kind that invoices each stage by itself', () => {
  it('raises the deposit’s invoice when it falls due, and the last of the whole less that; twice it is one', async () => {
    const { kinds } = await owner.must<LibraryView>('GET', '/api/library')
    const { plan } = kinds.find((k) => k.id === 'garden')!.settings
    const now = plan.stages.map((s) => (s.key === 'deposit' ? { ...s, due: { afterAcceptance: 0 } } : s))
    const more = { stageInvoices: true, plan: { ...plan, stages: now } }
    await invoicedWhen('completed', { contract: false, waivers: false }, more)
    const id = await agreed()
    await invoicedWhen('completed', { contract: false, waivers: false }, { stageInvoices: true, plan })
    const first = await until(
      () => jobOf(owner, id),
      (j) => j.invoices.length > 0,
    )
    const deposit = first.stages.find((s) => s.key === 'deposit')!
    expect(first.invoices).toMatchObject([{ stage: 'deposit', total: deposit.amount }])
    await server.rows(
      `update outbox set done_at = null, due_at = '2020-01-01T00:00:00.000Z' where key = 'invoice-stages:${id}'`,
    )
    await until(
      () => server.rows('select done_at from outbox where key = ?', [`invoice-stages:${id}`]),
      ([r]) => r!.done_at !== null,
    )
    await owner.must('POST', `/api/jobs/${id}/completed`, { day: inDays(0) })
    const { invoices, priced } = await until(
      () => jobOf(owner, id),
      (j) => j.invoices.length > 1,
    )
    expect(invoices.map((i) => [i.stage, i.total])).toEqual([
      ['deposit', deposit.amount],
      [null, priced.total - deposit.amount],
    ])
  })

  it('waits for the day of a stage that is still to come', async () => {
    const id = await agreed({ starts: `${inDays(60)}T16:00`, ends: `${inDays(60)}T20:00` })
    const deposit = (await jobOf(owner, id)).stages.find((s) => s.key === 'deposit')!
    expect(deposit.dueOn! > inDays(0)).toBe(true)
    const [row] = await until(
      () => server.rows('select due_at, done_at, attempts from outbox where key = ?', [`invoice-stages:${id}`]),
      ([r]) => String(r!.due_at).slice(0, 10) > inDays(0),
    )
    expect(row).toMatchObject({ done_at: null })
    expect(String(row!.due_at).slice(0, 10)).toBe(deposit.dueOn)
    expect((await jobOf(owner, id)).invoices).toEqual([])
  })
})
