import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { JobView } from '../../shared/jobs'
import type { TokensView } from '../../shared/out/systems'
import { Caller, memberAs, signedIn } from '../support/caller'
import { makeJob } from '../support/line'
import { TestServer } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const tokenOf = async (scopes: string[], who = owner) =>
  (await who.must<{ token: string }>('POST', '/api/tokens', { name: 'The board', scopes })).token
/** A program: no cookies, no origin, a token. */
const program = (token: string) => {
  const bare = new Caller(server)
  return <T = Record<string, unknown>>(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ) => bare.call<T>(method, path, body, { authorization: `Bearer ${token}`, ...headers })
}

describe('a program', () => {
  it('does what its token may, and no more', async () => {
    const reads = program(await tokenOf(['read']))
    const { id } = await makeJob(owner)
    expect((await reads<JobView>('GET', `/api/jobs/${id}`)).body.title).toBe('Long meadow')
    const refused = await reads('PUT', `/api/jobs/${id}/tags`, { tags: ['x'] })
    expect([refused.status, refused.body.title]).toEqual([403, 'This token may not: it lacks jobs.'])
    const writes = program(await tokenOf(['jobs']))
    expect((await writes('PUT', `/api/jobs/${id}/tags`, { tags: ['x'] })).status).toBe(200)
    expect((await writes('GET', `/api/jobs/${id}`)).status).toBe(403)
    // What hangs on a browser or is the owner's alone is for no token.
    for (const [method, path] of [
      ['POST', '/api/handover'],
      ['GET', '/api/tokens'],
      ['POST', '/api/tokens'],
      ['DELETE', '/api/sessions'],
      ['GET', '/api/stream'],
      ['POST', '/api/systems'],
      ['GET', '/api/account'],
    ] as const)
      expect(
        (
          await program(await tokenOf(['read', 'jobs', 'settings', 'members', 'desk']))(
            method,
            path,
            method === 'POST' ? {} : undefined,
          )
        ).status,
        path,
      ).toBe(403)
  })

  it('is shut out by a wrong, old or taken-back token, and when whoever made it has left or may less', async () => {
    expect((await program('upwold_nothing')('GET', '/api/jobs')).status).toBe(401)
    const { caller: manager, id } = await memberAs(server, owner, 'manager')
    const beyond = await manager.call('POST', '/api/tokens', { name: 'x', scopes: ['members'] })
    expect(beyond.status).toBe(403)
    const call = program(await tokenOf(['read', 'jobs', 'settings'], manager))
    expect((await call('GET', '/api/jobs')).status).toBe(200)
    const job = await makeJob(owner)
    await owner.must('PATCH', `/api/members/${id}`, { role: 'bookkeeper' })
    expect((await call('PUT', `/api/jobs/${job.id}/tags`, { tags: [] })).status).toBe(403)
    await owner.must('DELETE', `/api/members/${id}`)
    expect((await call('GET', '/api/jobs')).status).toBe(401)
    const mine = program(await tokenOf(['read']))
    expect((await mine('GET', '/api/jobs')).status).toBe(200)
    const { rows } = await owner.must<TokensView>('GET', '/api/tokens')
    expect(rows[0]!.usedAt).not.toBeNull()
    await owner.must('DELETE', `/api/tokens/${rows[0]!.id}`)
    expect((await mine('GET', '/api/jobs')).status).toBe(401)
    const kept = await server.rows('select * from tokens')
    expect(JSON.stringify(kept)).not.toMatch(/upwold_[\w-]{20}/)
  })

  it('that sends a write twice by one key has it done once; with other words it is refused', async () => {
    const call = program(await tokenOf(['read', 'jobs']))
    const key = { 'idempotency-key': 'k-1' }
    const body = { kindId: 'garden', title: 'Once only' }
    const [a, b] = await Promise.all([
      call<{ id: string }>('POST', '/api/jobs', body, key),
      call<{ id: string }>('POST', '/api/jobs', body, key),
    ])
    const c = await call<{ id: string }>('POST', '/api/jobs', body, key)
    const done = [a, b, c].filter((x) => x.status === 200)
    expect(new Set(done.map((x) => x.body.id)).size).toBe(1)
    // Two at the very same time: the second may be told to ask again.
    for (const x of [a, b]) expect([200, 409]).toContain(x.status)
    expect(c.headers.get('idempotency-replayed')).toBe('true')
    expect((await call('POST', '/api/jobs', { ...body, title: 'Other' }, key)).status).toBe(409)
    const [{ n }] = (await server.rows("select count(*) n from jobs where title = 'Once only'")) as unknown as [
      { n: number },
    ]
    expect(n).toBe(1)
    // What was refused isn't kept: put right, the same key does it.
    const wrong = await call('POST', '/api/jobs', { kindId: 'nothing' }, { 'idempotency-key': 'k-2' })
    expect(wrong.status).toBe(422)
    expect(
      (await call('POST', '/api/jobs', { kindId: 'garden', title: 'k2' }, { 'idempotency-key': 'k-2' })).status,
    ).toBe(200)
    // Another's key is another.
    const other = program(await tokenOf(['read', 'jobs']))
    expect((await other<{ id: string }>('POST', '/api/jobs', body, key)).body.id).not.toBe(c.body.id)
  })

  it('reads by entity tags, changes only what it has seen, and is told what it may still ask', async () => {
    const call = program(await tokenOf(['read', 'jobs']))
    const { id } = await makeJob(owner)
    const first = await call<JobView>('GET', `/api/jobs/${id}`)
    const tag = first.headers.get('etag')!
    expect(tag).toBe(`"v${first.body.version}"`)
    expect(first.headers.get('ratelimit-policy')).toBe('"api";q=600;w=60')
    expect(first.headers.get('ratelimit')).toMatch(/^"api";r=\d+;t=\d+$/)
    expect((await call('GET', `/api/jobs/${id}`, undefined, { 'if-none-match': `W/${tag}` })).status).toBe(304)
    const changed = await call<JobView>(
      'PATCH',
      `/api/jobs/${id}`,
      { version: 0, set: { place: 'The mill' } },
      { 'if-match': tag },
    )
    expect(changed.body.place).toBe('The mill')
    const stale = await call('PATCH', `/api/jobs/${id}`, { version: 0, set: { place: 'x' } }, { 'if-match': tag })
    expect([stale.status, stale.body.code]).toEqual([412, 'not-matched'])
    expect((await call('GET', `/api/jobs/${id}`, undefined, { 'if-none-match': tag })).status).toBe(200)
  })

  it('is held up past its limit, with how long to wait', async () => {
    const call = program(await tokenOf(['read']))
    await call('GET', '/api/tags')
    const [row] = await server.rows("select key from attempts where key like 'api %' order by rowid desc limit 1")
    await server.rows('update attempts set count = 600 where key = ?', [String(row!.key)])
    const over = await call('GET', '/api/tags')
    expect([over.status, over.body.code]).toEqual([429, 'slow-down'])
    expect(Number(over.headers.get('retry-after'))).toBeGreaterThan(0)
    expect(over.headers.get('content-type')).toContain('problem+json')
  })

  it('is written from the description alone, checked by its types', async () => {
    const token = await tokenOf(['read', 'jobs'])
    const folder = mkdtempSync(join(import.meta.dirname, '../../node_modules/.cache/client-'))
    try {
      writeFileSync(join(folder, 'openapi.json'), JSON.stringify((await owner.get('/api/openapi.json')).body))
      execFileSync('npx', ['openapi-typescript', 'openapi.json', '-o', 'api.d.ts'], { cwd: folder, stdio: 'pipe' })
      writeFileSync(
        join(folder, 'client.mts'),
        `import createClient from 'openapi-fetch'
import type { paths } from './api.d.ts'
const api = createClient<paths>({ baseUrl: ${JSON.stringify(server.origin)}, headers: { authorization: 'Bearer ${token}' } })
const made = await api.POST('/api/jobs', { body: { kindId: 'garden', title: 'By a generated client' } })
if (!made.data) throw new Error(JSON.stringify(made.error))
const job = await api.GET('/api/jobs/{id}', { params: { path: { id: made.data.id } } })
const title: string | undefined = job.data?.title
const refused = await api.GET('/api/jobs/{id}', { params: { path: { id: 'nothing' } } })
process.stdout.write(JSON.stringify({ title, refused: refused.response.status, code: refused.error?.code }))
`,
      )
      const flags = [
        '--noEmit',
        '--strict',
        '--skipLibCheck',
        '--allowImportingTsExtensions',
        '--target',
        'esnext',
        '--module',
        'esnext',
        '--moduleResolution',
        'bundler',
        '--types',
        'node',
      ]
      execFileSync('npx', ['tsc', ...flags, 'client.mts'], { cwd: folder, stdio: 'pipe' })
      const said = execFileSync('npx', ['tsx', 'client.mts'], { cwd: folder, encoding: 'utf8' })
      expect(JSON.parse(said)).toEqual({ title: 'By a generated client', refused: 404, code: 'not-found' })
    } finally {
      rmSync(folder, { recursive: true, force: true })
    }
  }, 120_000)
})
