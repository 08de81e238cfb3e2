import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { backUp, restore } from '../../scripts/keep/archive'
import { Caller, signedIn } from '../support/caller'
import { linkTo, makeJob, makePaper, send } from '../support/line'
import { TestServer } from '../support/server'

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
    await backUp(server.folder, file)
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
    await expect(backUp(place, join(place, 'y'))).rejects.toThrow('no Upwold')
  })
})
