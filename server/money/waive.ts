import { eq } from 'drizzle-orm'
import type { z } from 'zod'
import { formatMoney } from '../../core/money/money'
import { discountFor, waivedPlan } from '../../core/payment-plan/waive'
import { price } from '../../core/pricing/pricing'
import type { waiveStage as given } from '../../shared/jobs'
import { now } from '../platform/clock'
import { extras, jobs } from '../platform/db/schema'
import { idBy, makeOnce } from '../platform/once'
import { Problem } from '../platform/problem'
import { enqueue } from '../queue/outbox'
import { leftOfInvoice, loadJob } from '../records/job'
import { note } from '../standing/thread'
import { touch } from '../standing/touch'
import { insistOnAgreed, insistOnNoOther } from './extras'

/**
 * Lets go of what is open on a stage, with why: the total comes down by it as a discount, so that what is invoiced or was
 * invoiced of the whole follows. With the same key it is done once.
 */
export async function waiveStage(
  jobId: string,
  { stage: key, words, key: once }: z.output<typeof given>,
): Promise<void> {
  const id = idBy('w', once)
  await makeOnce(extras, id, async (tx) => {
    const loaded = await loadJob(jobId)
    insistOnAgreed(loaded)
    await insistOnNoOther(tx, jobId)
    const { job, stages, pricing, priced, invoices, business } = loaded
    const stage = stages.find((s) => s.key === key)
    if (!stage || stage.held || stage.open <= 0) throw new Problem('not-now', 'Nothing is open on this stage.')
    const invoice = invoices.find((i) => i.stage === key && leftOfInvoice(loaded, i).length > 0)
    if (invoice) throw new Problem('not-now', `Invoice ${invoice.number} asks for it. Credit that instead.`)
    if (stage.open >= priced.total)
      throw new Problem('not-now', 'Nothing would be left of it. Call the job off instead.')
    const change = {
      ...{ add: [], take: [], alter: [], words },
      discount: discountFor(pricing, stage.open),
      plan: waivedPlan(job.plan, stages, key),
    }
    const { discount, plan } = change
    const { total: after } = price({ ...pricing, discount })
    const at = now()
    await tx.insert(extras).values({ id, jobId, change, before: priced.total, after, createdAt: at, takenAt: at })
    await tx
      .update(jobs)
      .set({ discount, plan, version: job.version + 1 })
      .where(eq(jobs.id, jobId))
    await note({
      jobId,
      type: 'plan',
      words: `${stage.label} waived: ${formatMoney(stage.open, business.currency)} isn’t asked for any more`,
      detail: words,
      notable: true,
    })
    await enqueue('extra', `extra:${id}`, { id })
    touch(jobId)
    return id
  })
}
