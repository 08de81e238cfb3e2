import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { PNG } from 'pngjs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { LetterShown, LettersView } from '../../shared/letters'
import { Caller, OWNER, signedIn } from '../support/caller'
import { agreedJob, linkTo, mailsTo, makeJob, makePaper, send, viewOf } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const letters = (language: string) => owner.must<LettersView>('GET', `/api/letters?language=${language}`)
const reword = (key: string, body: object) => owner.call('PUT', `/api/letters/${key}`, body)

describe('letters', () => {
  it('say what they usually say until they are worded anew, a language at a time', async () => {
    const usual = await letters('en')
    expect(usual.letters.length).toBeGreaterThan(15)
    const asked = usual.letters.find((l) => l.key === 'asked')!
    expect(asked.body.text).toBe(asked.body.usual)
    const body = { language: 'en', subject: 'For you, {first}: {papers}', body: 'Dear {first},\n\nplease see {job}.' }
    await owner.must('PUT', '/api/letters/asked', body)
    expect((await letters('en')).changed).toEqual(['en'])
    expect((await letters('de')).letters.find((l) => l.key === 'asked')!.body.text).toContain('Guten Tag')
    const job = await makeJob(owner, { title: 'The orchard' })
    const paper = await makePaper(owner, job.id, 'quote')
    // With the usual words of the sheet, which are the business's own now.
    const plan = await owner.must<{ plan: { subject: string; message: string } }>('GET', `/api/papers/${paper}/plan`)
    await send(owner, paper, { subject: plan.plan.subject, message: plan.plan.message })
    const [mail] = await until(
      () => mailsTo(owner, job.email),
      (list) => list.length > 0,
    )
    expect(mail!.subject).toMatch(/^For you, \S+: /)
    expect(mail!.text).toContain('please see The orchard.')
    // Put back, the next one is as usual.
    await owner.must('DELETE', '/api/letters/asked?language=en')
    expect((await letters('en')).letters.find((l) => l.key === 'asked')!.body.text).toBe(asked.body.usual)
    expect((await viewOf(new Caller(server), await linkTo(owner, job.email))).state).toBe('open')
  })

  it('are refused words they could not fill, or without what they are for', async () => {
    const wrong = [
      ['receipt', { language: 'en', subject: 'Thanks', body: 'Thank you, {secret}.' }, 'body'],
      ['code', { language: 'de', subject: 'Ihr Code', body: 'Hier ist er.' }, 'body'],
      ['receipt', { language: 'en', subject: 'Two\nlines', body: 'x' }, 'subject'],
      ['receipt', { language: 'en', subject: '', body: 'x' }, 'subject'],
      ['receipt', { language: 'xx', subject: 'x', body: 'x' }, 'language'],
    ] as const
    for (const [key, body, field] of wrong) {
      const answer = await reword(key, body)
      expect([answer.status, Object.keys(answer.body.fields as object)]).toEqual([422, [field]])
    }
    expect((await reword('nothing', { language: 'en', subject: 'x', body: 'x' })).status).toBe(404)
  })

  it('are seen as they arrive, whatever was typed into them, and sent to oneself', async () => {
    const body = {
      language: 'de',
      subject: 'Danke für {amount}',
      body: '<script>alert(1)</script>\n\n{amount} für {job}.',
    }
    const shown = await owner.must<LetterShown>('POST', '/api/letters/receipt/try', body)
    expect(shown.subject).toMatch(/^Danke für 240,00/)
    expect(shown.html).toContain('&lt;script&gt;')
    expect(shown.html).not.toContain('<script')
    expect(shown.sentTo).toBeNull()
    expect(await owner.must('POST', '/api/letters/receipt/try', { ...body, send: true })).toMatchObject({
      sentTo: OWNER.email,
    })
    expect((await mailsTo(owner, OWNER.email))[0]!.subject).toMatch(/^Danke für/)
    // Nothing of it was kept.
    expect((await letters('de')).changed).toEqual([])
  })
})

