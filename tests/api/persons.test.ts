import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { h, p, signatureBlock } from '../../core/document/build'
import type { ContactView } from '../../shared/jobs'
import type { NoticesView } from '../../shared/notices'
import type { PersonData, PersonThread, PersonView, SameLook } from '../../shared/out/person'
import type { PulseView, TimelineView } from '../../shared/pulse'
import { Caller, memberAs, signedIn } from '../support/caller'
import { agreedJob, inDays, jobOf, linkTo, mailsTo, makeJob, send, sign } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

let n = 0
const someone = async (more: object = {}) =>
  (await owner.must<{ id: string }>('POST', '/api/contacts', { name: `Somebody ${(n += 1)}`, ...more })).id
const view = (id: string, who = owner) => who.must<PersonView>('GET', `/api/contacts/${id}`)
const thread = (id: string, query = '') => owner.must<PersonThread>('GET', `/api/contacts/${id}/thread${query}`)
const clientOf = async (job: string) => (await jobOf(owner, job)).client!.id
const list = (query: string) => owner.must<ContactView[]>('GET', `/api/contacts?limit=100&${query}`)

describe('a person’s page', () => {
  it('says what is open between them on top, and has everything in one thread', async () => {
    const job = await agreedJob(owner, { title: 'Page meadow' })
    const id = await clientOf(job.id)
    await owner.must('POST', `/api/contacts/${id}/notes`, { words: 'Rings in the evening' })
    const page = await view(id)
    expect(page.jobs.map((j) => [j.id, j.stops.length > 3])).toEqual([[job.id, true]])
    expect(page.sums).toMatchObject({ jobs: 1, paid: 0, open: expect.any(Number) })
    expect(page.between.map((b) => b.jobId)).toContain(job.id)
    expect(page.between.some((b) => b.words.includes('£'))).toBe(true)
    const all = await thread(id)
    expect(all.rows.map((r) => r.words)).toEqual(
      expect.arrayContaining(['Maren Fosse: Rings in the evening', expect.stringContaining('signed')]),
    )
    const times = all.rows.map((r) => r.at)
    expect(times).toEqual(times.toSorted().reverse())
    expect((await thread(id, '?part=notes')).rows.map((r) => r.words)).toContain('Maren Fosse: Rings in the evening')
    expect((await thread(id, '?part=visits')).rows).toEqual([])
  })

  it('pages through a long thread without losing or doubling anything', async () => {
    const id = await someone()
    for (let i = 0; i < 45; i += 1) await owner.must('POST', `/api/contacts/${id}/notes`, { words: `Note ${i}` })
    const first = await thread(id)
    const rest = await thread(id, `?after=${encodeURIComponent(first.next!)}`)
    const words = [...first.rows, ...rest.rows].map((r) => r.words)
    expect(new Set(words).size).toBe(45)
    expect([words[0], rest.next]).toEqual(['Maren Fosse: Note 44', null])
  })

  it('shows no amounts to whoever may not see money, and nothing to nobody', async () => {
    const job = await agreedJob(owner)
    const id = await clientOf(job.id)
    const { caller: desk } = await memberAs(server, owner, 'front desk')
    const page = await view(id, desk)
    expect([page.sums.paid, page.sums.open]).toEqual([null, null])
    expect(JSON.stringify(page.between)).not.toContain('£')
    for (const path of ['', '/thread', '/same?gone=x']) {
      expect((await new Caller(server).get(`/api/contacts/${id}${path}`)).status).toBe(401)
    }
    expect((await desk.post(`/api/contacts/${id}/same`, { gone: 'x' })).status).toBe(403)
    expect((await desk.post(`/api/contacts/${id}/letters`, { subject: 'a', words: 'b', key: 'k' })).status).toBe(200)
    expect((await desk.post(`/api/contacts/${id}/papers`, { templateId: 't', key: 'k' })).status).toBe(403)
    expect((await owner.get('/api/contacts/nobody')).status).toBe(404)
  })

  it('ties people to organisations and children, refuses what can’t be, and keeps consents with their end', async () => {
    const [firm, anna, child] = [
      await someone({ kind: 'organisation', name: 'Fen Rowing' }),
      await someone({ name: 'Anna Fen' }),
      await someone({ name: 'Theo Fen', born: '2019-04-01' }),
    ]
    const tie = (id: string, body: object) => owner.post<{ id: string }>(`/api/contacts/${id}/ties`, body)
    await tie(anna, { kind: 'works-at', way: 'from', other: firm, words: 'bookings' })
    const { body: made } = await tie(child, { kind: 'guardian-of', way: 'to', other: anna })
    expect((await tie(firm, { kind: 'guardian-of', way: 'from', other: child })).status).toBe(422)
    expect((await tie(child, { kind: 'guardian-of', way: 'from', other: anna })).body).toMatchObject({
      code: 'invalid',
    })
    expect((await tie(anna, { kind: 'works-at', way: 'from', other: 'nobody' })).status).toBe(404)
    const ties = (await view(anna)).ties.map((t) => [t.kind, t.way, t.other.name, t.words])
    expect(ties).toEqual([
      ['guardian-of', 'from', 'Theo Fen', ''],
      ['works-at', 'from', 'Fen Rowing', 'bookings'],
    ])
    expect((await owner.call('DELETE', `/api/contacts/${firm}/ties/${made.id}`)).status).toBe(404)
    await owner.must('DELETE', `/api/contacts/${anna}/ties/${made.id}`)
    const { id } = await owner.must<{ id: string }>('POST', `/api/contacts/${anna}/consents`, {
      words: 'Pictures may be shown',
      givenOn: inDays(-3),
    })
    const back = (on: string) => owner.call('PATCH', `/api/contacts/${anna}/consents/${id}`, { on })
    expect((await back(inDays(-9))).status).toBe(422)
    expect((await back(inDays(0))).status).toBe(200)
    expect((await view(anna)).consents).toMatchObject([{ words: 'Pictures may be shown', withdrawnOn: inDays(0) }])
    const data = await owner.must<PersonData>('GET', `/api/contacts/${anna}/data`)
    expect([data.ties.map((t) => t.name), data.consents.length]).toEqual([['Fen Rowing'], 1])
  })

  it('is found among clients, guests, suppliers', async () => {
    const job = await makeJob(owner, { client: { name: 'Zed Client' } })
    const guest = await someone({ name: 'Zed Guest' })
    await owner.must('POST', `/api/jobs/${job.id}/guests`, { contactId: guest })
    const supplier = await someone({ name: 'Zed Supplier' })
    await owner.must('PATCH', `/api/contacts/${supplier}`, { supplier: true, notes: 'Birch, by the cord' })
    const names = async (as: string) => (await list(`find=Zed&as=${as}`)).map((c) => c.name)
    expect(await names('client')).toEqual(['Zed Client'])
    expect(await names('guest')).toEqual(['Zed Guest'])
    expect(await names('supplier')).toEqual(['Zed Supplier'])
    expect((await view(supplier)).person.notes).toBe('Birch, by the cord')
    expect((await owner.get('/api/contacts?as=nobody')).status).toBe(422)
  })

  it('gets a letter once, however often it is pressed', async () => {
    const id = await someone({ email: 'write@people.example' })
    const body = { subject: 'About Saturday', words: 'Bring a towel.', key: 'w1' }
    await owner.must('POST', `/api/contacts/${id}/letters`, body)
    await owner.must('POST', `/api/contacts/${id}/letters`, body)
    const mails = await until(
      () => mailsTo(owner, 'write@people.example'),
      (m) => m.length > 0,
    )
    expect(mails.map((m) => m.subject)).toEqual(['About Saturday'])
    expect((await thread(id, '?part=messages')).rows.map((r) => r.words)).toEqual(['Maren Fosse wrote: About Saturday'])
    const silent = await someone()
    expect((await owner.post(`/api/contacts/${silent}/letters`, body)).status).toBe(409)
  })
})

