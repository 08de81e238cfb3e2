import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { CalendarDays, MoveLook } from '../../shared/calendar'
import { Caller, memberAs, signedIn } from '../support/caller'
import { agreedJob, inDays, jobOf, linkTo, mailsTo, makeJob, makePaper, send } from '../support/line'
import { TestServer, until } from '../support/server'

const ICS = (events: string) => `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\n${events}END:VCALENDAR\r\n`
const compact = (day: string) => day.replaceAll('-', '')
const holiday = (day: string, words: string, more = '') =>
  `BEGIN:VEVENT\r\nUID:${words}\r\nDTSTART;VALUE=DATE:${compact(day)}\r\nSUMMARY:${words}\r\n${more}END:VEVENT\r\n`
let answer: (path: string) => { status: number; body: string; to?: string } = () => ({ status: 404, body: '' })
const outside = createServer((request, response) => {
  const { status, body, to } = answer(request.url!)
  response.writeHead(status, to ? { location: to } : {})
  response.end(body)
})
let server: TestServer, owner: Caller, url: string
beforeAll(async () => {
  await new Promise<void>((done) => outside.listen(0, '127.0.0.1', done))
  url = `http://127.0.0.1:${(outside.address() as AddressInfo).port}`
  server = await TestServer.start({ UPWOLD_INSIDE: '127.0.0.1' })
  owner = await signedIn(server)
})
afterAll(async () => {
  outside.close()
  await server.stop()
})

const days = (from: string, to: string, who = owner) => who.must<CalendarDays>('GET', `/api/days?from=${from}&to=${to}`)
const look = (id: string, to: string) => owner.must<MoveLook>('GET', `/api/jobs/${id}/move?to=${to}`)

describe('the calendar', () => {
  it('has jobs with their line, all of their days, and what stands beside them', async () => {
    const job = await agreedJob(owner, { title: 'Days meadow' })
    await owner.must('POST', '/api/tasks', { words: 'Split birch', day: inDays(31), jobId: job.id })
    const seen = await days(inDays(29), inDays(34))
    const one = seen.jobs.find((j) => j.id === job.id)!
    expect([one.spans, one.client, one.stops.length > 3]).toEqual([
      [{ starts: `${inDays(30)}T16:00`, ends: `${inDays(32)}T11:00` }],
      'Petra Holm',
      true,
    ])
    expect(seen.beside.map((b) => [b.kind, b.words])).toContainEqual(['task', 'Split birch'])
    // A job that began before goes on here.
    expect((await days(inDays(32), inDays(32))).jobs.some((j) => j.id === job.id)).toBe(true)
    const { caller: desk } = await memberAs(server, owner, 'front desk')
    const less = await days(inDays(0), inDays(60), desk)
    expect([less.sums.total, less.beside.some((b) => b.kind === 'stage')]).toEqual([0, false])
    expect((await owner.get('/api/days?from=2026-01-01&to=2027-01-01')).status).toBe(422)
    expect((await owner.get('/api/days?from=2026-02-31&to=2026-03-01')).status).toBe(422)
    expect((await new Caller(server).get(`/api/days?from=${inDays(0)}&to=${inDays(1)}`)).status).toBe(401)
  })

  it('says where a place or a member is wanted twice', async () => {
    const at = { place: 'Jetty, Clash Water', starts: `${inDays(45)}T14:00`, ends: `${inDays(45)}T18:00` }
    const one = await makeJob(owner, { ...at, title: 'First at the jetty' })
    const two = await makeJob(owner, { ...at, title: 'Second at the jetty', place: 'jetty  clash water.' })
    const seen = await days(inDays(45), inDays(45))
    expect(seen.jobs.find((j) => j.id === one.id)!.clashes).toEqual(['Second at the jetty is there, too'])
    await owner.must('POST', `/api/jobs/${two.id}/move`, { to: inDays(46), version: 1 })
    expect((await days(inDays(45), inDays(45))).jobs.find((j) => j.id === one.id)!.clashes).toEqual([])
  })
})

