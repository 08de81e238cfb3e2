import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createClient } from '@libsql/client'
import JSZip from 'jszip'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { fromFolder } from '../../server/platform/db/migrate'
import { takeIn } from '../../server/platform/open/take-in'
import { takeOut } from '../../server/platform/open/take-out'
import { Caller, memberAs, signedIn } from '../support/caller'
import { linkTo, makeJob, makePaper, send } from '../support/line'
import { TestServer } from '../support/server'

const PASSWORD = 'heather on the wold'
const migrations = fromFolder('server/platform/db/migrations')
const place = mkdtempSync(join(tmpdir(), 'upwold-archive-'))
const file = join(place, 'everything.zip')
let server: TestServer, owner: Caller, link: string
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
  const job = await makeJob(owner, { title: 'Goes along' })
  await send(owner, await makePaper(owner, job.id, 'quote'))
  link = await linkTo(owner, job.email)
  const secret = readFileSync(join(server.folder, 'secret'), 'utf8')
  await takeOut({ data: server.folder, to: file, secret, password: PASSWORD })
})
afterAll(async () => {
  await server.stop()
  rmSync(place, { recursive: true, force: true })
})

/** Every row of every table, as the database has it. */
async function everything(folder: string): Promise<Record<string, unknown>> {
  const client = createClient({ url: `file:${join(folder, 'upwold.db')}` })
  const { rows: tables } = await client.execute(
    "select name from sqlite_master where type = 'table' and name not like 'sqlite_%' and name not like 'paper_words_%'",
  )
  const all: Record<string, unknown> = {}
  for (const { name } of tables)
    all[String(name)] = (await client.execute(`select * from "${String(name)}" order by 1, 2`)).rows.map((r) => ({
      ...r,
    }))
  client.close()
  return all
}

