import { eq } from 'drizzle-orm'
import { formatDay } from '../../core/calendar/dates'
import type { z } from 'zod'
import type { completedJob } from '../../shared/jobs'
import { now } from '../platform/clock'
import { write } from '../platform/db/client'
import { jobs } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { occurred } from '../queue/occurred'
import { enqueue } from '../queue/outbox'
import { loadJob } from '../records/job'
import { note } from '../standing/thread'
import { touch } from '../standing/touch'

/**
 * Says that a job is done, on a day; its invoice is raised by itself where the kind waits for that. Without a day it is taken
 * back, as long as no invoice was raised of it.
 */
export async function completeJob(id: string, { day, words }: z.output<typeof completedJob>): Promise<void> {
  await write(async (tx) => {
    const { job, kind, invoice, today } = await loadJob(id)
    if (day === job.completedOn) return
    const says = invoice?.frozen?.suppliedOn === job.completedOn && job.completedOn !== job.day
    if (invoice && job.completedOn && (says || kind.settings.expects.invoice === 'completed'))
      throw new Problem('not-now', `Invoice ${invoice.number} says when it was done. It can’t be taken back any more.`)
    if (day && !job.agreedOn) throw new Problem('not-now', 'This job isn’t agreed yet, so it can’t be done.')
    if (day && day > today)
      throw new Problem('invalid', 'That day is still to come.', { day: 'Give today or a day before.' })
    await tx
      .update(jobs)
      .set({ completedOn: day, version: job.version + 1 })
      .where(eq(jobs.id, id))
    await note({
      jobId: id,
      type: 'completed',
      words: day ? `Done on ${formatDay(day, today)}` : 'Not done after all',
      detail: words,
      state: day ? 'settled' : null,
      notable: true,
    })
    if (day) await occurred({ id: `completed:${id}:${day}`, kind: 'completed', jobId: id, contactId: job.clientId })
    if (day && kind.settings.expects.invoice === 'completed')
      await enqueue('invoice', `invoice:${id}:${now()}`, { jobId: id })
    touch(id)
  })
}
