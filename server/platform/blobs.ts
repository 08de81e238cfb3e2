import { createHash } from 'node:crypto'
import { mkdir, open, readFile, rename, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { now } from './clock'
import { useConfig } from './config'
import { write } from './db/client'
import { blobs } from './db/schema'
import { newId } from './ids'

const pathOf = (sha: string) => join(useConfig().dataDir, 'blobs', sha.slice(0, 2), sha)

/** Stores bytes under their SHA-256 (written, flushed, then renamed into place) and returns it. Storing the same twice does nothing. */
export async function putBlob(bytes: Uint8Array, type: string): Promise<string> {
  const sha = createHash('sha256').update(bytes).digest('hex')
  const path = pathOf(sha)
  if (!(await stat(path).catch(() => null))) {
    await mkdir(join(path, '..'), { recursive: true })
    const temporary = `${path}.${newId()}`
    const file = await open(temporary, 'wx')
    try {
      await file.writeFile(bytes)
      await file.sync()
    } finally {
      await file.close()
    }
    await rename(temporary, path)
  }
  await write((tx) =>
    tx.insert(blobs).values({ sha, type, size: bytes.length, createdAt: now() }).onConflictDoNothing(),
  )
  return sha
}

/** Reads bytes back and makes sure that they are still those. */
export async function getBlob(sha: string): Promise<Uint8Array> {
  if (!/^[0-9a-f]{64}$/.test(sha)) throw new Error('Not a blob name')
  const bytes = await readFile(pathOf(sha))
  if (createHash('sha256').update(bytes).digest('hex') !== sha) throw new Error(`Blob ${sha} was changed on disk`)
  return bytes
}
