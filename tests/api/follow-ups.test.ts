import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { FollowUpsView, RunsView, TriedView } from '../../shared/out/follow-ups'
import type { TasksView } from '../../shared/out/tasks'
import { Caller, memberAs, signedIn } from '../support/caller'
import { agreedJob, inDays, jobOf, mailsTo, makeJob } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
  // What reaches somebody isn't held up by the hour these run at.
  const settings = await owner.must('GET', '/api/business/settings')
  await owner.must('PUT', '/api/business/settings', { ...settings, quiet: { from: '00:00', to: '00:00' } })
})
afterAll(() => server.stop())

const NOW = { from: 'then', days: 0 } as const
const once = (act: object) => ({ after: NOW, act })
const tagged = (of: string) => ({ kind: 'tag-on', of, days: 0 })
const task = (words: string) => once({ do: 'task', words, member: '', by: NOW })
const written = (more: object = {}) => ({
  title: '',
  on: true,
  kinds: [],
  when: tagged('x'),
  if: [],
  unless: [],
  steps: [task('x')],
  ...more,
})
const add = (more: object, who = owner) =>
  who.call<{ id: string; title: string; fields: object }>('POST', '/api/follow-ups', written(more))
const added = async (more: object) => (await add(more)).body.id
const runs = (query: string) => owner.must<RunsView>('GET', `/api/follow-ups/runs?${query}`)
const tag = (job: string, tags: string[]) => owner.must('PUT', `/api/jobs/${job}/tags`, { tags })
const ended = (job: string, n = 1) =>
  until(
    () => runs(`job=${job}`),
    (r) => r.rows.length >= n && r.rows.every((x) => x.steps.every((s) => s.state !== 'waiting')),
  )
const tasksOf = async (job: string) => (await owner.must<TasksView>('GET', `/api/tasks?job=${job}`)).tasks

