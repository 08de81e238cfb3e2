import { randomUUID } from 'node:crypto'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { execFileSync } from 'node:child_process'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { form as formPaper } from '../support/flow'
import type { DeskView } from '../../shared/out/desk'
import type { FlowTried, OpenLink, StandingLinkRow, StandingLinkView } from '../../shared/out/standing-links'
import { Caller, memberAs, signedIn } from '../support/caller'
import { inDays, jobOf, mailsTo, makeJob, sign, viewOf } from '../support/line'
import { readQr } from '../support/qr'
import { pdfText } from '../support/templates'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller, waiverId: string
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
  const { templates } = await owner.must<{ templates: { id: string; name: string }[] }>('GET', '/api/library')
  waiverId = templates.find((t) => t.name === 'Bather’s waiver')!.id
})
afterAll(() => server.stop())

const TODAY = inDays(0)
const born = (years: number) => `${Number(TODAY.slice(0, 4)) - years}-01-01`
const session = async (over: object = {}) =>
  (
    await makeJob(owner, {
      kindId: 'session',
      title: `Lakeside ${randomUUID().slice(0, 6)}`,
      lines: [],
      starts: `${TODAY}T23:50`,
      ends: `${TODAY}T23:59`,
      people: 20,
      ...over,
    })
  ).id
const linkOf = (id: string, who = owner) => who.must<StandingLinkView>('GET', `/api/standing-links/${id}`)
const act = (id: string, what: string, who = owner) => who.post(`/api/standing-links/${id}/act`, { act: what })
/** A link to a session, open. */
async function link(settings: object = {}, over: object = {}): Promise<StandingLinkView> {
  const body = { name: 'Lakeside swim', jobId: await session(), templates: [waiverId], settings, ...over }
  const { id } = await owner.must<{ id: string }>('POST', '/api/standing-links', body)
  expect((await act(id, 'open')).status).toBe(200)
  return linkOf(id)
}
const token = (l: StandingLinkView) => l.url.split('/').at(-1)!
const person = (over: object = {}) => ({
  id: randomUUID(),
  name: `Yuki ${randomUUID().slice(0, 8)}`,
  email: `${randomUUID()}@sato.example`,
  born: born(30),
  ...over,
})
const open = (l: StandingLinkView, who = new Caller(server)) =>
  who.get<OpenLink>(`/api/open/${token(l)}`).then((a) => a.body)
const answer = (l: StandingLinkView, body: object, who = new Caller(server)) =>
  who.call<{ path: string; title: string; say: string; fields: Record<string, string> }>(
    'POST',
    `/api/open/${token(l)}?lang=en`,
    body,
  )
const tokenOf = (path: string) => path.slice('/s/'.length)
async function signs(l: StandingLinkView, body: object, who = new Caller(server)) {
  const got = await answer(l, body, who)
  expect(got.body).toHaveProperty('path')
  await sign(who, tokenOf(got.body.path))
  return got.body.path
}
const visits = async (jobId: string) =>
  Object.fromEntries(
    (await owner.must<DeskView>('GET', '/api/desk')).visits.filter((v) => v.jobId === jobId).map((v) => [v.name, v]),
  )

