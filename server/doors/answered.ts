import { createHash } from 'node:crypto'
import { eq, lt } from 'drizzle-orm'
import { later, now } from '../platform/clock'
import { write } from '../platform/db/client'
import { answered } from '../platform/db/schema'
import { Problem } from '../platform/problem'

/** How long an answer is given again, and how long one that was begun is waited for, in seconds. */
const KEPT = 24 * 3600
const BEGUN = 60
const sha = (text: string) => createHash('sha256').update(text).digest('hex')

/**
 * Does what was asked under an idempotency key once: asked again with the same key and the same words it is answered the same,
 * with other words it is refused. What went wrong isn't kept, so that it can be tried again.
 */
export async function once<T>(
  { whose, key, asked }: { whose: string; key: string; asked: string },
  work: () => Promise<T>,
): Promise<{ answer: T; again: boolean }> {
  if (key.length > 200) throw new Problem('invalid', 'An idempotency key has at most 200 signs.')
  const id = sha(`${whose}\n${key}`)
  const hash = sha(asked)
  const there = await write(async (tx) => {
    await tx.delete(answered).where(lt(answered.at, later(-KEPT)))
    const [row] = await tx.select().from(answered).where(eq(answered.key, id))
    if (row && !(row.status === null && row.at < later(-BEGUN))) return row
    if (row) await tx.delete(answered).where(eq(answered.key, id))
    await tx.insert(answered).values({ key: id, asked: hash, status: null, answer: null, at: now() })
    return null
  })
  if (there) {
    if (there.asked !== hash) throw new Problem('conflict', 'This idempotency key was used for something else.')
    if (there.status === null) throw new Problem('conflict', 'This is being done right now. Ask again in a moment.')
    return { answer: there.answer as T, again: true }
  }
  try {
    const answer = await work()
    await write((tx) =>
      tx
        .update(answered)
        .set({ status: 200, answer: (answer ?? null) as unknown })
        .where(eq(answered.key, id)),
    )
    return { answer, again: false }
  } catch (error) {
    await write((tx) => tx.delete(answered).where(eq(answered.key, id)))
    throw error
  }
}
