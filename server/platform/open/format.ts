import { createCipheriv, createDecipheriv, randomBytes, scryptSync } from 'node:crypto'
import { z } from 'zod'

/**
 * An archive is a ZIP: `archive.json`, which says what is in it; `data/TABLE.jsonl`, a row a line, as JSON by the names of its
 * columns; `files/SHA256.ext`, every PDF, picture and file under the SHA-256 of what is in it. The secret, which opens links
 * that are out and the keys papers are signed with, is in it under a password alone (docs/archive.md).
 */
export const archiveSays = z.object({
  upwold: z.literal('archive'),
  version: z.literal(1),
  taken: z.iso.datetime(),
  /** The last migration of the database the rows are from, by its instant. */
  schema: z.number().int(),
  tables: z.record(
    z.string().regex(/^[a-z_]{1,60}$/),
    z.object({
      rows: z.number().int().nonnegative(),
      sha256: z.string().regex(/^[0-9a-f]{64}$/),
      /** Columns that hold JSON. */
      json: z.array(z.string()),
    }),
  ),
  files: z.number().int().nonnegative(),
  secret: z.object({ salt: z.string(), nonce: z.string(), tag: z.string(), text: z.string() }),
})
export type ArchiveSays = z.output<typeof archiveSays>

/** Of the password: scrypt (RFC 7914), N = 2^15, r = 8, p = 1. */
const keyOf = (password: string, salt: Buffer) =>
  scryptSync(password.normalize('NFKC'), salt, 32, { N: 32_768, r: 8, p: 1, maxmem: 64 * 1024 * 1024 })
const text = (b: Buffer) => b.toString('base64')
const bytes = (s: string) => Buffer.from(s, 'base64')

/** The secret, closed with a password: AES-256-GCM. */
export function closeSecret(secret: string, password: string): ArchiveSays['secret'] {
  const [salt, nonce] = [randomBytes(16), randomBytes(12)]
  const cipher = createCipheriv('aes-256-gcm', keyOf(password, salt), nonce)
  const body = Buffer.concat([cipher.update(secret, 'utf8'), cipher.final()])
  return { salt: text(salt), nonce: text(nonce), tag: text(cipher.getAuthTag()), text: text(body) }
}
/** The reverse; throws in words where the password is another. */
export function openSecret(closed: ArchiveSays['secret'], password: string): string {
  try {
    const decipher = createDecipheriv('aes-256-gcm', keyOf(password, bytes(closed.salt)), bytes(closed.nonce))
    decipher.setAuthTag(bytes(closed.tag))
    return Buffer.concat([decipher.update(bytes(closed.text)), decipher.final()]).toString('utf8')
  } catch {
    throw new Error('This is not the password the archive was made with.')
  }
}

const EXTENSIONS: Record<string, string> = {
  'application/pdf': '.pdf',
  'application/json': '.json',
  'image/png': '.png',
  'image/jpeg': '.jpg',
}
/** Where a file stands in an archive. */
export const fileName = (sha: string, type: string): string => `files/${sha}${EXTENSIONS[type] ?? ''}`
