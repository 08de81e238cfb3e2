import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { TemplateView } from '../../shared/library'
import type { TodayView } from '../../shared/overview'
import type { PaperDocument } from '../../core/document/model'
import { Caller, STAFF, signedIn } from '../support/caller'
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
import { paper as made } from '../support/paper'
import { checkStep, contractWith, manage, personIn, plan, somebody } from '../support/rounds'
import { TestServer, until } from '../support/server'

/** The round says what is so: in its record, on its pages, on Today and on the job alike. */
let server: TestServer, owner: Caller

beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})

afterAll(() => server.stop())

const folder = mkdtempSync(join(tmpdir(), 'says-'))

const sealed = async (paper: string): Promise<string> => {
  await until(
    () => paperOf(owner, paper),
    (p) => !!p.round?.sealed,
    60,
  )
  const path = join(folder, 'sealed.pdf')
  writeFileSync(path, await owner.raw(`/api/papers/${paper}/sealed`))
  return path
}

const wordsOf = (pdf: string, ...more: string[]) =>
  execFileSync('pdftotext', [...more, pdf, '-'], { encoding: 'utf8' }).replace(/\s+/g, ' ')

const nextOf = async (job: string) => (await jobOf(owner, job)).next

const todays = async (job: string) => {
  const today = await owner.must<TodayView>('GET', '/api/today')
  return today.yours.find((m) => m.jobId === job)
}

describe('a nudge', () => {
  it('goes or is refused with when it can; what is recorded was sent', async () => {
    const c = await contractWith(owner)
    await send(owner, c.paper)
    await linkTo(owner, c.email)
    const nudges = () =>
      server.rows(
        "select 1 from round_events e join round_papers r on r.round_id = e.round_id where r.paper_id = ? and e.type = 'nudged'",
        [c.paper],
      )
    const first = await manage(owner, c.paper, { do: 'nudge', quiet: true })
    expect(first.status).toBe(200)
    const again = await manage(owner, c.paper, { do: 'nudge', quiet: true })
    expect([again.status, (again.body as { title: string }).title]).toEqual([
      409,
      expect.stringMatching(/was nudged at \d\d:\d\d\. It can be sent again from \d\d:\d\d\./),
    ])
    expect(await nudges()).toHaveLength(1)
    await until(
      () => mailsTo(owner, c.email),
      (list) => list.filter((m) => /reminder/i.test(m.subject)).length === 1,
    )
  })
  it('in quiet hours says so first, and sends nothing before that is meant', async () => {
    const settings = await owner.must<Record<string, unknown>>('GET', '/api/business/settings')
    await owner.must('PUT', '/api/business/settings', { ...settings, quiet: { from: '00:00', to: '23:59' } })
    const c = await contractWith(owner)
    await send(owner, c.paper)
    const asked = await owner.post(`/api/papers/${c.paper}/nudge`)
    expect(asked.body).toMatchObject({ title: expect.stringContaining('within your quiet hours'), reason: 'quiet' })
    expect((await owner.post(`/api/papers/${c.paper}/nudge`, { quiet: true })).status).toBe(200)
    await owner.must('PUT', '/api/business/settings', settings)
  })
})