describe('two who are one', () => {
  it('are looked at first, stand as one, and can be told apart again with everything where it was', async () => {
    const job = await agreedJob(owner, { title: 'Same meadow' })
    const gone = await clientOf(job.id)
    const kept = await someone({ name: 'Petra Holm-Vane', phone: '01632 960 777' })
    const child = await someone({ name: 'Ida Holm', born: '2019-04-01' })
    const session = await makeJob(owner, { title: 'Both came', client: null, clientId: null })
    for (const contactId of [gone, kept]) await owner.must('POST', `/api/jobs/${session.id}/guests`, { contactId })
    await owner.must('POST', `/api/contacts/${gone}/ties`, { kind: 'guardian-of', way: 'from', other: child })
    await owner.must('PUT', `/api/contacts/${gone}/tags`, { tags: ['Orchard', 'early'] })
    await owner.must('PUT', `/api/contacts/${kept}/tags`, { tags: ['orchard'] })
    const before = { gone: await view(gone), kept: await view(kept) }
    const look = await owner.must<SameLook>('GET', `/api/contacts/${kept}/same?gone=${gone}`)
    expect(look.against).toBe('')
    expect(look.moves).toEqual(expect.arrayContaining(['1 job', '1 place among guests']))
    expect(look.facts.map((f) => f.key)).toEqual(expect.arrayContaining(['name', 'email', 'phone']))
    const { id } = await owner.must<{ id: string }>('POST', `/api/contacts/${kept}/same`, { gone, take: ['name'] })
    const now = await view(kept)
    expect(now.person).toMatchObject({ name: 'Petra Holm', email: job.email, phone: '01632 960 777' })
    expect(now.person.tags.toSorted()).toEqual(['early', 'orchard'])
    expect([now.ties[0]?.other.name, now.merged.map((m) => m.id)]).toEqual(['Ida Holm', [id]])
    expect(now.jobs.map((j) => j.id)).toContain(job.id)
    expect((await jobOf(owner, job.id)).client!.id).toBe(kept)
    expect((await jobOf(owner, session.id)).guests.map((g) => g.id)).toEqual([kept])
    expect((await thread(kept)).rows.some((r) => r.job?.id === job.id)).toBe(true)
    // The other isn't found any more, and new work for them goes where they are.
    expect((await list(`find=${encodeURIComponent(job.email)}`)).map((c) => c.id)).toEqual([kept])
    expect((await view(gone)).mergedInto).toMatchObject({ id: kept })
    const next = await makeJob(owner, { client: null, clientId: gone })
    expect(await clientOf(next.id)).toBe(kept)
    expect((await owner.call('PATCH', `/api/contacts/${gone}`, { phone: '1' })).status).toBe(409)
    expect((await owner.post(`/api/contacts/${kept}/same`, { gone })).status).toBe(409)
    // Signed papers still verify: their chains name whom they named.
    expect((await owner.get(`/api/papers/${job.contract}`)).status).toBe(200)

    await owner.must('DELETE', `/api/merges/${id}`)
    await owner.must('DELETE', `/api/merges/${id}`)
    expect(await clientOf(job.id)).toBe(gone)
    expect((await jobOf(owner, session.id)).guests.map((g) => g.id).toSorted()).toEqual([gone, kept].toSorted())
    const after = { gone: await view(gone), kept: await view(kept) }
    expect(after.gone.person).toEqual(before.gone.person)
    expect(after.gone.ties).toEqual(before.gone.ties)
    expect(after.kept.person).toEqual(before.kept.person)
    // What was given to them meanwhile stays.
    expect(await clientOf(next.id)).toBe(kept)
  })

  it('can’t be a person and an organisation, nor the same, nor told apart after 30 days', async () => {
    const [a, b, firm] = [await someone(), await someone(), await someone({ kind: 'organisation' })]
    const same = (kept: string, gone: string) => owner.post<{ id: string }>(`/api/contacts/${kept}/same`, { gone })
    expect((await same(a, firm)).status).toBe(409)
    expect((await same(a, a)).status).toBe(409)
    expect((await same(a, 'nobody')).status).toBe(404)
    const { body } = await same(a, b)
    await server.rows('update merges set at = ? where id = ?', [`${inDays(-31)}T00:00:00.000Z`, body.id])
    expect((await owner.call('DELETE', `/api/merges/${body.id}`)).status).toBe(409)
    expect((await view(a)).merged).toEqual([])
    // Forgotten, what was kept of the other goes too.
    await owner.must('POST', `/api/contacts/${a}/forget`)
    const [row] = await server.rows('select name from contacts where id = ?', [b])
    expect(row!.name).toBe('Somebody forgotten')
  })
})

