import { and, eq } from 'drizzle-orm'
import { isLate } from '../../core/line/line'
import { listIn } from '../../shared/words'
import { write } from '../platform/db/client'
import { outbox } from '../platform/db/schema'
import { enqueue } from '../queue/outbox'
import { Problem } from '../platform/problem'
import { note } from '../standing/thread'
import { loadJob } from '../records/job'

/** Asks the client once more for what is overdue; once a day for each stage. */
export async function askAgain(jobId: string): Promise<void> {
  await write(async (tx) => {
    const { job, client, stages, today } = await loadJob(jobId)
    const late = job.agreedOn ? stages.filter((s) => !s.held && isLate(s, today)) : []
    if (late.length === 0) throw new Problem('not-now', 'Nothing is overdue on this job.')
    if (!client?.email)
      throw new Problem('not-now', 'The client has no e-mail address. Add it to the contact, or call them.')
    for (const stage of late) {
      const key = `late:${jobId}:${stage.key}:${today}`
      const [sent] = await tx
        .select({ id: outbox.id })
        .from(outbox)
        .where(and(eq(outbox.kind, 'mail.late'), eq(outbox.key, key)))
      if (sent)
        throw new Problem('not-now', `${client.name} was asked today already. Ask again tomorrow, or call them.`)
      await enqueue('mail.late', key, { jobId, stage: stage.key })
    }
    await note({
      jobId,
      type: 'asked-money',
      words: `${client.name.slice(0, 80)} was asked once more for what is overdue`,
      detail: listIn(
        'en',
        late.map((s) => s.label),
      ),
    })
  })
}
