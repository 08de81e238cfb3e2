import { toBuffer } from 'qrcode'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { DeskView, DeskVisit, PastVisit } from '../../shared/out/desk'
import { Caller, OWNER, memberAs, signedIn } from '../support/caller'
import { inDays, jobOf, makeJob, sign, viewOf } from '../support/line'
import { specimen } from '../support/sealed'
import { pdfText } from '../support/templates'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

let n = 0
const key = () => `d${(n += 1)}-${Date.now()}`
const TODAY = inDays(0)
interface Comes {
  name: string
  born?: string
}
/** A session of today with whoever comes; their ids by their names. */
async function session(people: Comes[], over: object = {}) {
  const { id } = await makeJob(owner, {
    kindId: 'session',
    title: `Lakeside ${key()}`,
    lines: [],
    starts: `${TODAY}T23:50`,
    ends: `${TODAY}T23:59`,
    ...over,
  })
  const ids: Record<string, string> = {}
  for (const contact of people) {
    const { contactId } = await owner.must<{ contactId: string }>('POST', `/api/jobs/${id}/guests`, { contact })
    ids[contact.name] = contactId
  }
  return { id, ids }
}
const desk = (who = owner, day = '') => who.must<DeskView>('GET', `/api/desk${day && `?day=${day}`}`)
const visitsOf = async (job: string): Promise<Record<string, DeskVisit>> =>
  Object.fromEntries((await desk()).visits.filter((v) => v.jobId === job).map((v) => [v.name, v]))
const mark = (jobId: string, contactId: string, kind: string, over: object = {}, who = owner) =>
  who.post('/api/desk/marks', {
    marks: [{ id: key(), jobId, contactId, kind, at: new Date().toISOString(), words: '', ...over }],
  })
const toSign = (jobId: string, contactId: string, over: object = {}, who = owner) =>
  who.call<{ personId: string; url: string | null }>('POST', '/api/desk/sign', {
    jobId,
    contactId,
    guardianId: null,
    how: 'device',
    ...over,
  })
/** Hands a device to somebody, who signs on it, and takes it back. */
async function signHere(jobId: string, contactId: string, over: object = {}) {
  const device = await signedIn(server)
  const { personId } = (await toSign(jobId, contactId, over, device)).body
  const { path } = await device.must<{ path: string }>('POST', '/api/handover', { personId })
  await sign(device, path.slice('/s/'.length))
  await device.must('DELETE', '/api/handover', { pin: OWNER.pin })
}
const born = (years: number) => `${Number(TODAY.slice(0, 4)) - years}-01-01`

