import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { PersonData } from '../../shared/out/person'
import type { TagCounts, TasksView } from '../../shared/out/tasks'
import type { JobPage } from '../../shared/jobs'
import { Caller, memberAs, signedIn } from '../support/caller'
import { inDays, jobOf, makeJob } from '../support/line'
import { TestServer } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const give = (task: object, who = owner) => who.call<{ id: string; fields: object }>('POST', '/api/tasks', task)
const given = async (task: object) => (await give(task)).body.id
const list = (query = '', who = owner) => who.must<TasksView>('GET', `/api/tasks${query}`)
const words = (v: TasksView) => v.tasks.map((t) => t.words)

describe('a task', () => {
  it('is on its job and on Today of whoever it is for, done, undone, and told in the thread', async () => {
    const job = await makeJob(owner)
    const { caller: jonah, id: jonahId } = await memberAs(server, owner, 'staff')
    const id = await given({ words: 'Load the van', day: inDays(3), memberId: jonahId, jobId: job.id })
    const some = await given({ words: 'Ring the harbour', jobId: job.id })
    expect(words(await list(`?job=${job.id}`))).toEqual(['Load the van', 'Ring the harbour'])
    expect((await list(`?job=${job.id}`)).tasks[0]).toMatchObject({
      job: { title: 'Long meadow' },
      member: { id: jonahId },
      by: 'Maren Fosse',
      doneAt: null,
    })
    // One's own and nobody's; another's only where everybody's are asked for.
    expect(words(await list('', jonah))).toEqual(expect.arrayContaining(['Load the van', 'Ring the harbour']))
    expect(words(await list())).not.toContain('Load the van')
    expect(words(await list('?whose=all'))).toContain('Load the van')
    expect((await list('?whose=all')).open.find((o) => o.id === jonahId)).toMatchObject({ n: 1 })
    await jonah.must('POST', `/api/tasks/${id}/done`, { done: true })
    await jonah.must('POST', `/api/tasks/${id}/done`, { done: true })
    expect((await list(`?job=${job.id}`)).tasks.map((t) => [t.words, t.doneBy])).toEqual([
      ['Ring the harbour', null],
      ['Load the van', 'A staff'],
    ])
    await owner.must('POST', `/api/tasks/${some}/done`, { done: true })
    await owner.must('POST', `/api/tasks/${some}/done`, { done: false })
    const told = (await jobOf(owner, job.id)).thread.map((t) => t.words)
    expect(told.filter((t) => t === 'Done: Load the van')).toHaveLength(1)
    expect(told).toEqual(expect.arrayContaining(['Not done after all: Ring the harbour']))
    expect(told.some((t) => t.startsWith('Task for A staff: Load the van, by '))).toBe(true)
  })

  it('is put off, handed on and worded anew; what isn’t named stays', async () => {
    const job = await makeJob(owner)
    const { id: other } = await memberAs(server, owner, 'staff')
    const id = await given({ words: 'Sweep', day: inDays(1), jobId: job.id })
    await owner.must('PATCH', `/api/tasks/${id}`, { day: inDays(8) })
    await owner.must('PATCH', `/api/tasks/${id}`, { memberId: other })
    await owner.must('PATCH', `/api/tasks/${id}`, { words: 'Sweep the deck' })
    await owner.must('PATCH', `/api/tasks/${id}`, {})
    expect((await list(`?job=${job.id}`)).tasks).toMatchObject([
      { words: 'Sweep the deck', day: inDays(8), member: { id: other } },
    ])
    expect((await jobOf(owner, job.id)).thread.filter((t) => t.words.startsWith('Task “'))).toHaveLength(3)
  })

  it('is one however often it is sent; nothing is made of what it can’t be', async () => {
    const key = `k${Date.now()}`
    const ids = await Promise.all([1, 2, 3].map(() => given({ words: 'Once', key })))
    expect(new Set(ids).size).toBe(1)
    expect((await give({ words: '  ' })).body.fields).toHaveProperty('words')
    expect((await give({ words: 'x', day: '2026-02-31' })).body.fields).toHaveProperty('day')
    expect((await give({ words: 'x'.repeat(301) })).status).toBe(422)
    expect((await give({ words: 'x', jobId: 'gone' })).status).toBe(404)
    expect((await give({ words: 'x', contactId: 'gone' })).status).toBe(404)
    expect((await give({ words: 'x', memberId: 'gone' })).body.fields).toHaveProperty('memberId')
    expect((await owner.post('/api/tasks/gone/done', { done: true })).status).toBe(404)
    expect((await give({ words: 'x' }, new Caller(server))).status).toBe(401)
    expect((await new Caller(server).get('/api/tasks')).status).toBe(401)
    const hostile = '<img src=x onerror=alert(1)> {first}'
    await given({ words: hostile })
    expect(words(await list())).toContain(hostile)
  })

  it('goes to whoever takes over when its member leaves, or to whoever has time', async () => {
    const leaves = await memberAs(server, owner, 'staff')
    const stays = await memberAs(server, owner, 'staff')
    const id = await given({ words: 'Left behind', memberId: leaves.id })
    await owner.must('DELETE', `/api/members/${leaves.id}?to=${stays.id}`)
    expect((await list('?whose=all')).tasks.find((t) => t.id === id)!.member).toMatchObject({ id: stays.id })
    expect((await give({ words: 'x', memberId: leaves.id })).body.fields).toHaveProperty('memberId')
    await owner.must('DELETE', `/api/members/${stays.id}`)
    expect((await list()).tasks.find((t) => t.id === id)!.member).toBe(null)
  })
})