describe('whose move it is', () => {
  it('is said alike by Today and the job, after a bounce, a question, a hold, and where the owner signs first', async () => {
    const c = await contractWith(owner, { email: 'nobody@bounce.example' })
    await plan(owner, c.paper, (p) => ({ people: p.people.map((x) => ({ ...x, turn: x.memberId ? 1 : 2 })) }))
    await send(owner, c.paper)
    expect(await nextOf(c.id)).toMatchObject({
      title: 'Sign the hire agreement',
      explain: 'Then it goes to Petra Holm.',
    })
    expect((await todays(c.id))!.words).toBe('Sign the hire agreement')

    const d = await contractWith(owner)
    await send(owner, d.paper)
    const token = await linkTo(owner, d.email)
    expect((await nextOf(d.id)).title).toBe('Petra Holm has the hire agreement')
    await new Caller(server).post(`/api/sign/${token}/question`, { question: 'Is there parking?' })
    expect(await nextOf(d.id)).toMatchObject({ title: 'Petra Holm asks something', button: 'Answer it' })
    expect((await todays(d.id))!.words).toBe('Petra Holm asks something')
    const [question] = (await personIn(owner, d.paper, 'Petra Holm')).questions
    await new Caller(server).post(`/api/sign/${token}/question`, { question: 'Is there parking?' })
    // Two in the same words: each is answered by its own name.
    const person = (await personIn(owner, d.paper, 'Petra Holm')).id
    const [, second] = (await personIn(owner, d.paper, 'Petra Holm')).questions
    await manage(owner, d.paper, { do: 'answer', person, question: second!.id, answer: 'Behind the barn.' })
    const both = (await personIn(owner, d.paper, 'Petra Holm')).questions
    expect(both.map((q) => [q.id, q.answer])).toEqual([
      [question!.id, null],
      [second!.id, 'Behind the barn.'],
    ])
    expect((await nextOf(d.id)).title).toBe('Petra Holm asks something')
    await manage(owner, d.paper, { do: 'answer', person, question: question!.id, answer: 'Yes.' })
    expect((await nextOf(d.id)).title).toBe('Petra Holm has the hire agreement')
    await manage(owner, d.paper, { do: 'pause', reason: 'rain' })
    expect((await nextOf(d.id)).title).toBe('On hold')
    expect((await todays(d.id))!.words).toBe('On hold')
  })
  it('an overdue job says what to do, and the client is asked once a day', async () => {
    const job = await agreedJob(owner)
    await server.rows("update jobs set agreed_on = '2026-01-02' where id = ?", [job.id])
    await owner.must('POST', `/api/jobs/${job.id}/notes`, { words: 'Looked at.' })
    const next = await nextOf(job.id)
    expect(next).toMatchObject({ act: 'ask-money', button: 'Ask once more' })
    expect(next.title).toMatch(/^£[\d.]+ overdue$/)
    expect((await owner.post(`/api/jobs/${job.id}/ask-money`)).status).toBeLessThan(300)
    expect((await owner.post(`/api/jobs/${job.id}/ask-money`)).status).toBe(409)
    await until(
      () => mailsTo(owner, job.email),
      (list) => list.some((m) => m.subject.startsWith('Still to pay: Deposit')),
    )
  })
})

describe('somebody without an address', () => {
  it('says where their copy shall go, once they have signed; nobody else can, and an address that is there stays', async () => {
    const job = await makeJob(owner, { client: { name: 'Ola Reed', email: '', address: 'Reed House' } })
    const paper = await makePaper(owner, job.id, 'contract')
    await plan(owner, paper, (p) => ({
      people: p.people.map((x) => (x.memberId ? x : { ...x, reach: 'link' as const })),
    }))
    await send(owner, paper)
    const person = await personIn(owner, paper, 'Ola Reed')
    const { url } = await owner.must<{ url: string }>('POST', `/api/papers/${paper}/people/${person.id}/link`)
    const token = url.split('/s/')[1]!
    const client = new Caller(server)
    const to = 'ola@reed.example'
    expect((await client.post(`/api/sign/${token}/copy-to`, { email: to })).status).toBe(409)
    await sign(client, token)
    expect((await viewOf(client, token)).person.copyTo).toBeNull()
    expect((await client.post(`/api/sign/${token}/copy-to`, { email: 'not an address' })).status).toBe(422)
    expect((await client.post(`/api/sign/${token}/copy-to`, { email: to })).status).toBeLessThan(300)
    expect((await viewOf(client, token)).person.copyTo).toContain('@')
    expect((await client.post(`/api/sign/${token}/copy-to`, { email: 'other@reed.example' })).status).toBe(409)
    await countersign(owner, paper)
    // What else they are written from then on, such as of their deposit, may come before it.
    const copies = await until(
      async () => (await mailsTo(owner, to)).filter((m) => m.subject.startsWith('Signed: ')),
      (l) => l.length > 0,
      40,
    )
    // The sealed copy, and the day for their calendar.
    expect(copies.map((m) => m.attachments.map((a) => a.split('.').at(-1)))).toEqual([['pdf', 'ics']])
    expect(wordsOf(await sealed(paper))).toContain(`wants their copy at ${to}`)
  })
})

