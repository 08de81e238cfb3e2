import { execFileSync } from 'node:child_process'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { minor } from '../../core/money/money'
import type { PricedLine } from '../../core/pricing/pricing'
import { Caller, memberAs, signedIn } from '../support/caller'
import { agreedJob, jobOf, linkTo, makeJob, paperOf, priced, send, sign, viewOf } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

let n = 0
const key = () => `x${(n += 1)}-${Date.now()}`
/** £1,000 at 20 % and £300 at 5 %, tax on top: £1,515. */
const SAUNA = priced({ key: 'sauna', description: 'Sauna', unitPrice: minor(100_000) })
const WOOD = priced({ key: 'wood', description: 'Firewood', unitPrice: minor(30_000), taxRate: '5' })
const TUB = priced({ key: 'tub', description: 'Ice bath', unitPrice: minor(20_000) })
const job = () => agreedJob(owner, { lines: [SAUNA, WOOD] })
const extra = (id: string, lines: PricedLine[], more: object = {}) =>
  owner.call<{ id: string }>('POST', `/api/jobs/${id}/extras`, {
    lines,
    discount: null,
    words: 'As we said by phone',
    key: key(),
    ...more,
  })
const made = async (id: string, lines: PricedLine[]): Promise<string> => {
  const { status, body } = await extra(id, lines)
  expect(status, JSON.stringify(body)).toBe(200)
  return body.id
}
/** Sent and signed by the client, by the link in their mail. */
async function signed(paper: string, email: string): Promise<void> {
  const subject = `Extra ${key()}`
  await send(owner, paper, { subject })
  await sign(new Caller(server), await linkTo(owner, email, new RegExp(subject)))
}
const total = async (id: string) => (await jobOf(owner, id)).priced.total
const standing = async (id: string, account: string) =>
  Number(
    (
      await server.rows('select coalesce(sum(amount), 0) as n from ledger_entries where job_id = ? and account = ?', [
        id,
        account,
      ])
    )[0]!.n,
  )
const invoicesOf = (id: string, count: number) =>
  until(
    () => jobOf(owner, id),
    (j) => j.invoices.length === count && j.invoices.every((i) => i.ready),
    60,
  )

describe('an extra', () => {
  it('is a short paper; once it is signed, what is agreed, owed and invoiced follows, and the contract stays as it was', async () => {
    const { id, email, contract } = await job()
    const before = await invoicesOf(id, 1)
    const [sealed] = await until(
      () => server.rows('select sealed_sha from rounds where paper_id = ?', [contract]),
      (rows) => !!rows[0]?.sealed_sha,
    )
    const paper = await made(id, [SAUNA, { ...WOOD, quantity: '2' }, TUB])
    expect(await total(id)).toBe(151_500)
    expect((await extra(id, [SAUNA])).status).toBe(409)
    const pdf = await owner.raw(`/api/papers/${paper}/pdf`)
    const text = execFileSync('pdftotext', ['-layout', '-', '-'], { input: pdf, encoding: 'utf8' })
    for (const words of ['Ice bath', 'As we said by phone', '£1,515.00', '£2,070.00', '£200.00'])
      expect(text).toContain(words)
    await signed(paper, email)
    const after = await until(
      () => jobOf(owner, id),
      (j) => j.priced.total === 207_000,
    )
    expect(after.stages.reduce((m, s) => m + (s.held ? 0 : s.amount), 0)).toBe(207_000)
    expect(after.thread.find((t) => t.type === 'extra')!.words).toContain('£1,515.00 → £2,070.00')
    const { invoices } = await invoicesOf(id, 2)
    expect(invoices[0]).toEqual(before.invoices[0])
    expect(invoices[1]!.total).toBe(55_500)
    expect(await standing(id, 'revenue 20')).toBe(-120_000)
    expect(await standing(id, 'revenue 5')).toBe(-60_000)
    expect(await standing(id, 'owed')).toBe(207_000)
    expect((await owner.post(`/api/papers/${paper}/copy`, { key: key() })).body).toMatchObject({
      title: expect.stringContaining('Make another from the job') as string,
    })
    expect(await server.rows('select sealed_sha from rounds where paper_id = ?', [contract])).toEqual([sealed])
  })

  it('that takes something out is credited rate by rate, and nothing more is owed for it', async () => {
    const { id, email } = await job()
    await invoicesOf(id, 1)
    await signed(await made(id, [SAUNA]), email)
    const after = await until(
      () => jobOf(owner, id),
      (j) => j.credits.length === 1,
      30,
    )
    expect(after.credits[0]!.total).toBe(31_500)
    expect(after.priced.total).toBe(120_000)
    expect(after.stages.reduce((m, s) => m + (s.held ? 0 : s.amount), 0)).toBe(120_000)
    expect(after.toInvoice).toEqual([])
    expect(await standing(id, 'revenue 5')).toBe(0)
    expect(await standing(id, 'tax 5')).toBe(0)
    expect(await standing(id, 'owed')).toBe(120_000)
    // What was taken out is put in again: it is invoiced again.
    await signed(await made(id, [SAUNA, WOOD]), email)
    const { invoices } = await invoicesOf(id, 2)
    expect(invoices[1]!.total).toBe(31_500)
    expect(await standing(id, 'owed')).toBe(151_500)
  })

  it('counts for nothing when it is declined, and another can be made', async () => {
    const { id, email } = await job()
    const paper = await made(id, [SAUNA, WOOD, TUB])
    await send(owner, paper, { subject: 'An extra to look at' })
    const token = await linkTo(owner, email, /An extra to look at/)
    const client = new Caller(server)
    await viewOf(client, token)
    expect((await client.call('POST', `/api/sign/${token}/decline`, { reason: 'Too dear' })).status).toBe(200)
    expect((await paperOf(owner, paper)).state).toBe('declined')
    expect(await total(id)).toBe(151_500)
    const again = await made(id, [SAUNA, WOOD, { ...TUB, unitPrice: minor(10_000) }])
    await owner.must('DELETE', `/api/papers/${again}`)
    expect((await extra(id, [SAUNA, WOOD, TUB])).status).toBe(200)
  })

  it('is refused with why: nothing changed, nothing left, not agreed, not by those who prepare no papers; once by its key', async () => {
    const { id } = await job()
    expect((await extra(id, [SAUNA, WOOD])).body).toMatchObject({
      title: expect.stringContaining('Nothing is changed') as string,
    })
    expect((await extra(id, [])).status).toBe(422)
    expect((await extra(id, [{ ...SAUNA, quantity: '-1' }])).status).toBe(422)
    const { id: fresh } = await makeJob(owner)
    expect((await extra(fresh, [SAUNA])).status).toBe(409)
    const { caller: desk } = await memberAs(server, owner, 'front desk')
    const body = { lines: [SAUNA, WOOD, TUB], discount: null, words: '', key: key() }
    expect((await desk.call('POST', `/api/jobs/${id}/extras`, body)).status).toBe(403)
    expect((await new Caller(server).call('POST', `/api/jobs/${id}/extras`, body)).status).toBe(401)
    const [a, b] = await Promise.all([
      owner.call<{ id: string }>('POST', `/api/jobs/${id}/extras`, body),
      owner.call<{ id: string }>('POST', `/api/jobs/${id}/extras`, body),
    ])
    expect([a.status, b.status]).toEqual([200, 200])
    expect(a.body.id).toBe(b.body.id)
  })
})