describe('the front desk', () => {
  it('shows who comes today and what each owes; they sign, are here, leave; a list says so', async () => {
    const { id, ids } = await session([{ name: 'Nadia Ferrer', born: born(40) }, { name: 'Bram Ostrowski' }])
    await session([{ name: 'Somebody Tomorrow' }], { starts: `${inDays(1)}T10:00`, ends: `${inDays(1)}T12:00` })
    const first = await visitsOf(id)
    expect(first['Nadia Ferrer']).toMatchObject({
      state: 'expected',
      step: 'sign',
      mark: 'yours',
      age: 40,
      time: '23:50',
    })
    expect((await desk()).visits.some((v) => v.name === 'Somebody Tomorrow')).toBe(false)
    expect((await desk(owner, inDays(1))).visits.some((v) => v.name === 'Somebody Tomorrow')).toBe(true)
    await signHere(id, ids['Nadia Ferrer']!)
    const signed = await until(
      () => visitsOf(id),
      (v) => v['Nadia Ferrer']!.step === 'ready',
    )
    expect(signed['Nadia Ferrer']).toMatchObject({ mark: 'not-yet', signedAt: expect.any(String) as string })
    expect((await mark(id, ids['Nadia Ferrer']!, 'here')).status).toBe(200)
    expect((await visitsOf(id))['Nadia Ferrer']).toMatchObject({ state: 'here', mark: 'settled', by: 'Maren Fosse' })
    const session0 = (await desk()).sessions.find((s) => s.jobId === id)!
    expect(session0.counts).toEqual({ all: 2, expected: 1, here: 1, gone: 0, away: 0, toSign: 1 })
    const text = pdfText(await owner.raw(`/api/desk/list?job=${id}`))
    expect(text).toMatch(/Nadia Ferrer\s+here\s+\d\d:\d\d\s+signed/)
    expect(text).toMatch(/Bram Ostrowski\s+not here\s+not signed/)
    await mark(id, ids['Nadia Ferrer']!, 'gone')
    expect((await visitsOf(id))['Nadia Ferrer']).toMatchObject({ state: 'gone' })
    const later = pdfText(await owner.raw(`/api/desk/list?job=${id}`))
    expect(later).toMatch(/Nadia Ferrer\s+gone\s+\d\d:\d\d\s+\d\d:\d\d\s+signed/)
    // Looked back at from the person and from the job.
    const past = await owner.must<PastVisit[]>('GET', `/api/contacts/${ids['Nadia Ferrer']!}/visits`)
    expect(past).toMatchObject([{ jobId: id, state: 'gone', by: 'Maren Fosse', cameAt: expect.any(String) as string }])
    expect((await jobOf(owner, id)).visits).toHaveLength(1)
  })

  it('who did not agree says why; they are asked again on a new paper, or turned away with a reason', async () => {
    const { id, ids } = await session([{ name: 'Leena Varga' }])
    const who = ids['Leena Varga']!
    const device = await signedIn(server)
    const { personId } = (await toSign(id, who, {}, device)).body
    const { path } = await device.must<{ path: string }>('POST', '/api/handover', { personId })
    expect((await device.post(`/api/sign/${path.slice(3)}/decline`, { reason: 'x' })).status).toBe(401)
    await device.must('POST', `/api/sign/${path.slice(3)}/affirm`)
    await device.must('POST', `/api/sign/${path.slice(3)}/decline`, { reason: 'heart condition' })
    await device.must('DELETE', '/api/handover', { pin: OWNER.pin })
    const refused = (await visitsOf(id))['Leena Varga']!
    expect(refused).toMatchObject({ step: 'refused', mark: 'trouble', reason: 'heart condition' })
    expect((await mark(id, who, 'turned away')).body).toMatchObject({ fields: { words: expect.any(String) as string } })
    await signHere(id, who)
    await until(
      () => visitsOf(id),
      (v) => v['Leena Varga']!.step === 'ready',
    )
    const papers = (await jobOf(owner, id)).papers.map((p) => p.state)
    expect(papers.sort()).toEqual(['declined', 'signed'])
    expect((await mark(id, who, 'turned away', { words: 'had been drinking' })).status).toBe(200)
    expect((await visitsOf(id))['Leena Varga']).toMatchObject({ state: 'turned away', words: 'had been drinking' })
  })

  it('a child needs somebody of age who isn’t themselves; whoever signs for them signs alone', async () => {
    const { id, ids } = await session([
      { name: 'Theo Ferrer', born: born(13) },
      { name: 'Mio Ferrer', born: born(16) },
      { name: 'Nadia Ferrer', born: born(40) },
    ])
    const [theo, mio, nadia] = [ids['Theo Ferrer']!, ids['Mio Ferrer']!, ids['Nadia Ferrer']!]
    expect((await visitsOf(id))['Theo Ferrer']).toMatchObject({ step: 'guardian', mark: 'trouble', age: 13 })
    for (const guardianId of [null, theo, mio])
      expect((await toSign(id, theo, { guardianId })).body).toMatchObject({
        fields: { guardianId: expect.any(String) as string },
      })
    const { personId } = (await toSign(id, theo, { guardianId: nadia })).body
    const [person] = await server.rows('select name from round_people where id = ?', [personId])
    expect(person).toMatchObject({ name: 'Nadia Ferrer' })
    expect((await visitsOf(id))['Theo Ferrer']).toMatchObject({ step: 'sign', guardian: 'Nadia Ferrer' })
    // Nobody but the guardian signs, and what the guardian owes is signed in the same go.
    await signHere(id, theo, { guardianId: nadia })
    const after = await until(
      () => visitsOf(id),
      (v) => v['Theo Ferrer']!.step === 'ready',
    )
    expect(after['Nadia Ferrer']).toMatchObject({ step: 'ready' })
  })

  it('who still has a waiver that holds signs for a child alone, and none of their own again', async () => {
    await server.rows("update templates set holds = 'year' where kind = 'waiver'")
    const first = await session([{ name: 'Ada Holt', born: born(40) }])
    await signHere(first.id, first.ids['Ada Holt']!)
    await until(
      () => visitsOf(first.id),
      (v) => v['Ada Holt']!.step === 'ready',
    )
    const { id, ids } = await session([{ name: 'Finn Holt', born: born(9) }])
    const ada = first.ids['Ada Holt']!
    await owner.must('POST', `/api/jobs/${id}/guests`, { contactId: ada })
    expect((await visitsOf(id))['Ada Holt']).toMatchObject({ step: 'ready', holds: true })
    await signHere(id, ids['Finn Holt']!, { guardianId: ada })
    await until(
      () => visitsOf(id),
      (v) => v['Finn Holt']!.step === 'ready',
    )
    expect((await jobOf(owner, id)).papers).toHaveLength(1)
    await server.rows("update templates set holds = 'visit' where kind = 'waiver'")
  })

  it('who is under age comes with somebody of age, who stands with the visit and on the list', async () => {
    const { id, ids } = await session([
      { name: 'Theo Ferrer', born: born(13) },
      { name: 'Mio Ferrer', born: born(9) },
      { name: 'Nadia Ferrer', born: born(40) },
    ])
    const [theo, mio, nadia] = [ids['Theo Ferrer']!, ids['Mio Ferrer']!, ids['Nadia Ferrer']!]
    for (const withId of [theo, mio])
      expect((await mark(id, theo, 'here', { withId })).body, withId).toMatchObject({
        fields: { withId: expect.any(String) as string },
      })
    expect((await mark(id, theo, 'here', { withId: 'nobody-known' })).status).toBe(404)
    expect((await mark(id, theo, 'gone', { withId: nadia })).status).toBe(422)
    expect((await mark(id, theo, 'here', { withId: nadia })).status).toBe(200)
    expect((await visitsOf(id))['Theo Ferrer']).toMatchObject({ state: 'here', with: 'Nadia Ferrer' })
    expect(pdfText(await owner.raw(`/api/desk/list?job=${id}`))).toMatch(/Theo Ferrer, 13, with Nadia/)
    await mark(id, theo, 'gone')
    expect(await owner.must<PastVisit[]>('GET', `/api/contacts/${theo}/visits`)).toMatchObject([
      { state: 'gone', with: 'Nadia Ferrer' },
    ])
    await mark(id, theo, 'expected')
    expect((await visitsOf(id))['Theo Ferrer']).toMatchObject({ with: null })
  })

  it('keeps of a document what is set and nothing else; guests get a badge where that is set', async () => {
    const { id, ids } = await session([{ name: 'Nadia Ferrer', born: born(40) }])
    const nadia = ids['Nadia Ferrer']!
    const shown = (who = owner, over: object = {}) =>
      who.post('/api/desk/shown', { jobId: id, contactId: nadia, kind: 'passport', until: '2031-04-02', ...over })
    const told = () => server.rows("select words, detail from happenings where job_id = ? and type = 'document'", [id])
    const badge = `/api/desk/badge?job=${id}&contact=${nadia}`
    expect((await desk()).settings).toEqual({ keeps: ['born'], badges: false })
    expect((await shown()).status).toBe(200)
    expect(await told()).toEqual([])
    expect((await owner.get(badge)).status).toBe(409)
    const { caller: frontDesk } = await memberAs(server, owner, 'front desk')
    const set = (who: Caller, keeps: string[], badges: boolean) =>
      who.call('PUT', '/api/business/desk', { keeps, badges })
    expect((await set(frontDesk, [], true)).status).toBe(403)
    expect((await set(owner, ['number'], true)).status).toBe(422)
    await owner.must('PUT', '/api/business/desk', { keeps: ['born', 'document'], badges: true })
    expect((await shown(frontDesk)).status).toBe(200)
    expect((await shown(owner, { kind: 'library card' })).status).toBe(422)
    expect((await shown(owner, { contactId: 'somebody' })).status).toBe(404)
    expect(await told()).toEqual([
      {
        words: 'Nadia Ferrer showed a passport',
        detail: 'Looked at by A front desk; good until 2031-04-02. Its number and its picture are not kept.',
      },
    ])
    const text = pdfText(await frontDesk.raw(badge))
    for (const words of ['Nadia Ferrer', 'Larkmoor Saunas', (await visitsOf(id))['Nadia Ferrer']!.code])
      expect(text).toContain(words)
    expect((await new Caller(server).get(badge)).status).toBe(401)
    expect((await owner.get(`/api/desk/badge?job=${id}&contact=somebody`)).status).toBe(404)
    await owner.must('PUT', '/api/business/desk', { keeps: ['born'], badges: false })
  })

  it('several children are signed for in one go, each on a paper of their own, with what the guardian owes', async () => {
    const { id, ids } = await session([
      { name: 'Theo Ferrer', born: born(13) },
      { name: 'Mio Ferrer', born: born(9) },
      { name: 'Nadia Ferrer', born: born(40) },
      { name: 'Ken Ferrer', born: born(20) },
    ])
    const [theo, mio, nadia, ken] = ['Theo', 'Mio', 'Nadia', 'Ken'].map((n) => ids[`${n} Ferrer`]!) as [
      string,
      string,
      string,
      string,
    ]
    // Whoever is of age, and whoever signs, is no child of it.
    for (const also of [[ken], [nadia]]) expect((await toSign(id, theo, { guardianId: nadia, also })).status).toBe(422)
    const family = { guardianId: nadia, also: [mio] }
    const device = await signedIn(server)
    const both = await Promise.all([toSign(id, theo, family, device), toSign(id, theo, family)])
    expect(new Set(both.map((b) => b.body.personId)).size).toBe(1)
    const { path } = await device.must<{ path: string }>('POST', '/api/handover', { personId: both[0]!.body.personId })
    await sign(device, path.slice('/s/'.length))
    const visits = await until(
      () => visitsOf(id),
      (v) => v['Mio Ferrer']!.step === 'ready',
    )
    for (const name of ['Theo', 'Mio', 'Nadia']) expect(visits[`${name} Ferrer`]!.step, name).toBe('ready')
    expect(visits['Theo Ferrer']).toMatchObject({ guardian: 'Nadia Ferrer' })
    expect(visits['Ken Ferrer']!.step).toBe('sign')
    expect((await jobOf(owner, id)).papers).toHaveLength(3)
    expect((await toSign(id, theo, family)).status).toBe(409)
  })

  it('two desks take two children of one guardian at once, and the guardian themselves: each is signed once', async () => {
    const { id, ids } = await session([
      { name: 'Gry Aas', born: born(40) },
      { name: 'Cy Aas', born: born(12) },
      { name: 'Di Aas', born: born(11) },
    ])
    const [gry, cy, di] = [ids['Gry Aas']!, ids['Cy Aas']!, ids['Di Aas']!]
    const all = await Promise.all([
      toSign(id, cy, { guardianId: gry }),
      toSign(id, di, { guardianId: gry }),
      toSign(id, gry),
    ])
    // One that came in between is told to look again; nothing breaks, and nothing is made twice.
    for (const { status } of all) expect([200, 404, 409]).toContain(status)
    for (const [who, over] of [
      [cy, { guardianId: gry }],
      [di, { guardianId: gry }],
    ] as const)
      await signHere(id, who, over)
    const after = await until(
      () => visitsOf(id),
      (v) => v['Cy Aas']!.step === 'ready' && v['Di Aas']!.step === 'ready',
    )
    if (after['Gry Aas']!.step !== 'ready') await signHere(id, gry)
    const waivers = (await jobOf(owner, id)).papers.filter((p) => p.kind === 'waiver')
    expect(waivers.map((p) => p.state)).toEqual(['signed', 'signed', 'signed'])
  })

  it('is found by the code that stands in their confirmation, read by a reader or from a picture', async () => {
    const { id, ids } = await session([{ name: 'Nadia Ferrer', born: born(40) }, { name: 'Bram Ostrowski' }])
    const { url } = (await toSign(id, ids['Nadia Ferrer']!, { how: 'link' })).body
    const token = url!.split('/').at(-1)!
    const phone = new Caller(server)
    await sign(phone, token)
    const { atDesk } = await viewOf(phone, token)
    const visits = await visitsOf(id)
    expect(atDesk).toEqual([{ name: 'Nadia Ferrer', code: visits['Nadia Ferrer']!.code }])
    expect(visits['Bram Ostrowski']!.code).not.toBe(visits['Nadia Ferrer']!.code)
    const png = await toBuffer(atDesk[0]!.code, { scale: 8 })
    const scan = (bytes: Uint8Array, who = owner) =>
      who.upload<{ code: string | null; document: object | null }>('/api/desk/scan', bytes)
    expect((await scan(new Uint8Array(png))).body).toEqual({ code: atDesk[0]!.code, document: null })
    expect((await scan(specimen('passport'))).body.document).toMatchObject({
      given: expect.any(String) as string,
      badDigits: [],
    })
    // A picture of something else, a file that is none, and whoever isn't at the desk.
    expect((await scan(new Uint8Array(await toBuffer('https://elsewhere.example')))).status).toBe(422)
    expect((await scan(new TextEncoder().encode('no picture'))).status).toBe(422)
    expect((await scan(new Uint8Array(png), phone)).status).toBe(401)
    const { specimens } = await owner.must<{ specimens: { text: string }[] }>('GET', '/api/desk/specimens')
    expect(specimens.length).toBeGreaterThan(2)
  })

  it('on a phone of their own they sign by a link; begun there, it is seen, and can be gone on with here', async () => {
    const { id, ids } = await session([{ name: 'Yuki Sato' }])
    const { url } = (await toSign(id, ids['Yuki Sato']!, { how: 'link' })).body
    const phone = new Caller(server)
    await phone.must('POST', `/api/sign/${url!.split('/').at(-1)!}/opened`)
    await until(
      () => visitsOf(id),
      (v) => v['Yuki Sato']!.step === 'started',
    )
    expect((await toSign(id, ids['Yuki Sato']!)).status).toBe(200)
    await sign(phone, url!.split('/').at(-1)!)
    await until(
      () => visitsOf(id),
      (v) => v['Yuki Sato']!.step === 'ready',
    )
    expect((await toSign(id, ids['Yuki Sato']!)).status).toBe(409)
  })
})