describe('who works here', () => {
  it('gets an agreement of their own, signed by a link, on a house job that stands in no list of jobs', async () => {
    const { id: member } = await memberAs(server, owner, 'staff')
    const record = await owner.must<{ id: string }>('POST', `/api/members/${member}/record`)
    expect(await owner.must('POST', `/api/members/${member}/record`)).toEqual(record)
    const email = (await view(record.id)).person.email
    const template = await owner.must<{ id: string }>('POST', '/api/templates', {
      name: 'Working with us',
      kind: 'contract',
    })
    const { revision } = await owner.must<{ revision: number }>('GET', `/api/templates/${template.id}`)
    const document = {
      ...{ title: 'Working with us', language: 'en-GB', header: [], footer: [] },
      parties: [
        { key: 'client', label: 'Member' },
        { key: 'business', label: 'Business' },
      ],
      body: [
        h(1, 'Working with us'),
        p('between {business.legalName} and *{client.name}*.'),
        {
          t: 'columns',
          columns: [signatureBlock('client', 'For the member'), signatureBlock('business', 'For the business')],
        },
      ],
    }
    await owner.must('PATCH', `/api/templates/${template.id}`, { revision, document, target: 'staff' })
    const make = () =>
      owner.must<{ id: string }>('POST', `/api/contacts/${record.id}/papers`, {
        templateId: template.id,
        key: 'staff-1',
      })
    const paper = (await make()).id
    expect((await make()).id).toBe(paper)
    await send(owner, paper)
    await sign(new Caller(server), await linkTo(owner, email))
    const page = await view(record.id)
    expect(page.person.member).toMatchObject({ id: member })
    expect(page.jobs).toMatchObject([{ house: true }])
    const listed = await owner.must<{ rows: { id: string }[] }>('GET', '/api/jobs?limit=100')
    expect(listed.rows.some((r) => r.id === page.jobs[0]!.id)).toBe(false)
    expect((await list('as=member')).map((c) => c.id)).toContain(record.id)
    const others = await makeJob(owner)
    const wrong = { templateId: template.id, jobId: others.id, key: 'staff-2' }
    expect((await owner.post(`/api/contacts/${record.id}/papers`, wrong)).status).toBe(422)
  })
})

