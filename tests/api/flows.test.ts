import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { OpenLink, StandingLinkView } from '../../shared/out/standing-links'
import { Caller, memberAs, signedIn } from '../support/caller'
import { form } from '../support/flow'
import { inDays, jobOf, linkTo, mailsTo, makeJob, sign, viewOf } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const QUESTIONS = [
  { key: 'neighbour', type: 'name', label: 'Your neighbour' },
  { key: 'mailbox', type: 'email', label: 'Their mailbox' },
  { key: 'house', type: 'text', label: 'The house' },
  { key: 'phone', type: 'text', label: 'Phone', format: { kind: 'phone' }, required: false },
]
const PARTIES = [
  { key: 'client', label: 'Client' },
  { key: 'neighbour', label: 'Neighbour' },
]
/** Loan of a key: whoever answers names their neighbour, who signs as well. */
async function loan(settings: object = {}, when = 'after') {
  const { id: template } = await form(
    owner,
    'You keep the key of {paper.house}.',
    [{ key: 'house', label: 'The house', type: 'text', required: true }],
    PARTIES,
  )
  const body = {
    name: `Loan of a key ${randomUUID().slice(0, 6)}`,
    kindId: 'garden',
    templates: [template],
    settings: {
      questions: QUESTIONS,
      map: { [`${template} house`]: { from: 'question', key: 'house' } },
      home: { house: 'job.place', phone: 'person.phone' },
      named: [{ party: 'neighbour', name: 'neighbour', email: 'mailbox', when }],
      ...settings,
    },
  }
  const { id } = await owner.must<{ id: string }>('POST', '/api/standing-links', body)
  return { id, body }
}
const view = (id: string) => owner.must<StandingLinkView>('GET', `/api/standing-links/${id}`)
const act = (id: string) => owner.post<{ title: string }>(`/api/standing-links/${id}/act`, { act: 'open' })
const tokenOf = (path: string) => path.split('/').at(-1)!
const mail = () => `${randomUUID().slice(0, 13)}@holt.example`
const opened = async (url: string) =>
  await new Caller(server).must<OpenLink>('GET', `/api/open/${tokenOf(url)}?lang=en`)
const answer = (url: string, over: object = {}, answers: object = {}, who = new Caller(server)) =>
  who.call<{ path: string; title: string; fields: Record<string, string> }>(
    'POST',
    `/api/open/${tokenOf(url)}?lang=en`,
    {
      id: randomUUID(),
      name: 'Ada Holt',
      email: mail(),
      ...over,
      answers: { neighbour: 'Ben Ash', mailbox: mail(), house: 'Mill Lane 3', ...answers },
    },
  )
/** Who is in the round that somebody's place stands in, in their turns. */
async function roundOf(path: string) {
  const me = await viewOf(new Caller(server), tokenOf(path))
  const rows = await server.rows(
    'select p.name, p.turn, p.part from round_people p where p.round_id = (select round_id from round_people where id = ?) order by p.turn, p.name',
    [me.person.id],
  )
  return rows.map((r) => `${String(r.turn)} ${String(r.name)} ${String(r.part)}`)
}

