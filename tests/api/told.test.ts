import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { FieldSpec } from '../../core/document/field'
import { alternate } from '../../core/rounds/plan'
import { Caller, OWNER, signedIn } from '../support/caller'
import { filled, finish, jobOf, linkTo, mailsTo, makeJob, makePaper, send, sign, viewOf } from '../support/line'
import { paper as made } from '../support/paper'
import { manage, personIn, plan, somebody } from '../support/rounds'
import { TestServer, until } from '../support/server'

/** The table of who is told what in docs/told.md, walked row by row against real rounds and their mailboxes. */
let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const ROLES = ['asked, still to sign', 'has signed', 'comes later', 'gets a copy', 'owner', 'client'] as const
type Role = (typeof ROLES)[number]
const table = readFileSync(join(import.meta.dirname, '../../docs/told.md'), 'utf8')
  .split('\n')
  .filter((l) => l.startsWith('| ') && !l.startsWith('| ---'))
  .map((l) => l.slice(2, -2).split(' | '))
const rows = table.slice(1).map(([what, ...cells]) => ({
  what: what!,
  told: ROLES.filter((_, i) => cells[i] === 'mail'),
}))

interface Stage {
  job: { id: string }
  paper: string
  tokens: { asked: string; signed: string; partner: string }
  addresses: Record<Role, string>
}

/** A round in its middle: one has signed, two are asked, one comes later, one was told that it is out. */
async function midway(): Promise<Stage> {
  const job = await makeJob(owner)
  const sig = (party: string): FieldSpec => ({
    key: `${party}-s`,
    type: 'signature',
    party,
    label: 'Signature',
    required: true,
  })
  const parties = ['client', 'guest', 'guardian', 'witness'].map((key) => ({ key, label: key }))
  const { id: templateId } = await owner.must<{ id: string }>('POST', '/api/templates', {
    kind: 'form',
    name: 'House rules',
    document: made(
      parties.map(({ key }) => ({ t: 'field' as const, field: sig(key) })),
      { parties },
    ),
  })
  const { id: paper } = await owner.must<{ id: string }>('POST', `/api/jobs/${job.id}/papers`, { templateId })
  const stands = (party: string) => [{ paper, party }]
  const [asked, other, later] = ['Ben Aster', 'Cleo Birch', 'Dina Cedar'].map((name) => somebody({ name }))
  const partner = somebody({ name: 'Flo Dell' })
  const reader = somebody({ name: 'Rosa Elm', part: 'copy', turn: 1 })
  await plan(owner, paper, (p) => ({
    people: [
      ...p.people.map((x) => ({ ...x, turn: 1 })),
      { ...asked!, part: 'sign', turn: 2, stands: stands('guest'), mayPassOn: true },
      { ...other!, part: 'sign', turn: 2, stands: stands('guardian'), or: [alternate.parse(partner)] },
      { ...later!, part: 'sign', turn: 3, stands: stands('witness') },
      reader,
    ],
  }))
  await send(owner, paper, { subject: 'House rules' })
  const signed = await linkTo(owner, job.email)
  await sign(new Caller(server), signed)
  const addresses: Stage['addresses'] = {
    'asked, still to sign': other!.email,
    'has signed': job.email,
    'comes later': later!.email,
    'gets a copy': reader.email,
    owner: OWNER.email,
    client: job.email,
  }
  const token = await linkTo(owner, asked!.email)
  await linkTo(owner, other!.email)
  await until(
    () => mailsTo(owner, reader.email),
    (list) => list.length > 0,
  )
  return { job, paper, tokens: { asked: token, signed, partner: await linkTo(owner, partner.email) }, addresses }
}
const ok = async (answer: Promise<{ status: number; body: unknown }>) => {
  const { status, body } = await answer
  expect(status, JSON.stringify(body)).toBeLessThan(300)
}
const inAWeek = () => new Date(Date.now() + 7 * 86_400_000).toISOString()
const client = () => new Caller(server)
const DO: Record<string, (s: Stage) => Promise<void>> = {
  'put on hold': (s) => ok(manage(owner, s.paper, { do: 'pause', reason: 'The pond is being cleaned.' })),
  'goes on again': (s) => ok(manage(owner, s.paper, { do: 'resume' })),
  'more time': (s) => ok(manage(owner, s.paper, { do: 'extend', lapsesAt: inAWeek() })),
  lapsed: (s) => ok(manage(owner, s.paper, { do: 'extend', lapsesAt: new Date(Date.now() + 700).toISOString() })),
  withdrawn: (s) => ok(manage(owner, s.paper, { do: 'withdraw', reason: 'The day was moved.' })),
  declined: (s) => ok(client().post(`/api/sign/${s.tokens.asked}/decline`, { reason: 'I will not swim.' })),
  replaced: async (s) =>
    ok(
      manage(owner, s.paper, {
        do: 'replace',
        person: (await personIn(owner, s.paper, 'Ben Aster')).id,
        name: 'Ada Fir',
        email: `ada${s.paper}@clients.example`,
      }),
    ),
  'passed on': (s) =>
    ok(
      client().post(`/api/sign/${s.tokens.asked}/pass-on`, {
        name: 'Ada Fir',
        email: `ada${s.paper}@clients.example`,
        reason: 'She runs the house.',
      }),
    ),
  'taken by another of the place': (s) => sign(client(), s.tokens.partner),
  'a question': (s) => ok(client().post(`/api/sign/${s.tokens.asked}/question`, { question: 'Is it deep?' })),
  'money received': async (s) => {
    const [stage] = (await jobOf(owner, s.job.id)).stages
    await ok(
      owner.post(`/api/jobs/${s.job.id}/payments`, {
        stage: stage!.key,
        amount: stage!.amount,
        method: 'bank',
        key: `k${s.paper}`,
      }),
    )
  },
  'quote accepted': async (s) => {
    const quote = await makePaper(owner, s.job.id, 'quote')
    await send(owner, quote, { subject: 'The quote itself' })
    await sign(client(), await linkTo(owner, s.addresses.client, /The quote itself/))
  },
}

