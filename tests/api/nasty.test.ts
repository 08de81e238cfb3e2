import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { minor } from '../../core/money/money'
import { Caller, signedIn } from '../support/caller'
import {
  ORCHARD,
  agreedJob,
  filled,
  jobOf,
  linkTo,
  makeJob,
  makePaper,
  paperOf,
  priced,
  send,
  sign,
  viewOf,
  looked,
} from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller, client: Caller

beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
  client = new Caller(server)
})

afterAll(() => server.stop())

const textOf = (bytes: Uint8Array) => {
  const file = join(mkdtempSync(join(tmpdir(), 'upwold-')), 'x.pdf')
  writeFileSync(file, bytes)
  return execFileSync('pdftotext', [file, '-'], { encoding: 'utf8' })
}

const NASTY = {
  'a 10,000-character name': 'Maximiliane-'.repeat(834).slice(0, 10_000),
  'right-to-left text': 'שלום עולם مرحبا بالعالم',
  'an emoji': 'Sauna 🔥 family 👨‍👩‍👧 🏳️‍🌈',
  'a script tag': '<script>alert(1)</script>"><img src=x onerror=alert(1)>',
  'control characters': 'a\u0000b\u202Ec\u0007\uD800',
}

describe.each(Object.entries(NASTY))('%s in every text field', (_, text) => {
  it('is refused with the limit, or kept and shown as text on papers, pages and messages', async () => {
    const short = (max: number) => text.slice(0, max)
    const tooLong = text.length > 300
    const answer = await owner.post('/api/jobs', {
      kindId: 'garden',
      title: text,
      place: text,
      notes: text,
      client: { name: text, address: text },
    })
    if (tooLong)
      expect(answer).toMatchObject({ status: 422, body: { fields: { title: 'Keep this under 300 characters.' } } })
    const { id, email } = await makeJob(owner, {
      title: short(300),
      client: {
        name: short(200),
        email: `n${Math.random().toString(36).slice(2)}@clients.example`,
        phone: short(40),
        address: short(1000),
      },
      place: short(500),
      notes: text,
      facts: { pitch: short(1000) },
      lines: [...ORCHARD, priced({ key: 'x', description: short(500), unit: short(20) })],
    }).then(async (job) => ({ id: job.id, email: (await jobOf(owner, job.id)).client!.email }))
    const paper = await makePaper(owner, id, 'contract')
    await send(owner, paper, { subject: short(300), message: short(5000) })
    const token = await linkTo(owner, email)
    const view = await viewOf(client, token)
    const [field] = view.person.fields.filter((f) => f.type === 'name')
    await sign(client, token, {
      values: { ...filled(view).values, [field!.key]: short(200) },
      signature: { kind: 'typed', text: short(200).trim(), face: 'dancing' },
    })
    await owner.must('POST', `/api/jobs/${id}/notes`, { words: short(2000) })
    const pdf = (await owner.get(`/api/papers/${paper}/pdf`)).bytes
    if (text.startsWith('<script>')) expect(textOf(pdf).replace(/\s/g, '')).toContain('<script>alert(1)</script>')
    const page = await client.get<string>(`/s/${token}`)
    expect(page.status).toBe(200)
    expect(page.body).not.toContain('<script>alert(1)')
    expect(page.body).not.toContain('<img src=x')
    const [mail] = (await server.rows('select html from messages where "to" = ?', [email])) as unknown as [
      { html: string },
    ]
    expect(mail.html).not.toContain('<script>')
    const { path } = await owner.must<{ path: string }>('POST', `/api/papers/${paper}/countersign`)
    await sign(owner, path.slice(3))
    await until(
      () => paperOf(owner, paper),
      (p) => !!p.round?.sealed,
    )
    expect(
      (await owner.get(`/api/jobs?find=${encodeURIComponent(text.slice(0, 30).replace(/[\uD800-\uDFFF]/g, ''))}`))
        .status,
    ).toBe(200)
  }, 240_000)
})

