import { createHash } from 'node:crypto'
import { mkdir, open, readFile, rename, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { eq, sql } from 'drizzle-orm'
import { now } from './clock'
import { useConfig } from './config'
import { type Db, afterCommit, write } from './db/client'
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

/** Where a file is named beside columns that refer to it: as text within JSON. */
const NAMED = [
  ['messages', 'attachments'],
  ['happenings', 'files'],
  ['mail_in', 'files'],
  ['business', 'settings'],
  ['papers', 'own'],
  ['papers', 'document'],
  ['papers', 'marked'],
  ['paper_versions', 'document'],
  ['templates', 'document'],
  ['templates', 'marked'],
] as const
const REFERRED = [
  ['files', 'sha'],
  ['files', 'text'],
  ['paper_versions', 'pdf_sha'],
  ['rounds', 'sealed_sha'],
  ['round_papers', 'sealed_sha'],
  ['uploads', 'sha'],
  ['invoices', 'pdf_sha'],
  ['job_files', 'sha'],
  ['item_pictures', 'sha'],
  ['filed', 'sha'],
  ['deliveries', 'sha'],
  ['standin_neighbour', 'sha'],
] as const

/** Takes files away that nothing names any more; from the disk once that is committed. */
export async function dropBlobs(tx: Db, shas: readonly string[]): Promise<void> {
  const raw = (name: string) => sql.raw(`"${name}"`)
  for (const sha of new Set(shas)) {
    const places = [
      ...REFERRED.map(([t, c]) => sql`exists (select 1 from ${raw(t)} where ${raw(c)} = ${sha})`),
      ...NAMED.map(([t, c]) => sql`exists (select 1 from ${raw(t)} where instr(${raw(c)}, ${sha}) > 0)`),
    ]
    const { named } = await tx.get<{ named: number }>(sql`select (${sql.join(places, sql` or `)}) as named`)
    if (named) continue
    await tx.delete(blobs).where(eq(blobs.sha, sha))
    afterCommit(() => void rm(pathOf(sha), { force: true }))
  }
}

/** Reads bytes back and makes sure that they are still those. */
export async function getBlob(sha: string): Promise<Uint8Array> {
  if (!/^[0-9a-f]{64}$/.test(sha)) throw new Error('Not a blob name')
  const bytes = await readFile(pathOf(sha))
  if (createHash('sha256').update(bytes).digest('hex') !== sha) throw new Error(`Blob ${sha} was changed on disk`)
  return bytes
}
