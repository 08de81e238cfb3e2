import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import { beforeAll, describe, expect, it } from 'vitest'

process.env.UPWOLD_DATA = mkdtempSync(join(tmpdir(), 'upwold-db-'))
const { closeDb, db, rawClient, write } = await import('../../server/platform/db/client')
const { fromFolder, migrate } = await import('../../server/platform/db/migrate')
const { attempts } = await import('../../server/platform/db/schema')

const folder = 'server/platform/db/migrations'
const journal = JSON.parse(readFileSync(join(folder, 'meta/_journal.json'), 'utf8')) as {
  entries: { tag: string; when: number }[]
}
const upTo = (n: number) => async (path: string) =>
  path.endsWith('_journal.json') ? JSON.stringify({ entries: journal.entries.slice(0, n) }) : fromFolder(folder)(path)
const all = async (text: string) => (await rawClient().execute(text)).rows

describe('the database', () => {
  beforeAll(async () => {
    // What the first release made, with data in it, is what every later one opens.
    await migrate(upTo(1))
    await rawClient().executeMultiple(`
      insert into kinds values ('garden', 'Garden weekend', 0, '{}');
      insert into jobs (id, kind_id, title, starts, time_zone, facts, prices_include_tax, plan, created_at, search) values ('j1', 'garden', 'Old job', '2026-06-12T16:00', 'Europe/London', '{}', 0, '{"stages":[]}', '2026-06-01', 'old job');
      insert into papers (id, job_id, kind, title, document, bindings, state, created_at) values ('p1', 'j1', 'quote', 'Quote', '{}', '{}', 'out', '2026-06-01');
      insert into blobs values ('${'a'.repeat(64)}', 'application/pdf', 1, '2026-06-01');
      insert into paper_versions values ('v1', 'p1', '{}', null, '[]', 1, '${'a'.repeat(64)}', '2026-06-01');`)
    await migrate(fromFolder(folder))
  })

  it('keeps what an earlier release wrote, and migrating again does nothing', async () => {
    expect(await all(`select title, day from jobs`)).toMatchObject([{ title: 'Old job', day: '2026-06-12' }])
    expect(await migrate(fromFolder(folder))).toBe(0)
  })

  it('has the very schema the code describes', () => {
    const out = execFileSync('npx', ['drizzle-kit', 'generate', '--name', 'should-not-exist'], { encoding: 'utf8' })
    expect(out).toContain('No schema changes')
  })

  it('refuses to change or remove a version that was sent, or an event', async () => {
    await expect(all(`update paper_versions set document = '{"title":"forged"}' where id = 'v1'`)).rejects.toThrow(
      'a sent version cannot be changed',
    )
    await expect(all(`delete from paper_versions`)).rejects.toThrow('a sent version cannot be removed')
    await rawClient().executeMultiple(
      `insert into rounds (id, paper_id, version_id, job_id, subject, message, created_at) values ('r1', 'p1', 'v1', 'j1', 's', 'm', '2026-06-01'); insert into round_events values ('r1', 1, '2026-06-01', 'sent', '{}', '{}', '', '')`,
    )
    await expect(all(`update round_events set type = 'signed'`)).rejects.toThrow('an event cannot be changed')
    await expect(all(`delete from round_events`)).rejects.toThrow('an event cannot be removed')
  })

  it('has foreign keys and the write-ahead log on in every connection, within transactions too', async () => {
    expect((await all('pragma foreign_keys'))[0]).toMatchObject({ foreign_keys: 1 })
    expect((await all('pragma journal_mode'))[0]).toMatchObject({ journal_mode: 'wal' })
    await expect(write((tx) => tx.run(sql`insert into guests values ('nobody', 'nobody', 0)`))).rejects.toThrow()
    const many = await Promise.all(
      Array.from({ length: 25 }, () => write((tx) => tx.all<{ foreign_keys: number }>(sql`pragma foreign_keys`))),
    )
    expect(many.flat().every((r) => r.foreign_keys === 1)).toBe(true)
  })

  it('keeps 32 MB of pages at hand in every connection that is opened from then on', async () => {
    closeDb()
    await all('select count(*) from jobs')
    expect((await all('pragma cache_size'))[0]).toMatchObject({ cache_size: 8000 })
  })

  it('does all of a transaction or nothing, one after the other, and refuses a write outside', async () => {
    await expect(
      write(async (tx) => {
        await tx.insert(attempts).values({ key: 'half', count: 1, until: '' })
        throw new Error('half way')
      }),
    ).rejects.toThrow('half way')
    expect(await db().select().from(attempts)).toEqual([])
    await write((tx) => tx.insert(attempts).values({ key: 'n', count: 0, until: '' }))
    await Promise.all(
      Array.from({ length: 40 }, () =>
        write(async (tx) => {
          const [row] = await tx.select().from(attempts)
          await tx.update(attempts).set({ count: row!.count + 1 })
        }),
      ),
    )
    expect(await db().select({ count: attempts.count }).from(attempts)).toEqual([{ count: 40 }])
    await expect(db().insert(attempts).values({ key: 'x', count: 0, until: '' })).rejects.toThrow()
  })
})
