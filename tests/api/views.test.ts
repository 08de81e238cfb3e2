import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { ContactView, JobPage, JobRow } from '../../shared/jobs'
import type { Found, MoneyView, TodayView } from '../../shared/overview'
import type { Answered } from '../../shared/papers'
import { Caller, signedIn } from '../support/caller'
import { agreedJob, jobOf, linkTo, makeJob, makePaper, mailsTo, send, sign } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const page = (query: string) => owner.must<JobPage>('GET', `/api/jobs?${query}`)
/** Every job, page by page, and how many pages it took. */
async function allJobs(query: string): Promise<{ rows: JobRow[]; pages: number }> {
  const rows: JobRow[] = []
  let after = ''
  for (let pages = 1; ; pages += 1) {
    const got = await page(`${query}${after && `&after=${encodeURIComponent(after)}`}`)
    rows.push(...got.rows)
    if (!got.next) return { rows, pages }
    after = got.next
  }
}

describe('jobs in another order', () => {
  it.each(['title', 'client', 'total'] as const)('stand by %s, each once, and the other way round', async (sort) => {
    const { rows, pages } = await allJobs(`when=all&limit=5&sort=${sort}`)
    expect(pages).toBeGreaterThan(2)
    const everyone = await allJobs('when=all&limit=100')
    expect(rows.map((r) => r.id).sort()).toEqual(everyone.rows.map((r) => r.id).sort())
    const keys = rows.map((r) => (sort === 'total' ? r.total : r[sort].toLowerCase()))
    const inOrder = [...keys].sort((a, b) => (a < b ? -1 : a > b ? 1 : 0))
    expect(keys).toEqual(inOrder)
    const back = await allJobs(`when=all&limit=7&sort=${sort}&down=1`)
    expect(back.rows.map((r) => r.id)).toEqual(rows.map((r) => r.id).reverse())
  })

  it('begin anew where the end of the last page can’t be read', async () => {
    const first = await page('when=all&limit=3')
    for (const after of ['x', '[]', '[null,null]', '{"a":1}', '["2026-01-01~x"'])
      expect((await page(`when=all&limit=3&after=${encodeURIComponent(after)}`)).rows).toEqual(first.rows)
  })
})

describe('the demo business', () => {
  it('has jobs in every state of the line, around today', async () => {
    const { rows } = await allJobs('when=all&limit=100')
    expect(rows.length).toBeGreaterThanOrEqual(14)
    const states = new Set(rows.flatMap((r) => r.stops.map((s) => `${s.key} ${s.state}`)))
    for (const state of [
      'quote yours',
      'quote theirs',
      'quote trouble',
      'quote settled',
      'quote skipped',
      'contract yours',
      'contract theirs',
      'contract settled',
      'deposit not-yet',
      'deposit settled',
      'deposit trouble',
      'waivers theirs',
      'waivers trouble',
      'day settled',
      'invoice settled',
      'paid settled',
      'paid trouble',
    ])
      expect(states).toContain(state)
    expect((await owner.must<ContactView[]>('GET', '/api/contacts?limit=100')).length).toBeGreaterThanOrEqual(25)
    const library = await owner.must<{ kinds: object[]; templates: { kind: string }[] }>('GET', '/api/library')
    expect(library.kinds).toHaveLength(4)
    expect(new Set(library.templates.map((t) => t.kind))).toEqual(new Set(['quote', 'contract', 'waiver', 'form']))
  })

  it('has a contract of six pages', async () => {
    const { id } = (await allJobs('when=all&limit=100')).rows.find((r) => r.title === 'Orchard weekend')!
    const contract = (await jobOf(owner, id)).papers.find((p) => p.kind === 'contract')!
    expect(await server.rows('select pages from paper_versions where paper_id = ?', [contract.id])).toMatchObject([
      { pages: 6 },
    ])
  })
})

