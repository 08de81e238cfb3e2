import { eq } from 'drizzle-orm'
import type { z } from 'zod'
import { formatDay } from '../../core/calendar/dates'
import { formatMoney } from '../../core/money/money'
import { changedPlan, isWorse } from '../../core/payment-plan/change'
import { type PaymentPlan, planStages } from '../../core/payment-plan/plan'
import type { changeStage } from '../../shared/jobs'
import { write } from '../platform/db/client'
import { jobs, papers } from '../platform/db/schema'
import { idBy, isMade } from '../platform/once'
import { Problem } from '../platform/problem'
import { enqueue } from '../queue/outbox'
import { type LoadedJob, loadJob } from '../records/job'
import { note } from '../standing/thread'
import { touch } from '../standing/touch'
import { insistOnAgreed, writeExtra } from './extras'

function planWith({ job, stages }: LoadedJob, input: z.output<typeof changeStage>): PaymentPlan {
  try {
    return changedPlan(job.plan, stages, input)
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    const words = 'Give a part of the stage: more than was paid on it, and less than all.'
    throw new Problem('invalid', words, { 'split.amount': words })
  }
}

/**
 * Has a stage asked for on another day, or in two. What asks for no money earlier is done at once; anything else is for the
 * client to sign: refused, unless the paper of it is wanted (`signed`), which is returned.
 */
export async function changePlan(
  jobId: string,
  input: z.output<typeof changeStage>,
): Promise<{ paper: string | null }> {
  return write(async (tx) => {
    const id = idBy('p', input.key)
    if (await isMade(papers, id)) return { paper: id }
    const loaded = await loadJob(jobId)
    insistOnAgreed(loaded)
    const { job, stages, priced, payments, today, business } = loaded
    const stage = stages.find((s) => s.key === input.stage)
    if (!stage || stage.open === 0) throw new Problem('not-now', 'Nothing is open on this stage.')
    const plan = planWith(loaded, input)
    const after = planStages({
      plan,
      total: priced.total,
      acceptedOn: job.agreedOn,
      jobDay: job.day,
      today,
      payments,
    })
    if (isWorse(loaded.agreedStages, after.stages)) {
      if (!input.signed)
        throw new Problem('not-now', 'Money would be asked for earlier than was agreed. The client has to sign that.')
      const change = { add: [], take: [], alter: [], plan }
      return { paper: await writeExtra(tx, loaded, change, { id, words: input.words }) }
    }
    await tx
      .update(jobs)
      .set({ plan, version: job.version + 1 })
      .where(eq(jobs.id, jobId))
    const { split } = input
    await note({
      jobId,
      type: 'plan',
      words: split
        ? `${stage.label} split: ${formatMoney(split.amount, business.currency)} ${formatDay(input.on, today)}, the rest ${formatDay(split.rest, today)}`
        : `${stage.label} is due ${formatDay(input.on, today)} now`,
      detail: input.words,
      notable: true,
    })
    await enqueue('mail.plan', `plan:${input.key}`, { jobId })
    touch(jobId)
    return { paper: null }
  })
}
