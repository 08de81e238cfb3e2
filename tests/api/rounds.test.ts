import { execFileSync } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { TodayView } from '../../shared/overview'
import { Caller, STAFF, signedIn } from '../support/caller'
import {
  agreedJob,
  countersign,
  filled,
  finish,
  jobOf,
  linkTo,
  mailsTo,
  makeJob,
  makePaper,
  paperOf,
  send,
  sign,
  viewOf,
  looked,
} from '../support/line'
import { checkStep, contractWith, manage, personIn, plan, planOf, somebody } from '../support/rounds'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller, client: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
  client = new Caller(server)
})
afterAll(() => server.stop())

const specimen = (name: string) =>
  readFileSync(join(import.meta.dirname, `../../server/gateways/identity/specimens/${name}.png`))
const sealedText = async (paper: string) => {
  await until(
    () => paperOf(owner, paper),
    (p) => !!p.round?.sealed,
  )
  const file = join(server.folder, `${paper}.pdf`)
  writeFileSync(file, (await owner.get(`/api/papers/${paper}/sealed`)).bytes)
  expect(execFileSync('pdfsig', ['-nocert', file], { encoding: 'utf8' })).toContain('Signature is Valid')
  return execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' }).replace(/\s+/g, ' ')
}
const post = (token: string, path: string, body: object = {}, caller = client) =>
  caller.post(`/api/sign/${token}${path}`, body)

describe('a round of several papers and people', () => {
  it('goes to two who sign together, a witness after, the owner last and a reader, each with what is theirs', async () => {
    const { id, email, paper } = await contractWith(owner)
    const rules = await makePaper(owner, id, 'waiver', { guestId: await guestOf(id, 'Dario Holm') }).catch(() => null)
    expect(rules).not.toBeNull()
    const dario = (await planOf(owner, rules!)).plan.people.find((p) => p.name === 'Dario Holm')!
    const wim = somebody({ name: 'Wim Aldous', turn: 1, part: 'witness' })
    const books = somebody({ name: 'Ledger Office', turn: 4 })
    const view = await plan(owner, paper, (p) => ({
      papers: [paper, rules!],
      people: [
        ...p.people.map((x) => (x.memberId ? { ...x, turn: 3 } : x)),
        { ...dario, turn: 1 },
        { ...wim, turn: 2, of: p.people.find((x) => !x.memberId)!.key },
        books,
      ],
    }))
    expect(view.plan.people.map((p) => [p.name, p.turn, p.part])).toEqual([
      ['Petra Holm', 1, 'sign'],
      ['Dario Holm', 1, 'sign'],
      ['Wim Aldous', 2, 'witness'],
      ['Maren Fosse', 3, 'sign'],
      ['Ledger Office', 4, 'copy'],
    ])
    expect(view.problems.filter((p) => p.severity === 'stop')).toEqual([])
    await send(owner, paper)
    expect((await paperOf(owner, rules!)).state).toBe('out')

    const petra = await linkTo(owner, email)
    const guest = await linkTo(owner, dario.email)
    expect((await viewOf(client, petra)).papers.map((p) => p.title)).toEqual(['Hire agreement'])
    expect((await viewOf(client, guest)).papers.map((p) => p.id)).toEqual([rules])
    expect(await mailsTo(owner, wim.email)).toEqual([])
    await sign(client, guest)
    await sign(client, petra)
    const witness = await linkTo(owner, wim.email)
    const seen = await viewOf(client, witness)
    expect([seen.person.part, seen.witnesses, seen.papers.length]).toEqual(['witness', 'Petra Holm', 1])
    const fields = Object.fromEntries(seen.person.fields.map((f) => [f.label, f.key]))
    const values = {
      [fields['Your name']!]: 'Wim Aldous',
      [fields['Your address']!]: '4 Quay Row, Sedge',
      [fields['Your occupation']!]: 'Boatbuilder',
      [fields['I saw Petra Holm sign']!]: true,
    }
    const typed = { kind: 'typed' as const, text: 'Wim Aldous', face: 'allura' as const }
    const bare = await finish(client, witness, filled(seen, { values: {}, signature: typed }), seen.version)
    expect([bare.status, Object.keys((bare.body as unknown as { fields: object }).fields).length]).toEqual([422, 4])
    const given = await finish(client, witness, filled(seen, { values, signature: typed }), seen.version)
    expect(given.status).toBe(200)
    // Whoever comes last sees what those before have given, in what concerns them, and nothing of the rest.
    const mine = await owner.must<{ path: string }>('POST', `/api/papers/${paper}/countersign`)
    const last = await viewOf(owner, mine.path.split('/s/')[1]!)
    expect([...new Set(Object.values(last.given).map((g) => g.name))]).toEqual(['Petra Holm'])
    expect(last.papers.map((p) => [p.id, p.theirs.length > 0])).toEqual([[paper, true]])
    await countersign(owner, paper)

    const text = await sealedText(paper)
    for (const words of [
      'Petra Holm, signs',
      'Wim Aldous, witnesses',
      'Boatbuilder',
      'I saw Petra Holm sign',
      'Ledger Office, gets a copy',
    ])
      expect(text).toContain(words)
    expect(text).not.toContain('Dario Holm, signs')
    expect(await sealedText(rules!)).toContain('Dario Holm, signs')
    const copies = await until(
      () => mailsTo(owner, books.email),
      (list) => list.some((m) => m.subject.startsWith('Signed:')),
    )
    expect(copies.find((m) => m.subject.startsWith('Signed:'))!.attachments).toHaveLength(2)
    const chain = await owner.must<{ events: { type: string }[] }>('GET', `/api/papers/${paper}/events`)
    expect(chain.events.filter((e) => e.type === 'signed')).toHaveLength(4)
  })

  it('holds fifty people, and lets nobody act before their turn', async () => {
    const { email, paper } = await contractWith(owner)
    const readers = Array.from({ length: 48 }, (_, i) => somebody({ name: `Reader ${i}`, turn: 3 }))
    await plan(owner, paper, (p) => ({ people: [...p.people, ...readers] }))
    await send(owner, paper)
    expect((await paperOf(owner, paper)).round!.people).toHaveLength(50)
    expect((await owner.post(`/api/papers/${paper}/countersign`, {})).body.title).toContain('not your turn')
    await sign(client, await linkTo(owner, email))
    await countersign(owner, paper)
    await sealedText(paper)
  })

  it('is refused where somebody can’t be reached, a witness has nobody, or another window was faster', async () => {
    const { paper } = await contractWith(owner)
    const before = await planOf(owner, paper)
    await plan(owner, paper, (p) => ({ people: [...p.people, somebody({ name: 'Nobody', part: 'witness', turn: 2 })] }))
    const stale = await owner.call('PUT', `/api/papers/${paper}/plan`, { plan: before.plan, version: before.version })
    expect([stale.status, stale.body.code]).toEqual([409, 'stale'])
    const refused = await owner.post(`/api/papers/${paper}/send`, { ...(await looked(owner, paper)), key: 'w1' })
    expect(refused.body.title).toBe('Say whose signing Nobody witnesses. Nothing was sent.')
    expect((await paperOf(owner, paper)).state).toBe('draft')
  })
})

