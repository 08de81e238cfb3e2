import { execFileSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Caller, signedIn } from '../support/caller'
import {
  agreedJob,
  countersign,
  jobOf,
  linkTo,
  mailsTo,
  makeJob,
  makePaper,
  paperOf,
  send,
  sign,
  viewOf,
} from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const folder = mkdtempSync(join(tmpdir(), 'upwold-pdf-'))
const fileOf = (name: string, bytes: Uint8Array) => {
  const path = join(folder, name)
  writeFileSync(path, bytes)
  return path
}
const tool = (command: string, ...args: string[]) => execFileSync(command, args, { encoding: 'utf8' })
const textOf = (path: string) => tool('pdftotext', '-layout', path, '-').replace(/\s+/g, ' ')

interface Exported {
  lines: { key: string; quantity: string; chosen: boolean; net: number }[]
  totals: { net: number; tax: number; total: number; byRate: { rate: string; tax: number }[] }
  stages: { key: string; amount: number; paid: number; state: string; dueOn: string }[]
  payments: { amount: number }[]
  invoice: { number: string; balance: number; total: number; deductions: { amount: number }[] } | null
  papers: { kind: string; state: string }[]
  line: { key: string; state: string }[]
}
const exported = (job: string) => owner.must<Exported>('GET', `/api/jobs/${job}/export`)
const lineStates = async (job: string) => Object.fromEntries((await exported(job)).line.map((s) => [s.key, s.state]))

describe('a job that begins with an enquiry', () => {
  const body = (more: object) => ({
    kindId: 'garden',
    client: { name: 'Tamsin Roe', email: 'tamsin.roe@clients.example' },
    enquiry: 'Is the barrel free?',
    answer: { subject: 'Your enquiry', words: 'Hello,\n\nWhich day suits you?' },
    key: `enquiry-${Math.random()}`,
    ...more,
  })

  it('keeps what they wrote, and asks them back once however often it is sent', async () => {
    const sent = body({})
    const [a, b] = [
      await owner.must<{ id: string }>('POST', '/api/jobs', sent),
      await owner.must<{ id: string }>('POST', '/api/jobs', sent),
    ]
    expect(a.id).toBe(b.id)
    const { thread, client } = await jobOf(owner, a.id)
    expect(client?.email).toBe('tamsin.roe@clients.example')
    expect(thread.map((h) => [h.words, h.detail]).reverse()).toEqual([
      ['Job added', ''],
      ['Tamsin Roe wrote', 'Is the barrel free?'],
      ['Answered tamsin.roe@clients.example: Your enquiry', 'Hello,\n\nWhich day suits you?'],
    ])
    const mails = await until(
      () => mailsTo(owner, 'tamsin.roe@clients.example'),
      (m) => m.length > 0,
    )
    expect(mails).toHaveLength(1)
    expect(mails[0]!.text).toContain('Which day suits you?')
  })

  it('is not added at all where the answer can go nowhere', async () => {
    const before = await owner.must<{ rows: unknown[] }>('GET', '/api/jobs?when=all&limit=100')
    const refused = await owner.call('POST', '/api/jobs', body({ client: { name: 'Nobody Known' } }))
    expect(refused.status).toBe(422)
    expect(JSON.stringify(refused.body)).toContain('give the client’s address first')
    const after = await owner.must<{ rows: unknown[] }>('GET', '/api/jobs?when=all&limit=100')
    expect(after.rows).toHaveLength(before.rows.length)
    expect(await owner.must<unknown[]>('GET', '/api/contacts?find=Nobody%20Known')).toEqual([])
  })
})