describe('what went on', () => {
  const timeline = (query: string) => owner.must<TimelineView>('GET', `/api/timeline?${query}`)
  it('is counted by day, and every count opens as many rows', async () => {
    await agreedJob(owner, { title: 'Pulse meadow' })
    const pulse = await owner.must<PulseView>('GET', '/api/pulse?days=7')
    for (const beat of pulse.beats.filter((b) => b.kind !== 'money')) {
      let rows = 0
      for (let after = ''; ;) {
        const page = await timeline(`kind=${beat.kind}&days=7${after}`)
        rows += page.rows.length
        if (!page.next) break
        after = `&after=${encodeURIComponent(page.next)}`
      }
      expect([beat.kind, rows]).toEqual([beat.kind, beat.total])
      expect(beat.days).toHaveLength(7)
    }
    expect(pulse.beats.find((b) => b.kind === 'signed')!.days.at(-1)).toBeGreaterThan(0)
    expect(pulse.plates.map((p) => p.name)).toContain('Maren Fosse')
    const { caller: desk } = await memberAs(server, owner, 'front desk')
    expect((await desk.must<PulseView>('GET', '/api/pulse')).beats.some((b) => b.kind === 'money')).toBe(false)
  })

  it('is narrowed down to a job, a person, a kind', async () => {
    const job = await agreedJob(owner)
    const of = await timeline(`job=${job.id}`)
    expect(of.rows.length).toBeGreaterThan(3)
    expect(new Set(of.rows.map((r) => r.job!.id))).toEqual(new Set([job.id]))
    const id = await clientOf(job.id)
    const theirs = await timeline(`person=${id}&kind=paper`)
    expect(theirs.rows.map((r) => r.words)).toContain('Petra Holm signed the hire agreement')
    expect((await owner.get('/api/timeline?kind=nothing')).status).toBe(422)
  })
})

