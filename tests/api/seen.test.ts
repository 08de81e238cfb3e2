import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { AnswersView, DiffersView } from '../../shared/answers'
import type { HowRows, HowView } from '../../shared/how'
import { Caller, memberAs, signedIn } from '../support/caller'
import { agreedJob, filled, jobOf, linkTo, makeJob, makePaper, send, sign, viewOf } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const how = (query: string) => owner.must<HowView>('GET', `/api/how?${query}`)
const rows = (query: string) => owner.must<HowRows>('GET', `/api/how/rows?${query}`)

describe('how we do', () => {
  it('adds up what went out by how it ended, and every figure opens as many rows', async () => {
    await agreedJob(owner)
    for (const of of ['quote', 'contract', 'waiver'])
      for (const by of ['kind', 'template', 'month']) {
        const view = await how(`of=${of}&by=${by}&months=12`)
        for (const r of view.rows) {
          expect(r.signed + r.declined + r.lapsed + r.open).toBe(r.sent)
          for (const [n, outcome] of [
            [r.signed, 'signed'],
            [r.declined, 'declined'],
            [r.lapsed, 'lapsed'],
            [r.open, 'out'],
          ] as const) {
            const list = await rows(`of=${of}&by=${by}&months=12&key=${r.key}&outcome=${outcome}`)
            expect([of, by, r.key, outcome, list.rows.length]).toEqual([of, by, r.key, outcome, n])
          }
          expect((await rows(`of=${of}&by=${by}&months=12&key=${r.key}`)).rows).toHaveLength(r.sent)
        }
      }
    const contracts = await how('of=contract')
    expect(contracts.rows.find((r) => r.key === 'garden')!.worth).toBeGreaterThan(0)
    const { caller: desk } = await memberAs(server, owner, 'front desk')
    const less = await desk.must<HowView>('GET', '/api/how?of=contract')
    expect(less.rows.every((r) => r.worth === null)).toBe(true)
    expect((await new Caller(server).get('/api/how')).status).toBe(401)
    expect((await owner.get('/api/how?by=nothing')).status).toBe(422)
  }, 60_000)

  it('says where somebody stopped until they go on, and counts reminders', async () => {
    const job = await makeJob(owner)
    const contract = await makePaper(owner, job.id, 'contract')
    await send(owner, contract)
    const token = await linkTo(owner, job.email)
    const signer = new Caller(server)
    const view = await viewOf(signer, token)
    const stops = async () => (await how('of=contract')).stops
    const before = await stops()
    await signer.must('PUT', `/api/sign/${token}`, {
      draft: filled(view, { signature: null }),
      basedOn: view.version,
    })
    const now = await stops()
    const total = (list: HowView['stops']) => list.reduce((a, s) => a + s.n, 0)
    expect(total(now)).toBe(total(before) + 1)
    const at = now.find((s) => s.n !== before.find((b) => b.field === s.field && b.page === s.page)?.n)!
    expect(at.page).toBeGreaterThan(0)
    const list = await rows(`of=contract&field=${encodeURIComponent(at.field)}`)
    expect(list.rows.map((r) => r.paperId)).toContain(contract)
    await owner.must('POST', `/api/papers/${contract}/nudge`, { quiet: true })
    expect((await rows('of=contract')).rows.find((r) => r.paperId === contract)!.reminders).toBe(1)
    await sign(signer, token)
    expect(total(await stops())).toBe(total(before))
  })
})

describe('what was filled', () => {
  const table = (id: string, query = '') => owner.must<AnswersView>('GET', `/api/templates/${id}/answers/rows?${query}`)
  const templateOf = async (paper: string) =>
    String((await server.rows('select template_id t from papers where id = ?', [paper]))[0]!.t)

  it('is a table over all jobs, narrowed down by a column, with what each column holds', async () => {
    const job = await agreedJob(owner, { title: 'Answer meadow' })
    const template = await templateOf(job.contract)
    const view = await table(template)
    const mine = view.rows.find((r) => r.id === job.contract)!
    expect([mine.job.title, mine.who]).toEqual(['Answer meadow', 'Petra Holm'])
    expect(Object.keys(mine.values).length).toBeGreaterThan(1)
    expect(view.columns.map((c) => c.name)).toEqual(expect.arrayContaining(Object.keys(mine.values)))
    for (const c of view.columns.filter((x) => x.type === 'tick'))
      expect(c.counts.reduce((a, x) => a + x.n, 0)).toBeLessThanOrEqual(view.counted)
    const [column, value] = Object.entries(mine.values).find(([, v]) => v === 'Petra Holm')!
    const found = await table(template, `column=${encodeURIComponent(column)}&find=petra`)
    expect(found.rows.map((r) => r.values[column])).toContain(value)
    expect((await table(template, `column=${encodeURIComponent(column)}&find=nobody%25`)).rows).toEqual([])
    const csv = await owner.get<string>(`/api/templates/${template}/answers?as=csv`)
    expect(csv.body).toContain('Answer meadow')
    const xlsx = await owner.raw(`/api/templates/${template}/answers?as=xlsx`)
    expect(Buffer.from(xlsx.slice(0, 2)).toString()).toBe('PK')
    const { caller: books } = await memberAs(server, owner, 'bookkeeper')
    expect((await books.get(`/api/templates/${template}/answers/rows`)).status).toBe(403)
    expect((await owner.get('/api/templates/nothing/answers/rows')).status).toBe(404)
  })

  it('is held against the records, and compared only with papers of that template', async () => {
    const job = await agreedJob(owner)
    const template = await templateOf(job.contract)
    const differs = (papers: string[], of = template) =>
      owner.must<DiffersView>('POST', `/api/templates/${of}/answers/differs`, { papers })
    expect((await differs([job.contract, 'nothing'])).rows.every((r) => r.paperId === job.contract)).toBe(true)
    expect((await differs([job.contract], 'nothing')).rows).toEqual([])
    expect((await owner.post(`/api/templates/${template}/answers/differs`, { papers: [] })).status).toBe(422)
  })

  it('of papers that were signed before is kept, too, once', async () => {
    const job = await agreedJob(owner)
    const template = await templateOf(job.contract)
    await server.rows('delete from paper_answers where paper_id = ?', [job.contract])
    await server.rows(`delete from outbox where kind = 'answers.old'`)
    await server.restart()
    owner = await signedIn(server)
    await until(
      () => table(template),
      (t) => t.rows.some((r) => r.id === job.contract),
    )
    expect((await jobOf(owner, job.id)).papers.length).toBeGreaterThan(0)
  })
})
