import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { ForgetLook, PersonData } from '../../shared/out/person'
import type { ContactView } from '../../shared/jobs'
import { type Caller, memberAs, signedIn } from '../support/caller'
import { jobOf, linkTo, makeJob, makePaper, send } from '../support/line'
import { TestServer } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const clientOf = async (job: string) => (await jobOf(owner, job)).client!
const look = (id: string) => owner.must<ForgetLook>('GET', `/api/contacts/${id}/forget`)
const dataOf = (id: string) => owner.must<PersonData>('GET', `/api/contacts/${id}/data`)
const find = (words: string) => owner.must<ContactView[]>('GET', `/api/contacts?find=${encodeURIComponent(words)}`)
/** The tables of the database that say something like this anywhere. */
async function tablesSaying(words: RegExp): Promise<string[]> {
  const tables = await server.rows(`select name from sqlite_master where type = 'table' and name not like 'sqlite%'`)
  const all = await Promise.all(
    tables.map(
      async ({ name }) => [String(name), JSON.stringify(await server.rows(`select * from "${String(name)}"`))] as const,
    ),
  )
  return all.filter(([, rows]) => words.test(rows)).map(([name]) => name)
}

describe('all there is of somebody', () => {
  it('has what they are, their jobs, what they did, and what was written to them; nobody else’s', async () => {
    const { id, email } = await makeJob(owner, { enquiry: 'We are Petra and Tom of Sedge.', notes: 'Rang twice' })
    await send(owner, await makePaper(owner, id, 'quote'))
    await linkTo(owner, email)
    const client = await clientOf(id)
    const data = await dataOf(client.id)
    expect(data.person).toMatchObject({ name: client.name, email })
    expect(data.jobs.map((j) => j.id)).toEqual([id])
    expect(data.jobs[0]).toMatchObject({ as: 'client', notes: 'Rang twice' })
    expect(JSON.stringify(data.jobs[0]!.thread)).toContain('Petra and Tom of Sedge')
    expect(data.messages.map((m) => m.to)).toEqual([email])
    expect(data.papers).toMatchObject([{ email, state: 'out' }])
    expect(JSON.stringify(data)).not.toContain('ines@marlow.example')
  })
  it('is for who may change settings', async () => {
    const { id } = await makeJob(owner)
    const client = await clientOf(id)
    for (const role of ['staff', 'front desk', 'bookkeeper'] as const) {
      const { caller } = await memberAs(server, owner, role)
      expect((await caller.call('GET', `/api/contacts/${client.id}/data`)).status).toBe(403)
      expect((await caller.call('GET', `/api/contacts/${client.id}/forget`)).status).toBe(403)
      expect((await caller.call('POST', `/api/contacts/${client.id}/forget`)).status).toBe(403)
    }
    expect((await owner.call('GET', '/api/contacts/nobody/data')).status).toBe(404)
    expect((await owner.call('POST', '/api/contacts/nobody/forget')).status).toBe(404)
  })
})

/** What was sent is frozen with its round: the chain, its versions and who stood in it. */
const KEPT = ['round_events', 'paper_versions']
describe('somebody who asks to be forgotten', () => {
  it('is not while a paper is out with them; afterwards nothing of theirs is left that isn’t bound', async () => {
    const name = 'Quillon Marchwood'
    const { id, email } = await makeJob(owner, {
      client: { name, email: 'quillon@marchwood.example', phone: '01632 960 777', address: 'Hidden Lane 9' },
      title: 'Marchwood weekend',
      enquiry: 'Hello, Quillon Marchwood here.',
      notes: 'Quillon is shy',
      place: 'Hidden Lane',
    }).then(async ({ id }) => ({ id, email: 'quillon@marchwood.example' }))
    const paper = await makePaper(owner, id, 'quote')
    await send(owner, paper)
    await linkTo(owner, email)
    const client = await clientOf(id)
    expect((await look(client.id)).against).toEqual([expect.stringContaining('out with them')])
    expect((await owner.call('POST', `/api/contacts/${client.id}/forget`)).status).toBe(409)
    expect((await find('quillon')).length).toBe(1)

    await owner.must('POST', `/api/papers/${paper}/withdraw`, { reason: 'Asked to be forgotten' })
    expect(await look(client.id)).toEqual({ against: [], kept: { papers: 0, invoices: 0 } })
    await owner.must('POST', `/api/contacts/${client.id}/forget`)
    await owner.must('POST', `/api/contacts/${client.id}/forget`)
    expect(await find('quillon')).toEqual([])
    const job = await jobOf(owner, id)
    expect(job).toMatchObject({ title: 'Garden weekend', notes: '', place: '', facts: {} })
    expect(job.client).toMatchObject({ name: 'Somebody forgotten', email: '', phone: '', address: '' })
    expect(await owner.must('GET', '/api/contacts/export?as=csv').catch(() => '')).not.toContain('Quillon')
    const [row] = await server.rows('select count(*) n from messages where "to" = ?', [email])
    expect(Number(row!.n)).toBe(0)
    // What was sent stays frozen in its chain; nothing else says the name any more.
    const left = await tablesSaying(/quillon|marchwood|Hidden Lane/i)
    expect(left.filter((t) => !KEPT.includes(t))).toEqual([])
  })
  it('with something signed keeps that, and says so', async () => {
    const [row] = await server.rows(
      `select c.id from contacts c join round_people p on p.contact_id = c.id join rounds r on r.id = p.round_id
        join papers a on a.id = r.paper_id where a.state = 'signed' limit 1`,
    )
    const { kept } = await look(String(row!.id))
    expect(kept.papers).toBeGreaterThan(0)
  })
})
