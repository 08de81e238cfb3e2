import { asc, eq } from 'drizzle-orm'
import { type LineFacts, type PaperFact, isReady, lineOf, standing } from '../../../core/line/line'
import { acts, mayAct, openTurn, troubleOf } from '../../../core/rounds/rounds'
import { type Minor, sum } from '../../../core/money/money'
import { now } from '../../clock'
import { db, write } from '../../db/client'
import { dues, papers, standings } from '../../db/schema'
import { latestRounds } from '../rounds/state'
import { type LoadedJob, loadJob } from './load'

/** What the job's line is worked out from. */
export async function lineFacts(loaded: LoadedJob): Promise<LineFacts> {
  const { job, kind, stages, priced } = loaded
  const rows = await db()
    .select({ id: papers.id, kind: papers.kind, title: papers.title, state: papers.state })
    .from(papers)
    .where(eq(papers.jobId, job.id))
    .orderBy(asc(papers.createdAt), asc(papers.id))
  const rounds = await latestRounds(rows.filter((r) => r.state !== 'draft').map((r) => r.id))
  const facts = rows.map((r): PaperFact => {
    const round = rounds.get(r.id)
    const turn = round ? openTurn(round.state) : null
    const able = round ? mayAct(round.state) : []
    // While it is on hold nobody may act; it then waits for those whose turn it would be.
    const waiting = able.length
      ? able
      : (round?.state.people.filter((p) => p.turn === turn && acts(p) && !['done', 'replaced'].includes(p.status)) ??
        [])
    const stuck = round && r.state === 'out' ? troubleOf(round.state, waiting) : null
    const ours = waiting.length > 0 && waiting.every((p) => round!.memberIds.has(p.id))
    return {
      id: r.id,
      kind: r.kind,
      title: r.title,
      state: r.state,
      move: r.state === 'out' ? (ours ? 'ours' : 'others') : null,
      waitingFor: waiting.map((p) => p.name).join(' and '),
      reason: round?.state.reason ?? null,
      since: round?.createdAt ?? null,
      ...(stuck ? { stuck } : {}),
    }
  })
  const ordinary = loaded.payments.filter((p) => p.stage !== 'damage')
  const settings = kind.settings.expects
  const open = stages.filter((s) => !s.held).reduce((n, s) => n + s.open, 0)
  return {
    expects: {
      quote: settings.quote,
      contract: settings.contract,
      waivers: settings.waivers ? loaded.guests.length : 0,
      invoice: settings.invoice,
    },
    papers: facts,
    agreedOn: job.agreedOn,
    total: priced.total,
    stages,
    paid: sum(ordinary.map((p) => p.amount)),
    invoice: loaded.invoice
      ? { number: loaded.invoice.number, state: open === 0 ? 'paid' : ordinary.length ? 'part-paid' : 'issued' }
      : null,
    day: job.day ?? null,
    endDay: job.ends?.slice(0, 10) ?? null,
    currency: loaded.business.currency,
  }
}

/** Brings a job's standing and its open dues in step with what has happened. Call it in the transaction that changed something. */
export async function projectJob(jobId: string): Promise<void> {
  await write(async (tx) => {
    const loaded = await loadJob(jobId)
    const facts = await lineFacts(loaded)
    // Far in the past, so that only events count here; what the date adds is worked out when the line is read.
    const stops = lineOf({ ...facts, day: null }, '0001-01-01')
    const { mark, stop } = standing(stops, facts)
    const agreed =
      !!loaded.job.agreedOn ||
      facts.papers.some((p) => (p.kind === 'quote' || p.kind === 'contract') && p.state === 'signed')
    const quoted = !agreed && facts.papers.some((p) => p.kind === 'quote' && p.state === 'out')
    const open = loaded.job.agreedOn ? loaded.stages.filter((s) => s.open > 0 && s.dueOn) : []
    const zero = 0 as Minor
    const row = {
      facts,
      mark,
      stop,
      ready: isReady(facts),
      sortDay: loaded.job.sortDay!,
      total: loaded.priced.total,
      quoted: quoted ? loaded.priced.total : zero,
      agreed: agreed ? loaded.priced.total : zero,
      paid: facts.paid,
      held: sum(loaded.payments.filter((p) => p.stage === 'damage').map((p) => p.amount)),
      since: now(),
      oldestDue: open.map((s) => s.dueOn!).sort()[0] ?? null,
    }
    await tx
      .insert(standings)
      .values({ jobId, ...row })
      .onConflictDoUpdate({ target: standings.jobId, set: row })
    await tx.delete(dues).where(eq(dues.jobId, jobId))
    if (open.length)
      await tx
        .insert(dues)
        .values(open.map((s) => ({ jobId, stage: s.key, label: s.label, open: s.open, dueOn: s.dueOn!, held: s.held })))
  })
}