describe('somebody whom an answer names', () => {
  it('can’t be left unsaid: the paper wants them, and the form has to ask', async () => {
    const { id, body } = await loan({ named: [] })
    expect((await act(id)).body.title).toMatch(/wants a neighbour beside whoever opens the link/)
    expect((await view(id)).parties).toEqual([{ key: 'neighbour', label: 'Neighbour' }])
    const lacking = {
      ...body.settings,
      questions: QUESTIONS.slice(2),
      named: [{ party: 'neighbour', name: 'x', email: 'y' }],
    }
    await owner.must('PUT', `/api/standing-links/${id}`, { ...body, settings: lacking, version: 1 })
    expect((await act(id)).body.title).toMatch(/Ask for the name and the e-mail address of the neighbour/)
  })

  it('signs after whoever answered, with words that have the answers in them; copies go where they should', async () => {
    const club = mail()
    const { id } = await loan({
      subject: 'The key of {The house}',
      message: 'Hello {first},\n\n{Your neighbour} is asked about {The house}.',
      copies: [club],
      within: 9,
      reminders: { kind: 'weekly' },
    })
    expect((await act(id)).status).toBe(200)
    const l = await view(id)
    expect(l.stops.find((s) => s.key === 'signing')!.words).toBe('whoever comes, then neighbour')
    const mailbox = mail()
    const ada = new Caller(server)
    const { body } = await answer(l.url, {}, { mailbox }, ada)
    expect(await roundOf(body.path)).toEqual([
      '1 Ada Holt sign',
      '2 Ben Ash sign',
      expect.stringContaining(`${club} copy`),
    ])
    const mine = await viewOf(ada, tokenOf(body.path))
    expect(mine.lapsesAt).toBeTruthy()
    expect(await mailsTo(owner, mailbox)).toEqual([])
    await sign(ada, tokenOf(body.path))
    const ben = await linkTo(owner, mailbox)
    const [letter] = await mailsTo(owner, mailbox)
    expect(letter).toMatchObject({ subject: 'The key of Mill Lane 3' })
    expect(letter!.text).toContain('Ben Ash is asked about Mill Lane 3.')
    await sign(new Caller(server), ben)
    await until(
      () => mailsTo(owner, club),
      (list) => list.some((m) => m.attachments.length > 0),
    )
    expect((await view(id)).answers).toMatchObject([{ name: 'Ada Holt', state: 'signed' }])
    // What was written to whoever an answer named is counted; whoever answered was written to by nobody.
    expect((await view(id)).counts.mails).toBeGreaterThan(0)
  })

  it('signs before whoever answered, who is written to when it is their turn', async () => {
    const { id } = await loan({}, 'before')
    await act(id)
    const l = await view(id)
    expect((await opened(l.url)).asks.email).toBe(true)
    expect((await answer(l.url, { email: '', phone: '01632 960 733' })).body.fields).toHaveProperty('email')
    const [own, mailbox] = [mail(), mail()]
    const { body } = await answer(l.url, { email: own }, { mailbox })
    expect(await roundOf(body.path)).toEqual(['1 Ben Ash sign', '2 Ada Holt sign'])
    expect(await viewOf(new Caller(server), tokenOf(body.path))).toMatchObject({ state: 'not-yet' })
    await sign(new Caller(server), await linkTo(owner, mailbox))
    await sign(new Caller(server), await linkTo(owner, own))
    expect((await view(id)).answers).toMatchObject([{ state: 'signed' }])
  })

  it('is somebody else, known again by name and mailbox, and made once however often it is sent', async () => {
    const { id } = await loan()
    await act(id)
    const l = await view(id)
    const own = mail()
    expect((await answer(l.url, { email: own }, { neighbour: 'ada holt', mailbox: own })).body.fields).toHaveProperty([
      'answers.mailbox',
    ])
    expect((await answer(l.url, { email: own }, { neighbour: 'Holt Ada', mailbox: own })).status).toBe(422)
    // What was refused has made nothing.
    expect((await view(id)).counts.taken).toBe(0)
    expect(await server.rows('select id from contacts where email = ?', [own])).toEqual([])
    const mailbox = mail()
    const body = { id: randomUUID(), email: own }
    const all = await Promise.all([1, 2, 3].map(() => answer(l.url, body, { mailbox })))
    expect(all.map((a) => a.status)).toEqual([200, 200, 200])
    await answer(l.url, {}, { mailbox })
    expect(await server.rows('select id from contacts where email = ?', [mailbox])).toHaveLength(1)
    // What somebody typed goes into a letter as words alone.
    const { body: bad } = await answer(l.url, {}, { house: 'see https://evil.example/x\nnow {first}', mailbox: mail() })
    const [round] = await server.rows(
      'select subject, message from rounds where id = (select round_id from round_people where id = ?)',
      [(await viewOf(new Caller(server), tokenOf(bad.path))).person.id],
    )
    expect(JSON.stringify(round)).not.toContain('https:')
  })
})

