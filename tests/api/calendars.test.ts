import ICAL from 'ical.js'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { FeedView } from '../../shared/out/systems'
import { Caller, memberAs, signedIn } from '../support/caller'
import { inDays, makeJob } from '../support/line'
import { TestServer } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const ALL = ['jobs', 'stages', 'deadlines', 'tasks', 'entries']
const feedOf = async (who: Caller, shows = ALL) => {
  await who.must('PUT', '/api/feed', { shows })
  return (await who.must<FeedView>('GET', '/api/feed')).url!
}
const read = async (url: string) => {
  const answer = await new Caller(server).get<string>(new URL(url).pathname)
  expect(answer.status).toBe(200)
  return new ICAL.Component(ICAL.parse(answer.body) as unknown[])
    .getAllSubcomponents('vevent')
    .map((e) => new ICAL.Event(e))
}

describe('a calendar of one’s own', () => {
  it('shows jobs, what falls due, what lapses and one’s tasks to whoever has its address', async () => {
    const job = await makeJob(owner, { title: 'Calendar hill' })
    await owner.must('POST', '/api/tasks', { words: 'Chop birch', day: inDays(2), jobId: job.id })
    const url = await feedOf(owner)
    const events = await read(url)
    const one = events.find((e) => e.summary === 'Calendar hill')!
    expect([one.startDate.toString().slice(0, 10), one.location]).toEqual([inDays(30), 'Long Meadow, Sedge'])
    expect(events.find((e) => e.summary === 'Chop birch')!.startDate.toString()).toBe(inDays(2))
    expect(events.some((e) => /due: /.test(e.summary))).toBe(true)
    expect(new Set(events.map((e) => e.uid)).size).toBe(events.length)
    const plain = new Caller(server)
    const path = new URL(url).pathname
    const tag = (await plain.get(path)).headers.get('etag')!
    expect((await plain.call('GET', path, undefined, { 'if-none-match': tag })).status).toBe(304)
    expect((await plain.get(`${path}.ics`)).status).toBe(200)
  })

  it('has another address when it is renewed, and none once it is taken away or its member has left', async () => {
    const { caller: jonah, id } = await memberAs(server, owner, 'front desk')
    const url = await feedOf(jonah)
    // Who may not see money is shown none.
    expect((await read(url)).some((e) => /due: /.test(e.summary))).toBe(false)
    await jonah.must('POST', '/api/feed/renew')
    expect((await new Caller(server).get(new URL(url).pathname)).status).toBe(404)
    const next = (await jonah.must<FeedView>('GET', '/api/feed')).url!
    expect(next).not.toBe(url)
    await read(next)
    await owner.must('DELETE', `/api/members/${id}`)
    expect((await new Caller(server).get(new URL(next).pathname)).status).toBe(404)
    const mine = await feedOf(owner, ['tasks'])
    await owner.must('DELETE', '/api/feed')
    expect((await new Caller(server).get(new URL(mine).pathname)).status).toBe(404)
    expect((await owner.call('PUT', '/api/feed', { shows: [] })).status).toBe(422)
    // The address isn't readable where it is kept.
    await feedOf(owner)
    const [kept] = await server.rows('select * from feeds')
    expect(JSON.stringify(kept)).not.toContain(
      new URL((await owner.must<FeedView>('GET', '/api/feed')).url!).pathname.split('/').at(-1),
    )
  })
})