describe('numbers and gaps', () => {
  it.each([
    ['a quantity of 0', { quantity: '0' }, 'The quantity must be more than 0.'],
    ['a negative quantity', { quantity: '-2' }, 'The quantity must be more than 0.'],
    ['a quantity beyond reason', { quantity: '99999999999' }, 'This quantity is too large.'],
    ['five decimals', { quantity: '1.00001' }, 'at most 4 decimals'],
    ['a negative price', { unitPrice: -1 }, 'An amount cannot be negative'],
    ['half a penny', { unitPrice: 10.5 }, 'whole pence'],
    ['a tax of 120%', { taxRate: '120' }, 'between 0 and 100'],
    [
      'limits the wrong way round',
      { clientQuantity: { min: '5', max: '2', step: '1' } },
      'a highest not below the lowest',
    ],
    ['a line without words', { description: ' ' }, 'What the line is for is missing.'],
  ])('%s is refused where it stands', async (_, over, words) => {
    const { id } = await makeJob(owner)
    const before = await jobOf(owner, id)
    const answer = await owner.call<{ title: string; fields: Record<string, string> }>('PUT', `/api/jobs/${id}/lines`, {
      version: before.version,
      discount: null,
      lines: [{ ...ORCHARD[0], ...over }],
    })
    expect(answer).toMatchObject({ status: 422 })
    expect(Object.entries(answer.body.fields)[0]).toEqual([
      expect.stringMatching(/^lines\.0\./),
      expect.stringContaining(words),
    ])
    expect((await jobOf(owner, id)).lines).toEqual(before.lines)
  })

  it('a sum of 0 can be agreed: nothing is asked for, and the invoice says so', async () => {
    const { id } = await agreedJob(owner, { lines: [priced({ unitPrice: minor(0) })] })
    const job = await until(
      () => jobOf(owner, id),
      (j) => !!j.invoice,
    )
    expect(job.stages.filter((s) => !s.held).map((s) => s.state)).toEqual(['waived', 'waived'])
    const { id: invoice } = job.invoice!
    const pdf = await until(
      () => owner.get(`/api/invoices/${invoice}/pdf`),
      (a) => a.status === 200,
    )
    expect(textOf(pdf.bytes)).toContain('Nothing is left to pay')
  })

  it('a job without a client or lines can be kept, and says what a paper needs first', async () => {
    const bare = await owner.must<{ id: string }>('POST', '/api/jobs', { kindId: 'garden' })
    expect((await jobOf(owner, bare.id)).next).toMatchObject({ title: 'Say who the client is', act: 'add-client' })
    expect((await owner.post(`/api/jobs/${bare.id}/papers`, { kind: 'quote' })).body.title).toContain(
      'Say who the client is first',
    )
    const noLines = await makeJob(owner, { lines: [] })
    expect((await owner.post(`/api/jobs/${noLines.id}/papers`, { kind: 'quote' })).body.title).toContain(
      'There are no priced lines yet',
    )
  })

  it('a job without a day names the gap in preflight, refuses to send, and goes once the day is given', async () => {
    const job = await makeJob(owner, { starts: null, ends: null })
    const paper = await makePaper(owner, job.id, 'quote')
    expect((await paperOf(owner, paper)).gaps.map((g) => g.label)).toEqual(['Start', 'End'])
    const sending = { subject: 's', message: 'm', key: `k${job.id}` }
    const refused = await owner.post(`/api/papers/${paper}/send`, { ...(await looked(owner, paper)), ...sending })
    expect(refused).toMatchObject({ status: 409, body: { title: 'Start is missing. Nothing was sent.' } })
    const { version } = await jobOf(owner, job.id)
    await owner.must('PATCH', `/api/jobs/${job.id}`, {
      version,
      set: { starts: '2031-07-04T16:00', ends: '2031-07-06T11:00' },
    })
    await owner.must('POST', `/api/papers/${paper}/send`, { ...(await looked(owner, paper)), ...sending })
    expect((await owner.get('/api/jobs?when=coming&limit=100')).status).toBe(200)
  })

  it('refuses a time the clocks skip, an end before its start, and a zone nobody knows', async () => {
    const { id } = await makeJob(owner)
    const change = async (set: object) =>
      (await owner.call('PATCH', `/api/jobs/${id}`, { version: (await jobOf(owner, id)).version, set })).body.title
    expect(await change({ starts: '2031-03-30T01:30', ends: null })).toContain('clocks go forward')
    expect(await change({ ends: '2020-01-01T10:00' })).toBe('It would end before it starts.')
    expect(await change({ timeZone: 'Moor/Lark' })).toBe('This time zone is not known.')
    expect(await change({ starts: '2031-02-30T10:00' })).toContain('no 2031-02-30')
  })
})
