import { eq, inArray } from 'drizzle-orm'
import { formatMoney } from '../../../core/money/money'
import { stands } from '../../../core/pricing/pricing'
import { takenOf, variantsOf } from '../../../core/pricing/variants'
import { inSentence } from '../../../core/rounds/greeting'
import { titlesOf } from '../../../shared/papers'
import { figuresFor } from '../../../core/layout/restate'
import type { RoundStatus } from '../../../core/rounds/rounds'
import { atWall, now, today } from '../../platform/clock'
import { write } from '../../platform/db/client'
import { jobs, papers, roundPeople, rounds, standingAnswers } from '../../platform/db/schema'
import { enqueue } from '../../queue/outbox'
import { note } from '../../standing/thread'
import { putLines } from '../../jobs/lines'
import { loadJob } from '../../records/job'
import { makeJobPaper } from '../../papers/make'
import { takeExtra } from '../../money/extras'
import { usualWaivers } from '../../papers/usual'
import { allSigned } from '../../chain/occurred'
import { keepAnswers } from '../../chain/filled'
import { type RoundPaper, papersOf } from '../../chain/papers'
import { endSending } from '../../chain/sendings'
import { agreedFor } from '../../chain/state'

/** What follows when a round ends, or goes on after it had lapsed, in the transaction of the event. */
export async function roundEnded(roundId: string, over: RoundStatus): Promise<void> {
  await write(async (tx) => {
    const list = await papersOf(roundId)
    await tx
      .update(papers)
      .set({ state: over })
      .where(
        inArray(
          papers.id,
          list.map((p) => p.paper.id),
        ),
      )
    await endSending(tx, roundId, over, now())
    // What is signed by all is signed for once its seal is in the chain, too.
    if (over !== 'signed' && over !== 'out') await enqueue('heads.ended', `heads:${roundId}:${now()}`, { roundId })
    if (over !== 'signed') return
    await enqueue('seal', `seal:${roundId}`, { roundId })
    const [answer] = await tx
      .select({ id: standingAnswers.id })
      .from(roundPeople)
      .innerJoin(standingAnswers, eq(standingAnswers.personId, roundPeople.id))
      .where(eq(roundPeople.roundId, roundId))
      .limit(1)
    if (answer) await enqueue('standing', `standing:${roundId}`, { roundId })
    const [round] = await tx.select().from(rounds).where(eq(rounds.id, roundId))
    for (const p of list) await keepAnswers(p.paper.id)
    await allSigned(roundId, round!.jobId)
    for (const p of list) if (p.paper.kind === 'extra') await takeExtra(p.paper.id)
    const quote = list.find((p) => p.paper.kind === 'quote')
    const titles = titlesOf(list.map((p) => p.paper))
    if (!quote)
      await enqueue('mail.owner', `signed:${roundId}`, {
        about: 'signed',
        jobId: round!.jobId,
        subject: `Signed by all: ${titles}`,
        words: `Everybody has signed the ${inSentence(titles)}. The sealed copy is with the job.`,
      })
    const contract = list.some((p) => p.paper.kind === 'contract')
    if (quote) await takeAgreedLines(round!, quote, contract)
    const { kind } = await loadJob(round!.jobId)
    if (contract || (quote && !kind.settings.expects.contract)) await agree(round!.jobId)
    // The last paper may be signed long after it was agreed: each that is signed asks whether it was the last.
    if (kind.settings.expects.invoice === 'signed')
      await enqueue('invoice', `invoice:${round!.jobId}:${roundId}`, { jobId: round!.jobId })
  })
}

/** The accepted quote's lines, with what was chosen, become the job's; then the contract is made from them. */
async function takeAgreedLines(
  round: typeof rounds.$inferSelect,
  { paper, version }: RoundPaper,
  contractBeside: boolean,
): Promise<void> {
  await write(async (tx) => {
    // Whoever the quote is for chooses on it; signed on paper, it is taken as it was sent.
    const { choices } = await agreedFor(round.id)
    const figures = figuresFor(version.figures!, choices)
    const { priced } = figures
    const { lines } = figures.pricing
    const before = await loadJob(round.jobId)
    await putLines(tx, round.jobId, lines)
    await tx
      .update(jobs)
      .set({
        discount: figures.pricing.discount,
        pricesIncludeTax: figures.pricing.pricesIncludeTax,
        reverseCharge: !!figures.pricing.reverseCharge,
        version: before.job.version + 1,
      })
      .where(eq(jobs.id, round.jobId))
    const taken = takenOf(lines)
    const lapsed = variantsOf(lines).filter((v) => v !== taken)
    const options = [
      ...(taken === null ? [] : [`${taken} taken`, ...lapsed.map((v) => `${v} lapsed`)]),
      ...lines.filter((l) => l.optional && stands(l)).map((l) => `${l.description} ${l.chosen ? 'taken' : 'left out'}`),
    ]
    await note({
      jobId: round.jobId,
      type: 'accepted',
      words: `Quote accepted: ${formatMoney(priced.total, figures.currency)}`,
      detail: options.join(', '),
      state: 'settled',
      paperId: paper.id,
      notable: true,
    })
    await enqueue('mail.owner', `accepted:${round.id}`, {
      about: 'accepted',
      jobId: round.jobId,
      subject: `Quote accepted: ${formatMoney(priced.total, figures.currency)}`,
      words: [`The quote was accepted: ${formatMoney(priced.total, figures.currency)}.`, ...options].join('\n'),
    })
    if (before.priced.total !== version.figures!.priced.total)
      await note({
        jobId: round.jobId,
        type: 'changed',
        words: 'The priced lines had changed since the quote went out; they now are what was accepted.',
        state: 'trouble',
      })
    const { expects, templates, made } = before.kind.settings
    if (!contractBeside && expects.contract && templates.contract && made?.contract !== 'hand') {
      await makeJobPaper(round.jobId, { kind: 'contract' }, round.createdBy)
      await note({ jobId: round.jobId, type: 'paper', words: 'Contract made from the accepted quote', state: 'yours' })
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
        job.day ? atWall(`${job.day}T06:00`, business.timeZone) : now(),
      )
    if (kind.settings.stageInvoices) await enqueue('invoice.stages', `invoice-stages:${jobId}`, { jobId })
    await enqueue('mail.deposit', `deposit:${jobId}`, { jobId })
    await usualWaivers(jobId)
  })
}
