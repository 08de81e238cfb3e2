import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Brought, BroughtUndone, FileLook, ImportsView } from '../../shared/bring'
import type { JobView } from '../../shared/jobs'
import { type Caller, longestWait, memberAs, signedIn } from '../support/caller'
import { inDays, jobOf } from '../support/line'
import { allowed } from '../support/pace'
import { TestServer } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const give = async (text: string, caller = owner) =>
  (await caller.upload<{ sha: string }>('/api/jobs/file', new TextEncoder().encode(text))).body.sha
const look = (sha: string, more: object = {}) => owner.must<FileLook>('POST', '/api/jobs/look', { sha, ...more })
const bring = (sha: string, key: string, more: object = {}) =>
  owner.must<Brought>('POST', '/api/jobs/imports', { sha, key, same: 'leave', ...more })
const undo = (key: string) => owner.must<BroughtUndone>('DELETE', `/api/jobs/imports/${key}`)
const counts = async () => {
  const [row] = await server.rows(
    'select (select count(*) from jobs) jobs, (select count(*) from contacts) contacts, (select count(*) from standings) standings, (select sum(n) from day_sums where what = ?) sums',
    ['jobs'],
  )
  return row!
}
const found = async (words: string): Promise<JobView[]> => {
  const { rows } = await owner.must<{ rows: { id: string }[] }>(
    'GET',
    `/api/jobs?when=all&find=${encodeURIComponent(words)}`,
  )
  return Promise.all(rows.map((r) => jobOf(owner, r.id)))
}

const TABLE = [
  'Title,Kind,Client,E-mail,Date,Time,Ends,Where,People',
  `Reed bed weekend,festival hire,Ines Marlow,ines@marlow.example,${inDays(90)},16:00,${inDays(92)},Reed bed,30`,
  `"=cmd()",,Tomas Brought,tomas@brought.example,${inDays(91)},,,,`,
  `=cmd(),,Tomas Brought,tomas@brought.example,${inDays(91)},,,,`,
  ',,Nobody with a day,,31 Feb 2027,,,,',
  `Back to front,,,,${inDays(95)},10:00,${inDays(94)},,`,
].join('\r\n')

describe('jobs from a table', () => {
  it('are looked at first, come in once with their clients, and go out again as a whole', async () => {
    const before = await counts()
    const sha = await give(TABLE)
    const seen = await look(sha, { kindId: 'garden' })
    expect(seen.counts).toEqual({ new: 2, same: 0, repeated: 1, wrong: 2 })
    expect(seen.rows.map((r) => r.cells[3])).toEqual([
      'Festival hire',
      'Garden weekend',
      'Garden weekend',
      '',
      'Garden weekend',
    ])
    expect(await counts()).toEqual(before)
    const both = await Promise.all([1, 2].map(() => bring(sha, 'k-jobs-once', { kindId: 'garden' })))
    expect(both[0]).toMatchObject({ added: 2, left: 3 })
    expect(both[1]).toEqual(both[0])
    const [reed] = await found('Reed bed')
    expect(reed).toMatchObject({
      title: 'Reed bed weekend',
      kind: { id: 'festival' },
      client: { email: 'ines@marlow.example' },
      starts: `${inDays(90)}T16:00`,
      people: 30,
    })
    // Only a day was said: it begins and ends as jobs of its kind do.
    const [cmd] = await found('=cmd')
    expect(cmd).toMatchObject({ title: '=cmd()', starts: `${inDays(91)}T16:00`, ends: `${inDays(93)}T11:00` })
    expect(Number((await counts()).contacts)).toBe(Number(before.contacts) + 1)
    // What is there already isn't brought in a second time.
    expect((await look(sha, { kindId: 'garden' })).counts).toMatchObject({ new: 0, same: 3 })
    expect(await undo('k-jobs-once')).toEqual({ removed: 2, kept: 0 })
    expect(await undo('k-jobs-once')).toEqual({ removed: 0, kept: 0 })
    expect(await counts()).toEqual(before)
    const { imports } = await owner.must<ImportsView>('GET', '/api/jobs/imports')
    expect(imports[0]).toMatchObject({ id: 'k-jobs-once', added: 2 })
    expect(imports[0]!.undoneAt).toBeTruthy()
  })
  it('that something has happened with by then stay', async () => {
    const sha = await give(
      `Title,Date\nKept by a note,${inDays(70)}\nKept by a change,${inDays(71)}\nGoes,${inDays(72)}`,
    )
    await bring(sha, 'k-jobs-kept')
    const [noted] = await found('Kept by a note')
    await owner.must('POST', `/api/jobs/${noted!.id}/notes`, { words: 'They rang' })
    const [changed] = await found('Kept by a change')
    await owner.must('PATCH', `/api/jobs/${changed!.id}`, { version: changed!.version, set: { place: 'The barn' } })
    expect(await undo('k-jobs-kept')).toEqual({ removed: 1, kept: 2 })
    expect(await found('Goes')).toEqual([])
  })
})

describe('jobs from a calendar', () => {
  it('come in each time they are, where the business is', async () => {
    const entry = [
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      'BEGIN:VEVENT',
      'SUMMARY:Dawn plunge',
      'DTSTART;TZID=Europe/Berlin:20300107T080000',
      'DURATION:PT2H',
      'RRULE:FREQ=WEEKLY;COUNT=3',
      'END:VEVENT',
      'END:VCALENDAR',
    ].join('\r\n')
    const sha = await give(entry)
    expect(await look(sha)).toMatchObject({ of: 'icalendar', columns: [], counts: { new: 3 } })
    await bring(sha, 'k-jobs-calendar', { kindId: 'session' })
    const all = await found('Dawn plunge')
    expect(all.map((j) => [j.starts, j.ends]).sort()).toEqual([
      ['2030-01-07T07:00', '2030-01-07T09:00'],
      ['2030-01-14T07:00', '2030-01-14T09:00'],
      ['2030-01-21T07:00', '2030-01-21T09:00'],
    ])
    expect((await undo('k-jobs-calendar')).removed).toBe(3)
  })
  it.each([
    ['BEGIN:VCALENDAR\r\nBEGIN:VEVENT', 'no calendar'],
    ['title,date\n', 'no jobs'],
    [`title\n${'x\n'.repeat(1001)}`, 'more than 1000'],
  ])('%#: what can’t be read is refused in words', async (text, words) => {
    const answer = await owner.call<{ title: string }>('POST', '/api/jobs/look', { sha: await give(text) })
    expect(answer.status).toBe(422)
    expect(JSON.stringify(answer.body)).toContain(words)
  })
})

it('a bookkeeper brings nothing in', async () => {
  const { caller } = await memberAs(server, owner, 'bookkeeper')
  expect((await caller.call('POST', '/api/jobs/look', { sha: await give(TABLE) })).status).toBe(403)
  expect((await caller.call('DELETE', '/api/jobs/imports/k-jobs-once')).status).toBe(403)
})

it('a thousand jobs come in at once, while others work', { timeout: 120_000 }, async () => {
  const rows = Array.from({ length: 1000 }, (_, i) => `Bulk ${i},${inDays(100 + (i % 50))},Client ${i % 40}`)
  const sha = await give(`title,date,client\n${rows.join('\n')}`)
  const bringing = bring(sha, 'k-jobs-many')
  const longest = await longestWait(bringing, () => owner.must('GET', '/api/jobs?limit=5'))
  expect((await bringing).added).toBe(1000)
  expect(longest).toBeLessThan(allowed(1500, longest))
  expect((await undo('k-jobs-many')).removed).toBe(1000)
})