async function guestOf(jobId: string, name: string): Promise<string> {
  const email = `${name.split(' ')[0]!.toLowerCase()}${Math.random().toString(36).slice(2, 8)}@clients.example`
  const { id } = await owner.must<{ id: string }>('POST', '/api/contacts', { name, email })
  await owner.must('POST', `/api/jobs/${jobId}/guests`, { contactId: id })
  return id
}

describe('a check inside the business', () => {
  it('keeps a round in until it is passed, and stands in the signing record', async () => {
    const staff = await signedIn(server, STAFF)
    const settings = await owner.must<object>('GET', '/api/business/settings')
    await owner.must('PUT', '/api/business/settings', { ...settings, checked: ['staff'] })
    const { email, paper } = await contractWith(owner)
    expect(
      (await staff.post(`/api/papers/${paper}/send`, { ...(await looked(owner, paper)), key: 'c1' })).body.title,
    ).toContain('checks what you send')
    const maren = (await planOf(owner, paper)).members.find((m) => m.name === 'Maren Fosse')!
    // The owner signs in it too: the check is a step of its own before the first turn.
    const planned = await plan(staff, paper, (p) => ({
      people: [
        somebody({ name: maren.name, memberId: maren.id, part: 'check', turn: 1 }),
        ...p.people.map((x) => ({ ...x, turn: x.turn + 1 })),
      ],
    }))
    expect(planned.plan.people.map((p) => [p.part, p.turn])).toEqual([
      ['check', 1],
      ['sign', 2],
      ['sign', 3],
    ])
    await staff.must('POST', `/api/papers/${paper}/check`, { step: 'hand-in' })
    const [mine, theirs] = await Promise.all([owner, staff].map((who) => who.must<TodayView>('GET', '/api/today')))
    expect(mine!.yours[0]).toMatchObject({ act: 'check', paperId: paper, words: 'Check the hire agreement' })
    expect(theirs!.waiting).toContainEqual(
      expect.objectContaining({ who: maren.name, what: 'to check the hire agreement' }),
    )
    expect(theirs!.yours.filter((m) => m.paperId === paper)).toEqual([])
    expect((await staff.call('POST', `/api/papers/${paper}/check`, { step: 'pass' })).status).toBe(409)
    expect(await mailsTo(owner, email)).toEqual([])
    const locked = await planOf(staff, paper)
    expect(
      (await staff.call('PUT', `/api/papers/${paper}/plan`, { plan: locked.plan, version: locked.version })).status,
    ).toBe(409)
    expect((await owner.post(`/api/papers/${paper}/check`, { step: 'return' })).body.title).toBe(
      'Say what should be different.',
    )
    await owner.must('POST', `/api/papers/${paper}/check`, { step: 'return', remark: 'The gate is missing.' })
    expect((await planOf(staff, paper)).check).toMatchObject({ status: 'returned', remark: 'The gate is missing.' })
    await staff.must('POST', `/api/papers/${paper}/check`, { step: 'hand-in' })
    expect((await checkStep(owner, paper, { step: 'pass' })).status).toBe(200)
    await sign(client, await linkTo(owner, email))
    await countersign(owner, paper)
    expect(await sealedText(paper)).toContain('checked before by Maren Fosse')
    await owner.must('PUT', '/api/business/settings', settings)
  })
})