describe('a standing link to a session', () => {
  it('shows what it is for and nothing of anybody; whoever answers signs, and is a visit that is ready', async () => {
    const l = await link()
    expect(await open(l)).toMatchObject({
      name: 'Lakeside swim',
      shut: null,
      places: { free: 20, all: 20 },
      papers: ['Bather’s waiver'],
      asks: { code: false, born: true, children: true },
    })
    const yuki = person()
    await signs(l, yuki)
    const there = await until(
      () => visits(l.jobId!),
      (v) => v[yuki.name]?.step === 'ready',
    )
    expect(there[yuki.name]).toMatchObject({ step: 'ready', age: 30 })
    const { answers, counts } = await linkOf(l.id)
    expect(answers).toMatchObject([{ name: yuki.name, state: 'signed', known: 'new', people: 1, perhaps: null }])
    expect(counts).toMatchObject({ taken: 1, signed: 1, free: 19, mails: 0, texts: 0 })
    expect(JSON.stringify(await open(l))).not.toContain(yuki.name)
    const { thread } = await jobOf(owner, l.jobId!)
    expect(JSON.stringify(thread)).toContain(`${yuki.name} answered by “Lakeside swim”`)
  })
  it('is one answer however often it is sent, and another by somebody else', async () => {
    const l = await link()
    const yuki = person()
    const sent = await Promise.all(Array.from({ length: 4 }, () => answer(l, yuki)))
    expect(sent.map((s) => s.status)).toEqual([200, 200, 200, 200])
    const people = await Promise.all(sent.map((s) => viewOf(owner, tokenOf(s.body.path))))
    expect(new Set(people.map((v) => v.person.id)).size).toBe(1)
    expect((await linkOf(l.id)).answers).toHaveLength(1)
    await answer(l, person())
    expect((await linkOf(l.id)).answers).toHaveLength(2)
    // The same id at another link opens nothing of this one.
    const other = await link()
    const theirs = await answer(other, { ...person(), id: yuki.id })
    expect((await viewOf(owner, tokenOf(theirs.body.path))).person.name).not.toBe(yuki.name)
  })
  it('has one parent sign for two children in one go, each named on a paper of their own', async () => {
    const l = await link()
    const children = [
      { name: `Mio ${randomUUID().slice(0, 5)}`, born: born(9) },
      { name: `Ren ${randomUUID().slice(0, 5)}`, born: born(12) },
    ]
    const yuki = person({ children })
    const { body } = await answer(l, yuki)
    expect(body).toHaveProperty('path')
    const view = await viewOf(owner, tokenOf(body.path))
    expect(view.papers).toHaveLength(3)
    const labels = view.person.fields.map((f) => f.label)
    expect(labels).toContain(`What I tell you above is true (${children[0]!.name})`)
    expect(labels).toContain('What I tell you above is true')
    await sign(owner, tokenOf(body.path))
    const there = await until(
      () => visits(l.jobId!),
      (v) => v[children[1]!.name]?.step === 'ready',
    )
    for (const name of [yuki.name, ...children.map((c) => c.name)]) expect(there[name]!.step, name).toBe('ready')
    expect(there[children[0]!.name]).toMatchObject({ age: 9, guardian: yuki.name })
    expect((await linkOf(l.id)).counts).toMatchObject({ taken: 3, signed: 3 })
    const paper = there[children[0]!.name]!.paperId!
    const text = pdfText(await owner.raw(`/api/papers/${paper}/pdf`))
    expect(text).toContain(children[0]!.name)
    expect(text).toContain('I am answerable for')
  })
  it.each([
    [
      'themselves as their own child',
      { name: 'Ann Holm', children: [{ name: 'ann holm', born: born(30) }] },
      'standSame',
    ],
    ['somebody of age as a child', { children: [{ name: 'Ken', born: born(20) }] }, 'standOfAge'],
    [
      'one child twice',
      {
        children: [
          { name: 'Mio', born: born(9) },
          { name: 'Mio', born: born(9) },
        ],
      },
      'standTwice',
    ],
    ['a child who opens it alone', { born: born(12) }, 'standYoung'],
    ['nobody at all', { own: false }, 'standNobody'],
    ['no day of birth', { born: '' }, 'standBornNeeded'],
    ['no way to be reached', { email: '', phone: '' }, 'standReachNeeded'],
    ['a phone number that is none', { email: '', phone: 'call me' }, 'standPhoneWrong'],
  ])('refuses %s, in words of the page', async (_, over, say) => {
    const l = await link()
    const { status, body } = await answer(l, person(over))
    expect(status).toBe(422)
    expect([body.say, ...Object.values(body.fields)]).toContain(say)
    expect((await linkOf(l.id)).answers).toEqual([])
  })
  it('gives the last place to one of two', async () => {
    const l = await link({}, { jobId: await session({ people: 3 }) })
    const all = await Promise.all(Array.from({ length: 6 }, () => answer(l, person())))
    expect(all.filter((a) => a.status === 200)).toHaveLength(3)
    for (const a of all.filter((x) => x.status !== 200)) expect(a.body.say).toBe('standNoPlaces')
    // Whoever has a place and hasn't signed can still come.
    expect(await open(l)).toMatchObject({ shut: null, places: { free: 0, all: 3 } })
    for (const a of all.filter((x) => x.status === 200)) await sign(new Caller(server), tokenOf(a.body.path))
    await until(
      () => open(l),
      (o) => o.shut === 'no-places',
    )
    expect(Object.keys(await visits(l.jobId!))).toHaveLength(3)
  })
  it('keeps to its days, its number, its code and its close; who has signed doesn’t sign again', async () => {
    expect(await open(await link({ from: inDays(2) }))).toMatchObject({ shut: 'not-yet' })
    expect(await open(await link({ until: inDays(-2) }))).toMatchObject({ shut: 'over' })
    const one = await link({ most: 1 })
    await signs(one, person())
    expect((await answer(one, person())).body.say).toBe('standFull')
    const coded = await link({ code: 'BIRCH 42' })
    expect((await answer(coded, person())).body.fields).toMatchObject({ code: 'standCodeWrong' })
    const yuki = person({ code: 'birch42' })
    await signs(coded, yuki)
    expect((await answer(coded, { ...yuki, id: randomUUID() })).body.say).toBe('standAgain')
    await act(coded.id, 'close')
    expect((await answer(coded, person({ code: 'birch42' }))).body.say).toBe('standClosed')
  })
  it('has another address in one press: the old one opens nothing, what came in stays', async () => {
    const l = await link()
    const yuki = person()
    await signs(l, yuki)
    await act(l.id, 'renew')
    const stranger = new Caller(server)
    expect((await stranger.get(`/api/open/${token(l)}`)).status).toBe(404)
    expect((await answer(l, person())).status).toBe(404)
    const now = await linkOf(l.id)
    expect(now.url).not.toBe(l.url)
    expect(now.answers).toHaveLength(1)
    expect((await open(now)).shut).toBeNull()
  })
  it('asks for a code by mail before anything can be read, and counts what that cost', async () => {
    const l = await link({ proof: 'email' })
    const yuki = person()
    const { body } = await answer(l, yuki)
    const visitor = new Caller(server)
    expect((await visitor.must<{ state: string }>('GET', `/api/sign/${tokenOf(body.path)}`)).state).toBe('prove')
    await visitor.must('POST', `/api/sign/${tokenOf(body.path)}/code/send`)
    const [mail] = await until(
      () => mailsTo(owner, yuki.email),
      (m) => m.length > 0,
    )
    expect(mail!.text).toMatch(/\d{6}/)
    expect((await linkOf(l.id)).counts.mails).toBe(1)
    expect((await answer(await link({ proof: 'text' }), person())).body.fields).toMatchObject({
      phone: 'standPhoneNeeded',
    })
  })
})

