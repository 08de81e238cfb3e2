import { execFileSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import {
  chmodSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { createClient } from '@libsql/client'
import { z } from 'zod'

/** What a backup says of itself. */
const manifest = z.object({
  upwold: z.literal('backup'),
  version: z.literal(1),
  taken: z.iso.datetime(),
  /** SHA-256 of the database and of the secret, in hex. */
  database: z.string().length(64),
  secret: z.string().length(64),
  blobs: z.number().int().nonnegative(),
})

const hashOf = (file: string) => createHash('sha256').update(readFileSync(file)).digest('hex')
const filesIn = (folder: string): string[] =>
  existsSync(folder)
    ? readdirSync(folder, { recursive: true, withFileTypes: true })
        .filter((f) => f.isFile())
        .map((f) => join(f.parentPath, f.name))
    : []

/**
 * Takes a whole data folder into one file while Upwold runs: first a copy of the database at one instant, then the blobs,
 * which only ever become more, then the secret. The file is there whole or not at all, and for its owner alone: whoever has
 * it can open everything.
 */
export async function backUp({ data, to }: { data: string; to: string }): Promise<{ bytes: number; blobs: number }> {
  const from = resolve(data)
  const database = join(from, 'upwold.db')
  if (!existsSync(database)) throw new Error(`There is no Upwold in ${from}.`)
  const target = resolve(to)
  mkdirSync(dirname(target), { recursive: true })
  const work = mkdtempSync(join(dirname(target), '.upwold-backup-'))
  chmodSync(work, 0o700)
  try {
    const client = createClient({ url: `file:${database}`, timeout: 10_000 })
    await client.execute({ sql: 'VACUUM INTO ?', args: [join(work, 'upwold.db')] })
    client.close()
    if (existsSync(join(from, 'blobs'))) cpSync(join(from, 'blobs'), join(work, 'blobs'), { recursive: true })
    cpSync(join(from, 'secret'), join(work, 'secret'))
    const blobs = filesIn(join(work, 'blobs')).length
    const says: z.output<typeof manifest> = {
      upwold: 'backup',
      version: 1,
      taken: new Date().toISOString(),
      database: hashOf(join(work, 'upwold.db')),
      secret: hashOf(join(work, 'secret')),
      blobs,
    }
    writeFileSync(join(work, 'manifest.json'), JSON.stringify(says))
    const part = `${target}.part`
    execFileSync('tar', ['-czf', part, '-C', work, '.'])
    chmodSync(part, 0o600)
    renameSync(part, target)
    return { bytes: statSync(target).size, blobs }
  } finally {
    rmSync(work, { recursive: true, force: true })
  }
}

/**
 * Puts a backup into a folder that is empty or isn't there, after everything in it was found whole. Throws, in words, where
 * it isn't; the folder is then as it was.
 */
export async function restore(from: string, data: string): Promise<{ taken: string; blobs: number }> {
  const target = resolve(data)
  if (existsSync(target) && readdirSync(target).length)
    throw new Error(`${target} is not empty. Give a folder that is, so that nothing is written over.`)
  mkdirSync(dirname(target), { recursive: true })
  const work = mkdtempSync(join(dirname(target), '.upwold-restore-'))
  chmodSync(work, 0o700)
  try {
    unpack(from, work)
    const says = manifestIn(work)
    for (const [name, hash] of [
      ['upwold.db', says.database],
      ['secret', says.secret],
    ] as const)
      if (!existsSync(join(work, name)) || hashOf(join(work, name)) !== hash)
        throw new Error(`The ${name} in it is not the one that was kept: the file was changed or is damaged.`)
    await insistOnWhole(join(work, 'upwold.db'))
    const blobs = filesIn(join(work, 'blobs'))
    if (blobs.length < says.blobs) throw new Error(`${says.blobs - blobs.length} files are missing in it.`)
    for (const file of blobs) insistOnName(file)
    rmSync(join(work, 'manifest.json'))
    if (existsSync(target)) rmSync(target, { recursive: true })
    renameSync(work, target)
    return { taken: says.taken, blobs: blobs.length }
  } finally {
    rmSync(work, { recursive: true, force: true })
  }
}

function unpack(from: string, to: string): void {
  try {
    execFileSync('tar', ['-xzf', resolve(from), '-C', to, '--no-same-owner', '--no-same-permissions'], {
      stdio: 'pipe',
    })
  } catch {
    throw new Error(`${from} is no backup, or is damaged.`)
  }
}
function manifestIn(folder: string): z.output<typeof manifest> {
  const read = existsSync(join(folder, 'manifest.json'))
    ? manifest.safeParse(JSON.parse(readFileSync(join(folder, 'manifest.json'), 'utf8')))
    : null
  if (!read?.success) throw new Error('It is no backup of Upwold, or one of a later version.')
  return read.data
}
async function insistOnWhole(database: string): Promise<void> {
  const client = createClient({ url: `file:${database}` })
  const { rows } = await client.execute('PRAGMA integrity_check')
  client.close()
  if (rows[0]?.integrity_check !== 'ok') throw new Error('The database in it is damaged.')
}
/** A blob is called by the SHA-256 of what is in it. */
function insistOnName(file: string): void {
  const name = /([0-9a-f]{64})/.exec(file.split('/').slice(-1)[0]!)?.[1]
  if (name && hashOf(file) !== name) throw new Error(`The file ${name.slice(0, 12)}… in it was changed or is damaged.`)
}
