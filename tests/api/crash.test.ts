import { execFileSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { simpleParser } from 'mailparser'
import { SMTPServer } from 'smtp-server'
import { describe, expect, it, onTestFinished } from 'vitest'
import { freePort, serve } from '../../scripts/lib.mjs'
import { Caller, signedIn } from '../support/caller'
import {
  agreedJob,
  countersign,
  jobOf,
  linkTo,
  makeJob,
  makePaper,
  mailsTo,
  paperOf,
  send,
  sign,
} from '../support/line'
import { TestServer, until } from '../support/server'

async function started(env: Record<string, string> = {}) {
  const server = await TestServer.start(env)
  onTestFinished(() => server.stop())
  return { server, owner: await signedIn(server) }
}

describe('a kill -9', () => {
  it('between the last signature and the sealing: sealed once, a copy to each, one invoice', async () => {
    const { server, owner } = await started()
    const job = await makeJob(owner)
    const contract = await makePaper(owner, job.id, 'contract')
    await send(owner, contract)
    const token = await linkTo(owner, job.email)
    await server.kill()
    // Without the runner the signatures are taken and nothing that follows is done.
    await server.restart({ UPWOLD_ERRANDS: 'off' })
    await sign(new Caller(server), token)
    await countersign(owner, contract)
    expect((await paperOf(owner, contract)).round).toMatchObject({ status: 'signed', sealed: false })
    await server.kill()
    await server.restart()
    await until(
      () => paperOf(owner, contract),
      (p) => !!p.round?.sealed,
    )
    await until(
      () => server.rows('select 1 from outbox where done_at is null and due_at < ?', [new Date().toISOString()]),
      (r) => r.length === 0,
    )
    expect((await mailsTo(owner, job.email)).map((m) => m.subject.replace(/\d{4}-\d+/, 'N')).sort()).toEqual([
      'Deposit for Long meadow: £260.57',
      'Invoice N for Long meadow',
      'Signed: Hire agreement, Long meadow',
      'Something to sign',
    ])
    const file = join(server.folder, 'sealed.pdf')
    writeFileSync(file, (await owner.get(`/api/papers/${contract}/sealed`)).bytes)
    expect(execFileSync('pdfsig', ['-nocert', file], { encoding: 'utf8' })).toContain('Signature is Valid')
  }, 240_000)

  it('at any moment under load: nothing that was answered is lost, nothing is done twice', async () => {
    const { server, owner } = await started({ UPWOLD_LEASE_SECONDS: '2' })
    const answered: string[] = []
    for (let round = 0; round < 4; round += 1) {
      const work = Promise.allSettled(
        Array.from({ length: 4 }, () => agreedJob(owner).then((j) => answered.push(j.id))),
      )
      await until(
        () => server.rows(`select count(*) as n from round_events where type = 'signed'`),
        ([r]) => Number(r!.n) > round * 3 + 16,
      )
      await server.kill()
      await work
      await server.restart({ UPWOLD_LEASE_SECONDS: '2' })
    }
    await until(
      () => server.rows('select id from outbox where done_at is null and due_at < ?', [new Date().toISOString()]),
      (r) => r.length === 0,
      60,
    )
    expect(
      await server.rows(
        `select round_id, count(*) from round_events where type in ('signed', 'sealed') group by round_id, type, json_extract(data, '$.person') having count(*) > 1`,
      ),
    ).toEqual([])
    expect(
      await server.rows(
        `select id from papers where state = 'signed' and id not in (select paper_id from rounds where sealed_sha is not null)`,
      ),
    ).toEqual([])
    expect(
      await server.rows(
        `select id from jobs j where agreed_on is not null and kind_id = 'garden' and not exists (select 1 from invoices where job_id = j.id)`,
      ),
    ).toEqual([])
    const numbers = (await server.rows('select number from invoices order by number')).map((r) =>
      Number(String(r.number).slice(5)),
    )
    expect(numbers).toEqual(numbers.map((_, i) => i + 1))
    expect(await server.rows('select subject, count(*) from messages group by key having count(*) > 1')).toEqual([])
    for (const id of answered) expect((await jobOf(owner, id)).agreedOn).not.toBeNull()
    expect((await server.rows('pragma integrity_check'))[0]).toMatchObject({ integrity_check: 'ok' })
  }, 240_000)
})

describe('two processes on one database', () => {
  it('share the work and do each errand once in effect', async () => {
    const { server, owner } = await started()
    const second = await serve(server.folder, await freePort())
    onTestFinished(() => second.stop())
    await Promise.all(Array.from({ length: 5 }, () => agreedJob(owner)))
    await until(
      () => server.rows('select id from outbox where done_at is null and due_at < ?', [new Date().toISOString()]),
      (r) => r.length === 0,
    )
    expect(
      await server.rows(
        `select round_id from round_events where type = 'sealed' group by round_id having count(*) > 1`,
      ),
    ).toEqual([])
    expect(await server.rows('select id from outbox where failed_at is not null')).toEqual([])
    expect(server.output + second.output()).not.toMatch(/SQLITE_BUSY|unhandled/i)
  }, 240_000)
})

describe('a mail server that is down', () => {
  it('holds nothing up; each message arrives once it is back, and says it is the same one', async () => {
    const port = await freePort()
    const { server, owner } = await started({ UPWOLD_MAIL: `smtp://127.0.0.1:${port}?ignoreTLS=true` })
    const job = await makeJob(owner)
    const quote = await makePaper(owner, job.id, 'quote')
    await send(owner, quote)
    await until(
      () => server.rows(`select attempts from outbox where kind = 'mail.ask' and last_error is not null`),
      (r) => r.length > 0,
    )
    expect((await jobOf(owner, job.id)).line[0]).toMatchObject({ key: 'quote', state: 'theirs' })
    expect((await owner.get<{ outbox: { failed: number } }>('/api/health')).body.outbox.failed).toBe(0)

    const arrived: { to: string; id: string; text: string; from: string }[] = []
    const smtp = new SMTPServer({
      authOptional: true,
      disabledCommands: ['STARTTLS'],
      onData(stream, session, done) {
        simpleParser(stream).then((mail) => {
          arrived.push({
            to: session.envelope.rcptTo[0]!.address,
            id: mail.messageId!,
            text: mail.text!,
            from: mail.from!.text,
          })
          done()
        }, done)
      },
    })
    await new Promise<void>((resolve) => smtp.listen(port, '127.0.0.1', resolve))
    onTestFinished(() => new Promise<void>((resolve) => smtp.close(() => resolve())))
    const [mail] = await until(
      async () => arrived.filter((m) => m.to === job.email),
      (l) => l.length > 0,
      30,
    )
    expect(mail).toMatchObject({
      from: expect.stringContaining('Larkmoor Saunas'),
      text: expect.stringContaining('/s/'),
    })
    await sign(new Caller(server), /\/s\/([\w-]+)/.exec(mail!.text)![1]!)
    await until(
      async () => arrived,
      (l) => l.some((m) => m.to === job.email && m.text.includes('sealed copy')),
      30,
    )
    expect(new Set(arrived.map((m) => m.id)).size).toBe(arrived.length)
  }, 240_000)
})
