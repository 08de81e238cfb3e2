import { AsyncLocalStorage } from 'node:async_hooks'
import { and, asc, eq, inArray, isNotNull } from 'drizzle-orm'
import { lastDay } from '../../core/calendar/dates'
import { type LineFacts, type PaperFact, isReady, lineOf, standing } from '../../core/line/line'
import { moveOf } from '../../core/rounds/move'
import { type Minor, subtract, sum } from '../../core/money/money'
import { later as in_, now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { newId } from '../platform/ids'
import { enqueue } from '../queue/outbox'
import { dues, letGo, outbox, papers, standings } from '../platform/db/schema'
import { latestRounds } from '../chain/state'
import { type LoadedJob, loadJob } from '../records/job'
import { projectPapers } from './papers'

const NOBODY = { member: false, reachable: false }

/**
 * What the job's line is worked out from. With `only`, the other papers are taken as they stood: a job with a thousand
 * waivers isn't worked out whole for each of them.
 */
export async function lineFacts(loaded: LoadedJob, only?: readonly string[]): Promise<LineFacts> {
  const { job, kind, stages, priced } = loaded
  const [before] = only
    ? await db().select({ facts: standings.facts }).from(standings).where(eq(standings.jobId, job.id))
    : []
  const rows = await db()
    .select({ id: papers.id, kind: papers.kind, title: papers.title, state: papers.state })
    .from(papers)
    .where(and(eq(papers.jobId, job.id), ...(before && only ? [inArray(papers.id, [...only])] : [])))
    .orderBy(asc(papers.createdAt), asc(papers.id))
  const rounds = await latestRounds(rows.filter((r) => r.state !== 'draft').map((r) => r.id))
  const fresh = rows.map((r): PaperFact => {
    const round = rounds.get(r.id)
    return {
      id: r.id,
      kind: r.kind,
      title: r.title,
      state: r.state,
      move: round && r.state === 'out' ? moveOf(round.state, (id) => round.known.get(id) ?? NOBODY, round.asks) : null,
      reason: round?.state.reason ?? null,
      since: round?.createdAt ?? null,
    }
  })
  const facts = before
    ? [
        ...before.facts.papers.map((p) => fresh.find((f) => f.id === p.id) ?? p),
        ...fresh.filter((f) => !before.facts.papers.some((p) => p.id === f.id)),
      ]
    : fresh
  const ordinary = loaded.payments.filter((p) => p.stage !== 'damage')
  const settings = kind.settings.expects
  // What was let go after its years is neither missing nor to be made again.
  const [went] = await db()
    .select({ id: letGo.roundId })
    .from(letGo)
    .where(and(eq(letGo.jobId, job.id), isNotNull(letGo.goneAt)))
    .limit(1)
  const open = stages.filter((s) => !s.held).reduce((n, s) => n + s.open, 0)
  return {
    expects: {
      // One that a rhythm put down is agreed by the papers of the first.
      quote: settings.quote && !went && !job.repeats,
      contract: settings.contract && !went && !job.repeats,
      waivers: settings.waivers && !went ? loaded.guests.length : 0,
      invoice: settings.invoice,
    },
    papers: facts,
    agreedOn: job.agreedOn,
    // What was credited of it isn't to be paid any more.
    total: subtract(priced.total, loaded.credited),
    stages,
    paid: sum(ordinary.map((p) => p.amount)),
    invoice: loaded.invoice
      ? { number: loaded.invoice.number, state: open === 0 ? 'paid' : ordinary.length ? 'part-paid' : 'issued' }
      : null,
    day: job.day ?? null,
    endDay: lastDay(job.ends, job.furtherDays),
    completedOn: job.completedOn,
    calledOff: job.calledOff && { on: job.calledOff.on, back: loaded.credit },
    currency: loaded.business.currency,
  }
}

/** Seconds after which a job is brought in step that nobody came back to. */
const PUT_OFF_SECONDS = 60

/** The job whose standing waits for the end of {@link projectedOnce}, with the papers it was about. */
const held = new AsyncLocalStorage<{ jobId: string; papers: Set<string>; errand: string }>()
/** Does many things to one job and brings its standing in step once, at their end. */
export async function projectedOnce(jobId: string, work: () => Promise<unknown>): Promise<void> {
  const papers = new Set<string>()
  const errand = `project:${newId()}`
  await held.run({ jobId, papers, errand }, work)
  await write(async (tx) => {
    await projectJob(jobId, [...papers])
    await tx.delete(outbox).where(eq(outbox.key, errand))
  })
}

/** Projects a job, or notes its papers for the end of {@link projectedOnce}. */
export async function projectOrPutOff(jobId: string, only?: readonly string[]): Promise<void> {
  const later = held.getStore()
  if (later?.jobId !== jobId || !only) return projectJob(jobId, only)
  for (const id of only) later.papers.add(id)
  // Should the process end before the work does, what was put off is done by this.
  await enqueue('project', later.errand, { jobId }, in_(PUT_OFF_SECONDS))
}

/**
 * Brings a job's standing and its open dues in step with what has happened. What somebody does says `touch` instead;
 * `only` names the papers it was about, where it was about some alone.
 */
export async function projectJob(jobId: string, only?: readonly string[]): Promise<void> {
  await write(async (tx) => {
    const loaded = await loadJob(jobId)
    const facts = await lineFacts(loaded, only)
    // Far in the past, so that only events count here; what the date adds is worked out when the line is read.
    const stops = lineOf({ ...facts, day: null }, '0001-01-01')
    const { state, stop } = standing(stops, facts)
    const agreed =
      !!loaded.job.agreedOn ||
      facts.papers.some((p) => (p.kind === 'quote' || p.kind === 'contract') && p.state === 'signed')
    const quoted = !agreed && !loaded.job.calledOff && facts.papers.some((p) => p.kind === 'quote' && p.state === 'out')
    const open = loaded.job.agreedOn ? loaded.stages.filter((s) => s.open > 0 && s.dueOn) : []
    const zero = 0 as Minor
    const row = {
      facts,
      state,
      stop,
      ready: isReady(facts),
      sortDay: loaded.job.sortDay!,
      total: loaded.priced.total,
      quoted: quoted ? loaded.priced.total : zero,
      agreed: loaded.job.calledOff ? loaded.job.calledOff.owed : agreed ? facts.total : zero,
      paid: facts.paid,
      held: sum(loaded.payments.filter((p) => p.stage === 'damage').map((p) => p.amount)),
      since: now(),
      oldestDue: open.map((s) => s.dueOn!).sort()[0] ?? null,
    }
    await tx
      .insert(standings)
      .values({ jobId, ...row })
      .onConflictDoUpdate({ target: standings.jobId, set: row })
    await projectPapers(loaded, facts, only)
    await tx.delete(dues).where(eq(dues.jobId, jobId))
    if (open.length)
      await tx
        .insert(dues)
        .values(open.map((s) => ({ jobId, stage: s.key, label: s.label, open: s.open, dueOn: s.dueOn!, held: s.held })))
  })
}