describe('proving who one is', () => {
  it('by an agreed code: nothing is shown before, guesses are slowed, the fifth closes it and tells the owner', async () => {
    const { email, paper } = await contractWith(owner, {
      proof: { kind: 'agreed', code: 'Heron 42', hint: 'the bird' },
    })
    await send(owner, paper)
    const token = await linkTo(owner, email)
    const stranger = new Caller(server)
    const view = await viewOf(stranger, token)
    expect(view).toMatchObject({
      state: 'prove',
      papers: [],
      others: [],
      jobTitle: '',
      prove: { kind: 'agreed', hint: 'the bird' },
    })
    for (const [method, path] of [
      ['GET', '/pdf'],
      ['POST', '/finish'],
      ['POST', '/decline'],
      ['POST', '/question'],
    ] as const)
      expect(
        (await stranger.call(method, `/api/sign/${token}${path}`, method === 'POST' ? {} : undefined)).status,
      ).toBe(401)
    const statuses: number[] = []
    for (let i = 0; i < 5;) {
      const { status } = await post(token, '/code', { code: `guess ${i}` }, stranger)
      statuses.push(status)
      if (status !== 429) i += 1
      else await new Promise((resolve) => setTimeout(resolve, 250))
    }
    expect(statuses).toContain(429)
    expect((await post(token, '/code', { code: 'heron 42' }, stranger)).status).toBe(409)
    expect((await paperOf(owner, paper)).round!.people[0]).toMatchObject({ closed: true })
    await until(
      () => mailsTo(owner, 'maren@larkmoor.example'),
      (list) => list.some((m) => m.subject.includes('out of tries')),
    )
    await manage(owner, paper, { do: 'reopen', person: (await personIn(owner, paper, 'Petra Holm')).id })
    expect((await post(token, '/code', { code: 'HERON  42' }, stranger)).status).toBe(200)
    await sign(stranger, token)
    // What was proved on one device is not proved on another.
    expect((await viewOf(new Caller(server), token)).state).toBe('prove')
  })

  it('by a one-time code: sent where the plan says, good once, not readable in the database, resent after half a minute', async () => {
    const { email, paper } = await contractWith(owner, {
      phone: '01632 960 112',
      proof: { kind: 'one-time', by: 'text' },
    })
    await send(owner, paper)
    const token = await linkTo(owner, email)
    const phone = new Caller(server)
    expect(await post(token, '/code/send', {}, phone)).toMatchObject({
      status: 200,
      body: { to: '•••• 112', wait: 30 },
    })
    expect((await post(token, '/code/send', {}, phone)).status).toBe(429)
    const [message] = await until(
      () => mailsTo(owner, '01632 960 112'),
      (list) => list.length > 0,
    )
    const code = /\b\d{6}\b/.exec(message!.text)![0]
    const [row] = await server.rows('select * from proofs order by code_sent_at desc limit 1')
    expect(JSON.stringify(row)).not.toContain(code)
    expect((await post(token, '/code', { code: code === '000000' ? '000001' : '000000' }, phone)).status).toBe(422)
    expect((await post(token, '/code', { code }, phone)).status).toBe(200)
    expect((await post(token, '/code', { code }, new Caller(server))).status).not.toBe(200)
    await sign(phone, token)
  })

  it('by a document: read from the picture, with its digits, dates and name, each check counted', async () => {
    const { id, email, paper } = await contractWith(owner)
    await plan(owner, paper, (p) => ({
      people: p.people.map((x) =>
        x.memberId
          ? x
          : {
              ...x,
              name: 'Ines Marlow',
              proof: {
                kind: 'document',
                when: 'until-signed',
                tries: 5,
                selfie: false,
                live: false,
                tolerance: 'close',
              },
            },
      ),
    }))
    await send(owner, paper)
    const token = await linkTo(owner, email)
    const phone = new Caller(server)
    const show = async (name: string | null) => {
      const form = new FormData()
      if (name) form.set('document', new Blob([specimen(name)], { type: 'image/png' }), 'd.png')
      else form.set('document', new Blob([Buffer.from('not a picture')]), 'd.png')
      const response = await fetch(`${server.origin}/api/sign/${token}/document`, {
        method: 'POST',
        body: form,
        headers: { origin: server.origin, cookie: phone.cookie },
      })
      return {
        status: response.status,
        body: (await response.json()) as { title?: string; left?: number },
        cookie: response.headers.get('set-cookie'),
      }
    }
    expect(await show(null)).toMatchObject({ status: 422, body: { left: 4 } })
    expect((await show('passport-expired')).body.title).toContain('has expired')
    expect((await show('passport-wrong-digit')).body.title).toContain('document number')
    expect((await show('passport-other-name')).body.title).toContain('another name than Ines Marlow')
    const good = await show('licence')
    expect(good.status).toBe(200)
    expect((await paperOf(owner, paper)).round!.people[0]).toMatchObject({ spent: 5 * 140 })
    const shown = new Caller(server)
    const opened = await shown.call<{ state: string }>('GET', `/api/sign/${token}`, undefined, {
      cookie: good.cookie!.split(';')[0]!,
    })
    expect(opened.body.state).toBe('open')
    expect((await jobOf(owner, id)).title).toBe('Long meadow')
  })
})

