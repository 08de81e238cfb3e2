import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { cpSync, existsSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type Client, createClient } from '@libsql/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type ChainedEvent, entryHash } from '../../core/evidence/chain'
import { signedIn } from '../support/caller'
import { agreedJob } from '../support/line'
import { TestServer, until } from '../support/server'

/** A data folder that somebody has meddled with is found out by `npm run verify`, in whatever way it was done. */
let server: TestServer, good: string, round: string
beforeAll(async () => {
  server = await TestServer.start()
  const owner = await signedIn(server)
  const { contract } = await agreedJob(owner)
  const [row] = await server.rows('select id from rounds where paper_id = ?', [contract])
  round = String(row!.id)
  await until(
    () => server.rows('select 1 from chain_heads where body like ?', [`%${round}%`]),
    (rows) => rows.length > 0,
  )
  // A night passes.
  await server.rows(`update outbox set due_at = '2020-01-01' where kind = 'heads.night'`)
  await until(
    () => server.rows(`select 1 from chain_heads where body like '%"why":"night"%'`),
    (rows) => rows.length > 0,
  )
  good = mkdtempSync(join(tmpdir(), 'upwold-good-'))
  // Nothing is written while it is copied: a file that came in between would be missing beside its row.
  await server.kill()
  await server.rows('pragma wal_checkpoint(truncate)')
  cpSync(server.folder, good, { recursive: true })
})
afterAll(async () => {
  await server.stop()
  rmSync(good, { recursive: true, force: true })
})

const verify = (folder: string) => {
  const { status, stdout } = spawnSync('npx', ['tsx', 'scripts/verify.ts', '--data', folder], { encoding: 'utf8' })
  return { status, stdout }
}
interface Meddled {
  folder: string
  run: (sql: string, args?: (string | number | null)[]) => Promise<Record<string, unknown>[]>
}
/** Meddles with a copy as somebody would who has the files and knows the database, and says what is found. */
async function after(meddle: (m: Meddled) => Promise<unknown>): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'upwold-meddled-'))
  cpSync(good, folder, { recursive: true })
  const client: Client = createClient({ url: `file:${join(folder, 'upwold.db')}` })
  for (const { name } of (await client.execute(`select name from sqlite_master where type = 'trigger'`)).rows)
    await client.execute(`drop trigger ${String(name)}`)
  await meddle({ folder, run: async (sql, args = []) => (await client.execute({ sql, args })).rows as never })
  client.close()
  const { status, stdout } = verify(folder)
  rmSync(folder, { recursive: true, force: true })
  expect(status, stdout).toBe(1)
  return stdout
}
const blobOf = (folder: string, sha: string) => join(folder, 'blobs', sha.slice(0, 2), sha)
const sealedSha = async ({ run }: Meddled) =>
  String((await run('select sealed_sha from round_papers where round_id = ?', [round]))[0]!.sealed_sha)

/** Writes a round's chain anew behind a change, with hashes that fit: what anybody can work out. */
async function rewrite({ run }: Meddled, change: (e: ChainedEvent) => ChainedEvent): Promise<void> {
  let prev = '0'.repeat(64)
  for (const r of await run('select * from round_events where round_id = ? order by seq', [round])) {
    const event = change({
      round,
      seq: Number(r.seq),
      at: String(r.at),
      type: String(r.type),
      actor: JSON.parse(String(r.actor)),
      data: JSON.parse(String(r.data)),
      prev,
      hash: '',
    })
    prev = entryHash({ ...event, prev: event.prev })
    await run('update round_events set data = ?, actor = ?, prev = ?, hash = ? where round_id = ? and seq = ?', [
      JSON.stringify(event.data),
      JSON.stringify(event.actor),
      event.prev,
      prev,
      round,
      event.seq,
    ])
  }
}

