import { describe, expect, it } from 'vitest'
import { freshStores, refusal } from '../../../tests/support/stores'
import { useNotices } from '../../composables/notices'
import { useJob } from './useJob'
import { useJobs } from './useJobs'

/** A job before a server that counts its versions. */
async function onScreen() {
  let now = { id: 'j', version: 1, title: 'Orchard', place: 'Sedge' }
  const server = freshStores({
    'GET /api/jobs/j': () => now,
    'PATCH /api/jobs/j': ({ body }) => {
      const { set, version } = body as { set: object; version: number }
      if (version !== now.version) throw refusal(409, 'stale', 'Somebody was ahead of you.')
      return (now = { ...now, ...set, version: version + 1 })
    },
    'POST /api/jobs/j/papers': () => ({ id: 'p' }),
    'POST /api/jobs/j/notes': ({ body }) => ((now = { ...now, title: String((body as { words: string }).words) }), {}),
  })
  const job = useJob()
  await server.inPage(() => job.open('j'))
  return { job, ahead: () => (now = { ...now, version: now.version + 1, place: 'Elsewhere' }), ...server }
}

describe('the job on the screen', () => {
  it('shows what a change returned, for one request, and offers the way back', async () => {
    const { job, asked, sent } = await onScreen()
    asked.length = 0
    await job.set({ place: 'Long Meadow' }, 'place', { place: 'Sedge' })
    expect(asked.map((a) => a.method)).toEqual(['PATCH'])
    expect(job.job).toMatchObject({ place: 'Long Meadow', version: 2 })
    const { now } = useNotices()
    expect(now!.words).toBe('Saved: place.')
    await now!.undo!()
    expect(job.job).toMatchObject({ place: 'Sedge', version: 3 })
    expect(sent('PATCH').map((a) => a.body)).toEqual([
      { set: { place: 'Long Meadow' }, version: 1 },
      { set: { place: 'Sedge' }, version: 2 },
    ])
  })

  it('shows what is there when somebody was ahead, and says so', async () => {
    const { job, ahead } = await onScreen()
    ahead()
    await expect(job.set({ place: 'X' }, 'place', {})).rejects.toThrow('Somebody was ahead of you.')
    expect(job.job).toMatchObject({ place: 'Elsewhere', version: 2 })
    expect(useNotices().now).toBeNull()
  })

  it('makes a paper under a key of its own each time', async () => {
    const { job, sent } = await onScreen()
    expect(await job.makePaper({ kind: 'quote' })).toBe('p')
    await job.makePaper({ templateId: 't', guestId: 'g' })
    const [a, b] = sent('POST').map((x) => x.body as { key: string })
    expect(a).toMatchObject({ kind: 'quote' })
    expect(b).toMatchObject({ templateId: 't', guestId: 'g' })
    expect(a!.key).not.toBe(b!.key)
  })

  it('is read anew after an act that returns nothing of it', async () => {
    const { job } = await onScreen()
    await job.post('/notes', { words: 'Bring the key' })
    expect(job.job.title).toBe('Bring the key')
  })

  it('holds its buttons while something is done, and tells a refusal in words', async () => {
    const { job } = await onScreen()
    const doing = job.act(() => job.post('/nothing', {}))
    expect(job.busy).toBe(true)
    await doing
    expect(job.busy).toBe(false)
    expect(useNotices().now).toMatchObject({ trouble: true, words: 'Nothing answers POST /api/jobs/j/nothing.' })
  })
})

describe('the list of jobs', () => {
  const listed = () => {
    const server = freshStores({
      'GET /api/jobs': ({ query }) => ({
        rows: [{ id: query!.after ? 'b' : 'a' }],
        next: query!.after ? null : 'after-a',
        counts: null,
      }),
    })
    const jobs = useJobs()
    return { jobs, ...server }
  }

  it('looks for what an address says, and for anything where it says nothing', async () => {
    const { jobs, asked, inPage } = listed()
    jobs.look({ find: 'orchard', stop: 'quote', stranger: 'x' })
    inPage(() => jobs.follow())
    await jobs.load()
    expect(asked.at(-1)!.query).toEqual({ when: 'coming', find: 'orchard', stop: 'quote', limit: 40 })
    jobs.look({})
    await jobs.load()
    expect(asked.at(-1)!.query).toEqual({ when: 'coming', limit: 40 })
  })

  it('goes on from where its page ended', async () => {
    const { jobs, inPage } = listed()
    inPage(() => jobs.follow())
    await jobs.load()
    expect(jobs.more).toBe(true)
    await jobs.showMore()
    expect([jobs.rows.map((r) => r.id), jobs.more]).toEqual([['a', 'b'], false])
  })
})
