import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { type Server, createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { lastSeal } from '../../core/evidence/contents'
import { stampIn, toStamp } from '../../core/evidence/stamp'
import { minor } from '../../core/money/money'
import type { WaysView } from '../../shared/out/settings'
import { authorityIn } from '../support/authority'
import { type Caller, memberAs, signedIn } from '../support/caller'
import { agreedJob, priced } from '../support/line'
import { TestServer, until } from '../support/server'

/** An authority of openssl's behind a small HTTP server; `answers` says how it behaves. */
const folder = mkdtempSync(join(tmpdir(), 'authority-'))
const at = (name: string) => join(folder, name)
let answers: 'well' | 'never' | 'wrong' | 'long' = 'well'
let authority: Server, address: string, server: TestServer, owner: Caller
const asked: string[] = []

let openssl: Awaited<ReturnType<typeof authorityIn>>
beforeAll(async () => {
  openssl = await authorityIn(folder)
  authority = createServer((request, response) => {
    const parts: Buffer[] = []
    request.on('data', (part: Buffer) => parts.push(part))
    request.on('end', () => {
      asked.push(request.headers['content-type'] ?? '')
      if (answers === 'never') return response.writeHead(503).end()
      if (answers === 'wrong') return response.end('<html>Welcome</html>')
      if (answers === 'long') return response.end(Buffer.alloc(200_000))
      void openssl
        .answer(Buffer.concat(parts))
        .then((answer) => response.setHeader('content-type', 'application/timestamp-reply').end(answer))
    })
  })
  await new Promise<void>((done) => authority.listen(0, '127.0.0.1', done))
  address = `http://127.0.0.1:${(authority.address() as AddressInfo).port}/`
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(async () => {
  await server.stop()
  authority.close()
  rmSync(folder, { recursive: true })
})

const sealedOf = async (paper: string) => {
  const [row] = await until(
    () =>
      server.rows('select id, sealed_sha as sha from rounds where paper_id = ? and sealed_sha is not null', [paper]),
    (rows) => rows.length > 0,
    60,
  )
  const sha = String(row!.sha)
  return {
    round: String(row!.id),
    pdf: new Uint8Array(readFileSync(join(server.folder, 'blobs', sha.slice(0, 2), sha))),
  }
}
const free = { lines: [priced({ unitPrice: minor(0) })] }
const timesWay = async () =>
  (await owner.must<WaysView>('GET', '/api/business/ways')).ways.find((w) => w.key === 'times')!

describe('time stamps of an authority', () => {
  it('are tried before they are kept, and what is wrong is said', async () => {
    const attempt = (url: string) =>
      owner.must<{ taken: boolean; words: string }>('POST', '/api/business/times', { url })
    expect(await attempt(address)).toMatchObject({
      taken: true,
      words: expect.stringContaining('Windle Clock') as string,
    })
    for (const [how, words] of [
      ['never', 'answered 503'],
      ['wrong', 'no time stamp'],
      ['long', 'too long'],
    ] as const) {
      answers = how
      expect(await attempt(address)).toMatchObject({ taken: false, words: expect.stringContaining(words) as string })
    }
    answers = 'well'
    expect(await attempt('http://127.0.0.1:1/')).toMatchObject({ taken: false })
    expect((await owner.call('PUT', '/api/business/times', { url: 'file:///etc/passwd' })).status).toBe(422)
    const { caller: staff } = await memberAs(server, owner, 'staff')
    for (const method of ['PUT', 'POST'])
      expect((await staff.call(method, '/api/business/times', { url: address })).status).toBe(403)
  })

  it('stand on a sealed copy as another’s tools read them, and fall with any change of it', async () => {
    await owner.must('PUT', '/api/business/times', { url: address })
    expect(await timesWay()).toMatchObject({ state: 'works' })
    const { contract } = await agreedJob(owner, free)
    const { pdf, round } = await sealedOf(contract)
    const file = at('sealed.pdf')
    writeFileSync(file, pdf)
    expect(execFileSync('pdfsig', ['-nocert', file], { encoding: 'utf8' })).toContain('Signature is Valid')
    const seal = lastSeal(pdf)
    if (typeof seal === 'string') throw new Error(seal)
    const stamp = await stampIn(seal.cms)
    expect(stamp).toMatchObject({ by: 'Windle Clock' })
    writeFileSync(at('token'), stamp!.token)
    writeFileSync(at('data'), toStamp(seal.cms))
    const told = execFileSync(
      'openssl',
      ['ts', '-verify', '-token_in', '-in', at('token'), '-data', at('data'), '-CAfile', openssl.certificate],
      { encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] },
    )
    expect(told).toContain('Verification: OK')
    const [event] = await server.rows("select data from round_events where round_id = ? and type = 'sealed'", [round])
    expect(JSON.parse(String(event!.data))).toMatchObject({ stamp: { by: 'Windle Clock', at: stamp!.at } })
    const verdict = execFileSync('npx', ['tsx', 'scripts/verify.ts', '--data', server.folder], { encoding: 'utf8' })
    expect(verdict).toMatch(/all fit/i)
  })

  it('are waited for while the authority doesn’t answer, and said on the job', async () => {
    answers = 'never'
    const { contract, id } = await agreedJob(owner, free)
    const waits = () =>
      server.rows(
        "select id, last_error from outbox where kind = 'seal' and done_at is null and last_error like 'No time stamp%'",
      )
    await until(waits, (rows) => rows.length === 1, 60)
    expect(await timesWay()).toMatchObject({ state: 'trouble', error: expect.stringContaining('503') as string })
    answers = 'well'
    await server.rows("update outbox set due_at = '2020-01-01T00:00:00.000Z' where kind = 'seal' and done_at is null")
    const first = await sealedOf(contract)
    expect(await stampIn((lastSeal(first.pdf) as { cms: Uint8Array }).cms)).toMatchObject({ by: 'Windle Clock' })
    expect(await timesWay()).toMatchObject({ state: 'works', error: '' })

    await owner.must('PUT', '/api/business/times', { url: null })
    const pretended = await sealedOf((await agreedJob(owner, free)).contract)
    expect(await stampIn((lastSeal(pretended.pdf) as { cms: Uint8Array }).cms)).toMatchObject({
      by: expect.stringContaining('pretended') as string,
    })
    const said = await server.rows("select detail from happenings where job_id = ? and type = 'sealed'", [id])
    expect(String(said[0]!.detail)).toContain('stamped by Windle Clock')
  })
})