describe('while it is out', () => {
  const out = async (over = {}) => {
    const made = await contractWith(owner, over)
    await send(owner, made.paper)
    return { ...made, token: await linkTo(owner, made.email) }
  }

  it('a message that came back is said at once, and sent again when the address is corrected; the old link is shut', async () => {
    const made = await contractWith(owner, { email: `gone${Date.now()}@bounces.example` })
    await send(owner, made.paper)
    await until(
      () => personIn(owner, made.paper, 'Petra Holm'),
      (p) => p.bounced !== null,
    )
    expect((await jobOf(owner, made.id)).line.find((s) => s.key === 'contract')).toMatchObject({
      mark: 'trouble',
      note: 'the message to Petra Holm came back',
    })
    const right = `right${Date.now()}@clients.example`
    await manage(owner, made.paper, {
      do: 'correct',
      person: (await personIn(owner, made.paper, 'Petra Holm')).id,
      email: right,
    })
    const token = await linkTo(owner, right)
    const again = `again${Date.now()}@clients.example`
    await manage(owner, made.paper, {
      do: 'correct',
      person: (await personIn(owner, made.paper, 'Petra Holm')).id,
      email: again,
    })
    expect((await client.get(`/api/sign/${token}`)).status).toBe(404)
    await sign(client, await linkTo(owner, again))
    expect((await personIn(owner, made.paper, 'Petra Holm')).bounced).toBeNull()
  })

  it('somebody else takes a place: the old link says so and can’t act, nothing typed goes with it', async () => {
    const { email, paper, token } = await out()
    const before = await viewOf(client, token)
    await client.must('PUT', `/api/sign/${token}`, { draft: filled(before), basedOn: before.version })
    const dora = `dora${Date.now()}@clients.example`
    await manage(owner, paper, { do: 'replace', person: before.person.id, name: 'Dora Vale', email: dora })
    expect((await client.get(`/api/sign/${token}`)).status).toBe(404)
    expect((await finish(client, token, filled(before), 1)).status).toBe(404)
    const hers = await linkTo(owner, dora)
    expect((await viewOf(client, hers)).draft.values).toEqual({})
    await sign(client, hers)
    await countersign(owner, paper)
    const text = await sealedText(paper)
    expect(text).toContain('Dora Vale takes the place of')
    expect((await mailsTo(owner, email)).some((m) => m.subject.startsWith('Signed:'))).toBe(false)
  })

  it('may be passed on where the sender allowed it, and only there', async () => {
    const shut = await out()
    expect((await post(shut.token, '/pass-on', { name: 'X', email: 'x@clients.example' })).status).toBe(403)
    const { paper, token } = await out({ mayPassOn: true })
    const to = `partner${Date.now()}@clients.example`
    expect((await post(token, '/pass-on', { name: 'Jo Vale', email: 'nonsense' })).status).toBe(422)
    expect((await post(token, '/pass-on', { name: 'Jo Vale', email: to, reason: 'signs for us' })).status).toBe(200)
    expect((await client.get(`/api/sign/${token}`)).status).toBe(404)
    await sign(client, await linkTo(owner, to))
    expect((await personIn(owner, paper, 'Jo Vale')).status).toBe('done')
  })

  it('is held, goes on, lapses and is extended after all; what has lapsed can’t be read meanwhile', async () => {
    const { paper, token } = await out()
    await manage(owner, paper, { do: 'pause', reason: 'a moment' })
    const view = await viewOf(client, token)
    expect([view.state, view.papers[0]!.document]).toEqual(['paused', null])
    expect((await finish(client, token, filled(view), 0)).body).toMatchObject({ reason: 'paused' })
    await manage(owner, paper, { do: 'resume' })
    await manage(owner, paper, { do: 'extend', lapsesAt: new Date(Date.now() + 1200).toISOString() })
    await until(
      () => paperOf(owner, paper),
      (p) => p.state === 'lapsed',
    )
    expect((await client.get(`/api/sign/${token}/pdf`)).status).toBe(410)
    expect(
      (await manage(owner, paper, { do: 'extend', lapsesAt: new Date(Date.now() - 1000).toISOString() })).status,
    ).toBe(409)
    await manage(owner, paper, { do: 'extend', lapsesAt: new Date(Date.now() + 86_400_000).toISOString() })
    expect((await paperOf(owner, paper)).state).toBe('out')
    await sign(client, token)
  })

  it('a typo found after one has signed: what changed is sent to them to sign again', async () => {
    const { id, paper, token } = await out()
    await sign(client, token)
    const job = await jobOf(owner, id)
    await owner.must('PATCH', `/api/jobs/${id}`, { version: job.version, set: { place: 'Upper Meadow, Sedge' } })
    await manage(owner, paper, { do: 'pause', reason: 'a correction' })
    expect((await manage(owner, paper, { do: 'revise', why: 'the place was wrong' })).status).toBe(200)
    const view = await viewOf(client, token)
    expect(view.state).toBe('open')
    expect(view.papers[0]!.changed).toEqual([
      expect.objectContaining({
        was: expect.stringContaining('Long Meadow, Sedge'),
        is: expect.stringContaining('Upper Meadow, Sedge'),
      }),
    ])
    expect((await owner.post(`/api/papers/${paper}/countersign`, {})).status).toBe(409)
    expect((await manage(owner, paper, { do: 'revise' })).body.title).toContain('It reads as it did')
    await sign(client, token)
    await countersign(owner, paper)
    const text = await sealedText(paper)
    expect(text).toContain('Upper Meadow, Sedge')
    expect(text).toContain('corrected it')
  })

  it('signed on paper: the scan is kept, with the day and who says so', async () => {
    const { paper, token } = await out()
    const petra = await personIn(owner, paper, 'Petra Holm')
    const url = (day: string) =>
      `${server.origin}/api/papers/${paper}/on-paper?${new URLSearchParams({ person: petra.id, day, name: 'scan.png' })}`
    const give = (day: string, body: Buffer) =>
      fetch(url(day), {
        method: 'POST',
        body: new Uint8Array(body),
        headers: { origin: server.origin, cookie: owner.cookie },
      })
    const today = (await paperOf(owner, paper)).today
    expect((await give('2099-01-01', specimen('passport'))).status).toBe(422)
    expect((await give(today, Buffer.from('words'))).status).toBe(422)
    expect((await give(today, specimen('passport'))).status).toBe(200)
    expect((await give(today, specimen('passport'))).status).toBe(409)
    // Their own link shows that it is done.
    expect((await viewOf(client, token)).state).toBe('done')
    await countersign(owner, paper)
    expect(await sealedText(paper)).toContain('as Maren Fosse says')
  })

  it('a question is answered in the thread, and the answer reaches whoever asked', async () => {
    const { id, email, paper, token } = await out()
    await post(token, '/question', { question: 'Is the stove lit?' })
    const asks = async () => (await jobOf(owner, id)).thread.flatMap((h) => h.asks ?? [])
    const [waiting] = await asks()
    expect(waiting).toMatchObject({ paperId: paper, name: 'Petra Holm' })
    await manage(owner, waiting!.paperId, { do: 'answer', person: waiting!.person, answer: 'Yes, from noon.' })
    expect(await asks()).toEqual([])
    expect((await viewOf(client, token)).questions).toEqual([
      { question: 'Is the stove lit?', answer: 'Yes, from noon.' },
    ])
    const mail = await until(
      () => mailsTo(owner, email),
      (list) => list.some((m) => m.subject.startsWith('An answer')),
    )
    expect(mail.find((m) => m.subject.startsWith('An answer'))!.text).toContain('Yes, from noon.')
  })

  it('the order of those who have not acted is changed; whoever was asked too early waits', async () => {
    const { paper, token } = await out()
    const people = (await paperOf(owner, paper)).round!.people
    const turns = Object.fromEntries(people.map((p) => [p.id, p.member ? 1 : 2]))
    await manage(owner, paper, { do: 'reorder', turns })
    expect((await viewOf(client, token)).state).toBe('not-yet')
    await countersign(owner, paper)
    await sign(client, token)
    expect((await manage(owner, paper, { do: 'reorder', turns })).status).toBe(409)
  })
})