describe('a card payment that was acknowledged', () => {
  it('isn’t offered once more before the card service has told of it', async () => {
    const job = await agreedJob(owner)
    const { url } = await job.client.must<{ url: string }>('POST', `/api/sign/${job.token}/pay`, { stage: 'deposit' })
    const form = new URLSearchParams({ number: '9700 0000 0000 0004' })
    const page = `${server.origin}/standin/cards/${url.split('/').at(-1)}`
    const paid = await fetch(page, {
      method: 'POST',
      body: form,
      redirect: 'manual',
      headers: { origin: server.origin },
    })
    expect(paid.status).toBe(303)
    await fetch(new URL(paid.headers.get('location')!, server.origin), { redirect: 'manual' })
    expect((await viewOf(job.client, job.token)).pay).toMatchObject({ paid: false, coming: true })
    expect((await job.client.post(`/api/sign/${job.token}/pay`, { stage: 'deposit' })).status).toBe(409)
    const after = await until(
      () => viewOf(job.client, job.token),
      (v) => v.pay?.stage !== 'deposit' || v.pay.paid,
      30,
    )
    expect(after.pay?.coming ?? false).toBe(false)
  })
})

describe('what is prepared', () => {
  it('a draft goes with everything that hangs on it, and an addendum brings the drift back that it had settled', async () => {
    const job = await makeJob(owner)
    const draft = await makePaper(owner, job.id, 'quote')
    await plan(owner, draft, () => ({ consent: 'A further word.' }))
    expect((await owner.call('DELETE', `/api/papers/${draft}`)).status).toBeLessThan(300)
    expect((await jobOf(owner, job.id)).papers).toEqual([])

    const signed = await agreedJob(owner)
    const view = await jobOf(owner, signed.id)
    await owner.must('PATCH', `/api/jobs/${signed.id}`, { version: view.version, set: { place: 'Other Meadow' } })
    const drift = async () => (await paperOf(owner, signed.contract)).drift.map((d) => d.path)
    const before = await drift()
    expect(before).toContain('job.place')
    const { id } = await owner.must<{ id: string }>('POST', `/api/papers/${signed.contract}/drift`, {
      how: 'addendum',
      key: `a${signed.id}`.slice(0, 40),
    })
    expect(await drift()).toEqual([])
    expect((await owner.call('DELETE', `/api/papers/${id}`)).status).toBeLessThan(300)
    expect(await drift()).toEqual(before)
  })
  it('what is written after a version was set aside is set aside with it, not lost and not a version each', async () => {
    const text = (words: string): PaperDocument => made([{ t: 'paragraph', content: [{ t: 'text', text: words }] }])
    const { id } = await owner.must<{ id: string }>('POST', '/api/templates', {
      name: 'Aside',
      kind: 'form',
      document: text('one'),
    })
    const patch = (revision: number, words: string, aside?: string) =>
      owner.call<{ revision: number; aside: string }>('PATCH', `/api/templates/${id}`, {
        revision,
        document: text(words),
        ...(aside ? { aside } : {}),
      })
    const { revision } = await owner.must<TemplateView>('GET', `/api/templates/${id}`)
    expect((await patch(revision, 'two')).status).toBe(200)
    const behind = await patch(revision, 'mine')
    const further = await patch(revision, 'mine, and more', behind.body.aside)
    expect([behind.status, further.status, further.body.aside]).toEqual([409, 409, behind.body.aside])
    const versions = await owner.must<{ id: string }[]>('GET', `/api/templates/${id}/versions`)
    expect(versions.filter((v) => v.id === behind.body.aside)).toHaveLength(1)
    const kept = await owner.must<PaperDocument>('GET', `/api/templates/${id}/versions/${behind.body.aside}`)
    expect(JSON.stringify(kept.body)).toContain('mine, and more')
  })
  it('a member both checks what another prepared and signs it', async () => {
    const staff = await signedIn(server, STAFF)
    const c = await contractWith(owner)
    await plan(staff, c.paper, (p) => {
      const maren = p.people.find((x) => x.memberId)!
      return {
        people: [
          { ...somebody({ name: maren.name, part: 'check', turn: 1 }), memberId: maren.memberId, email: '' },
          ...p.people.map((x) => ({ ...x, turn: x.turn + 1 })),
        ],
      }
    })
    expect((await checkStep(staff, c.paper, { step: 'hand-in' })).status).toBeLessThan(300)
    expect((await checkStep(owner, c.paper, { step: 'pass' })).status).toBeLessThan(300)
    expect((await paperOf(owner, c.paper)).state).toBe('out')
    await sign(new Caller(server), await linkTo(owner, c.email))
    await countersign(owner, c.paper)
    await sealed(c.paper)
  })
})