describe('what every view says', () => {
  it('is one and the same: list, job, export, Today and Money', async () => {
    const { id } = await agreedJob(owner)
    // Its invoice comes by itself a moment after; from then on nothing moves any more.
    await until(
      () => jobOf(owner, id),
      (j) => j.invoices.length > 0,
    )
    const { rows } = await allJobs('when=all&limit=100')
    const { today: day } = await page('limit=1')
    const quarter = `${day.slice(0, 5)}${String(Math.floor((Number(day.slice(5, 7)) - 1) / 3) * 3 + 1).padStart(2, '0')}-01`
    const sums = { agreed: 0, paid: 0, overdue: 0, dueSoon: 0, held: 0 }
    for (const row of rows) {
      const job = await jobOf(owner, row.id)
      expect([row.title, row.stops]).toEqual([job.title, job.line])
      expect(row.total).toBe(job.priced.total)
      const exported = await owner.must<{ totals: { total: number }; line: { state: string }[] }>(
        'GET',
        `/api/jobs/${row.id}/export`,
      )
      expect(exported.totals.total).toBe(job.priced.total)
      expect(exported.line.map((s) => s.state)).toEqual(job.line.map((s) => s.state))
      expect(job.stages.filter((s) => !s.held).reduce((n, s) => n + s.amount, 0)).toBe(job.priced.total)
      if ((job.starts ?? '9999').slice(0, 10) >= quarter) {
        if (job.agreed) sums.agreed += job.priced.total
        sums.paid += job.payments.filter((p) => p.stage !== 'damage').reduce((n, p) => n + p.amount, 0)
        sums.held += job.payments.filter((p) => p.stage === 'damage').reduce((n, p) => n + p.amount, 0)
      }
      if (job.agreedOn)
        for (const s of job.stages)
          if (s.open > 0 && s.dueOn && s.dueOn < day) sums.overdue += s.open
          else if (s.open > 0 && s.dueOn && Date.parse(s.dueOn) <= Date.parse(day) + 14 * 86_400_000)
            sums.dueSoon += s.open
    }
    const today = await owner.must<TodayView>('GET', '/api/today')
    const money = await owner.must<MoneyView>('GET', '/api/money')
    expect(today.money).toMatchObject(sums)
    expect(money.row).toEqual(today.money)
    expect(money.ages.reduce((n, a) => n + a.amount, 0)).toBe(money.dues.reduce((n, d) => n + d.open, 0))
  })

  it('follows each change on the stream, without asking', async () => {
    const stream = await fetch(`${server.origin}/api/stream`, { headers: { cookie: owner.cookie } })
    const reader = stream.body!.pipeThrough(new TextDecoderStream()).getReader()
    const { id } = await makeJob(owner)
    const [own] = await server.rows(`select max(id) as id from happenings where job_id = '${id}'`)
    // Others may happen meanwhile; what is heard has to reach this job’s own.
    let heard = ''
    const latest = () => Math.max(0, ...[...heard.matchAll(/^data: (\d+)$/gm)].map((m) => Number(m[1])))
    while (latest() < Number(own!.id)) heard += (await reader.read()).value ?? ''
    await reader.cancel()
    expect(heard).toContain('data: ')
  })
})

