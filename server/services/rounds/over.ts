import { and, asc, eq } from 'drizzle-orm'
import { formatMoney } from '../../../core/money/money'
import { applyChoices, price } from '../../../core/pricing/pricing'
import { instantOf } from '../../../core/calendar/dates'
import type { RoundStatus } from '../../../core/rounds/rounds'
import type { SignerDraft } from '../../../shared/signing'
import { now, today } from '../../clock'
import { write } from '../../db/client'
import { jobLines, jobs, paperVersions, papers, roundEvents, rounds } from '../../db/schema'
import { enqueue } from '../../jobs/outbox'
import { note } from '../happenings'
import { loadJob } from '../jobs/load'
import { makeJobPaper } from '../papers/papers'

/** What follows when a round ends, in the transaction that ended it. */
export async function whenOver(roundId: string, over: RoundStatus): Promise<void> {
  await write(async (tx) => {
    const [round] = await tx.select().from(rounds).where(eq(rounds.id, roundId))
    const [paper] = await tx.select().from(papers).where(eq(papers.id, round!.paperId))
    await tx
      .update(papers)
      .set({ state: over as 'signed' })
      .where(eq(papers.id, paper!.id))
    if (over !== 'signed') return
    await enqueue('seal', `seal:${roundId}`, { roundId })
    if (paper!.kind === 'quote') await takeAgreedLines(round!)
    const loaded = await loadJob(paper!.jobId)
    const expects = loaded.kind.settings.expects
    if (paper!.kind === 'contract' || (paper!.kind === 'quote' && !expects.contract)) await agree(paper!.jobId)
  })
}

/** The accepted quote's lines, with what was chosen, become the job's; then the contract is made from them. */
async function takeAgreedLines(round: typeof rounds.$inferSelect): Promise<void> {
  await write(async (tx) => {
    const [version] = await tx.select().from(paperVersions).where(eq(paperVersions.id, round.versionId))
    const [signed] = await tx
      .select()
      .from(roundEvents)
      .where(and(eq(roundEvents.roundId, round.id), eq(roundEvents.type, 'signed')))
      .orderBy(asc(roundEvents.seq))
      .limit(1)
    const choices = signed!.data as unknown as Pick<SignerDraft, 'taken' | 'quantities'>
    const figures = version!.figures!
    const { lines } = applyChoices(figures.pricing.lines, choices)
    const priced = price({ ...figures.pricing, lines })
    const before = await loadJob(round.jobId)
    await tx.delete(jobLines).where(eq(jobLines.jobId, round.jobId))
    await tx.insert(jobLines).values(lines.map((l, position) => ({ ...l, jobId: round.jobId, position })))
    await tx
      .update(jobs)
      .set({
        discount: figures.pricing.discount,
        pricesIncludeTax: figures.pricing.pricesIncludeTax,
        version: before.job.version + 1,
      })
      .where(eq(jobs.id, round.jobId))
    const options = lines.filter((l) => l.optional).map((l) => `${l.description} ${l.chosen ? 'taken' : 'left out'}`)
    await note({
      jobId: round.jobId,
      type: 'accepted',
      words: `Quote accepted: ${formatMoney(priced.total, figures.currency)}`,
      detail: options.join(', '),
      mark: 'settled',
      paperId: round.paperId,
      notable: true,
    })
    if (before.priced.total !== figures.priced.total)
      await note({
        jobId: round.jobId,
        type: 'changed',
        words: 'The priced lines had changed since the quote went out; they now are what was accepted.',
        mark: 'trouble',
      })
    if (before.kind.settings.expects.contract && before.kind.settings.templates.contract) {
      await makeJobPaper(round.jobId, { kind: 'contract' }, round.createdBy)
      await note({ jobId: round.jobId, type: 'paper', words: 'Contract made from the accepted quote', mark: 'yours' })
    }
  })
}

/** The work is agreed from today: the payment plan starts, and the invoice is raised by itself when its time comes. */
export async function agree(jobId: string): Promise<void> {
  await write(async (tx) => {
    const { business, kind, job } = await loadJob(jobId)
    if (job.agreedOn) return
    await tx
      .update(jobs)
      .set({ agreedOn: today(business.timeZone), version: job.version + 1 })
      .where(eq(jobs.id, jobId))
    const when = kind.settings.expects.invoice
    if (when === 'agreed') await enqueue('invoice', `invoice:${jobId}`, { jobId })
    if (when === 'day')
      await enqueue(
        'invoice',
        `invoice:${jobId}`,
        { jobId },
        job.day ? new Date(instantOf(`${job.day}T06:00`, business.timeZone)).toISOString() : now(),
      )
    await enqueue('mail.deposit', `deposit:${jobId}`, { jobId })
  })
}
