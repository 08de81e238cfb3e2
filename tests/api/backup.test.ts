import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { backUp, restore } from '../../server/platform/archive'
import type { BackupsView } from '../../shared/out/settings'
import { Caller, memberAs, signedIn } from '../support/caller'
import { linkTo, makeJob, makePaper, send } from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
const place = mkdtempSync(join(tmpdir(), 'upwold-backup-'))
const file = join(place, 'kept.tar.gz')
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(async () => {
  await server.stop()
  rmSync(place, { recursive: true, force: true })
})

describe('a backup', () => {
  it('is taken while people work, and puts everything back after the folder was wrecked', async () => {
    const job = await makeJob(owner, { title: 'Kept for good' })
    await send(owner, await makePaper(owner, job.id, 'quote'))
    const link = await linkTo(owner, job.email)
    let stop = false
    const busy = (async () => {
      for (let n = 0; !stop; n += 1) await makeJob(owner, { title: `While it is kept ${n}` })
    })()
    await backUp({ data: server.folder, to: file })
    stop = true
    await busy
    expect(statSync(file).mode & 0o077).toBe(0)
    expect(readdirSync(place)).toEqual(['kept.tar.gz'])

    await server.kill()
    for (const name of readdirSync(server.folder)) rmSync(join(server.folder, name), { recursive: true })
    await restore(file, server.folder)
    await server.restart()
    const again = await signedIn(server)
    const { rows } = await again.must<{ rows: { title: string }[] }>('GET', '/api/jobs?when=all&find=Kept')
    expect(rows.map((r) => r.title)).toEqual(['Kept for good'])
    // Links that are out open as before, and what was sealed can be fetched.
    expect((await new Caller(server).get(`/api/sign/${link}`)).status).toBe(200)
    const [sealed] = await server.rows(
      'select sealed_sha as sha, paper_id as id from rounds where sealed_sha is not null limit 1',
    )
    expect((await again.raw(`/api/papers/${String(sealed!.id)}/sealed`)).length).toBeGreaterThan(1000)
  })

  const wrecked = (change: (folder: string) => void): string => {
    const folder = mkdtempSync(join(place, 'w-'))
    execFileSync('tar', ['-xzf', file, '-C', folder])
    change(folder)
    const to = join(place, 'wrecked.tar.gz')
    execFileSync('tar', ['-czf', to, '-C', folder, '.'])
    return to
  }
  const blobIn = (folder: string) =>
    readdirSync(join(folder, 'blobs'), { recursive: true, withFileTypes: true }).find((f) => f.isFile())!
  it.each([
    ['a file that is none', () => (writeFileSync(join(place, 'x'), 'nothing'), join(place, 'x')), 'no backup'],
    ['another database', () => wrecked((f) => writeFileSync(join(f, 'upwold.db'), 'x')), 'upwold.db'],
    ['another secret', () => wrecked((f) => writeFileSync(join(f, 'secret'), '0'.repeat(64))), 'secret'],
    ['a missing file', () => wrecked((f) => rmSync(join(blobIn(f).parentPath, blobIn(f).name))), 'missing'],
    [
      'a changed file',
      () =>
        wrecked((f) => {
          const blob = join(blobIn(f).parentPath, blobIn(f).name)
          writeFileSync(blob, Buffer.concat([readFileSync(blob), Buffer.from('x')]))
        }),
      'changed or is damaged',
    ],
    ['no manifest', () => wrecked((f) => rmSync(join(f, 'manifest.json'))), 'no backup'],
  ])('with %s is refused, and nothing is put anywhere', async (_, make, words) => {
    const to = join(place, 'new')
    await expect(restore(make(), to)).rejects.toThrow(words)
    expect(readdirSync(place)).not.toContain('new')
  })
  it('is never put over what is there', async () => {
    await expect(restore(file, server.folder)).rejects.toThrow('not empty')
    await expect(backUp({ data: place, to: join(place, 'y') })).rejects.toThrow('no Upwold')
  })
})

describe('a backup the business makes of itself', () => {
  const view = () => owner.must<BackupsView>('GET', '/api/business/backups')
  it('is there when it was asked for, is whole, and is for its owner alone', async () => {
    owner = await signedIn(server)
    expect((await view()).backups).toEqual([])
    await owner.must('POST', '/api/business/backups')
    const { backups } = await until(view, (v) => v.backups.length > 0 && !v.making, 60)
    const made = backups[0]!
    const [name, folder] = [made.name, (await view()).folder]
    expect(statSync(join(folder, name)).mode & 0o077).toBe(0)
    const to = join(place, 'from-itself')
    await restore(join(folder, name), to)
    expect(readdirSync(to)).toContain('upwold.db')
    // What is kept doesn't keep itself.
    expect(readdirSync(to)).not.toContain('backups')
    expect(await view()).toMatchObject({ can: true, nightly: true, error: '', making: false })
  })
  it('is made at night unless it is said not to be; older ones go by themselves', async () => {
    const { folder } = await view()
    for (let day = 10; day < 29; day += 1) {
      const name = `upwold-2020-01-${day}T02-30-00.tar.gz`
      writeFileSync(join(folder, name), 'x')
    }
    writeFileSync(join(folder, 'something-else.txt'), 'x')
    const nightIsNow = () =>
      server.rows(`update outbox set due_at = '2020-01-01T00:00:00.000Z' where key = 'backup:night'`)
    const before = (await view()).backups.length
    await owner.must('PUT', '/api/business/backups', { nightly: false })
    await nightIsNow()
    const waits = async () => (await server.rows(`select due_at from outbox where key = 'backup:night'`))[0]!.due_at
    await until(waits, (at) => String(at) > '2021')
    expect((await view()).backups.length).toBe(before)
    await owner.must('PUT', '/api/business/backups', { nightly: true })
    await nightIsNow()
    const { backups } = await until(view, (v) => v.backups.length < before, 60)
    expect(backups.filter((b) => b.at.startsWith('2020')).length).toBeLessThanOrEqual(9)
    expect(readdirSync(folder)).toContain('something-else.txt')
  })
  it('is for who may change settings', async () => {
    const { caller: staff } = await memberAs(server, owner, 'staff')
    for (const method of ['GET', 'POST', 'PUT'] as const)
      expect(
        (await staff.call(method, '/api/business/backups', method === 'GET' ? undefined : { nightly: false })).status,
      ).toBe(403)
  })
})