describe('the list of jobs', () => {
  it('gives every job once, in order, however small the pages', async () => {
    for (const when of ['all', 'coming', 'past']) {
      const whole = (await allJobs(`when=${when}&limit=100`)).rows.map((r) => r.id)
      const { rows, pages } = await allJobs(`when=${when}&limit=3`)
      expect(rows.map((r) => r.id)).toEqual(whole)
      expect(pages).toBe(Math.ceil(whole.length / 3) || 1)
    }
  })

  it('finds by title, client and place, without minding accents, case or wild cards', async () => {
    await makeJob(owner, {
      title: 'Größe 100% _wild_',
      place: 'Łódź',
      client: { name: 'Ådne Sørby', email: 'a@b.example' },
    })
    const titles = async (find: string) =>
      (await page(`when=all&find=${encodeURIComponent(find)}`)).rows.map((r) => r.title)
    for (const find of ['größe', 'GRÖßE', 'groß', 'adne', 'Ådne', '100%', '%', '_wild_'])
      expect([find, await titles(find)]).toEqual([find, ['Größe 100% _wild_']])
    expect(await titles("'; drop table jobs; --")).toEqual([])
  })

  it('filters by kind, by stop and by what isn’t ready for its day', async () => {
    const { rows } = await allJobs('when=all&limit=100')
    const kind = (await allJobs('when=all&kind=retreat&limit=100')).rows
    expect(kind.length).toBeGreaterThan(0)
    expect(kind.every((r) => r.kind === 'Retreat')).toBe(true)
    const unready = (await allJobs('notReady=1&limit=100')).rows
    expect(unready.every((r) => !r.ready && r.day)).toBe(true)
    const { counts } = await page('limit=1')
    expect(counts!.notReady).toBe(unready.length)
    const stopped = (await allJobs('when=all&stop=contract&limit=100')).rows
    expect(stopped.map((r) => r.title)).toContain('Orchard weekend')
    expect(stopped.length).toBeLessThan(rows.length)
  })

  it('refuses a query that makes no sense', async () => {
    for (const query of ['limit=0', 'limit=9999', 'when=never', `find=${'x'.repeat(300)}`])
      expect((await owner.get(`/api/jobs?${query}`)).status).toBe(422)
  })
})

describe('find or do', () => {
  it('finds jobs, people and papers, and things to start', async () => {
    const found = (q: string) => owner.must<Found[]>('GET', `/api/find?q=${encodeURIComponent(q)}`)
    expect((await found('orchard')).map((f) => f.kind)).toEqual(expect.arrayContaining(['job', 'paper']))
    expect((await found('new job')).find((f) => f.kind === 'do')).toMatchObject({ to: '/jobs/new' })
    expect((await found('Белова'))[0]).toMatchObject({ kind: 'person', label: 'Ольга Белова' })
    expect((await found('vat')).map((f) => f.to)).toContain('/settings/money')
    expect((await found('barrel')).find((f) => f.kind === 'item')!.detail).toBe('£420.00')
  })

  it('by parts of words in any order, with slips of the pen, an invoice by its number', async () => {
    const first = async (q: string, kind: string) =>
      (await owner.must<Found[]>('GET', `/api/find?q=${encodeURIComponent(q)}`)).find((f) => f.kind === kind)?.label
    expect(await first('end orch', 'job')).toBe('Orchard weekend')
    expect(await first('orchrad wekend', 'job')).toBe('Orchard weekend')
    expect(await first('marguertie', 'person')).toBe('Marguerite Dupont-Ashdown')
    const [invoice] = await server.rows('select number from invoices order by number desc limit 1')
    expect(await first(String(invoice!.number).slice(-4), 'invoice')).toBe(invoice!.number)
    for (const odd of ['%', '_', '"', "'", '\\', '(', 'new for', 'nudge %'])
      expect((await owner.call('GET', `/api/find?q=${encodeURIComponent(odd)}`)).status).toBe(200)
  })

  it('does what is typed: a paper for somebody, a nudge of what waits', async () => {
    const found = (q: string) => owner.must<Found[]>('GET', `/api/find?q=${encodeURIComponent(q)}`)
    const [made] = await found('new waiver for orchard')
    expect(made).toMatchObject({ kind: 'do', label: 'New waiver: Orchard weekend' })
    expect(made!.to).toMatch(/^\/jobs\/\w+\?add=waiver$/)
    const [nudge] = await found('nudge hollin hall')
    expect(nudge).toMatchObject({ kind: 'do', label: 'Nudge: Quote, Hollin Hall' })
    await owner.must('POST', `/api/papers/${nudge!.nudge}/nudge`, { quiet: true })
  })
})

