import { createHash } from 'node:crypto'
import {
  chmodSync,
  createReadStream,
  createWriteStream,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { createInterface } from 'node:readline'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { promisify } from 'node:util'
import { type Client, type InValue, createClient } from '@libsql/client'
import { type Entry, type ZipFile, open } from 'yauzl'
import { type ReadMigration, migrateOn } from '../db/migrate'
import { type ArchiveSays, archiveSays, openSecret } from './format'

/** What may stand in an archive, and nothing else. */
const DATA = /^data\/([a-z_]{1,60})\.jsonl$/
const FILE = /^files\/([0-9a-f]{64})(?:\.[a-z]{2,4})?$/
/** The most bytes of what an archive says of itself. */
const SAYS_MAX = 1_000_000
/** Rows put in at once. */
const AT_ONCE = 40

type Read = (entry: Entry) => Promise<NodeJS.ReadableStream>
/** Every part of a ZIP, one after the other. */
async function eachEntry(path: string, work: (entry: Entry, read: Read) => Promise<void>): Promise<void> {
  const zip = await promisify<string, object, ZipFile>(open)(path, { lazyEntries: true, autoClose: false }).catch(
    () => {
      throw new Error(`${path} is no archive, or is damaged.`)
    },
  )
  const read: Read = promisify(zip.openReadStream.bind(zip)) as unknown as Read
  try {
    await new Promise<void>((done, failed) => {
      zip.on('entry', (entry: Entry) => {
        work(entry, read).then(() => zip.readEntry(), failed)
      })
      zip.on('end', done)
      zip.on('error', () => failed(new Error(`${path} is damaged.`)))
      zip.readEntry()
    })
  } finally {
    zip.close()
  }
}

async function whatItSays(path: string): Promise<ArchiveSays> {
  let says: ArchiveSays | null = null
  await eachEntry(path, async (entry, read) => {
    if (entry.fileName !== 'archive.json' || entry.uncompressedSize > SAYS_MAX) return
    const parts: Buffer[] = []
    for await (const part of await read(entry)) parts.push(part as Buffer)
    const text = Buffer.concat(parts).toString('utf8')
    const found = archiveSays.safeParse(JSON.parse(text))
    if (found.success) says = found.data
  })
  if (!says) throw new Error('It is no archive of Upwold, or one of a later version.')
  return says
}

/** Passes bytes through and hashes them. */
function hashing() {
  const hash = createHash('sha256')
  const through = new Transform({
    transform(part: Buffer, _, next) {
      hash.update(part)
      next(null, part)
    },
  })
  return { through, digest: () => hash.digest('hex') }
}

/** Unpacks data and files into `work`, each found to be what it is said to be. */
async function unpack(path: string, says: ArchiveSays, work: string): Promise<number> {
  let files = 0
  const tables = new Set<string>()
  await eachEntry(path, async (entry, read) => {
    const [table, sha] = [DATA.exec(entry.fileName)?.[1], FILE.exec(entry.fileName)?.[1]]
    if (!table && !sha) {
      if (entry.fileName === 'archive.json') return
      throw new Error(`“${entry.fileName.slice(0, 60)}” has no business in an archive.`)
    }
    const to = sha ? join(work, 'blobs', sha.slice(0, 2), sha) : join(work, `${table}.jsonl`)
    mkdirSync(dirname(to), { recursive: true })
    const { through, digest } = hashing()
    await pipeline(await read(entry), through, createWriteStream(to, { mode: 0o600 })).catch(() => {
      throw new Error(`${entry.fileName.slice(0, 90)} is damaged.`)
    })
    const wanted = sha ?? says.tables[table!]?.sha256
    if (digest() !== wanted) throw new Error(`${entry.fileName.slice(0, 90)} was changed or is damaged.`)
    if (sha) files += 1
    else tables.add(table!)
  })
  const missing = Object.keys(says.tables).find((t) => !tables.has(t))
  if (missing) throw new Error(`The rows of ${missing} are missing in it.`)
  if (files < says.files) throw new Error(`${says.files - files} files are missing in it.`)
  return files
}

/** Columns by table, as the database has them; an archive's rows name no others. */
async function columnsIn(client: Client, table: string): Promise<Set<string>> {
  const { rows } = await client.execute(`pragma table_xinfo("${table}")`)
  return new Set([...rows.filter((c) => Number(c.hidden) === 0).map((c) => String(c.name)), 'rowid'])
}

function valueOf(value: unknown, isJson: boolean): InValue {
  if (value === null) return null
  if (isJson) return JSON.stringify(value)
  if (typeof value === 'string' || typeof value === 'number') return value
  throw new Error('A row has a value of a kind its column can’t hold.')
}

async function putRows(client: Client, table: string, { json }: ArchiveSays['tables'][string], from: string) {
  const known = await columnsIn(client, table)
  if (known.size === 1) throw new Error(`This Upwold knows no “${table}”: the archive is of a later version.`)
  await client.execute(`delete from "${table}"`)
  let rows: Record<string, unknown>[] = []
  const put = async () => {
    if (!rows.length) return
    const columns = Object.keys(rows[0]!)
    const places = `(${columns.map(() => '?').join(', ')})`
    await client.execute({
      sql: `insert into "${table}" (${columns.map((c) => `"${c}"`).join(', ')}) values ${rows.map(() => places).join(', ')}`,
      args: rows.flatMap((r) => columns.map((c) => valueOf(r[c] ?? null, json.includes(c)))),
    })
    rows = []
  }
  for await (const line of createInterface({ input: createReadStream(from) })) {
    const row = JSON.parse(line) as Record<string, unknown>
    const strange = Object.keys(row).find((c) => !known.has(c))
    if (strange)
      throw new Error(`This Upwold knows no “${strange.slice(0, 40)}” of ${table}: it is of a later version.`)
    if (rows[0] && Object.keys(row).length !== Object.keys(rows[0]).length) await put()
    rows.push(row)
    if (rows.length >= AT_ONCE) await put()
  }
  await put()
}

/** Makes the database of an archive's rows: as its migrations had it then; what came later is added at the next start. */
async function makeDatabase(says: ArchiveSays, work: string, migrations: ReadMigration): Promise<void> {
  const client = createClient({ url: `file:${join(work, 'upwold.db')}`, concurrency: 1 })
  try {
    if ((await migrateOn(client, migrations, says.schema)).last !== says.schema)
      throw new Error('The archive is of a later version of Upwold. Bring this one up to date first.')
    // What is kept in step by itself is in the archive as it was: triggers would do it twice.
    const { rows: triggers } = await client.execute("select name, sql from sqlite_master where type = 'trigger'")
    for (const t of triggers) await client.execute(`drop trigger "${String(t.name)}"`)
    await client.execute('pragma foreign_keys = off')
    for (const [table, of] of Object.entries(says.tables))
      await putRows(client, table, of, join(work, `${table}.jsonl`)).catch((error: unknown) => {
        if (error instanceof Error && error.name !== 'LibsqlError') throw error
        throw new Error(`The rows of ${table} don’t fit: ${error instanceof Error ? error.message : String(error)}`)
      })
    for (const t of triggers) await client.execute(String(t.sql))
    const { rows: loose } = await client.execute('pragma foreign_key_check')
    if (loose.length) throw new Error(`A row of ${String(loose[0]!.table)} names something that isn’t in it.`)
  } finally {
    client.close()
  }
}

/**
 * Takes a whole archive into a folder that is empty or isn't there, once everything in it was found to be what it says.
 * Throws, in words, where it isn't; the folder is then as it was. The chains are checked by `npm run verify`.
 */
export async function takeIn({
  from,
  data,
  password,
  migrations,
}: {
  from: string
  data: string
  password: string
  migrations: ReadMigration
}): Promise<{ taken: string; files: number }> {
  const target = resolve(data)
  if (existsSync(target) && readdirSync(target).length)
    throw new Error(`${target} is not empty. Give a folder that is, so that nothing is written over.`)
  const says = await whatItSays(resolve(from))
  const secret = openSecret(says.secret, password)
  mkdirSync(dirname(target), { recursive: true })
  const work = mkdtempSync(join(dirname(target), '.upwold-take-in-'))
  chmodSync(work, 0o700)
  try {
    const files = await unpack(resolve(from), says, work)
    await makeDatabase(says, work, migrations)
    for (const table of Object.keys(says.tables)) rmSync(join(work, `${table}.jsonl`))
    writeFileSync(join(work, 'secret'), secret, { mode: 0o600 })
    if (existsSync(target)) rmSync(target, { recursive: true })
    renameSync(work, target)
    return { taken: says.taken, files }
  } finally {
    rmSync(work, { recursive: true, force: true })
  }
}
