import { once } from 'node:events'
import { createRequire } from 'node:module'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { answerTo, returned } from '../../core/mail/letter'
import type { ContactView } from '../../shared/jobs'
import type { MailInView } from '../../shared/out/systems'
import { Caller, memberAs, signedIn } from '../support/caller'
import { jobOf, mailsTo, makeJob, makePaper, send } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const drop = (eml: string | Uint8Array, who = owner) =>
  who.upload<{ kind: string; jobId: string | null; title: string }>(
    '/api/mail',
    typeof eml === 'string' ? new TextEncoder().encode(eml) : eml,
  )
/** A quote that went out, and the letter it went by. */
async function quoted(title: string) {
  const job = await makeJob(owner, { title })
  await send(owner, await makePaper(owner, job.id, 'quote'))
  const [mail] = await until(
    () => mailsTo(owner, job.email),
    (m) => m.length > 0,
  )
  const { messageId, from, to, subject } = await owner.must<{
    messageId: string
    from: string
    to: string
    subject: string
  }>('GET', `/api/post/${mail!.id}`)
  return { job, letter: { messageId, from, to, subject } }
}

describe('a letter that comes in', () => {
  it('stands, as an answer, in the thread of the job it is about; the same one twice is one', async () => {
    const { job, letter } = await quoted('Answer hill')
    const eml = answerTo(letter, 'Could it be Sunday?\r\n\r\nOn Monday Larkmoor wrote:\r\n> Hello', 'one')
    for (let i = 0; i < 2; i += 1) expect((await drop(eml)).body).toMatchObject({ kind: 'answer', jobId: job.id })
    const told = (await jobOf(owner, job.id)).thread.filter((t) => t.words.startsWith('Petra Holm wrote: Re: '))
    expect(told.map((t) => t.detail)).toEqual(['Could it be Sunday?'])
    expect((await owner.must<MailInView>('GET', '/api/mail')).rows[0]).toMatchObject({
      kind: 'answer',
      job: { title: 'Answer hill' },
      person: { name: 'Petra Holm' },
    })
  })

  it('that came back is seen at the person and on the paper, until the address is put right', async () => {
    const { job, letter } = await quoted('Bounce hill')
    expect((await drop(returned(letter, '550 5.1.1 no such user', 'two'))).body).toMatchObject({
      kind: 'bounce',
      jobId: job.id,
    })
    const find = async () =>
      (await owner.must<ContactView[]>('GET', '/api/contacts?find=Petra&limit=100')).find((c) => c.email === job.email)
    expect(await find()).toMatchObject({ bounced: '550 5.1.1 no such user' })
    expect((await jobOf(owner, job.id)).thread.some((t) => t.words === 'The message to Petra Holm came back')).toBe(
      true,
    )
    const contact = (await find())!
    await owner.must('PATCH', `/api/contacts/${contact.id}`, { email: 'put.right@clients.example' })
    const after = (await owner.must<ContactView[]>('GET', '/api/contacts?find=put.right')).find(
      (c) => c.id === contact.id,
    )
    expect(after!.bounced).toBeUndefined()
  })

  it('from nobody, by a machine, of nothing, with a hundred files or hostile words does no harm', async () => {
    const stranger =
      'From: who@nowhere.example\r\nMessage-ID: <x@y>\r\nSubject: =?utf-8?Q?<script>?=\r\n\r\n<script>alert(1)</script>'
    expect((await drop(stranger)).body).toMatchObject({ kind: 'other', jobId: null })
    const { letter } = await quoted('Robot hill')
    const away = answerTo(letter, 'I am away', 'three').replace(
      'MIME-Version',
      'Auto-Submitted: auto-replied\r\nMIME-Version',
    )
    expect((await drop(away)).body.kind).toBe('other')
    const part = (i: number) =>
      `--b\r\nContent-Type: application/pdf\r\nContent-Disposition: attachment; filename="${i}.pdf"\r\n\r\n%PDF-${i}\r\n`
    const many = answerTo(letter, '', 'four').replace(
      /Content-Type: text[^]*$/,
      `Content-Type: multipart/mixed; boundary=b\r\n\r\n${Array.from({ length: 100 }, (_, i) => part(i)).join('')}--b--\r\n`,
    )
    expect((await drop(many)).body.kind).toBe('answer')
    const [row] = (await owner.must<MailInView>('GET', '/api/mail')).rows
    expect([row!.files.length, row!.leftOut]).toEqual([
      20,
      '80 of its 100 files were left out: at most 20 of 12 MB are taken.',
    ])
    for (const bad of ['', 'nothing', '\0\0\0\0']) expect((await drop(bad)).status, JSON.stringify(bad)).toBe(422)
    const { caller: desk } = await memberAs(server, owner, 'front desk')
    expect((await drop(stranger, desk)).status).toBe(403)
    expect((await drop(stranger, new Caller(server))).status).toBe(401)
  })

  it('is fetched from a mailbox, each letter once', async () => {
    const { job, letter } = await quoted('Mailbox hill')
    const hoodiecrow = createRequire(import.meta.url)('hoodiecrow-imap') as (o: object) => NodeJS.EventEmitter & {
      listen(port: number): void
      close(done: () => void): void
      server: { address(): { port: number } }
    }
    const imap = hoodiecrow({
      storage: { INBOX: { messages: [{ raw: answerTo(letter, 'By mailbox', 'five') }, { raw: 'broken' }] } },
    })
    imap.listen(0)
    await once(imap.server as never, 'listening').catch(() => {})
    const { port } = imap.server.address()
    const box = (password: string) =>
      owner.call('PUT', '/api/mail/box', { mailbox: { host: '127.0.0.1', port, user: 'testuser', password } })
    const wrong = await box('wrong')
    expect([wrong.status, wrong.body.fields]).toEqual([422, { host: '127.0.0.1 doesn’t know this user and password.' }])
    expect((await box('testpass')).status).toBe(200)
    const thread = (await jobOf(owner, job.id)).thread.filter((t) => t.detail === 'By mailbox')
    expect(thread).toHaveLength(1)
    const [kept] = await server.rows('select settings from business')
    expect(String(kept!.settings)).not.toContain('testpass')
    expect(JSON.stringify((await owner.get('/api/mail')).body)).not.toContain('testpass')
    await owner.must('PUT', '/api/mail/box', { mailbox: null })
    await new Promise<void>((done) => imap.close(done))
  })
})