describe('a contact', () => {
  it('corrected in one place is corrected everywhere that reads it, but not on what was sent', async () => {
    const job = await makeJob(owner, { title: 'Renamed' })
    const sent = await makePaper(owner, job.id, 'quote')
    await send(owner, sent)
    const { client } = await jobOf(owner, job.id)
    await owner.must('PATCH', `/api/contacts/${client!.id}`, { name: 'Petra Holm-Larsen' })
    expect((await jobOf(owner, job.id)).client!.name).toBe('Petra Holm-Larsen')
    expect((await page('when=all&find=holm-larsen')).rows.map((r) => r.title)).toEqual(['Renamed'])
    const [round] = await server.rows(
      'select name from round_people p join rounds r on r.id = p.round_id where r.paper_id = ?',
      [sent],
    )
    expect(round!.name).toBe('Petra Holm')
    const bad = await owner.call('PATCH', `/api/contacts/${client!.id}`, { email: 'not an address' })
    expect(bad).toMatchObject({ status: 422, body: { fields: { email: 'This is not an e-mail address.' } } })
  })
})

describe('a guest’s waiver', () => {
  it('is made once for each guest, and counts on the job’s line when it is signed', async () => {
    const job = await makeJob(owner, { kindId: 'session', client: null, title: 'Dawn dip' })
    const add = (name: string) =>
      owner.must<{ contactId: string }>('POST', `/api/jobs/${job.id}/guests`, {
        contact: { name, email: `${name.toLowerCase()}@bathers.example` },
      })
    const [ada, ben] = [await add('Ada'), await add('Ben')]
    const first = await makePaper(owner, job.id, 'waiver', { guestId: ada.contactId })
    expect(await makePaper(owner, job.id, 'waiver', { guestId: ada.contactId })).toBe(first)
    await send(owner, first)
    expect(
      (await owner.post(`/api/jobs/${job.id}/papers`, { kind: 'waiver', guestId: ada.contactId })).body.title,
    ).toContain('out or signed already')
    expect((await owner.post(`/api/jobs/${job.id}/papers`, { kind: 'waiver', guestId: 'nobody' })).status).toBe(422)
    const view = await jobOf(owner, job.id)
    expect(view.papers).toMatchObject([{ guest: 'Ada', guestId: ada.contactId, state: 'out' }])
    expect(view.line.find((s) => s.key === 'waivers')).toMatchObject({ note: '0 of 2' })
    expect(view.guests.map((g) => g.id)).toEqual([ada.contactId, ben.contactId])
    await until(
      () => mailsTo(owner, 'ada@bathers.example'),
      (list) => list.length === 1,
    )
  })
})

describe('how papers go out and come back', () => {
  it('counts what was sent and accepted this week, and what was withdrawn nowhere', async () => {
    const figures = () => owner.must<Answered>('GET', '/api/papers/answered')
    const before = await figures()
    const count = (f: Answered, label: string) => f.quotes.find((q) => q.label === label)!.count
    const taken = await makeJob(owner)
    await send(owner, await makePaper(owner, taken.id, 'quote'))
    await sign(new Caller(server), await linkTo(owner, taken.email))
    const job = await makeJob(owner)
    const quote = await makePaper(owner, job.id, 'quote')
    await send(owner, quote)
    const sent = await figures()
    expect(sent.weeks).toHaveLength(12)
    expect(sent.weeks.at(-1)!.sent).toBe(before.weeks.at(-1)!.sent + 2)
    expect(sent.weeks.at(-1)!.signed).toBe(before.weeks.at(-1)!.signed + 1)
    expect(count(sent, 'accepted the same day')).toBe(count(before, 'accepted the same day') + 1)
    expect(count(sent, 'not answered yet')).toBe(count(before, 'not answered yet') + 1)
    await owner.must('POST', `/api/papers/${quote}/round`, { do: 'withdraw', reason: '' })
    const withdrawn = await figures()
    expect(count(withdrawn, 'not answered yet')).toBe(count(before, 'not answered yet'))
  })
})
