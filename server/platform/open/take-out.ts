import { createHash } from 'node:crypto'
import { chmodSync, createWriteStream, existsSync, mkdirSync, mkdtempSync, renameSync, rmSync, statSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { type Client, createClient } from '@libsql/client'
import { getTableConfig, SQLiteTable } from 'drizzle-orm/sqlite-core'
import { is } from 'drizzle-orm'
import { ZipFile } from 'yazl'
import * as schema from '../db/schema'
import { type ArchiveSays, closeSecret, fileName } from './format'

/** How many rows are read at once. */
const AT_ONCE = 500

/** The columns of each table that hold JSON, as the schema says. */
const jsonColumns = new Map(
  (Object.values(schema) as unknown[])
    .filter((t): t is SQLiteTable => is(t, SQLiteTable))
    .map((t) => {
      const { name, columns } = getTableConfig(t)
      return [name, columns.filter((c) => c.columnType === 'SQLiteTextJson').map((c) => c.name)]
    }),
)

/** Tables with what can be put into them; what SQLite and the migrations keep for themselves is left out. */
async function tablesOf(client: Client): Promise<{ name: string; columns: string[] }[]> {
  const { rows } = await client.execute(
    `select name from sqlite_master where type = 'table' and name not like 'sqlite_%' and name not like '__drizzle%'
       and name not like 'paper_words_%' order by name`,
  )
  const tables = []
  for (const { name } of rows) {
    const { rows: columns } = await client.execute(`pragma table_xinfo("${String(name)}")`)
    const own = columns.filter((c) => Number(c.hidden) === 0).map((c) => String(c.name))
    // Words that are searched stand by the number of their row.
    tables.push({ name: String(name), columns: name === 'paper_words' ? ['rowid', ...own] : own })
  }
  return tables
}

/** Writes a table as lines of JSON. */
async function writeTable(
  client: Client,
  { name, columns }: { name: string; columns: string[] },
  to: string,
): Promise<ArchiveSays['tables'][string]> {
  const json = jsonColumns.get(name) ?? []
  const hash = createHash('sha256')
  let count = 0
  async function* lines() {
    const list = columns.map((c) => `"${c}"`).join(', ')
    for (let last: unknown = -1; ;) {
      const { rows } = await client.execute({
        sql: `select rowid as _at, ${list} from "${name}" where rowid > ? order by rowid limit ${AT_ONCE}`,
        args: [last as number],
      })
      if (!rows.length) return
      for (const row of rows) {
        const says = columns.map((c) => [c, json.includes(c) && row[c] !== null ? JSON.parse(String(row[c])) : row[c]])
        const line = `${JSON.stringify(Object.fromEntries(says))}\n`
        hash.update(line)
        count += 1
        yield line
      }
      last = rows.at(-1)!._at
    }
  }
  await pipeline(lines, createWriteStream(to, { mode: 0o600 }))
  return { rows: count, sha256: hash.digest('hex'), json }
}

/**
 * Takes everything out of a data folder, while Upwold runs, into one open archive that another Upwold takes in whole. It is
 * there whole or not at all, and for its owner alone. Throws in words where it can't be made.
 */
export async function takeOut({
  data,
  to,
  secret,
  password,
}: {
  data: string
  to: string
  secret: string
  password: string
}): Promise<{ bytes: number; rows: number; files: number }> {
  const database = join(resolve(data), 'upwold.db')
  if (!existsSync(database)) throw new Error(`There is no Upwold in ${resolve(data)}.`)
  const target = resolve(to)
  mkdirSync(dirname(target), { recursive: true })
  const work = mkdtempSync(join(dirname(target), '.upwold-archive-'))
  chmodSync(work, 0o700)
  try {
    const live = createClient({ url: `file:${database}`, timeout: 10_000 })
    await live.execute({ sql: 'VACUUM INTO ?', args: [join(work, 'upwold.db')] })
    live.close()
    const client = createClient({ url: `file:${join(work, 'upwold.db')}` })
    const tables: ArchiveSays['tables'] = {}
    for (const table of await tablesOf(client))
      tables[table.name] = await writeTable(client, table, join(work, `${table.name}.jsonl`))
    const { rows: blobs } = await client.execute('select sha, type from blobs order by sha')
    const { rows: migrations } = await client.execute('select max(created_at) as at from __drizzle_migrations')
    client.close()
    const says: ArchiveSays = {
      upwold: 'archive',
      version: 1,
      taken: new Date().toISOString(),
      schema: Number(migrations[0]!.at),
      tables,
      files: blobs.length,
      secret: closeSecret(secret, password),
    }
    const zip = new ZipFile()
    const part = `${target}.part`
    const written = pipeline(zip.outputStream, createWriteStream(part, { mode: 0o600 }))
    zip.addBuffer(Buffer.from(JSON.stringify(says, null, 1)), 'archive.json')
    for (const name of Object.keys(tables)) zip.addFile(join(work, `${name}.jsonl`), `data/${name}.jsonl`)
    for (const { sha, type } of blobs) {
      const file = join(resolve(data), 'blobs', String(sha).slice(0, 2), String(sha))
      if (!existsSync(file)) throw new Error(`The file ${String(sha).slice(0, 12)}… is missing.`)
      zip.addFile(file, fileName(String(sha), String(type)), { compress: false })
    }
    zip.end()
    await written
    renameSync(part, target)
    const rows = Object.values(tables).reduce((n, t) => n + t.rows, 0)
    return { bytes: statSync(target).size, rows, files: blobs.length }
  } finally {
    rmSync(work, { recursive: true, force: true })
    rmSync(`${target}.part`, { force: true })
  }
}