describe('the signer’s page', () => {
  it('speaks their language, by the sender’s choice, the browser’s, or their own', async () => {
    const { email, paper } = await contractWith(owner, { language: 'de' })
    await send(owner, paper, { message: 'Hallo {first}' })
    const token = await linkTo(owner, email)
    const [mail] = await mailsTo(owner, email)
    expect(mail!.text).toContain('Hallo Petra')
    expect(mail!.text).toContain('Lesen und unterschreiben')
    expect((await viewOf(client, token)).language).toBe('de')
    expect((await client.must<{ language: string }>('GET', `/api/sign/${token}?lang=ar`)).language).toBe('ar')
    const page = await client.get<string>(`/s/${token}`)
    expect(page.body).toContain('bittet Sie um Ihre Unterschrift')
    const { version, ...view } = await viewOf(client, token)
    const given = { draft: filled(view as never), consent: true, basedOn: version, language: 'de' }
    expect((await post(token, '/finish', given)).status).toBe(200)
    await countersign(owner, paper)
    const text = await sealedText(paper)
    expect(text).toContain('Unterschriftsprotokoll')
    expect(text).toContain('Zugestimmt: „Ich bin damit einverstanden')
  })

  it('keeps what is typed encrypted until it is given', async () => {
    const { email, paper } = await contractWith(owner)
    await send(owner, paper)
    const token = await linkTo(owner, email)
    const view = await viewOf(client, token)
    const draft = filled(view, { signature: { kind: 'typed', text: 'Secret Petra', face: 'sacramento' } })
    await client.must('PUT', `/api/sign/${token}`, { draft, basedOn: view.version })
    const [row] = await server.rows('select draft from round_people where id = ?', [view.person.id])
    expect(String(row!.draft)).not.toContain('Secret')
    expect((await viewOf(client, token)).draft.signature).toMatchObject({ text: 'Secret Petra' })
  })

  it('takes a signature from the phone, and a picture with a clear ground; a slip or nothing is refused', async () => {
    const { email, paper } = await contractWith(owner)
    await send(owner, paper)
    const token = await linkTo(owner, email)
    const pad = await client.must<{ url: string }>('POST', `/api/sign/${token}/pad`, { what: 'signature' })
    const padToken = pad.url.split('/pad/')[1]!
    const phone = new Caller(server)
    expect((await phone.get(`/api/sign/${padToken}`)).status).toBe(404)
    expect((await phone.get(`/api/pad/${token}`)).status).toBe(404)
    const dot = { kind: 'drawn', width: 300, height: 190, strokes: [[{ x: 5, y: 5 }]] }
    expect((await phone.post(`/api/pad/${padToken}`, { what: 'signature', mark: dot })).status).toBe(422)
    const line = {
      ...dot,
      strokes: [
        [
          { x: 5, y: 5, w: 1.2 },
          { x: 120, y: 60, w: 2.1 },
          { x: 200, y: 20, w: 1 },
        ],
      ],
    }
    expect((await phone.post(`/api/pad/${padToken}`, { what: 'signature', mark: line })).status).toBe(200)
    expect((await viewOf(client, token)).draft.signature).toMatchObject({ kind: 'drawn' })
    expect((await phone.post(`/api/pad/${padToken}`, { what: 'signature', mark: line })).status).toBe(404)
    const picture = (bytes: Uint8Array) =>
      fetch(`${server.origin}/api/sign/${token}/picture`, {
        method: 'POST',
        body: new Uint8Array(bytes),
        headers: { origin: server.origin },
      })
    expect((await picture(Buffer.from('GIF89a'))).status).toBe(422)
    const { mark } = (await (await picture(specimen('passport'))).json()) as { mark: { sha: string } }
    const view = await viewOf(client, token)
    expect(
      (
        await finish(
          client,
          token,
          filled(view, { signature: { ...mark, sha: 'f'.repeat(64) } as never }),
          view.version,
        )
      ).status,
    ).toBe(422)
    const ok = await finish(client, token, filled(view, { signature: mark as never }), view.version)
    expect(ok.status).toBe(200)
    await countersign(owner, paper)
    await sealedText(paper)
    const file = join(server.folder, `${paper}.pdf`)
    expect(execFileSync('pdfimages', ['-list', file], { encoding: 'utf8' })).toContain('image')
  })

  it('asks for the further tick, and refuses what isn’t theirs', async () => {
    const { email, paper } = await contractWith(owner)
    await plan(owner, paper, () => ({ consent: 'I am over eighteen.' }))
    await send(owner, paper)
    const token = await linkTo(owner, email)
    const view = await viewOf(client, token)
    expect(view.further).toBe('I am over eighteen.')
    expect((await finish(client, token, filled(view), view.version)).body).toMatchObject({
      fields: { further: 'Please tick what the sender asks you to confirm.' },
    })
    const body = {
      draft: { ...filled(view), values: { ...filled(view).values, 'business-name': 'x' } },
      consent: true,
      further: true,
      basedOn: view.version,
    }
    expect((await post(token, '/finish', body)).status).toBe(422)
    expect((await post(token, '/finish', { ...body, draft: filled(view) })).status).toBe(200)
  })

  it('lets only the one a quote is for choose from it; a witness sees what was chosen and can’t change it', async () => {
    const { id, email } = await makeJob(owner)
    const paper = await makePaper(owner, id, 'quote')
    const wim = somebody({ name: 'Wim Aldous', turn: 2, part: 'witness' })
    await plan(owner, paper, (p) => ({ people: [...p.people, { ...wim, of: p.people[0]!.key }] }))
    await send(owner, paper)
    await sign(client, await linkTo(owner, email), { taken: { tub: false }, quantities: { fire: '8' } })
    const witness = await linkTo(owner, wim.email)
    const view = await viewOf(client, witness)
    expect(view.chosen).toEqual({ taken: { tub: false }, quantities: { fire: '8' } })
    const values = Object.fromEntries(
      view.person.fields.flatMap((f) => (f.type === 'signature' ? [] : [[f.key, f.type === 'tick' ? true : 'Wim']])),
    )
    const bold = await finish(client, witness, filled(view, { values, taken: { tub: true } }), view.version)
    expect(bold.body).toMatchObject({ fields: { taken: 'There is nothing to choose on this paper.' } })
    await sign(client, witness, { values })
    const lines = (await jobOf(owner, id)).lines
    expect(lines.map((l) => [l.key, l.chosen, l.quantity])).toEqual(
      expect.arrayContaining([
        ['tub', false, '1'],
        ['fire', true, '8'],
      ]),
    )
  })
})

