import { chmod, readdir } from 'node:fs/promises'
import { join } from 'node:path'
import { eq } from 'drizzle-orm'
import { ATTACHMENT } from '../../../core/fields/attachment'
import { useConfig } from '../config'
import { LOST_PLACE } from '../secrets'
import { rawClient, write } from './client'
import { blobs, counters, messages, roundPeople, uploads } from './schema'

const DONE = 'upgrade: nothing readable'
const LINK = /https?:\/\/[^\s"<]*\/(?:s|pad|draw)\/[\w-]{43}(?:\?initials)?/g

/**
 * What migrations can't say in SQL: takes links and codes out of messages that an earlier release kept readable, and notes
 * whose the files are that stand in open drafts. Done once; a second process finds it done.
 */
export async function upgrade(): Promise<void> {
  const fresh = await write(async (tx) => {
    const [done] = await tx.select().from(counters).where(eq(counters.key, DONE))
    if (done) return false
    for (const m of await tx.select().from(messages)) {
      const plain = (text: string) =>
        m.key.startsWith('code:') ? text.replace(/\b\d{6}\b/g, LOST_PLACE) : text.replace(LINK, LOST_PLACE)
      const [text, html, subject] = [plain(m.text), plain(m.html), plain(m.subject)]
      if (text !== m.text || html !== m.html || subject !== m.subject)
        await tx.update(messages).set({ text, html, subject }).where(eq(messages.id, m.id))
    }
    const known = new Set((await tx.select({ sha: blobs.sha }).from(blobs)).map((b) => b.sha))
    for (const { id, fields, draft } of await tx.select().from(roundPeople)) {
      const given = [
        ...fields.flatMap((f) => {
          const value = f.type === 'attachment' ? draft.values[f.key] : undefined
          return typeof value === 'string' ? [{ sha: ATTACHMENT.exec(value)?.[1], kind: 'attachment' as const }] : []
        }),
        ...[draft.signature, draft.initials, ...Object.values(draft.marks ?? {})].flatMap((mark) =>
          mark?.kind === 'image' ? [{ sha: mark.sha, kind: 'signature' as const }] : [],
        ),
      ]
      for (const { sha, kind } of given)
        if (sha && known.has(sha))
          await tx.insert(uploads).values({ personId: id, sha, kind, at: '' }).onConflictDoNothing()
    }
    await tx.insert(counters).values({ key: DONE, value: 1 })
    return true
  })
  if (!fresh) return
  await closeFiles(join(useConfig().dataDir, 'blobs'))
  // What was written over is still in the file's free pages, and in the log, until both are written anew.
  const client = rawClient()
  if (client.protocol === 'file') await client.executeMultiple('VACUUM; PRAGMA wal_checkpoint(TRUNCATE)')
}

/** Files an earlier release left readable to others. */
async function closeFiles(folder: string): Promise<void> {
  for (const entry of await readdir(folder, { withFileTypes: true, recursive: true }).catch(() => []))
    await chmod(join(entry.parentPath, entry.name), entry.isDirectory() ? 0o700 : 0o600)
}