describe('a job that is moved', () => {
  it('is looked at first: papers that name the day, payments, clashes; nothing has changed by that', async () => {
    const job = await agreedJob(owner, { title: 'Move meadow' })
    const other = await makeJob(owner, { title: 'In its way', starts: `${inDays(37)}T17:00`, ends: null })
    const before = await jobOf(owner, job.id)
    const seen = await look(job.id, inDays(37))
    const words = seen.effects.map((e) => `${e.words}, ${e.detail}`)
    expect(words.some((w) => /^The hire agreement is signed and says/.test(w))).toBe(true)
    expect(words.some((w) => /^Balance falls due .* becomes /.test(w))).toBe(true)
    expect(words.some((w) => w.startsWith('In its way is there, too'))).toBe(true)
    expect(seen).toMatchObject({ from: inDays(30), to: inDays(37), tell: { name: 'Petra Holm', email: job.email } })
    const after = await jobOf(owner, job.id)
    expect([after.version, after.starts, after.thread.length]).toEqual([
      before.version,
      before.starts,
      before.thread.length,
    ])
    expect((await owner.get(`/api/jobs/${job.id}/move?to=nonsense`)).status).toBe(422)
    const undated = await makeJob(owner, { starts: null, ends: null })
    expect((await owner.get(`/api/jobs/${undated.id}/move?to=${inDays(1)}`)).status).toBe(409)
    expect((await owner.get('/api/jobs/nothing/move?to=2026-12-24')).status).toBe(404)
    await owner.must('POST', `/api/jobs/${other.id}/move`, { to: inDays(80), version: 1 })
  })

  it('keeps its hours, tells the client once where that is wanted, and refuses a stale tab', async () => {
    const job = await makeJob(owner, { title: 'Told meadow' })
    const quote = await makePaper(owner, job.id, 'quote')
    await send(owner, quote)
    await linkTo(owner, job.email)
    const { version } = await look(job.id, inDays(33))
    const move = () => owner.call('POST', `/api/jobs/${job.id}/move`, { to: inDays(33), version, tell: true })
    expect((await move()).status).toBe(200)
    const now = await jobOf(owner, job.id)
    expect([now.starts, now.ends]).toEqual([`${inDays(33)}T16:00`, `${inDays(35)}T11:00`])
    // Pressed again it is there already; from an older version it says so.
    expect((await move()).body).toEqual({ version: now.version })
    const stale = await owner.call('POST', `/api/jobs/${job.id}/move`, { to: inDays(36), version })
    expect(stale.status).toBe(409)
    const mails = await until(
      () => mailsTo(owner, job.email),
      (m) => m.some((x) => x.subject.startsWith('A new day')),
    )
    expect(mails.filter((m) => m.subject === 'A new day: Told meadow')).toHaveLength(1)
    const { caller: books } = await memberAs(server, owner, 'bookkeeper')
    expect((await books.get(`/api/jobs/${job.id}/move?to=${inDays(40)}`)).status).toBe(403)
    expect((await books.post(`/api/jobs/${job.id}/move`, { to: inDays(40), version })).status).toBe(403)
  })
})

describe('a calendar that lies beneath', () => {
  const file = (text: string, name = 'School') =>
    owner.upload<{ id: string }>(`/api/laid/file?name=${name}`, new TextEncoder().encode(text))

  it('comes as a file or from an address, is shown on its days, and is taken away', async () => {
    const { body: made } = await file(ICS(holiday(inDays(12), 'Half term')))
    answer = () => ({ status: 200, body: ICS(holiday(inDays(13), 'Regatta')) })
    const read = await owner.must<{ id: string }>('POST', '/api/laid', { name: 'Harbour', url: `${url}/harbour.ics` })
    const seen = await days(inDays(10), inDays(15))
    expect(seen.laid.map((l) => [l.calendar, l.words, l.from])).toEqual([
      ['School', 'Half term', inDays(12)],
      ['Harbour', 'Regatta', inDays(13)],
    ])
    // Read again; what can't be read keeps what it had and says why.
    answer = () => ({ status: 500, body: '' })
    await server.rows(
      `update outbox set due_at = '2020-01-01T00:00:00.000Z', leased_until = null where kind = 'calendars.laid'`,
    )
    const after = await until(
      () => days(inDays(10), inDays(15)),
      (d) => d.calendars.some((c) => c.trouble !== ''),
    )
    expect(after.calendars.find((c) => c.id === read.id)).toMatchObject({ entries: 1, trouble: /500/ })
    for (const id of [made.id, read.id]) await owner.must('DELETE', `/api/laid/${id}`)
    expect((await days(inDays(10), inDays(15))).laid).toEqual([])
    expect((await owner.call('DELETE', `/api/laid/${made.id}`)).status).toBe(404)
  })

  it('is refused where it is none, without end, elsewhere or within the network', async () => {
    expect((await file('a,b\n1,2')).status).toBe(422)
    const many = await file(ICS(holiday(inDays(1), 'Every day', 'RRULE:FREQ=DAILY;COUNT=10000\r\n')), 'Many')
    expect(many.status).toBe(200)
    expect((await days(inDays(0), inDays(40))).calendars.find((c) => c.id === many.body.id)!.entries).toBeLessThan(5001)
    await owner.must('DELETE', `/api/laid/${many.body.id}`)
    const lay = (to: string) => owner.post('/api/laid', { name: 'x', url: to })
    for (const to of ['https://10.0.0.1/a.ics', 'https://169.254.169.254/', 'ftp://x.example/a', 'no address'])
      expect((await lay(to)).status, to).toBe(422)
    answer = () => ({ status: 302, body: '', to: 'http://169.254.169.254/' })
    expect((await lay(`${url}/away`)).body.title).toContain('sends us elsewhere')
    answer = () => ({ status: 200, body: 'x'.repeat(6_000_000) })
    expect((await lay(`${url}/large`)).body.title).toContain('larger than 5 MB')
    const { caller: desk } = await memberAs(server, owner, 'front desk')
    expect((await desk.post('/api/laid', { name: 'x', url })).status).toBe(403)
  })
})
