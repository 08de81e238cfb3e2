import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { minor } from '../../core/money/money'
import { Caller, memberAs, signedIn } from '../support/caller'
import { agreedJob, inDays, jobOf, linkTo, makeJob, paperOf, priced, send, sign } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

let n = 0
const change = (id: string, over: object) =>
  owner.call<{ paper: string | null; title?: string }>('POST', `/api/jobs/${id}/plan`, {
    stage: 'balance',
    on: inDays(60),
    split: null,
    words: 'Their grant comes late',
    key: `c${(n += 1)}-${Date.now()}`,
    ...over,
  })
const job = () => agreedJob(owner, { lines: [priced({ key: 'a', unitPrice: minor(100_000) })] })
const stagesOf = async (id: string) =>
  (await jobOf(owner, id)).stages.filter((s) => !s.held).map((s) => [s.key, s.amount, s.dueOn])

describe('a payment plan after it was agreed', () => {
  it('is moved and split where it asks for nothing earlier, with why on the job', async () => {
    const { id } = await job()
    const [deposit, balance] = await stagesOf(id)
    expect((await change(id, {})).body).toEqual({ paper: null })
    expect(await stagesOf(id)).toEqual([deposit, [balance![0], balance![1], inDays(60)]])
    const split = { amount: 20_000, rest: inDays(90) }
    expect((await change(id, { split })).status).toBe(200)
    expect(await stagesOf(id)).toEqual([
      deposit,
      ['balance', 20_000, inDays(60)],
      ['balance-2', Number(balance![1]) - 20_000, inDays(90)],
    ])
    const { thread } = await jobOf(owner, id)
    expect(thread.filter((t) => t.type === 'plan').map((t) => t.detail)).toEqual([
      'Their grant comes late',
      'Their grant comes late',
    ])
  })

  it('needs the client’s signature where it asks for money earlier, and follows once they have signed', async () => {
    const { id, email } = await job()
    const before = await stagesOf(id)
    const earlier = { on: inDays(5) }
    const refused = await change(id, earlier)
    expect(refused).toMatchObject({ status: 409, body: { title: expect.stringContaining('sign that') as string } })
    expect(await stagesOf(id)).toEqual(before)
    const { paper } = (await change(id, { ...earlier, signed: true })).body
    expect((await paperOf(owner, paper!)).kind).toBe('extra')
    expect(await stagesOf(id)).toEqual(before)
    await send(owner, paper!, { subject: 'Another day' })
    await sign(new Caller(server), await linkTo(owner, email, /Another day/))
    await until(
      () => stagesOf(id),
      (stages) => stages[1]![2] === inDays(5),
    )
    expect((await jobOf(owner, id)).priced.total).toBe(120_000)
  })

  it('refuses parts that are none, stages that aren’t, jobs that aren’t agreed, and members who may not book', async () => {
    const { id } = await job()
    expect((await change(id, { stage: 'moon' })).status).toBe(409)
    expect((await change(id, { split: { amount: 120_000, rest: inDays(90) } })).status).toBe(422)
    expect((await change(id, { split: { amount: 0, rest: inDays(90) } })).status).toBe(422)
    expect((await change(id, { words: '' })).status).toBe(422)
    expect((await change(id, { on: 'soon' })).status).toBe(422)
    expect((await change((await makeJob(owner)).id, {})).status).toBe(409)
    const { caller: desk } = await memberAs(server, owner, 'front desk')
    expect((await desk.post(`/api/jobs/${id}/plan`, {})).status).toBe(403)
    expect((await new Caller(server).post(`/api/jobs/${id}/plan`, {})).status).toBe(401)
  })
})