describe('how the business looks', () => {
  it('shows on its signers’ pages, in its mails and on its papers', async () => {
    const png = PNG.sync.write(new PNG({ width: 60, height: 20 }))
    await owner.must('PUT', '/api/business/logo', png)
    for (const wrong of [Buffer.from('not a picture'), Buffer.concat([png.subarray(0, 40)])])
      expect((await owner.call('PUT', '/api/business/logo', wrong)).status).toBe(422)
    expect((await owner.call('PUT', '/api/business/logo', Buffer.alloc(500_000))).status).toBe(413)
    await owner.must('PUT', '/api/business/look', { main: '#ffcc00', second: '#1f5f55', under: 'Open <always>' })
    const { look } = await owner.must<{ look: { main: string } }>('GET', '/api/business')
    expect(look.main).toBe('#917300')
    const job = await makeJob(owner)
    const paper = await makePaper(owner, job.id, 'quote')
    await send(owner, paper)
    // On the paper itself, as poppler sees it.
    const file = join(mkdtempSync(join(tmpdir(), 'upwold-look-')), 'quote.pdf')
    writeFileSync(file, await owner.raw(`/api/papers/${paper}/pdf`))
    expect(execFileSync('pdfimages', ['-list', file], { encoding: 'utf8' })).toMatch(/\b60\s+20\b/)
    const token = await linkTo(owner, job.email)
    expect((await viewOf(new Caller(server), token)).business.look.main).toBe('#917300')
    const page = await new Caller(server).get<string>(`/s/${token}`)
    expect(page.body).toContain('--heather:#917300')
    const [{ html }] = (await server.rows('select html from messages order by at desc limit 1')) as unknown as [
      { html: string },
    ]
    expect(html).toContain('background:#917300')
    expect(html).toContain('Open &lt;always&gt;')
    for (const wrong of ['red', '#fff', 'url(x)'])
      expect(
        (await owner.call('PUT', '/api/business/look', { main: wrong, second: '#000000', under: '' })).status,
      ).toBe(422)
    expect((await new Caller(server).get(`/api/look/${'0'.repeat(64)}`)).status).toBe(404)
  })
})

describe('owners', () => {
  it('are told by mail what they choose, and read the rest on Today', async () => {
    const settings = await owner.must<object>('GET', '/api/business/settings')
    await owner.must('PUT', '/api/business/settings', { ...settings, byMail: ['signed'] })
    const title = 'The willow meadow'
    const { id } = await agreedJob(owner, { title })
    await owner.must('POST', `/api/jobs/${id}/payments`, {
      stage: 'deposit',
      amount: 1000,
      method: 'cash',
      key: 'k-told-by-mail',
    })
    const mine = async () =>
      (await mailsTo(owner, OWNER.email)).filter((m) => m.subject.includes(title)).map((m) => m.subject)
    await until(mine, (list) => list.some((s) => s.startsWith('Signed by all')))
    // The errand that would have told of the money was done, and told nobody.
    await until(
      () =>
        server.rows(
          `select key from outbox where kind = 'mail.owner' and key like 'money:%' and done_at is not null and json_extract(payload, '$.jobId') = ?`,
          [id],
        ),
      (rows) => rows.length > 0,
    )
    expect((await mine()).filter((s) => s.includes('received'))).toEqual([])
    const { happened } = await owner.must<{ happened: { words: string }[] }>('GET', '/api/today')
    expect(happened.map((h) => h.words).join(' ')).toContain('£10.00 from')
  })
})

describe('whom letters are from', () => {
  it('is the business, or whoever writes about papers; answers go to them', async () => {
    const senders = {
      papers: { name: 'Ada, for the yard', email: 'ada@larkmoor.example' },
      money: { name: '', email: '' },
    }
    await owner.must('PUT', '/api/business/senders', senders)
    const job = await makeJob(owner)
    await send(owner, await makePaper(owner, job.id, 'quote'))
    const fromOf = async () =>
      (await server.rows('select "from" f from messages where "to" = ? order by at desc limit 1', [job.email]))[0]?.f
    expect(await until(fromOf, Boolean)).toBe('"Ada, for the yard" <ada@larkmoor.example>')
    for (const wrong of [
      { name: 'Ada', email: 'nowhere' },
      { name: 'Ada\r\nBcc: x@y.example', email: 'nowhere' },
    ])
      expect((await owner.call('PUT', '/api/business/senders', { ...senders, money: wrong })).status).toBe(422)
    await owner.must('PUT', '/api/business/senders', {
      papers: { name: '', email: '' },
      money: { name: '', email: '' },
    })
    const { senders: kept } = await owner.must<{ senders: object }>('GET', '/api/business')
    expect(kept).toEqual({ papers: null, money: null })
  })
})