describe('whose record an answer is', () => {
  it('is that of whoever is expected by that name, and of whoever has the name with the mailbox', async () => {
    const l = await link()
    const contact = { name: `Nadia ${randomUUID().slice(0, 6)}` }
    const { contactId } = await owner.must<{ contactId: string }>('POST', `/api/jobs/${l.jobId}/guests`, { contact })
    await signs(l, person({ name: contact.name }))
    const known = person()
    const { id } = await owner.must<{ id: string }>('POST', '/api/contacts', { name: known.name, email: known.email })
    await signs(l, known)
    const { answers } = await linkOf(l.id)
    expect(answers.map((a) => [a.contactId, a.known])).toEqual([
      [id, 'known'],
      [contactId, 'known'],
    ])
  })
  it('is never one merely of the same name, nor one that another day of birth tells apart: they may be the same, and it says so', async () => {
    const l = await link()
    const known = person()
    const { id } = await owner.must<{ id: string }>('POST', '/api/contacts', {
      name: known.name,
      email: known.email,
      born: born(50),
    })
    await answer(l, known)
    await answer(l, person({ name: known.name }))
    const { answers } = await linkOf(l.id)
    for (const a of answers) expect(a).toMatchObject({ known: 'new', perhaps: { name: known.name } })
    expect(answers.at(-1)!.perhaps!.id).toBe(id)
    expect(new Set(answers.map((a) => a.contactId)).size).toBe(2)
    const [kept] = await server.rows('select born, email from contacts where id = ?', [id])
    expect(kept).toMatchObject({ born: born(50), email: known.email })
  })
  it('is told what it doesn’t say yet, but never how it is reached; what differs is said to the business', async () => {
    const { id: template } = await formPaper(owner, 'With {client.name}, {client.address}.')
    const known = person()
    const { id: contactId } = await owner.must<{ id: string }>('POST', '/api/contacts', {
      name: known.name,
      email: known.email,
    })
    const questions = [
      { key: 'where', type: 'text', label: 'Address' },
      { key: 'call', type: 'text', label: 'Phone', format: { kind: 'phone' } },
    ]
    const home = { where: 'person.address', call: 'person.phone' }
    const l = await link({ questions, home }, { jobId: null, kindId: 'garden', templates: [template] })
    await signs(l, { ...known, born: '', answers: { where: '4 Shore Lane', call: '01632 960 999' } })
    const [made] = (await linkOf(l.id)).answers
    expect(made).toMatchObject({ contactId, known: 'known' })
    await until(
      () => jobOf(owner, made!.jobId),
      (j) => JSON.stringify(j.thread).includes('said otherwise'),
    )
    const [kept] = await server.rows('select address, phone from contacts where id = ?', [contactId])
    expect(kept).toEqual({ address: '4 Shore Lane', phone: '' })
  })
  it('goes with the person: what they answered is in what is told of them, and gone when they are forgotten', async () => {
    const l = await link({ questions: [{ key: 'heard', type: 'text', label: 'How did you hear of us?' }] })
    await signs(l, person({ answers: { heard: 'From my sister' } }))
    const { contactId } = (await linkOf(l.id)).answers[0]!
    const data = await owner.must<object>('GET', `/api/contacts/${contactId}/data`)
    expect(JSON.stringify(data)).toContain('From my sister')
    await owner.must('POST', `/api/contacts/${contactId}/forget`)
    expect(JSON.stringify(await linkOf(l.id))).not.toContain('Yuki')
    expect(JSON.stringify(await owner.must<object>('GET', `/api/contacts/${contactId}/data`))).not.toContain('sister')
  })
  it('is not taken where the paper would tell a stranger what the record knows', async () => {
    const { id: template } = await formPaper(owner, 'With {client.name}, who lives at {client.address}.')
    const known = person()
    await owner.must('POST', '/api/contacts', { name: known.name, email: known.email, address: 'Secret Lane 4' })
    const questions = [{ key: 'where', type: 'text', label: 'Address' }]
    const asked = { name: 'Terms', kindId: 'garden', templates: [template], settings: { questions } }
    const { id } = await owner.must<{ id: string }>('POST', '/api/standing-links', asked)
    // What a paper prints has to be asked for.
    expect((await act(id, 'open')).body).toMatchObject({ title: expect.stringContaining('prints the address') })
    const home = { where: 'person.address' }
    await owner.must('PUT', `/api/standing-links/${id}`, { ...asked, settings: { questions, home }, version: 1 })
    await act(id, 'open')
    const l = await linkOf(id)
    const { body } = await answer(l, { ...known, born: '', answers: { where: 'Here 1' } })
    expect(JSON.stringify(await viewOf(owner, tokenOf(body.path)))).not.toContain('Secret Lane')
    expect((await linkOf(l.id)).answers[0]).toMatchObject({ known: 'new', perhaps: { name: known.name } })
  })
})