describe('an archive', () => {
  it('is one open file, for its owner alone, that says nothing secret without the password', async () => {
    expect(statSync(file).mode & 0o077).toBe(0)
    expect(readdirSync(place)).toEqual(['everything.zip'])
    // Another program's word that it is whole.
    execFileSync('python3', ['-m', 'zipfile', '-t', file])
    const zip = await JSZip.loadAsync(readFileSync(file))
    const jobs = (await zip.file('data/jobs.jsonl')!.async('string')).trim().split('\n')
    const one = jobs.map((l) => JSON.parse(l) as { title: string; plan: object }).find((j) => j.title === 'Goes along')
    expect(one!.plan).toBeTypeOf('object')
    const secret = readFileSync(join(server.folder, 'secret'), 'utf8')
    expect(await zip.file('archive.json')!.async('string')).not.toContain(secret)
  })

  it('is taken in whole by another: the same rows, links that open, people who sign in', async () => {
    const to = join(place, 'other')
    await takeIn({ from: file, data: to, password: PASSWORD, migrations })
    const there = await everything(to)
    // What was written since it was taken out is not in it; what was there then is, to the letter.
    const client = createClient({ url: `file:${join(server.folder, 'upwold.db')}` })
    for (const table of [
      'jobs',
      'papers',
      'round_events',
      'paper_versions',
      'payments',
      'invoices',
      'chain_heads',
      'kinds',
    ])
      expect(there[table], table).toEqual(
        (await client.execute(`select * from ${table} order by 1, 2`)).rows.map((r) => ({ ...r })),
      )
    client.close()

    await server.kill()
    for (const name of readdirSync(server.folder)) rmSync(join(server.folder, name), { recursive: true })
    execFileSync('cp', ['-r', `${to}/.`, server.folder])
    await server.restart()
    owner = await signedIn(server)
    const found = await owner.must<{ rows: { title: string }[] }>('GET', '/api/jobs?when=all&find=Goes along')
    expect(found.rows.map((r) => r.title)).toEqual(['Goes along'])
    const words = await owner.must<{ rows: unknown[] }>('GET', '/api/papers?find=sauna')
    expect(words.rows.length).toBeGreaterThan(0)
    expect((await new Caller(server).get(`/api/sign/${link}`)).status).toBe(200)
    // What an event says can't be changed there either.
    const copy = createClient({ url: `file:${join(to, 'upwold.db')}` })
    await expect(copy.execute("update round_events set data = '{}'")).rejects.toThrow('an event cannot be changed')
    copy.close()
    const said = execFileSync('npx', ['tsx', 'scripts/verify.ts', '--data', server.folder], { encoding: 'utf8' })
    expect(said).toContain('all fit')
  })

  const changed = async (change: (zip: JSZip) => Promise<void> | void): Promise<string> => {
    const zip = await JSZip.loadAsync(readFileSync(file))
    await change(zip)
    const to = join(place, 'changed.zip')
    writeFileSync(to, await zip.generateAsync({ type: 'nodebuffer' }))
    return to
  }
  const says = async (zip: JSZip, change: (s: Record<string, unknown>) => void) => {
    const all = JSON.parse(await zip.file('archive.json')!.async('string')) as Record<string, unknown>
    change(all)
    zip.file('archive.json', JSON.stringify(all))
  }
  it.each([
    ['a file that is none', () => (writeFileSync(join(place, 'x'), 'nothing'), join(place, 'x')), 'no archive'],
    [
      'a row that was changed',
      () =>
        changed(async (z) => {
          const rows = await z.file('data/jobs.jsonl')!.async('string')
          z.file('data/jobs.jsonl', rows.replace('Goes along', 'Goes alone'))
        }),
      'jobs.jsonl was changed',
    ],
    ['rows that are missing', () => changed((z) => void z.remove('data/payments.jsonl')), 'payments are missing'],
    [
      'a file that was changed',
      () =>
        changed(
          (z) =>
            void z.file(
              Object.keys(z.files).find((f) => f.startsWith('files/'))!,
              'other',
            ),
        ),
      'was changed or is damaged',
    ],
    [
      'a missing file',
      () => changed((z) => void z.remove(Object.keys(z.files).find((f) => f.startsWith('files/'))!)),
      'are missing in it',
    ],
    ['something strange in it', () => changed((z) => void z.file('data/up/evil.sh', 'x')), 'no business'],
    ['a later version', () => changed((z) => says(z, (s) => (s.schema = 9_999_999_999_999))), 'later version'],
    ['no word of what it is', () => changed((z) => void z.remove('archive.json')), 'no archive'],
  ])('with %s is refused, and nothing is put anywhere', async (_, make, words) => {
    const to = join(place, 'new')
    await expect(takeIn({ from: await make(), data: to, password: PASSWORD, migrations })).rejects.toThrow(words)
    expect(readdirSync(place)).not.toContain('new')
  })

  it('with another password, or into a folder that isn’t empty, is refused', async () => {
    const to = join(place, 'new')
    await expect(takeIn({ from: file, data: to, password: 'something else', migrations })).rejects.toThrow('password')
    await expect(takeIn({ from: file, data: server.folder, password: PASSWORD, migrations })).rejects.toThrow(
      'not empty',
    )
  })

  it('comes out of Settings for the owner alone, under a password that is long enough', async () => {
    expect((await owner.post('/api/business/archive', { password: 'short' })).status).toBe(422)
    const { caller } = await memberAs(server, owner, 'manager')
    expect((await caller.post('/api/business/archive', { password: PASSWORD })).status).toBe(403)
    expect((await new Caller(server).post('/api/business/archive', { password: PASSWORD })).status).toBe(401)
    const bytes = (await owner.post('/api/business/archive', { password: PASSWORD })).bytes
    writeFileSync(join(place, 'from-settings.zip'), bytes)
    const { files } = await takeIn({
      from: join(place, 'from-settings.zip'),
      data: join(place, 'third'),
      password: PASSWORD,
      migrations,
    })
    expect(files).toBeGreaterThan(5)
    expect(readdirSync(join(server.folder, 'backups')).filter((f) => f.startsWith('.archive'))).toEqual([])
  })
})
