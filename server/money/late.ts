import { and, asc, eq, isNull, lt, ne } from 'drizzle-orm'
import { addDays } from '../../core/calendar/dates'
import { lateStep } from '../../core/payment-plan/late'
import { atWall, now, today } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { contacts, dues, jobs, lateAsked } from '../platform/db/schema'
import { enqueue } from '../queue/outbox'
import { theBusiness } from '../records/business'
import { note } from '../standing/thread'
import { touch } from '../standing/touch'

/** When reminders go, where the business is. */
const MORNING = '08:30'

/**
 * Every morning's look: reminds clients of what is late by the steps the business has set, each once; none of a client on
 * hold, nor of a job that was called off. What was paid meanwhile is late no more. Says when to look again.
 */
export async function remindLate(): Promise<{ again: string }> {
  const { settings, timeZone } = await theBusiness()
  const day = today(timeZone)
  const steps = settings.lateSteps
  const late = steps.length
    ? await db()
        .select({
          jobId: dues.jobId,
          stage: dues.stage,
          label: dues.label,
          dueOn: dues.dueOn,
          client: contacts.name,
        })
        .from(dues)
        .innerJoin(jobs, eq(jobs.id, dues.jobId))
        .innerJoin(contacts, eq(contacts.id, jobs.clientId))
        .where(
          and(
            lt(dues.dueOn, day),
            eq(dues.held, false),
            eq(contacts.lateHold, false),
            ne(contacts.email, ''),
            isNull(jobs.calledOff),
          ),
        )
        .orderBy(asc(dues.dueOn))
    : []
  for (const { jobId, stage, label, dueOn, client } of late) {
    const step = lateStep(dueOn, day, steps)
    if (step === null) continue
    await write(async (tx) => {
      const fresh = await tx
        .insert(lateAsked)
        .values({ jobId, stage, dueOn, step, at: now() })
        .onConflictDoNothing()
        .returning({ step: lateAsked.step })
      if (fresh.length === 0) return
      const last = step > 0 && step === steps.length - 1
      await enqueue('mail.late', `late:${jobId}:${stage}:${dueOn}:step${step}`, { jobId, stage, last })
      await note({
        jobId,
        type: 'asked-money',
        words: `${client.slice(0, 80)} was reminded of what is overdue${steps.length > 1 ? `, ${step + 1} of ${steps.length}` : ''}`,
        detail: label,
      })
      touch(jobId)
    })
  }
  return { again: atWall(`${addDays(day, 1)}T${MORNING}`, timeZone) }
}

/** Sees to it that it is looked every morning. Asked at every start, it is one errand. */
export const keepLate = (): Promise<void> => enqueue('late', 'late:morning', {})
