import { and, eq, inArray } from 'drizzle-orm'
import type { z } from 'zod'
import { ageOn } from '../../core/people/age'
import { OF_AGE } from '../../core/visits/owes'
import type { deskMarks } from '../../shared/desk'
import { later, now } from '../platform/clock'
import { type Db, write } from '../platform/db/client'
import { contacts, guests, jobs, visitMarks } from '../platform/db/schema'
import { Problem, notFound } from '../platform/problem'
import { occurred } from '../queue/occurred'
import { touch } from '../standing/touch'

/** How far a device's clock may be ahead, in seconds; beyond it what it says is the time it came in. */
const AHEAD = 300
/** How long marks may have waited on a device, in days. */
const WAITED = 30

/** Insists that whoever comes with somebody is somebody else, of age as far as is known; only said of who is here. */
async function insistOnCompanion(tx: Db, m: z.output<typeof deskMarks>['marks'][number]): Promise<void> {
  if (m.kind !== 'here') throw new Problem('invalid', 'Only who is here comes with somebody.')
  if (m.withId === m.contactId)
    throw new Problem('invalid', 'Nobody is their own companion.', { withId: 'Choose somebody else.' })
  const [who] = await tx.select().from(contacts).where(eq(contacts.id, m.withId!))
  if (!who) throw notFound('person')
  const [job] = await tx.select({ day: jobs.day }).from(jobs).where(eq(jobs.id, m.jobId))
  if (who.born && ageOn(who.born, job?.day ?? now().slice(0, 10)) < OF_AGE)
    throw new Problem('invalid', `${who.name} is under ${OF_AGE}, too.`, { withId: 'Choose somebody of age.' })
}

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
      if (m.withId) await insistOnCompanion(tx, m)
      await tx.insert(visitMarks).values({ ...m, at: at > soonest ? takenAt : at, takenAt, by })
      if (m.kind === 'here' || m.kind === 'turned away')
        await occurred({
          id: `mark:${m.id}`,
          kind: m.kind === 'here' ? 'here' : 'refused',
          jobId: m.jobId,
          contactId: m.contactId,
          by,
        })
    }
    for (const jobId of new Set(marks.map((m) => m.jobId))) touch(jobId)
  })
}
