import { execFileSync } from 'node:child_process'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Caller, signedIn } from '../support/caller'
import {
  countersign,
  filled,
  finish,
  jobOf,
  linkTo,
  mailsTo,
  makeJob,
  makePaper,
  send,
  sign,
  viewOf,
} from '../support/line'
import { contractWith, plan, somebody } from '../support/rounds'
import { sealedText, specimen } from '../support/sealed'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller, client: Caller

beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
  client = new Caller(server)
})

afterAll(() => server.stop())

const post = (token: string, path: string, body: object = {}, caller = client) =>
  caller.post(`/api/sign/${token}${path}`, body)

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
    const text = await sealedText(server, owner, paper)
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
    const pad = await client.must<{ url: string }>('POST', `/api/sign/${token}/drawing`, { what: 'signature' })
    const drawToken = pad.url.split('/draw/')[1]!
    const phone = new Caller(server)
    expect((await phone.get(`/api/sign/${drawToken}`)).status).toBe(404)
    expect((await phone.get(`/api/draw/${token}`)).status).toBe(404)
    const dot = { kind: 'drawn', width: 300, height: 190, strokes: [[{ x: 5, y: 5 }]] }
    expect((await phone.post(`/api/draw/${drawToken}`, { what: 'signature', mark: dot })).status).toBe(422)
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
    expect((await phone.post(`/api/draw/${drawToken}`, { what: 'signature', mark: line })).status).toBe(200)
    expect((await viewOf(client, token)).draft.signature).toMatchObject({ kind: 'drawn' })
    expect((await phone.post(`/api/draw/${drawToken}`, { what: 'signature', mark: line })).status).toBe(404)
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
    await sealedText(server, owner, paper)
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