describe('tags', () => {
  const put = (of: string, id: string, tags: string[], who = owner) =>
    who.call<{ tags: string[] }>('PUT', `/api/${of}/${id}/tags`, { tags })
  const jobsWith = async (tag: string) =>
    (await owner.must<JobPage>('GET', `/api/jobs?when=all&limit=100&tag=${encodeURIComponent(tag)}`)).rows.map(
      (r) => r.id,
    )

  it('stand on a job and on a person, once each, in lists and filters', async () => {
    const job = await makeJob(owner)
    expect((await put('jobs', job.id, ['Returning', ' returning ', 'in  May', ''])).body.tags).toEqual([
      'Returning',
      'in May',
    ])
    expect((await jobOf(owner, job.id)).tags).toEqual(['Returning', 'in May'])
    expect(await jobsWith('RETURNING')).toEqual([job.id])
    expect(await jobsWith('in May')).toEqual([job.id])
    expect(await jobsWith("x' or 1=1 --")).toEqual([])
    const row = (await owner.must<JobPage>('GET', '/api/jobs?when=all&tag=returning')).rows[0]!
    expect(row.tags).toEqual(['Returning', 'in May'])
    await put('jobs', job.id, ['in May'])
    expect((await jobOf(owner, job.id)).thread.map((t) => t.words)).toEqual(
      expect.arrayContaining(['Tag “Returning” put on, tag “in May” put on', 'Tag “Returning” taken off']),
    )
    const { id: ada } = await owner.must<{ id: string }>('POST', '/api/contacts', { name: 'Ada Tagged' })
    await put('contacts', ada, ['Press'])
    expect((await owner.get<{ tags: string[] }>(`/api/contacts/${ada}/tags`)).body.tags).toEqual(['Press'])
    const found = await owner.must<{ id: string }[]>('GET', '/api/contacts?tag=press')
    expect(found.map((c) => c.id)).toEqual([ada])
    const counts = await owner.must<TagCounts>('GET', '/api/tags')
    expect(counts.job).toContainEqual({ tag: 'in May', n: 1 })
    expect(counts.person).toContainEqual({ tag: 'Press', n: 1 })
  })

  it('are put on by whoever keeps jobs; not too many, on nothing that is gone', async () => {
    const job = await makeJob(owner)
    const { caller: desk } = await memberAs(server, owner, 'front desk')
    expect((await put('jobs', job.id, ['x'], desk)).status).toBe(403)
    expect((await put('jobs', job.id, ['x'], new Caller(server))).status).toBe(401)
    expect((await put('jobs', 'gone', ['x'])).status).toBe(404)
    expect((await put('contacts', 'gone', ['x'])).status).toBe(404)
    expect(
      (
        await put(
          'jobs',
          job.id,
          Array.from({ length: 21 }, (_, i) => `t${i}`),
        )
      ).status,
    ).toBe(422)
    // Two at once: the last one’s are what stands, whole.
    await Promise.all([put('jobs', job.id, ['a', 'b']), put('jobs', job.id, ['c'])])
    expect([['a', 'b'], ['c']]).toContainEqual((await jobOf(owner, job.id)).tags)
  })

  it('and tasks go with a person who is forgotten, and are in what is told of them before', async () => {
    const { id } = await owner.must<{ id: string }>('POST', '/api/contacts', { name: 'Ben Gone' })
    await put('contacts', id, ['Press'])
    const task = await given({ words: 'Ring Ben Gone', contactId: id })
    const data = await owner.must<PersonData>('GET', `/api/contacts/${id}/data`)
    expect(data).toMatchObject({ person: { tags: ['Press'] }, tasks: [{ words: 'Ring Ben Gone' }] })
    await owner.must('POST', `/api/contacts/${id}/forget`)
    expect((await owner.get<{ tags: string[] }>(`/api/contacts/${id}/tags`)).body.tags).toEqual([])
    expect(JSON.stringify((await list()).tasks.find((t) => t.id === task))).not.toContain('Ben')
  })
})