/** What has to be in the words of each kind of message, so that another one isn't taken for it. */
const SAYS: Record<string, RegExp> = {
  'put on hold': /on hold[\s\S]*The pond is being cleaned/,
  'goes on again': /goes on/,
  'more time': /more time/i,
  lapsed: /time to sign/i,
  withdrawn: /withdrawn[\s\S]*The day was moved/,
  declined: /declined[\s\S]*I will not swim/,
  'passed on': /passed it on to Ada Fir/,
  'taken by another of the place': /Flo Dell was first/,
  'a question': /Is it deep/,
  'money received': /arrived|from Petra Holm/,
  'quote accepted': /accepted/,
}

describe('who is told', () => {
  it('has a row for everything that is tried here', () =>
    expect(rows.map((r) => r.what).sort()).toEqual(Object.keys(DO).sort()))
  it.each(rows)('$what: $told', async ({ what, told }) => {
    const stage = await midway()
    if (what === 'goes on again') await DO['put on hold']!(stage)
    const count = async () =>
      Object.fromEntries(
        await Promise.all(
          [...new Set(Object.values(stage.addresses))].map(
            async (a) =>
              [a, (await mailsTo(owner, a)).filter((m) => SAYS[what]?.test(`${m.subject}\n${m.text}`)).length] as const,
          ),
        ),
      )
    const before = await count()
    await DO[what]!(stage)
    const expected = new Set(told.map((role) => stage.addresses[role]))
    // Whoever is to be told has a message; once the last of the errands is done, nobody else has one.
    const after = await until(count, (now) => [...expected].every((a) => now[a]! > before[a]!), 30)
    await until(
      () =>
        server.rows('select count(*) as n from outbox where done_at is null and failed_at is null and due_at <= ?', [
          new Date().toISOString(),
        ]),
      ([row]) => Number(row!.n) === 0,
    )
    const settled = await count()
    for (const [address, n] of Object.entries(settled))
      expect([address, n - before[address]!]).toEqual([address, expected.has(address) ? 1 : 0])
    expect(Object.keys(after).length).toBeGreaterThan(4)
  })
  it('passed on, whoever comes is greeted by their own name and told from whom and why, in none of the first one’s words', async () => {
    const stage = await midway()
    await DO['passed on']!(stage)
    const address = `ada${stage.paper}@clients.example`
    const [mail] = await until(
      () => mailsTo(owner, address),
      (l) => l.length > 0,
    )
    expect(mail!.text).toContain('Hello,\nplease have a look.')
    expect(mail!.text).toContain('Ben Aster has passed this on to you')
    expect(mail!.text).toContain('Ben Aster says: “She runs the house.”')
  })
  it('in the words of the round, each is greeted by their own name, an organisation by all of it, each in their language', async () => {
    const job = await makeJob(owner)
    const paper = await makePaper(owner, job.id, 'contract')
    await plan(owner, paper, (p) => ({
      people: p.people.map((x) => (x.memberId ? x : { ...x, language: 'de' as const })),
    }))
    const { subject, message } = (
      await owner.must<{ plan: { subject: string; message: string } }>('GET', `/api/papers/${paper}/plan`)
    ).plan
    await send(owner, paper, { subject, message })
    const [mail] = await until(
      () => mailsTo(owner, job.email),
      (l) => l.length > 0,
    )
    expect(mail!.text).toMatch(/^Guten Tag Petra,/)
    expect(mail!.text).not.toMatch(/Hello|please|minutes|Read and sign/)
    const person = (await personIn(owner, paper, 'Petra Holm')).id
    await ok(manage(owner, paper, { do: 'replace', person, name: 'Jan Holm', email: `jan-${job.email}` }))
    const [next] = await until(
      () => mailsTo(owner, `jan-${job.email}`),
      (l) => l.length > 0,
    )
    expect(next!.text).toMatch(/^Guten Tag Jan,/)
    const { id: contactId } = await owner.must<{ id: string }>('POST', '/api/contacts', {
      name: 'Wetherby Lakes Ltd',
      email: `lakes-${job.email}`,
      kind: 'organisation',
    })
    const other = await makeJob(owner, { client: undefined, clientId: contactId })
    const quote = await makePaper(owner, other.id, 'quote')
    await send(owner, quote, { subject, message })
    const [firm] = await until(
      () => mailsTo(owner, `lakes-${job.email}`),
      (l) => l.length > 0,
    )
    expect(firm!.text).toMatch(/^Hello Wetherby Lakes Ltd,/)
  })
  it('a client who signed in German gets the money messages in German, amounts and days too', async () => {
    const job = await makeJob(owner)
    const contract = await makePaper(owner, job.id, 'contract')
    await send(owner, contract)
    const token = await linkTo(owner, job.email)
    const caller = client()
    const view = await viewOf(caller, token)
    const answer = await caller.post(`/api/sign/${token}/finish`, {
      draft: filled(view),
      consent: true,
      basedOn: view.version,
      language: 'de',
    })
    expect(answer.status).toBe(200)
    const { path } = await owner.must<{ path: string }>('POST', `/api/papers/${contract}/countersign`)
    const mine = await viewOf(owner, path.slice(3))
    expect((await finish(owner, path.slice(3), filled(mine), mine.version)).status).toBe(200)
    const mails = await until(
      () => mailsTo(owner, job.email),
      (list) => list.some((m) => /Rechnung/.test(m.subject)) && list.some((m) => /Unterschrieben/.test(m.subject)),
      40,
    )
    const deposit = mails.find((m) => /reservieren/.test(m.text))!
    expect(deposit.text).toMatch(/zahlen Sie bitte [\d.]+,\d\d £, fällig am \d+\. \p{L}+ \d{4}/u)
    for (const m of mails.filter((x) => /Rechnung|reservieren/.test(x.subject + x.text)))
      expect(`${m.subject}\n${m.text}`).not.toMatch(/\b(the|please|due|Invoice|Thank)\b/)
    const sha = (await server.rows('select pdf_sha as sha, frozen from invoices where job_id = ?', [job.id]))[0]!
    expect(JSON.parse(String(sha.frozen))).toMatchObject({ language: 'de', client: { name: 'Petra Holm' } })
  })
})