describe('a form, then a paper, then a signature', () => {
  const QUESTIONS = [
    { key: 'mornings', type: 'choices', label: 'Which mornings', options: ['Tuesday', 'Saturday'] },
    { key: 'call', type: 'text', label: 'Person to call', page: 2 },
    { key: 'phone', type: 'text', label: 'Phone', format: { kind: 'phone' }, page: 2 },
    { key: 'where', type: 'text', label: 'Place', page: 2 },
    { key: 'people', type: 'number', label: 'Number of people', required: false, page: 2 },
  ]
  async function flow() {
    const { id: template } = await formPaper(
      owner,
      'You swim with us on {paper.mornings}. The fee is {paper.fee}. If something happens we call {paper.call}.',
      [
        { key: 'mornings', label: 'Mornings', type: 'text', required: true },
        { key: 'fee', label: 'Fee for the season', type: 'amount', required: true },
        { key: 'call', label: 'Person to call', type: 'text', required: true },
      ],
    )
    const body = {
      name: 'Joining the winter swimmers',
      kindId: 'garden',
      templates: [template],
      settings: { questions: QUESTIONS },
    }
    const { id } = await owner.must<{ id: string }>('POST', '/api/standing-links', body)
    return { id, template, body }
  }
  it('says what it lacks, proposes what goes where, can be tried, and is opened only when it is whole', async () => {
    const { id, template, body } = await flow()
    const first = await linkOf(id)
    expect(first.stops.find((s) => s.key === 'paper')).toMatchObject({
      state: 'trouble',
      words: '3 values without a source',
    })
    expect(first.values.find((v) => v.label === 'Person to call')!.proposed).toEqual({
      question: 'call',
      because: 'same words',
    })
    expect(first.proposedHome).toMatchObject({ phone: 'person.phone', where: 'job.place', people: 'job.people' })
    expect((await act(id, 'open')).body).toMatchObject({ title: expect.stringContaining('has no source') })
    const map = {
      [`${template} mornings`]: { from: 'question', key: 'mornings' },
      [`${template} fee`]: { from: 'always', value: '96' },
      [`${template} call`]: { from: 'question', key: 'call' },
    }
    const settings = { questions: QUESTIONS, map, home: first.proposedHome }
    await owner.must('PUT', `/api/standing-links/${id}`, { ...body, settings, version: first.version })
    const stale = await owner.call('PUT', `/api/standing-links/${id}`, { ...body, settings, version: first.version })
    expect(stale.status).toBe(409)
    const tried = await owner.must<FlowTried>('POST', `/api/standing-links/${id}/try`, { templateId: template })
    expect(tried.problems).toEqual([])
    expect(tried.values.map((v) => v.value)).toEqual(['Tuesday', '96', 'Person to call'])
    expect((await act(id, 'open')).status).toBe(200)
    const l = await linkOf(id)
    const yuki = person({
      answers: {
        mornings: 'Tuesday; Saturday',
        call: 'Mio Sato',
        phone: '01632 960 733',
        where: 'North Shore',
        people: '2',
      },
    })
    const missing = await answer(l, { ...yuki, answers: { mornings: 'Sunday' } })
    expect(missing.body.fields).toHaveProperty(['answers.mornings'])
    const path = await signs(l, yuki)
    const view = await viewOf(owner, tokenOf(path))
    expect(JSON.stringify(view.papers[0]!.document)).toMatch(/Tuesday, Saturday/)
    const [made] = (await linkOf(id)).answers
    const { job, client } = await jobOf(owner, made!.jobId).then((j) => ({ job: j, client: j.client! }))
    expect(job).toMatchObject({ place: 'North Shore', people: 2 })
    expect(client.name).toBe(yuki.name)
    // Facts of the person go home when everybody has signed.
    const [contact] = await until(
      () => server.rows('select phone from contacts where id = ?', [made!.contactId]),
      (r) => r[0]!.phone !== '',
    )
    expect(contact!.phone).toBe('01632 960 733')
    const sealed = await until(
      () =>
        server.rows('select p.sealed_sha from round_papers p join rounds r on r.id = p.round_id where r.job_id = ?', [
          made!.jobId,
        ]),
      (r) => !!r[0]?.sealed_sha,
    )
    expect(sealed).toHaveLength(1)
  })
})