describe('a flow begun from a job', () => {
  const ask = (job: string, linkId: string, contactId: string, how = 'email', who = owner) =>
    who.call<{ url: string | null; title: string }>('POST', `/api/jobs/${job}/asks`, { linkId, contactId, how })
  async function asked() {
    const { id } = await loan({ named: [{ party: 'neighbour', name: 'neighbour', email: 'mailbox', when: 'after' }] })
    const job = await makeJob(owner, { place: '' })
    const { client } = await jobOf(owner, job.id)
    return { link: id, job: job.id, client: client! }
  }

  it('asks the client by mail, at an address of their own; the answers fill the paper and come home to the job', async () => {
    const { link, job, client } = await asked()
    expect((await ask(job, link, client.id)).body).toEqual({ url: null })
    const [letter] = await until(
      () => mailsTo(owner, client.email),
      (list) => list.some((m) => m.text.includes('/o/')),
    ).then((list) => list.filter((m) => m.text.includes('/o/')))
    const url = /\S+\/o\/[\w-]+/.exec(letter!.text)![0]
    const shown = await opened(url)
    expect(shown).toMatchObject({ shut: null, who: { name: client.name }, places: null })
    // What lies in the database opens nothing.
    const stored = JSON.stringify(await server.rows('select * from flow_asks'))
    expect(stored).not.toContain(tokenOf(url))
    expect(JSON.stringify(await server.rows('select text from messages'))).not.toContain(tokenOf(url))
    // Whoever they say they are, it is the client's.
    const { body } = await answer(url, { name: 'Somebody Else', email: mail() }, { phone: '01632 960 733' })
    const path = body.path
    expect(await roundOf(path)).toEqual([`1 ${client.name} sign`, '2 Ben Ash sign'])
    expect((await answer(url)).body.path.length).toBe(path.length)
    expect((await jobOf(owner, job)).papers).toHaveLength(1)
    expect((await jobOf(owner, job)).client).toMatchObject({ id: client.id, email: client.email })
    await sign(new Caller(server), tokenOf(path))
    const [{ email: ben }] = (await server.rows(
      "select email from contacts where name = 'Ben Ash' order by id desc limit 1",
    )) as unknown as [{ email: string }]
    await sign(new Caller(server), await linkTo(owner, ben))
    const after = await until(
      () => jobOf(owner, job),
      (j) => j.place !== '',
    )
    expect(after.place).toBe('Mill Lane 3')
    expect((await ask(job, link, client.id)).body.title).toMatch(/has answered already/)
  })

  it('asked again they have another address, and the one before opens nothing; a handed-over one is shown', async () => {
    const { link, job, client } = await asked()
    const first = (await ask(job, link, client.id, 'link')).body.url!
    const second = (await ask(job, link, client.id, 'link')).body.url!
    expect(second).not.toBe(first)
    expect((await new Caller(server).get(`/api/open/${tokenOf(first)}`)).status).toBe(404)
    expect((await opened(second)).who!.name).toBe(client.name)
    const { thread } = await jobOf(owner, job)
    expect(JSON.stringify(thread)).toContain('by a link that is handed over')
  })

  it('fills in what the record says, to be looked over', async () => {
    const { link, job, client } = await asked()
    const now = await jobOf(owner, job)
    await owner.must('PATCH', `/api/jobs/${job}`, { version: now.version, set: { place: 'The mill' } })
    const { url } = (await ask(job, link, client.id, 'link')).body
    expect((await opened(url!)).known).toMatchObject({ house: 'The mill' })
  })

  it('is for members who make papers and send; never for somebody without an address by mail, or of another job called off', async () => {
    const { link, job, client } = await asked()
    expect((await ask(job, link, client.id, 'email', new Caller(server))).status).toBe(401)
    const { caller: books } = await memberAs(server, owner, 'bookkeeper')
    expect((await ask(job, link, client.id, 'email', books)).status).toBe(403)
    const { id: nobody } = await owner.must<{ id: string }>('POST', '/api/contacts', { name: 'No Mailbox' })
    expect((await ask(job, link, nobody)).body).toMatchObject({ fields: { how: expect.any(String) as string } })
    expect((await ask(job, 'gone', client.id)).status).toBe(404)
    expect((await ask(job, link, 'gone')).status).toBe(404)
    expect((await ask('gone', link, client.id)).status).toBe(404)
    const { id: broken } = await loan({ named: [] })
    expect((await ask(job, broken, client.id)).body.title).toMatch(/Mend that first/)
    const { url } = (await ask(job, link, client.id, 'link')).body
    await owner.must('POST', `/api/jobs/${job}/call-off`, { by: 'client', on: inDays(0), words: '' })
    expect((await opened(url!)).shut).toBe('closed')
    expect((await ask(job, link, client.id)).body.title).toMatch(/called off/)
  })

  it('is over for somebody who was forgotten', async () => {
    const { link, job } = await asked()
    const { id: ada } = await owner.must<{ id: string }>('POST', '/api/contacts', { name: 'Ada Gone', email: mail() })
    const { url } = (await ask(job, link, ada, 'link')).body
    await owner.must('POST', `/api/contacts/${ada}/forget`)
    expect((await new Caller(server).get(`/api/open/${tokenOf(url!)}`)).status).toBe(404)
  })
})