describe('from a job to signed and paid', () => {
  it('takes the client’s choices from the quote to contract, sealed copy, deposit and invoice', async () => {
    const job = await makeJob(owner)
    const client = new Caller(server)
    const quote = await makePaper(owner, job.id, 'quote')
    const draft = fileOf('quote.pdf', (await owner.get(`/api/papers/${quote}/pdf`)).bytes)
    expect(textOf(draft)).toContain('For Petra Holm, from Larkmoor Saunas.')
    expect(textOf(draft)).not.toMatch(/[{}]/)
    await send(owner, quote)

    const toQuote = await linkTo(owner, job.email)
    await sign(client, toQuote, { taken: { tub: false }, quantities: { fire: '8' } })
    // 420 + 8 × 28 + 34 × 1.20 = 684.80, and 20% tax
    expect((await exported(job.id)).totals).toMatchObject({ net: 68480, tax: 13696, total: 82176 })
    const { papers } = await jobOf(owner, job.id)
    const contract = papers.find((p) => p.kind === 'contract')!
    expect(contract.state).toBe('draft')

    await send(owner, contract.id)
    const toContract = await linkTo(owner, job.email, /Something to sign/)
    expect((await viewOf(client, toContract)).others).toMatchObject([{ name: 'Maren Fosse', status: 'not yet' }])
    await sign(client, toContract, {
      signature: {
        kind: 'drawn',
        width: 300,
        height: 100,
        strokes: [Array.from({ length: 40 }, (_, i) => ({ x: i * 6, y: 50 + 40 * Math.sin(i / 3) }))],
      },
    })
    expect(await lineStates(job.id)).toMatchObject({ quote: 'settled', contract: 'yours', deposit: 'not-yet' })
    const told = await until(
      () => mailsTo(owner, 'maren@larkmoor.example'),
      (list) => list.some((m) => m.subject === 'Your move: Hire agreement, Long meadow'),
    )
    expect(told[0]!.text).toContain(`/papers/${contract.id}`)
    await countersign(owner, contract.id)

    const paper = await until(
      () => paperOf(owner, contract.id),
      (p) => !!p.round?.sealed,
    )
    const sealed = fileOf('sealed.pdf', (await owner.get(`/api/papers/${contract.id}/sealed`)).bytes)
    const verdict = tool('pdfsig', '-nocert', sealed)
    expect(verdict).toContain('Signature is Valid')
    expect(verdict).toContain('Total document signed')
    expect(verdict).toContain('ETSI.CAdES.detached')
    expect(tool('qpdf', '--check', sealed)).toContain('No syntax or stream encoding errors found')
    const text = textOf(sealed)
    for (const words of ['Signing record', 'Petra Holm', job.email, '£821.76', paper.versionSha!.slice(0, 30)])
      expect(text).toContain(words)
    expect(readFileSync(sealed).subarray(0, 1000)).toEqual(
      Buffer.from((await owner.get(`/api/papers/${contract.id}/pdf`)).bytes).subarray(0, 1000),
    )
    const copies = await until(
      async () => (await mailsTo(owner, job.email)).filter((m) => m.subject.startsWith('Signed: Hire agreement')),
      (list) => list.length === 1,
    )
    expect(copies[0]!.attachments[0]).toMatch(/^Hire agreement, Long meadow, signed \d{4}-\d\d-\d\d\.pdf$/)

    const { invoice, stages } = await until(
      () => exported(job.id),
      (e) => !!e.invoice,
    )
    const deposit = stages.find((s) => s.key === 'deposit')!
    expect(deposit).toMatchObject({ amount: 24653, paid: 0, state: 'due' })
    expect(invoice).toMatchObject({ total: 82176, balance: 82176 - 24653, deductions: [{ amount: 24653 }] })
    const mails = await until(
      () => mailsTo(owner, job.email),
      (list) => list.some((m) => m.subject.startsWith(`Invoice ${invoice!.number}`)),
    )
    expect(mails.find((m) => m.subject.startsWith('Invoice'))!.attachments).toEqual([`Invoice ${invoice!.number}.pdf`])
    const { invoice: link } = await jobOf(owner, job.id)
    const pdf = fileOf('invoice.pdf', (await owner.get(`/api/invoices/${link!.id}/pdf`)).bytes)
    for (const words of ['Total £821.76', 'Tax at 20% on £684.80 £136.96', '−£246.53', '£575.23'])
      expect(textOf(pdf)).toContain(words)
  }, 240_000)

  it('gives the chain in the form that is hashed, so that anybody can work it out again', async () => {
    const { contract } = await agreedJob(owner)
    await until(
      () => paperOf(owner, contract),
      (p) => !!p.round?.sealed,
    )
    const { events } = await owner.must<{ events: Record<string, never>[] }>('GET', `/api/papers/${contract}/events`)
    // Nothing stands in the record that stood for something else.
    expect(JSON.stringify(events)).not.toMatch(/\{(papers|forDay|first|job)\}/)
    let prev = '0'.repeat(64)
    for (const { hash, ...event } of events) {
      // Canonical JSON written another way than core does: keys sorted at every depth, then JSON.stringify.
      const sorted = (v: unknown): unknown =>
        v && typeof v === 'object' && !Array.isArray(v)
          ? Object.fromEntries(
              Object.entries(v)
                .sort(([a], [b]) => (a < b ? -1 : 1))
                .map(([k, x]) => [k, sorted(x)]),
            )
          : Array.isArray(v)
            ? v.map(sorted)
            : v
      expect(event.prev).toBe(prev)
      expect(
        createHash('sha256')
          .update(JSON.stringify(sorted(event)))
          .digest('hex'),
      ).toBe(hash)
      prev = hash!
    }
    expect(events.map((e) => e.type)).toEqual([
      ...['sent', 'asked', 'delivered', 'shown', 'signed', 'asked', 'delivered', 'signed', 'sealed'],
    ])
  })

  it('numbers invoices without a gap, however many are raised at once', async () => {
    await Promise.all(Array.from({ length: 6 }, () => agreedJob(owner)))
    await until(
      () =>
        server.rows(
          `select count(*) as n from outbox where kind = 'invoice' and done_at is null and due_at < datetime('now')`,
        ),
      ([r]) => r!.n === 0,
    )
    const numbers = (await server.rows('select number from invoices order by number')).map((r) =>
      Number(String(r.number).slice(5)),
    )
    expect(numbers).toEqual(numbers.map((_, i) => i + 1))
  }, 240_000)

  it('raises the invoice on the job’s day where the kind says so', async () => {
    const later = await agreedJob(owner, { kindId: 'retreat' })
    expect((await exported(later.id)).invoice).toBeNull()
    const version = (await jobOf(owner, later.id)).version
    const day = new Date().toISOString().slice(0, 10)
    await owner.must('PATCH', `/api/jobs/${later.id}`, {
      version,
      set: { starts: `${day}T15:00`, ends: `${day}T18:00` },
    })
    expect(
      (
        await until(
          () => exported(later.id),
          (e) => !!e.invoice,
        )
      ).invoice!.total,
    ).toBe(86856)
  })

  it('closes a declined round, tells the owner why, and lets a new quote be made', async () => {
    const job = await makeJob(owner)
    const quote = await makePaper(owner, job.id, 'quote')
    await send(owner, quote)
    const token = await linkTo(owner, job.email)
    const client = new Caller(server)
    expect((await client.post(`/api/sign/${token}/decline`, { reason: '  ' })).status).toBe(422)
    await client.must('POST', `/api/sign/${token}/decline`, { reason: 'too late in the day' })
    expect(await lineStates(job.id)).toMatchObject({ quote: 'trouble' })
    await until(
      () => mailsTo(owner, 'maren@larkmoor.example'),
      (l) => l.some((m) => m.text.includes('too late in the day') && m.subject.includes('Long meadow')),
    )
    expect(await makePaper(owner, job.id, 'quote')).not.toBe(quote)
  })

  it('keeps a paper that is out as it was sent when the record changes, and the contract follows what was accepted', async () => {
    const job = await makeJob(owner)
    const quote = await makePaper(owner, job.id, 'quote')
    await send(owner, quote)
    const token = await linkTo(owner, job.email)
    const client = new Caller(server)
    const before = await viewOf(client, token)
    const { version, lines } = await jobOf(owner, job.id)
    await owner.must('PUT', `/api/jobs/${job.id}/lines`, {
      version,
      discount: null,
      lines: lines.map((l) => ({ ...l, unitPrice: l.unitPrice * 2 })),
    })
    await owner.must('PATCH', `/api/jobs/${job.id}`, { version: version + 1, set: { people: 99 } })
    expect((await viewOf(client, token)).papers).toEqual(before.papers)
    await sign(client, token)
    expect((await exported(job.id)).totals.total).toBe(86856)
    const { thread } = await jobOf(owner, job.id)
    expect(thread.map((t) => t.words).join()).toContain('had changed since the quote went out')
  })
})
