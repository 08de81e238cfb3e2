import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type FigureRows, type MoneyFigure, moneyFigures } from '../../shared/figures'
import type { MoneyView } from '../../shared/overview'
import { type Caller, memberAs, signedIn } from '../support/caller'
import { agreedJob, inDays, jobOf } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

/** All rows of a figure, page by page. */
async function rowsOf(of: MoneyFigure): Promise<FigureRows['rows']> {
  const rows: FigureRows['rows'] = []
  let after: string | null = ''
  do {
    const query = new URLSearchParams({ of, ...(after ? { after } : {}) })
    const page: FigureRows = await owner.must('GET', `/api/money/rows?${query}`)
    rows.push(...page.rows)
    after = page.next
  } while (after)
  return rows
}
const view = () => owner.must<MoneyView>('GET', '/api/money')
const FIGURES: Record<MoneyFigure, (v: MoneyView) => number> = {
  quoted: (v) => v.row.quoted,
  agreed: (v) => v.row.agreed,
  invoiced: (v) => v.invoiced,
  paid: (v) => v.row.paid,
  held: (v) => v.row.held,
  due: (v) => v.row.dueSoon,
  overdue: (v) => v.row.overdue,
  coming: (v) => v.coming.reduce((n, w) => n + w.open, 0),
}

describe('a figure of the Money screen', () => {
  it.each(moneyFigures)('opens the rows that make it, to the cent: %s', async (of) => {
    const rows = await rowsOf(of)
    expect(rows.length).toBeGreaterThan(0)
    expect(rows.reduce((n, r) => n + r.amount, 0)).toBe(FIGURES[of](await view()))
    expect(new Set(rows.map((r) => r.key)).size).toBe(rows.length)
  })

  it('is the same over more rows than fit a page', async () => {
    const [some] = await server.rows('select job_id from dues limit 1')
    const values = Array.from(
      { length: 230 },
      (_, i) => `('${String(some!.job_id)}','x${i}','Part',${i + 1},'${inDays(3)}',0)`,
    )
    await server.rows(`insert into dues (job_id, stage, label, open, due_on, held) values ${values.join(',')}`)
    const rows = await rowsOf('due')
    expect(rows.length).toBeGreaterThan(230)
    expect(rows.reduce((n, r) => n + r.amount, 0)).toBe((await view()).row.dueSoon)
    await server.rows(`delete from dues where stage glob 'x*'`)
  })

  it('leads on to the papers a row rests on, and to the file of an invoice', async () => {
    const { id, contract } = await agreedJob(owner, { starts: `${inDays(1)}T16:00`, ends: `${inDays(1)}T20:00` })
    await until(
      () => jobOf(owner, id),
      (j) => j.invoices.some((i) => i.ready),
    )
    const agreed = (await rowsOf('agreed')).find((r) => r.jobId === id)!
    expect(agreed.papers.map((p) => p.to)).toEqual([`/papers/${contract}`])
    const invoiced = (await rowsOf('invoiced')).find((r) => r.jobId === id)!
    expect(invoiced.papers).toEqual([
      { title: invoiced.words, to: expect.stringMatching(/^\/api\/invoices\/.+\/pdf$/) },
    ])
    const { caller: desk } = await memberAs(server, owner, 'front desk')
    expect((await desk.get('/api/money/rows?of=agreed')).status).toBe(403)
    expect((await owner.get('/api/money/rows?of=all')).status).toBe(422)
  })
})
