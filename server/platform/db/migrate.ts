import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { createHash } from 'node:crypto'
import type { Client } from '@libsql/client'
import { rawClient } from './client'

interface Journal {
  entries: { tag: string; when: number }[]
}
export type ReadMigration = (path: string) => Promise<string>

export const fromFolder =
  (folder: string): ReadMigration =>
  async (path) =>
    readFileSync(join(folder, path), 'utf8')

/**
 * Applies what is new, in order, each in one transaction with its entry in drizzle's own table of migrations.
 * Forward only. The write-ahead log and the size of the cache are properties of the file and set here.
 */
export const migrate = async (read: ReadMigration): Promise<number> => (await migrateOn(rawClient(), read)).applied

/**
 * Pages of 4 kB a connection keeps at hand, 32 MB at most: with the 2 MB SQLite has by itself a month of 700 jobs is read
 * from the disk again and again. It is kept in the file's head, since nobody is told of each connection of the pool.
 */
const CACHE = 8000
async function keepCache(client: Client): Promise<void> {
  const { rows } = await client.execute('PRAGMA default_cache_size')
  if (Number(rows[0]?.[0]) !== CACHE) await client.execute(`PRAGMA default_cache_size = ${CACHE}`)
}

/** The same on any database, as far as a migration by its instant; says how many were applied and which is the last. */
export async function migrateOn(
  client: Client,
  read: ReadMigration,
  upTo = Infinity,
): Promise<{ applied: number; last: number }> {
  if (client.protocol === 'file') {
    await client.execute('PRAGMA journal_mode = WAL')
    await keepCache(client)
  }
  await client.execute(
    'CREATE TABLE IF NOT EXISTS __drizzle_migrations (id INTEGER PRIMARY KEY, hash text NOT NULL, created_at numeric)',
  )
  const journal = JSON.parse(await read('meta/_journal.json')) as Journal
  let applied = 0
  const wanted = journal.entries.filter((e) => e.when <= upTo)
  for (const entry of wanted) {
    const source = await read(`${entry.tag}.sql`)
    const tx = await client.transaction('deferred')
    try {
      await tx.executeMultiple('ROLLBACK; BEGIN IMMEDIATE')
      const { rows } = await tx.execute({
        sql: 'SELECT 1 FROM __drizzle_migrations WHERE created_at >= ?',
        args: [entry.when],
      })
      if (rows.length === 0) {
        for (const statement of source.split('--> statement-breakpoint')) await tx.executeMultiple(statement)
        await tx.execute({
          sql: 'INSERT INTO __drizzle_migrations (hash, created_at) VALUES (?, ?)',
          args: [createHash('sha256').update(source).digest('hex'), entry.when],
        })
        applied += 1
      }
      await tx.commit()
    } finally {
      tx.close()
    }
  }
  return { applied, last: wanted.at(-1)?.when ?? 0 }
}
