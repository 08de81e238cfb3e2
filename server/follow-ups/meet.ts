import { and, eq, gt, sql } from 'drizzle-orm'
import { FLOOD, fits, follow } from '../../core/follow-ups/engine'
import { whyWords } from '../../core/follow-ups/words'
import { outOfQuiet } from '../../core/rounds/times'
import { db, write } from '../platform/db/client'
import { followRuns, followSteps, occurrences } from '../platform/db/schema'
import { enqueue } from '../queue/outbox'
import { theBusiness } from '../records/business'
import { subjectOf } from './facts'
import { asOccurrence, placeOf, waitingFor } from './kept'
import { namesHere } from './names'

/** Acts that reach somebody: they wait until the quiet hours are over. */
const REACHES = new Set(['message', 'remind', 'paper', 'stage'])

/** How often a follow-up ran of late, on a job and in all. */
async function ranBefore(followUpId: string, jobId: string | null, at: string): Promise<{ job: number; all: number }> {
  const from = new Date(Date.parse(at) - FLOOD.hours * 3_600_000).toISOString()
  const [row] = await db()
    .select({ all: sql<number>`count(*)`, job: sql<number>`coalesce(sum(${followRuns.jobId} = ${jobId}), 0)` })
    .from(followRuns)
    .where(and(eq(followRuns.followUpId, followUpId), gt(followRuns.at, from), eq(followRuns.left, '')))
  return { all: Number(row?.all ?? 0), job: Number(row?.job ?? 0) }
}

/** The outbox's part: what follows from something that occurred is put down, each step for when it is due. Done again it is the same. */
export async function followOccurrence(n: number): Promise<void> {
  const [row] = await db().select().from(occurrences).where(eq(occurrences.n, n))
  if (!row) return
  const occurrence = asOccurrence(row)
  // Who waits for another paper, tag or stage needs nothing read.
  const waiting = (await waitingFor(occurrence.kind)).filter((f) => fits(f.when, occurrence))
  if (!waiting.length) return
  const { facts } = await subjectOf(occurrence)
  const business = await theBusiness()
  const before = new Map(
    await Promise.all(
      waiting.map(async (f) => [f.id, await ranBefore(f.id, occurrence.jobId, occurrence.at)] as const),
    ),
  )
  const { intents, left } = follow(
    waiting,
    [occurrence],
    () => facts,
    placeOf(business),
    (id) => before.get(id)!,
  )
  if (!intents.length && !left.length) return
  const names = await namesHere()
  const { quiet } = business.settings
  await write(async (tx) => {
    for (const f of waiting) {
      const steps = intents.filter((i) => i.followUp === f.id)
      const whys = left.filter((l) => l.followUp === f.id).map((l) => whyWords(l.why, facts, names))
      if (!steps.length && !whys.length) continue
      const runId = `${f.id} ${occurrence.id}`
      const run = { id: runId, followUpId: f.id, occurrence: occurrence.id, jobId: occurrence.jobId, at: occurrence.at }
      await tx
        .insert(followRuns)
        .values({ ...run, left: steps.length ? '' : whys.join(' ') })
        .onConflictDoNothing()
      for (const s of steps) {
        const dueAt = REACHES.has(s.act.do) ? outOfQuiet(s.due, quiet, business.timeZone) : s.due
        await tx
          .insert(followSteps)
          .values({ id: s.key, runId, position: s.step, act: s.act, dueAt, state: 'waiting' })
          .onConflictDoNothing()
        await enqueue('follow.step', `step:${s.key}:0`, { id: s.key }, dueAt)
      }
    }
  })
}

/** Steps of a follow-up that still wait are stopped: it was switched off, or is another now. */
export async function stopWaiting(followUpId: string, why: string): Promise<void> {
  await write(async (tx) => {
    await tx.run(sql`update ${followSteps} set state = 'stopped', said = ${why}
      where state = 'waiting' and run_id in (select id from ${followRuns} where ${eq(followRuns.followUpId, followUpId)})`)
  })
}