describe('who may', () => {
  it('make, see and open links, is for those who keep the Library and send; everybody who works here sees that they are there', async () => {
    const l = await link()
    const nobody = new Caller(server)
    for (const [method, path, body] of [
      ['GET', '/api/standing-links', undefined],
      ['GET', `/api/standing-links/${l.id}`, undefined],
      ['POST', `/api/standing-links/${l.id}/act`, { act: 'renew' }],
      ['GET', `/api/standing-links/${l.id}/poster`, undefined],
      ['DELETE', `/api/standing-links/${l.id}`, undefined],
    ] as const) {
      expect((await nobody.call(method, path, body)).status, path).toBe(401)
      // Whoever holds the address itself is nobody here, too.
      expect((await nobody.call(method, path.replace(l.id, token(l)), body)).status).toBe(401)
    }
    for (const role of ['bookkeeper', 'front desk'] as const) {
      const { caller } = await memberAs(server, owner, role)
      const rows = await caller.must<{ links: StandingLinkRow[] }>('GET', '/api/standing-links')
      expect(rows.links.some((r) => r.id === l.id)).toBe(true)
      expect(JSON.stringify(rows)).not.toContain(token(l))
      expect((await caller.get(`/api/standing-links/${l.id}`)).status).toBe(role === 'front desk' ? 200 : 403)
      expect((await act(l.id, 'renew', caller)).status).toBe(403)
      expect((await caller.post('/api/standing-links', { name: 'x', kindId: 'garden', settings: {} })).status).toBe(403)
    }
    const { caller: staff } = await memberAs(server, owner, 'staff')
    const made = await staff.must<{ id: string }>('POST', '/api/standing-links', {
      name: 'By staff',
      jobId: await session(),
      templates: [waiverId],
      settings: {},
    })
    const settings = String((await server.rows('select settings from business'))[0]!.settings)
    await server.rows(`update business set settings = json_set(settings, '$.checked', json('["staff"]'))`)
    expect((await act(made.id, 'open', staff)).status).toBe(403)
    await server.rows('update business set settings = ?', [settings])
    expect((await act(made.id, 'open', staff)).status).toBe(200)
  })
  it('is held by a device that was handed over: nothing of a link but its own page', async () => {
    const l = await link()
    const { body } = await answer(l, person())
    const { person: p } = await viewOf(owner, tokenOf(body.path))
    const device = await signedIn(server)
    await device.must('POST', '/api/handover', { personId: p.id })
    for (const path of ['/api/standing-links', `/api/standing-links/${l.id}`])
      expect((await device.get(path)).status).toBe(423)
  })
  it('leads only where it may: a quote, a contract or a session that is gone can’t stand behind it', async () => {
    const { templates } = await owner.must<{ templates: { id: string; kind: string }[] }>('GET', '/api/library')
    for (const kind of ['quote', 'contract']) {
      const { id } = await owner.must<{ id: string }>('POST', '/api/standing-links', {
        name: kind,
        kindId: 'garden',
        templates: [templates.find((t) => t.kind === kind)!.id],
        settings: {},
      })
      expect((await act(id, 'open')).status).toBe(409)
      const { against, choices } = await linkOf(id)
      expect(against[0]).toMatch(kind === 'quote' ? /quote/ : /contract/)
      expect(choices.find((c) => c.kind === kind)!.unusable).not.toBeNull()
      await owner.must('DELETE', `/api/standing-links/${id}`)
    }
    expect((await owner.post('/api/standing-links', { name: 'x', settings: {} })).status).toBe(422)
    expect((await owner.post('/api/standing-links', { name: 'x', jobId: 'gone', settings: {} })).status).toBe(422)
    // A kind one leads to stays as long as it does.
    const { kinds } = await owner.must<{ kinds: { id: string; settings: object }[] }>('GET', '/api/library')
    const { settings } = kinds.find((k) => k.id === 'garden')!
    const { id: kind } = await owner.must<{ id: string }>('POST', '/api/kinds', { name: 'Rare', settings })
    const { id: leads } = await owner.must<{ id: string }>('POST', '/api/standing-links', {
      name: 'Rare',
      kindId: kind,
      settings: {},
    })
    expect((await owner.call('DELETE', `/api/kinds/${kind}`)).body).toMatchObject({
      title: expect.stringContaining('Rare'),
    })
    await owner.must('DELETE', `/api/standing-links/${leads}`)
    await owner.must('DELETE', `/api/kinds/${kind}`)
    const used = await link()
    await answer(used, person())
    expect((await owner.call('DELETE', `/api/standing-links/${used.id}`)).status).toBe(409)
  })
})