describe('one paper to many', () => {
  const waiver = async () =>
    (await owner.must<{ templates: { id: string; kind: string }[] }>('GET', '/api/library')).templates.find(
      (t) => t.kind === 'waiver',
    )!.id
  it('sends each their own from a list, says what is wrong line by line, and tries only the failed again', async () => {
    const job = await makeJob(owner)
    const csv = `\uFEFFName;E-Mail;Phone\r\n=HYPERLINK("x");eq@clients.example;\r\nAda Quill;ada@clients.example;\r\nBo;not an address;\r\n;nameless@clients.example;\r\nAda Again;ADA@clients.example;\r\nTom Text;;01632 960 200\r\n`
    const body = {
      templateId: await waiver(),
      key: 'list1',
      subject: 'Your waiver, {first}',
      message: 'Hello {first}',
      csv,
    }
    const started = await owner.must<{ id: string; total: number; failed: { problem: string }[] }>(
      'POST',
      `/api/jobs/${job.id}/lists`,
      body,
    )
    expect(started.total).toBe(6)
    expect(started.failed.map((f) => f.problem)).toEqual([
      'Line 4: “not an address” is not an e-mail address.',
      'Line 5: no name.',
      'Line 6: the same address as line 3.',
    ])
    const done = await until(
      () =>
        owner.must<{ sent: number; waiting: number; failed: { problem: string }[] }>('GET', `/api/lists/${started.id}`),
      (l) => l.waiting === 0,
    )
    expect(done.failed.map((f) => f.problem)).toHaveLength(3)
    expect(done.sent).toBe(3)
    const [mail] = await until(
      () => mailsTo(owner, 'ada@clients.example'),
      (m) => m.length > 0,
    )
    expect(mail!.subject).toBe('Your waiver, Ada')
    expect((await owner.must<{ id: string }>('POST', `/api/jobs/${job.id}/lists`, body)).id).toBe(started.id)
    // Of the failed, the one that was put right goes out; the others stay, and nobody is written to twice.
    const to = { name: 'Bo Tarn', email: 'bo@clients.example', phone: '' }
    await owner.must('POST', `/api/lists/${started.id}/retry`, { rows: [{ n: 4, to }] })
    const again = await until(
      () =>
        owner.must<{ sent: number; waiting: number; failed: { problem: string }[] }>('GET', `/api/lists/${started.id}`),
      (l) => l.waiting === 0,
    )
    expect([again.sent, again.failed.map((f) => f.problem)]).toEqual([
      4,
      ['Line 5: no name.', 'Line 6: the same address as line 3.'],
    ])
    await linkTo(owner, 'bo@clients.example')
    expect(await mailsTo(owner, 'ada@clients.example')).toHaveLength(1)
  })
  it('refuses a list without names, addresses or people', async () => {
    const job = await makeJob(owner)
    const common = { templateId: await waiver(), subject: 's', message: 'm' }
    const cases = [
      ['', 'name the columns'],
      ['a,b\n1,2', 'name the columns'],
      ['name\nAda', 'nobody on the list can be reached'],
      ['name,email\n', 'nobody on the list'],
      ['\u0000\u0001', 'name the columns'],
      [`name,email\n${'A,a@clients.example\n'.repeat(1001)}`, 'The list has more than 1000 people'],
    ]
    for (const [i, [csv, words]] of cases.entries()) {
      const answer = await owner.post<{ title: string }>(`/api/jobs/${job.id}/lists`, { ...common, key: `b${i}`, csv })
      expect([answer.status, answer.body.title]).toEqual([422, expect.stringContaining(words!)])
    }
    expect(await server.rows('select id from lists where job_id = ?', [job.id])).toEqual([])
  })
})

it('a copied round has the same people in the same turns, as a draft', async () => {
  const { contract } = await agreedJob(owner)
  const { id } = await owner.must<{ id: string }>('POST', `/api/papers/${contract}/copy`, { key: 'copy1' })
  const view = await planOf(owner, id)
  expect(view.plan.people.map((p) => [p.name, p.turn, p.part])).toEqual([
    ['Petra Holm', 1, 'sign'],
    ['Maren Fosse', 2, 'sign'],
  ])
  expect((await owner.must<{ id: string }>('POST', `/api/papers/${contract}/copy`, { key: 'copy1' })).id).toBe(id)
})