describe('npm run verify', () => {
  it('finds nothing in a folder as the server left it, and changes nothing in it', () => {
    const hash = () =>
      createHash('sha256')
        .update(readFileSync(join(good, 'upwold.db')))
        .digest('hex')
    const before = [hash(), readdirSync(good).sort().join()]
    const { status, stdout } = verify(good)
    expect(stdout).toMatch(/\d+ chains, \d+ versions, \d+ files, \d+ signed heads: all fit/)
    expect([status, hash(), readdirSync(good).sort().join()]).toEqual([0, ...before])
  })

  const WAYS: [string, (m: Meddled) => Promise<unknown>, RegExp][] = [
    [
      'an event changed in place',
      ({ run }) =>
        run(`update round_events set data = json_set(data, '$.subject', 'Another') where round_id = ? and seq = 1`, [
          round,
        ]),
      /event 1: its content was changed/,
    ],
    [
      'an event taken out',
      ({ run }) => run('delete from round_events where round_id = ? and seq = 2', [round]),
      /event 2: an event is missing/,
    ],
    [
      'the last events cut off',
      ({ run }) => run(`delete from round_events where round_id = ? and type = 'sealed'`, [round]),
      /events are missing that were there|sealed copy that its chain knows nothing of/,
    ],
    [
      'a chain written anew, every hash fitting',
      (m) =>
        rewrite(m, (e) =>
          e.type === 'signed' ? { ...e, data: { ...(e.data as object), channel: 'in another way' } } : e,
        ),
      /its chain was rewritten after/,
    ],
    [
      'a round taken out whole',
      async ({ run }) => {
        await run('pragma foreign_keys = off')
        for (const table of ['round_events', 'round_papers', 'round_people'])
          await run(`delete from ${table} where round_id = ?`, [round])
        await run('delete from rounds where id = ?', [round])
      },
      /events are missing that were there/,
    ],
    [
      'what a sent version says',
      ({ run }) =>
        run(
          `update paper_versions set document = replace(document, 'Larkmoor', 'Darkmoor') where id in (select version_id from round_papers where round_id = ?)`,
          [round],
        ),
      /what the version of “.*” says was changed/,
    ],
    [
      'a version exchanged for another',
      ({ run }) =>
        run(
          `update round_papers set version_id = (select id from paper_versions where id <> version_id limit 1) where round_id = ?`,
          [round],
        ),
      /is not the one that was sent/,
    ],
    [
      'the bytes of a file',
      async (m) => {
        const path = blobOf(m.folder, await sealedSha(m))
        const bytes = readFileSync(path)
        bytes[bytes.length >> 1]! ^= 1
        writeFileSync(path, bytes)
      },
      /file [0-9a-f]{64}: its content was changed/,
    ],
    [
      'a file that is gone',
      async (m) => rmSync(blobOf(m.folder, await sealedSha(m))),
      /file [0-9a-f]{64}: it is missing/,
    ],
    [
      'a sealed copy exchanged for a changed one under a name of its own',
      async (m) => {
        const old = readFileSync(blobOf(m.folder, await sealedSha(m)))
        const forged = Buffer.from(old)
        const at = forged.indexOf('/Reason')
        forged[at + 12]! ^= 1
        const sha = createHash('sha256').update(forged).digest('hex')
        const folder = join(m.folder, 'blobs', sha.slice(0, 2))
        if (!existsSync(folder)) cpSync(join(blobOf(m.folder, await sealedSha(m)), '..'), folder, { recursive: true })
        writeFileSync(blobOf(m.folder, sha), forged)
        await m.run(`insert into blobs values (?, 'application/pdf', ?, '2026-01-01')`, [sha, forged.length])
        await m.run('update round_papers set sealed_sha = ? where round_id = ?', [sha, round])
      },
      /sealed copy .*(does not fit|not the one that was sealed)/,
    ],
    [
      'a signed head',
      ({ run }) => run(`update chain_heads set body = replace(body, '"why":"night"', '"why":"ended"')`),
      /signed head \d+: its signature does not fit/,
    ],
    [
      'a signed head taken out',
      ({ run }) => run('delete from chain_heads where seq = 1'),
      /a head before it is missing/,
    ],
    [
      'all of it, with a key of one’s own',
      async ({ run }) => {
        const [other] = await run(`select encrypted from sealing_keys`)
        await run('update sealing_keys set encrypted = ?', [String(other!.encrypted).replace(/^..../, 'AAAA')])
      },
      /sealing key .*was not made by this Upwold/,
    ],
    [
      'who somebody in a round is',
      ({ run }) => run(`update round_people set name = 'Somebody Else' where round_id = ?`, [round]),
      /Somebody Else is not who the chain names/,
    ],
  ]
  it.each(WAYS)('finds %s', async (_, meddle, words) => {
    expect(await after(meddle)).toMatch(words)
  })
})

describe('a chain in the database', () => {
  it('can’t be changed in place, nor written over', async () => {
    const client = createClient({ url: `file:${join(server.folder, 'upwold.db')}`, timeout: 5000 })
    const copies: [string, RegExp][] = [
      [`insert or replace into round_events select * from round_events limit 1`, /an event cannot be changed/],
      [
        `replace into round_events (rowid, round_id, seq, at, type, actor, data, prev, hash) select rowid, 'r', 99, at, type, actor, data, prev, hash from round_events limit 1`,
        /an event cannot be changed/,
      ],
      [
        `insert or replace into paper_versions select * from paper_versions limit 1`,
        /a sent version cannot be changed/,
      ],
      [`insert or replace into chain_heads select * from chain_heads limit 1`, /a signed head cannot be changed/],
      [`update chain_heads set signature = ''`, /a signed head cannot be changed/],
      [`delete from chain_heads`, /a signed head cannot be removed/],
      [
        `insert into round_events select * from round_events where true limit 1 on conflict do update set type = 'signed'`,
        /an event cannot be changed/,
      ],
    ]
    for (const [sql, words] of copies) await expect(client.execute(sql), sql).rejects.toThrow(words)
    client.close()
  })
})