describe('where it hangs', () => {
  it.each([
    ['a4', 595],
    ['a5', 421],
    ['card', 298],
  ])('as a poster on %s, with a QR code that a reader reads', async (size, width) => {
    const l = await link({ code: 'BIRCH 42' })
    const pdf = await owner.raw(`/api/standing-links/${l.id}/poster?size=${size}`)
    const folder = mkdtempSync(join(tmpdir(), 'poster-'))
    writeFileSync(join(folder, 'p.pdf'), pdf)
    const info = execFileSync('pdfinfo', [join(folder, 'p.pdf')], { encoding: 'utf8' })
    expect(Math.round(Number(/Page size:\s+([\d.]+)/.exec(info)![1]))).toBe(width)
    expect(info).toMatch(/Pages:\s+1\b/)
    const text = pdfText(pdf)
    expect(text).toContain('Lakeside swim')
    expect(text).toContain('BIRCH 42')
    execFileSync('pdftoppm', ['-r', '100', '-png', '-singlefile', join(folder, 'p.pdf'), join(folder, 'p')])
    expect(await readQr(join(folder, 'p.png'))).toBe(l.url)
  })
  it('in frames of the pages that were named, and no others; the paper itself in none', async () => {
    const l = await link({ origins: ['https://www.example.com'] })
    const visitor = new Caller(server)
    const policy = async (path: string) => (await visitor.get(path)).headers.get('content-security-policy') ?? ''
    expect(await policy(`/o/${token(l)}`)).toContain('frame-ancestors https://www.example.com')
    expect(await policy(`/o/${token(await link())}`)).toContain("frame-ancestors 'none'")
    const { body } = await answer(l, person())
    expect(await policy(body.path)).toContain("frame-ancestors 'none'")
    const elsewhere = await visitor.call('POST', `/api/open/${token(l)}`, person(), {
      origin: 'https://www.example.com',
    })
    expect(elsewhere.status).toBe(403)
  })
  it('at an address nobody guesses: many that open nothing are slowed', async () => {
    const guesser = new Caller(server)
    const guess = () => guesser.get(`/api/open/${randomUUID().replaceAll('-', '')}aaaaaaaaaaa`)
    expect((await guess()).status).toBe(404)
    expect((await server.rows(`select token, token_hash from standing_links limit 1`))[0]!.token).not.toContain('http')
  })
})
