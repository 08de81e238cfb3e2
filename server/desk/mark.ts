import { and, inArray } from 'drizzle-orm'
import type { z } from 'zod'
import type { deskMarks } from '../../shared/desk'
import { later, now } from '../platform/clock'
import { write } from '../platform/db/client'
import { guests, visitMarks } from '../platform/db/schema'
import { Problem, notFound } from '../platform/problem'
import { touch } from '../standing/touch'

/** How far a device's clock may be ahead, in seconds; beyond it what it says is the time it came in. */
const AHEAD = 300
/** How long marks may have waited on a device, in days. */
const WAITED = 30

/**
 * Takes what was marked at the desk, all or nothing. Each has an id of its own and is taken once, however often it comes; with
 * the same id and something else it is refused.
 */
export async function takeMarks({ marks }: z.output<typeof deskMarks>, by: string): Promise<void> {
  await write(async (tx) => {
    const there = await tx
      .select()
      .from(visitMarks)
      .where(
        inArray(
          visitMarks.id,
          marks.map((m) => m.id),
        ),
      )
    const coming = await tx
      .select()
      .from(guests)
      .where(
        and(
          inArray(
            guests.jobId,
            marks.map((m) => m.jobId),
          ),
          inArray(
            guests.contactId,
            marks.map((m) => m.contactId),
          ),
        ),
      )
    const [soonest, takenAt] = [later(AHEAD), now()]
    for (const m of marks) {
      const same = there.find((t) => t.id === m.id)
      if (same) {
        if (same.jobId !== m.jobId || same.contactId !== m.contactId || same.kind !== m.kind)
          throw new Problem('conflict', 'This was marked before, of somebody else.')
        continue
      }
      if (!coming.some((g) => g.jobId === m.jobId && g.contactId === m.contactId)) throw notFound('visit')
      const at = new Date(m.at).toISOString()
      if (at < later(-WAITED * 86_400))
        throw new Problem('invalid', `That was more than ${WAITED} days ago. Note it on the job instead.`)
      if (m.kind === 'turned away' && !m.words.trim())
        throw new Problem('invalid', 'Say why: it stands with their visit.', { words: 'Say why.' })
      await tx.insert(visitMarks).values({ ...m, at: at > soonest ? takenAt : at, takenAt, by })
    }
    for (const jobId of new Set(marks.map((m) => m.jobId))) touch(jobId)
  })
}
