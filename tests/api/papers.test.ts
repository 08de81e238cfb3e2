import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { PaperPage, PaperRow } from '../../shared/papers'
import { Caller, signedIn } from '../support/caller'
import { jobOf, linkTo, makeJob, makePaper, send, sign } from '../support/line'
import { TestServer } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const page = (query: Record<string, string>) =>
  owner.must<PaperPage>('GET', `/api/papers?${new URLSearchParams({ limit: '100', ...query })}`)
const titles = async (query: Record<string, string>) => (await page(query)).rows.map((r) => r.title)
const of = async (job: string) => (await page({ job })).rows

describe('the list of papers', () => {
  it('says whose each is, what it comes to and what it waits for, as things happen', async () => {
    const job = await makeJob(owner, { title: 'Weir View weekend' })
    const paper = await makePaper(owner, job.id, 'quote')
    const { client, priced } = await jobOf(owner, job.id)
    const seen: [string, string, string][] = []
    const look = async () => {
      const row = (await of(job.id)).find((r) => r.id === paper)
      expect(row).toMatchObject({ id: paper, whose: client!.name, worth: priced.total, jobTitle: 'Weir View weekend' })
      seen.push([row!.state, row!.stop, row!.waits])
    }
    await look()
    await send(owner, paper)
    await look()
    const token = await linkTo(owner, client!.email)
    await sign(new Caller(server), token)
    await look()
    expect(seen).toEqual([
      ['draft', 'yours', 'draft'],
      ['out', 'theirs', `with ${client!.name}`],
      ['signed', 'settled', 'signed'],
    ])
    const row = (await of(job.id)).find((r) => r.id === paper)
    expect([row!.sentBy, row!.language]).toEqual(['Maren Fosse', 'en'])
  })

  it('says the name somebody has now, the client’s and a guest’s', async () => {
    const job = await makeJob(owner, { title: 'Renamed here' })
    await makePaper(owner, job.id, 'quote')
    const { client } = await jobOf(owner, job.id)
    await owner.must('PATCH', `/api/contacts/${client!.id}`, { name: 'Petronella Holm' })
    expect((await of(job.id)).map((r) => r.whose)).toEqual(['Petronella Holm'])
    expect((await page({ find: 'petronella' })).rows.map((r) => r.jobId)).toContain(job.id)
    await owner.must('PATCH', `/api/contacts/${client!.id}`, { name: client!.name })
    const guest = (await page({ kind: 'waiver' })).rows.find((r) => r.whose === 'Leena Varga')!
    const [leena] = await owner.must<{ id: string }[]>('GET', '/api/contacts?find=Leena%20Varga')
    await owner.must('PATCH', `/api/contacts/${leena!.id}`, { name: 'Leena Varga-Holt' })
    expect((await of(guest.jobId)).find((r) => r.id === guest.id)!.whose).toBe('Leena Varga-Holt')
  })

  it('loses what is thrown away, from the index of its words, too', async () => {
    const job = await makeJob(owner, { title: 'Thrown away' })
    const paper = await makePaper(owner, job.id, 'quote')
    expect(await titles({ job: job.id })).toHaveLength(1)
    await owner.must('DELETE', `/api/papers/${paper}`)
    expect(await titles({ job: job.id })).toEqual([])
    expect(await titles({ find: 'Thrown away' })).toEqual([])
  })
})

describe('papers are found', () => {
  it('by words inside them, with their line; by any part of title, people and job', async () => {
    const inside = await page({ find: 'wood stov' })
    expect(inside.rows.length).toBeGreaterThan(0)
    for (const r of inside.rows)
      if (r.found) expect(r.found.filter((p) => p.hit).map((p) => p.text.toLowerCase())[0]).toMatch(/^(wood|stov)/)
    expect(inside.rows.some((r) => r.found)).toBe(true)
    const accented = (await titles({ find: 'DUPONT' })).length
    expect(accented).toBe((await titles({ find: 'düpónt' })).length)
    const part = await page({ find: 'rlow' })
    expect(part.rows.length).toBeGreaterThan(0)
    expect(part.rows.every((r) => /marlow/i.test(`${r.whose} ${r.jobTitle} ${r.waits}`))).toBe(true)
  })

  it.each([
    '"',
    'a" OR "b',
    'title:x',
    'NEAR(a b)',
    '*',
    '%',
    '_',
    '-',
    '(((',
    '\u0001',
    '🙂',
    "'; drop table papers; --",
  ])('with whatever somebody types: %s', async (find) => {
    expect((await owner.call('GET', `/api/papers?find=${encodeURIComponent(find)}`)).status).toBe(200)
  })

  it('by each filter alone, and their counts are those of their rows', async () => {
    const all = await page({})
    const by = (q: Record<string, string>, fits: (r: PaperRow) => boolean) =>
      page(q).then((p) => {
        expect(p.rows.map((r) => r.id).sort(), JSON.stringify(q)).toEqual(
          all.rows
            .filter(fits)
            .map((r) => r.id)
            .sort(),
        )
        expect(p.counts!.all).toBe(p.rows.length)
        expect(p.counts!.worth).toBe(p.rows.reduce((n, r) => n + (r.worth ?? 0), 0))
      })
    expect(all.next).toBeNull()
    for (const state of ['draft', 'out', 'signed', 'declined'] as const) {
      await by({ state }, (r) => r.state === state)
      expect(all.counts!.states[state] ?? 0).toBe(all.rows.filter((r) => r.state === state).length)
    }
    await by({ state: 'yours' }, (r) => r.stop === 'yours')
    await by({ kind: 'waiver' }, (r) => r.kind === 'waiver')
    await by({ jobKind: 'garden' }, (r) => r.jobKind === 'Garden weekend')
    await by({ month: all.rows[0]!.since.slice(0, 7) }, (r) => r.since.slice(0, 7) === all.rows[0]!.since.slice(0, 7))
    const maren = all.members.find((m) => m.name === 'Maren Fosse')!
    await by({ member: maren.id }, (r) => r.sentBy === 'Maren Fosse')
  })

  it.each(['title', 'whose', 'worth', 'since'] as const)(
    'page by page in order of %s, each once, both ways',
    async (sort) => {
      const read = async (down: string) => {
        const ids: string[] = []
        for (let after = ''; ;) {
          const p = await page({ sort, limit: '7', ...(down && { down }), ...(after && { after }) })
          ids.push(...p.rows.map((r) => r.id))
          if (!p.next) return ids
          after = p.next
        }
      }
      const up = await read('')
      expect(new Set(up).size).toBe(up.length)
      expect(up.length).toBe((await page({})).counts!.all)
      expect(await read('1')).toEqual([...up].reverse())
    },
  )
})
