import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { minor } from '../../core/money/money'
import type { LibraryView } from '../../shared/library'
import { type Caller, memberAs, signedIn } from '../support/caller'
import { agreedJob, inDays, jobOf, priced } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

let n = 0
const waive = (id: string, stage: string, over: object = {}, who = owner) =>
  who.call('POST', `/api/jobs/${id}/waive`, { stage, words: 'For the rain', key: `w${(n += 1)}`, ...over })
const stagesOf = async (id: string) =>
  (await jobOf(owner, id)).stages.filter((s) => !s.held).map((s) => [s.key, s.amount, s.state])
const job = (over: object = {}) =>
  agreedJob(owner, {
    lines: [priced({ key: 'a', unitPrice: minor(100_000) })],
    starts: `${inDays(40)}T16:00`,
    ends: `${inDays(40)}T20:00`,
    ...over,
  })

describe('what is open on a stage', () => {
  it('is let go with why: the total comes down, the rest is asked for as before', async () => {
    const { id } = await job()
    const [deposit, balance] = await stagesOf(id)
    const key = 'same'
    for (const _ of [1, 2]) expect((await waive(id, 'deposit', { key })).status).toBe(200)
    const after = await jobOf(owner, id)
    expect(after.priced.total).toBe(120_000 - Number(deposit![1]))
    expect(await stagesOf(id)).toEqual([['deposit', 0, 'waived'], balance])
    expect(after.thread.filter((t) => t.words.includes('waived'))).toMatchObject([{ detail: 'For the rain' }])
    expect((await waive(id, 'deposit')).status).toBe(409)
  })

  it('is credited where the whole was invoiced already, and refused where an invoice asks for the stage by itself', async () => {
    const { id } = await job({ starts: `${inDays(2)}T16:00`, ends: `${inDays(2)}T20:00` })
    const invoiced = await until(
      () => jobOf(owner, id),
      (j) => !!j.invoice,
    )
    const { amount } = invoiced.stages.find((s) => s.key === 'balance')!
    expect((await waive(id, 'balance')).status).toBe(200)
    const { credits, stages } = await until(
      () => jobOf(owner, id),
      (j) => j.credits.length > 0,
    )
    expect(credits.map((c) => c.total)).toEqual([amount])
    expect(stages.filter((s) => !s.held).reduce((sum, s) => sum + s.amount, 0)).toBe(120_000 - amount)

    const { kinds } = await owner.must<LibraryView>('GET', '/api/library')
    const { name, settings } = kinds.find((k) => k.id === 'garden')!
    const facts = settings.facts.map(({ people: _, ...f }) => f)
    const expects = { ...settings.expects, invoice: 'never' }
    await owner.must('PUT', '/api/kinds/garden', { name, settings: { ...settings, facts, expects } })
    const other = await job()
    await owner.must('POST', `/api/jobs/${other.id}/invoices`, { stage: 'deposit', key: `i${Date.now()}` })
    expect(await waive(other.id, 'deposit')).toMatchObject({
      status: 409,
      body: { title: expect.stringContaining('Credit that instead') as string },
    })
  })

  it('needs a reason, the right to book, and something open', async () => {
    const { id } = await job()
    expect((await waive(id, 'deposit', { words: ' ' })).status).toBe(422)
    expect((await waive(id, 'damage')).status).toBe(409)
    expect((await waive(id, 'nothing')).status).toBe(409)
    const { caller } = await memberAs(server, owner, 'front desk')
    expect((await waive(id, 'deposit', {}, caller)).status).toBe(403)
  })
})