describe('notices', () => {
  const mine = (who: Caller) => who.must<NoticesView>('GET', '/api/notices')
  const choose = (who: Caller, choices: object, phone = '') =>
    who.call('PUT', '/api/notices/choices', {
      choices: {
        ...{ signed: [], declined: [], asks: [], money: [], trouble: [], mine: [], came: [] },
        ...choices,
      },
      phone,
    })

  it('come as each member chose, once for one thing, and are read one by one or all', async () => {
    const { caller: jonah } = await memberAs(server, owner, 'staff')
    const { caller: desk } = await memberAs(server, owner, 'front desk')
    await choose(jonah, { signed: ['here'], money: ['here'] })
    await choose(desk, { money: ['here'] })
    const job = await agreedJob(owner, { title: 'Notice meadow' })
    await owner.must('POST', `/api/jobs/${job.id}/payments`, {
      ...{ stage: 'deposit', amount: 1000, method: 'bank', key: 'n-1' },
    })
    const of = async (who: Caller) => (await mine(who)).rows.filter((r) => r.path === `/jobs/${job.id}`)
    const told = await until(
      () => of(jonah),
      (r) => r.length === 2,
    )
    expect(told.map((r) => r.kind).toSorted()).toEqual(['money', 'signed'])
    // Who may not see money isn't told of it, whatever they chose.
    expect(await of(desk)).toEqual([])
    await jonah.must('POST', '/api/notices/read', { ids: [told[0]!.id] })
    expect((await mine(jonah)).unread).toBe(1)
    // Somebody else's stays as it is.
    const others = await until(
      () => of(owner),
      (r) => r.length >= 2,
    )
    await jonah.must('POST', '/api/notices/read', { ids: others.map((r) => r.id) })
    expect((await of(owner)).every((r) => !r.read)).toBe(true)
    await jonah.must('POST', '/api/notices/read', { ids: null })
    expect((await jonah.must<{ notices: number }>('GET', '/api/needs')).notices).toBe(0)
  })

  it('wait for the letter of the day where that was chosen, and it goes out once', async () => {
    const { caller: jonah, id } = await memberAs(server, owner, 'staff')
    await choose(jonah, { signed: ['daily'], mine: ['daily'] })
    const job = await agreedJob(owner, { title: 'Daily meadow' })
    await owner.must('POST', '/api/tasks', { words: 'Oil the door', memberId: id, jobId: job.id, key: 'daily-1' })
    const waiting = () => server.rows(`select * from notices where member_id = ? and daily = 'waits'`, [id])
    await until(waiting, (r) => r.length === 2)
    expect((await mine(jonah)).rows).toEqual([])
    const [{ email }] = (await server.rows('select email from members where id = ?', [id])) as unknown as [
      { email: string },
    ]
    const told = async () => (await mailsTo(owner, email)).filter((m) => /since yesterday/.test(m.subject))
    expect((await mailsTo(owner, email)).map((m) => m.subject)).not.toContain('For you to do: Oil the door')
    expect(await told()).toEqual([])
    await server.rows(
      `update outbox set due_at = '2020-01-01T00:00:00.000Z', leased_until = null where kind = 'notices.daily'`,
    )
    const mails = await until(told, (m) => m.length > 0, 30)
    expect(mails.map((m) => m.subject)).toEqual(['2 things since yesterday'])
    expect(mails[0]!.text).toContain('Oil the door')
    expect(await waiting()).toEqual([])
  })

  it('by text need a number that can be dialled', async () => {
    const { caller: jonah } = await memberAs(server, owner, 'staff')
    expect((await choose(jonah, { mine: ['text'] })).status).toBe(422)
    expect((await choose(jonah, { mine: ['text'] }, 'nonsense')).status).toBe(422)
    expect((await choose(jonah, { mine: ['text'] }, '+44 1632 960 508')).status).toBe(200)
    expect((await new Caller(server).get('/api/notices')).status).toBe(401)
  })
})