describe('a follow-up', () => {
  it('does what it says when it occurs, once, with why on record; and what it made can be undone and done again', async () => {
    const job = await makeJob(owner, { title: 'Sedge wedding' })
    const id = await added({
      title: 'Early birds',
      when: tagged('early'),
      if: [[{ fact: 'job.people', is: 'above', value: '10' }]],
      steps: [
        task('Ring {client} about {job}'),
        once({ do: 'tag', on: true, what: 'person', tag: 'Bird' }),
        once({ do: 'fact', what: 'job', fact: 'notes', value: 'Called {first} first' }),
        once({ do: 'entry', words: 'Fire up for {job}', on: { from: 'day', days: -1 } }),
        once({
          do: 'message',
          to: 'client',
          by: 'mail',
          subject: 'So early, {first}',
          words: 'We look forward to {day}.',
          others: [{ language: 'de', subject: 'So früh', words: 'Bis {day}.' }],
        }),
        { after: { from: 'day', days: -7 }, act: { do: 'task', words: 'Load the van', member: '', by: NOW } },
      ],
    })
    await tag(job.id, ['early'])
    const { rows } = await until(
      () => runs(`job=${job.id}`),
      (r) => r.rows[0]?.steps.filter((s) => s.state === 'done').length === 5,
    )
    expect(rows).toHaveLength(1)
    expect(rows[0]).toMatchObject({
      followUp: { id, title: 'Early birds' },
      because: 'the tag “early” is put on',
      left: '',
    })
    const [given, , , , told, later] = rows[0]!.steps
    expect(later).toMatchObject({ state: 'waiting', dueAt: expect.stringContaining(inDays(23)) })
    expect((await tasksOf(job.id)).map((t) => t.words)).toEqual(['Ring Petra Holm about Sedge wedding'])
    expect((await jobOf(owner, job.id)).notes).toBe('Called Petra first')
    const [mail] = await until(
      () => mailsTo(owner, job.email),
      (m) => m.length > 0,
    )
    expect([mail!.subject, mail!.text]).toEqual(['So early, Petra', expect.stringContaining('We look forward to ')])
    // The same tag again, off and on, is another occurrence; told twice it is one.
    expect(told!.undo).toBe(false)
    const refused = await owner.call('POST', `/api/follow-ups/steps/${encodeURIComponent(told!.id)}`, { do: 'undo' })
    expect([refused.status, refused.body.title]).toEqual([409, expect.stringContaining('can’t be undone')])
    await owner.must('POST', `/api/follow-ups/steps/${encodeURIComponent(given!.id)}`, { do: 'undo' })
    expect(await tasksOf(job.id)).toEqual([])
    await owner.must('POST', `/api/follow-ups/steps/${encodeURIComponent(given!.id)}`, { do: 'again' })
    await until(
      () => tasksOf(job.id),
      (t) => t.length === 1,
    )
    await owner.must('POST', `/api/follow-ups/steps/${encodeURIComponent(later!.id)}`, { do: 'stop' })
    expect((await runs(`job=${job.id}`)).rows[0]!.steps.at(-1)).toMatchObject({ state: 'stopped' })
    expect((await jobOf(owner, job.id)).thread.map((t) => t.words)).toEqual(
      expect.arrayContaining([
        'Undone: Task for whoever has time: Ring Petra Holm about Sedge wedding, by ' +
          (rows[0]!.steps[0]!.said.split(', by ')[1] ?? ''),
      ]),
    )
    await owner.must('DELETE', `/api/follow-ups/${id}`)
  })

  it('leaves out what its tests don’t fit, by the reason, and what stands against it when a step comes', async () => {
    const job = await makeJob(owner)
    const id = await added({ when: tagged('big'), if: [[{ fact: 'job.total', is: 'above', value: '100000000' }]] })
    const other = await added({ when: tagged('big'), unless: [[{ fact: 'job.tags', is: 'has', value: 'big' }]] })
    await tag(job.id, ['big'])
    const { rows } = await ended(job.id, 2)
    expect(rows.find((r) => r.followUp.id === id)!.left).toMatch(/^£[\d.,]+ is not above £1,000,000\.00\.$/)
    expect(rows.find((r) => r.followUp.id === other)!.steps).toMatchObject([
      { state: 'left', said: 'What stands against it holds by now.' },
    ])
    expect(await tasksOf(job.id)).toEqual([])
    for (const x of [id, other]) await owner.must('DELETE', `/api/follow-ups/${x}`)
  })

  it('looks whether the invoice is there when the work is done, lays the record into a folder and begins the next job', async () => {
    const id = await added({
      when: { kind: 'completed', of: '', days: 0 },
      if: [[{ fact: 'job.agreed', is: 'given', value: '' }]],
      steps: [
        once({ do: 'invoice' }),
        once({ do: 'file', what: 'record', path: 'Clients/{client}/../{year}', system: '' }),
        once({ do: 'job', kind: 'garden', title: '{client}, next year', on: { from: 'day', days: 365 } }),
      ],
    })
    const job = await agreedJob(owner, { starts: `${inDays(-1)}T16:00`, ends: `${inDays(-1)}T20:00` })
    await owner.must('POST', `/api/jobs/${job.id}/completed`, { day: inDays(-1) })
    const { rows } = await ended(job.id)
    expect(rows[0]!.steps.map((s) => [s.state, s.said])).toEqual([
      // Its kind has raised it by itself when it was agreed.
      ['left', expect.stringMatching(/^Invoice \S+ is raised already\.$/)],
      ['done', expect.stringMatching(/\.json laid into Clients\//)],
      ['done', 'Another job was begun: Garden weekend'],
    ])
    expect((await jobOf(owner, job.id)).invoices.length).toBeGreaterThan(0)
    const [file] = await server.rows('select path from filed where job_id = ?', [job.id])
    expect(String(file!.path)).toMatch(/^Clients\/[^/]+\/unnamed\/\d{4}\/[^/]+\.json$/)
    const [next] = await server.rows('select count(*) n from jobs where title like ?', ['%, next year'])
    expect(next!.n).toBe(1)
    await owner.must('DELETE', `/api/follow-ups/${id}`)
  })

  it('that leads to itself is refused when it is written, and stops at its own circle where it is led there another way', async () => {
    const a = await added({
      title: 'A',
      when: tagged('ping'),
      steps: [once({ do: 'tag', on: true, what: 'job', tag: 'pong' })],
    })
    const circle = await add({
      title: 'B',
      when: tagged('pong'),
      steps: [once({ do: 'tag', on: true, what: 'job', tag: 'ping' })],
    })
    expect([circle.status, circle.body.title]).toEqual([
      422,
      'It would go round in a circle: “A” leads to this one leads to “A”.',
    ])
    // A fact that is set by what waits for any change of facts.
    const job = await makeJob(owner)
    const b = await added({
      title: 'C',
      when: { kind: 'changed', of: '', days: 0 },
      on: false,
      steps: [once({ do: 'fact', what: 'job', fact: 'notes', value: '{today} changed' })],
    })
    expect((await owner.call('PUT', `/api/follow-ups/${b}/on`, { on: true })).status).toBe(422)
    await tag(job.id, ['ping'])
    expect((await ended(job.id)).rows).toHaveLength(1)
    for (const x of [a, b]) await owner.must('DELETE', `/api/follow-ups/${x}`)
  })

  it('is refused where it names what isn’t there, and says so where what it named has gone', async () => {
    const bad = await add({ steps: [task('{wat} and {client}')] })
    expect([bad.status, bad.body.title]).toEqual([422, 'Nothing stands for {wat}.'])
    const cases: [object, number][] = [
      [{ steps: [] }, 422],
      [{ when: { kind: 'unanswered', of: '', days: 0 } }, 422],
      [{ when: { kind: 'nothing', of: '', days: 0 } }, 422],
      [{ steps: [once({ do: 'message', to: 'member', member: '', by: 'mail', words: 'x' })] }, 422],
      [{ steps: [once({ do: 'call', system: 'x', body: '{nope' })] }, 422],
      [{ steps: Array.from({ length: 13 }, () => task('x')) }, 422],
    ]
    for (const [more, status] of cases) expect((await add(more)).status, JSON.stringify(more)).toBe(status)
    const job = await makeJob(owner)
    const id = await added({ when: tagged('lost'), steps: [once({ do: 'paper', template: 'gone', send: false })] })
    const view = await owner.must<FollowUpsView>('GET', '/api/follow-ups')
    expect(view.rows.find((r) => r.id === id)!.gone).toEqual(['a template that is gone'])
    await tag(job.id, ['lost'])
    expect((await ended(job.id)).rows[0]!.steps).toMatchObject([
      { state: 'refused', said: expect.stringContaining('not in the library') },
    ])
    expect((await jobOf(owner, job.id)).thread.some((t) => t.words.includes('could not be followed'))).toBe(true)
    await owner.must('DELETE', `/api/follow-ups/${id}`)
  })

  it('stops what waits when it is switched off, and a stale tab is told', async () => {
    const job = await makeJob(owner)
    const id = await added({
      when: tagged('wait'),
      steps: [{ after: { from: 'then', days: 3 }, act: task('Later').act }],
    })
    await tag(job.id, ['wait'])
    await until(
      () => runs(`job=${job.id}`),
      (r) => r.rows.length === 1,
    )
    await owner.must('PUT', `/api/follow-ups/${id}/on`, { on: false })
    expect((await runs(`job=${job.id}`)).rows[0]!.steps[0]).toMatchObject({
      state: 'stopped',
      said: 'It was switched off.',
    })
    const stale = await owner.call('PUT', `/api/follow-ups/${id}`, { ...written({ when: tagged('wait') }), version: 1 })
    expect([stale.status, stale.body.code]).toEqual([409, 'stale'])
    await owner.must('DELETE', `/api/follow-ups/${id}`)
    expect((await owner.call('PUT', `/api/follow-ups/${id}/on`, { on: true })).status).toBe(404)
  })

  it('is tried on past jobs without doing anything, and begins with six', async () => {
    const view = await owner.must<FollowUpsView>('GET', '/api/follow-ups')
    expect(view.starters).toHaveLength(6)
    for (const s of view.starters) {
      const before = await server.rows('select (select count(*) from tasks) t, (select count(*) from follow_runs) r')
      const tried = await owner.must<TriedView>('POST', '/api/follow-ups/try', { ...written(s), id: '' })
      expect(tried.problems).toEqual([])
      expect(await server.rows('select (select count(*) from tasks) t, (select count(*) from follow_runs) r')).toEqual(
        before,
      )
    }
    const signed = view.starters.find((s) => s.key === 'contract-signed')!
    const tried = await owner.must<TriedView>('POST', '/api/follow-ups/try', { ...written(signed), days: 365 })
    expect(tried.jobs).toBeGreaterThan(0)
    expect(tried.things).toBe(tried.rows.length)
    expect(tried.rows[0]!.words).toMatch(/^(tell|lay) /)
  })

  it('is for who may change settings; what it did is seen by every member', async () => {
    const { caller: desk } = await memberAs(server, owner, 'front desk')
    expect((await desk.get('/api/follow-ups')).status).toBe(403)
    expect((await add({}, desk)).status).toBe(403)
    expect((await desk.post('/api/follow-ups/steps/x', { do: 'again' })).status).toBe(403)
    expect((await desk.get('/api/follow-ups/runs')).status).toBe(200)
    expect((await new Caller(server).get('/api/follow-ups/runs')).status).toBe(401)
  })
})