describe('two desks', () => {
  it('that take the same guest make one paper, whoever is first', async () => {
    const { id, ids } = await session([{ name: 'Callum Reyes' }])
    const [a, b] = [await signedIn(server), await signedIn(server)]
    const both = await Promise.all([toSign(id, ids['Callum Reyes']!, {}, a), toSign(id, ids['Callum Reyes']!, {}, b)])
    expect(both.map((x) => x.status)).toEqual([200, 200])
    expect(both[0]!.body.personId).toBe(both[1]!.body.personId)
    expect((await jobOf(owner, id)).papers).toHaveLength(1)
  })

  it('whose marks come twice, late and in another order come to the same; what can’t be is refused whole', async () => {
    const { id, ids } = await session([{ name: 'Ada Quill' }, { name: 'Ben Quill' }])
    const [ada, ben] = [ids['Ada Quill']!, ids['Ben Quill']!]
    const at = (minutes: number) => new Date(Date.now() + minutes * 60_000).toISOString()
    const came = { id: key(), jobId: id, contactId: ada, kind: 'here', at: at(-20), words: '' }
    const left = { id: key(), jobId: id, contactId: ada, kind: 'gone', at: at(-5), words: '' }
    const send = (...marks: object[]) => owner.post('/api/desk/marks', { marks })
    for (const marks of [[left], [came], [came, left], [left]]) expect((await send(...marks)).status).toBe(200)
    expect((await visitsOf(id))['Ada Quill']).toMatchObject({ state: 'gone' })
    expect(await server.rows('select count(*) n from visit_marks where job_id = ?', [id])).toEqual([{ n: 2 }])
    // Of somebody else under the same id, of nobody, of another job, weeks ago: none of it is taken, nor what came with it.
    const good = { ...came, id: key(), contactId: ben }
    const other = await session([{ name: 'Else Where' }])
    for (const bad of [
      { ...came, contactId: ben },
      { ...good, id: key(), contactId: 'nobody' },
      { ...good, id: key(), contactId: other.ids['Else Where']! },
      { ...good, id: key(), at: at(-60 * 24 * 40) },
      { ...good, id: key(), at: 'yesterday' },
    ])
      expect((await send(good, bad)).status).toBeGreaterThanOrEqual(400)
    expect((await visitsOf(id))['Ben Quill']).toMatchObject({ state: 'expected' })
    // A clock that is ahead isn't believed.
    await send({ ...good, at: at(60) })
    const [row] = await server.rows('select at, taken_at from visit_marks where id = ?', [good.id])
    expect(row!.at).toBe(row!.taken_at)
    await expect(server.rows("update visit_marks set kind = 'gone' where id = ?", [good.id])).rejects.toThrow('changed')
  })

  it('the desk is for whoever runs it: not for nobody, the bookkeeper, or a device that was handed over', async () => {
    const { id, ids } = await session([{ name: 'Only One' }])
    const { caller: front } = await memberAs(server, owner, 'front desk')
    const { caller: books } = await memberAs(server, owner, 'bookkeeper')
    const device = await signedIn(server)
    const { personId } = (await toSign(id, ids['Only One']!, {}, device)).body
    await device.must('POST', '/api/handover', { personId })
    for (const [who, status] of [
      [front, 200],
      [books, 403],
      [device, 423],
      [new Caller(server), 401],
    ] as const) {
      expect((await who.get('/api/desk')).status).toBe(status)
      expect((await who.get('/api/desk/list')).status).toBe(status)
      expect((await mark(id, ids['Only One']!, 'here', {}, who)).status).toBe(status)
    }
  })
})

describe('a waiver that was signed before', () => {
  it('isn’t asked for again for as long as its template says, of the same paper alone', async () => {
    const holds = async (until: string) => {
      const t = await owner.must<{ revision: number }>('GET', '/api/templates/waiver')
      await owner.must('PATCH', '/api/templates/waiver', { revision: t.revision, holds: until })
    }
    const { id, ids } = await session([{ name: 'Signe Before' }])
    const who = ids['Signe Before']!
    await signHere(id, who)
    await until(
      () => visitsOf(id),
      (v) => v['Signe Before']!.step === 'ready',
    )
    const next = await session([])
    await owner.must('POST', `/api/jobs/${next.id}/guests`, { contactId: who })
    const stepNow = async () => (await visitsOf(next.id))['Signe Before']!
    expect((await stepNow()).step).toBe('sign')
    for (const long of ['day', 'season', 'year', 'edition']) {
      await holds(long)
      expect(await stepNow()).toMatchObject({ step: 'ready', holds: true })
    }
    // Used with new words, it is another edition: what held until then is asked for again.
    const t = await owner.must<{ revision: number; document: { body: unknown[] } }>('GET', '/api/templates/waiver')
    const more = { t: 'paragraph', content: [{ t: 'text', text: 'One thing more.' }] }
    const document = { ...t.document, body: [...t.document.body, more] }
    await owner.must('PATCH', '/api/templates/waiver', { revision: t.revision, document })
    const fresh = await session([{ name: 'Somebody Fresh' }])
    await signHere(fresh.id, fresh.ids['Somebody Fresh']!)
    expect((await stepNow()).step).toBe('sign')
    await holds('visit')
  })
})
