import { newestChange } from '../standing/feed'
import { eq, asc, desc } from 'drizzle-orm'
import { lineOf, paperSays } from '../../core/line/line'
import { nextStep } from '../../core/line/next'
import type { JobView, JobRow, ThreadEntry } from '../../shared/jobs'
import { latestRounds, type LiveRound } from '../chain/state'
import { driftOfJob } from '../papers/drift'
import { db } from '../platform/db/client'
import { papers, happenings } from '../platform/db/schema'
import { type LoadedJob, leftOfInvoice, loadJob } from '../records/job'
import { sum } from '../../core/money/money'
import { cardBacksOf } from '../money/card-back'
import { creditElsewhere } from '../money/credit-used'
import { invoiceable } from '../money/invoices'
import { DAMAGE } from '../../core/payment-plan/plan'
import { withPeople } from '../records/facts'
import { lineFacts } from '../standing/project'
import { contactView } from './contacts'
import { tagsOn } from '../follow-ups/tags'
import { pastVisits } from './desk'
import { shortOf } from './stock'
import { questionsOf } from '../chain/questions'
import { rhythmView } from './rhythm'

/** A job's page. */
export async function jobView(id: string): Promise<JobView> {
  const asOf = await newestChange()
  const loaded = await loadJob(id)
  const { job, kind, client, business } = loaded
  const facts = await lineFacts(loaded)
  const rows = await db()
    .select()
    .from(papers)
    .where(eq(papers.jobId, id))
    .orderBy(asc(papers.createdAt), asc(papers.id))
  const live = await latestRounds(rows.map((p) => p.id))
  const thread = await db()
    .select()
    .from(happenings)
    .where(eq(happenings.jobId, id))
    .orderBy(desc(happenings.at), desc(happenings.id))
    .limit(200)
  const asks = await openQuestions(thread, live)
  const drift = await driftOfJob(loaded)
  const next = nextStep(facts, client, loaded.today)
  const waiting = next.paperId
    ? live
        .get(next.paperId)
        ?.state.people.find((p) => p.status !== 'done' && p.part === 'sign' && p.status !== 'not yet')
    : null
  return {
    id,
    version: job.version,
    asOf,
    title: job.title,
    kind: {
      id: kind.id,
      name: kind.name,
      facts: await withPeople(kind.settings.facts),
      waivers: kind.settings.expects.waivers,
    },
    client: client ? contactView(client) : null,
    starts: job.starts,
    ends: job.ends,
    furtherDays: job.furtherDays,
    timeZone: job.timeZone,
    place: job.place,
    people: job.people,
    facts: job.facts,
    notes: job.notes,
    lines: loaded.lines,
    discount: job.discount,
    pricesIncludeTax: job.pricesIncludeTax,
    reverseCharge: job.reverseCharge,
    priced: loaded.priced,
    short: await shortOf(loaded),
    stages: loaded.stages,
    credit: loaded.credit,
    creditElsewhere: await creditToUse(loaded),
    currency: business.currency,
    agreed: !!job.agreedOn || facts.papers.some((p) => p.kind === 'quote' && p.state === 'signed'),
    agreedOn: job.agreedOn,
    completedOn: job.completedOn,
    line: lineOf(facts, loaded.today),
    lineFacts: facts,
    papers: rows.map((p) => {
      const f = facts.papers.find((x) => x.id === p.id)!
      const bound = p.bindings.guest
      const guest = bound && 'contactId' in bound ? loaded.guests.find((g) => g.id === bound.contactId) : undefined
      return {
        id: p.id,
        kind: p.kind,
        title: p.title,
        state: p.state,
        says: paperSays(f),
        createdAt: p.createdAt,
        roundId: live.get(p.id)?.id ?? null,
        guestId: guest?.id ?? null,
        guest: guest?.name ?? '',
        drift: drift.get(p.id) ?? [],
      }
    }),
    thread: thread.map((h) => ({
      id: h.id,
      at: h.at,
      type: h.type,
      words: h.words,
      detail: h.detail,
      state: h.state as JobRow['state'] | null,
      paperId: h.paperId,
      files: h.files ?? [],
      asks: asks.get(h.id) ?? null,
    })),
    next: { ...next, personId: waiting?.id ?? null },
    today: loaded.today,
    invoice: loaded.invoice
      ? {
          id: loaded.invoice.id,
          number: loaded.invoice.number,
          total: loaded.invoice.invoice.total,
          left: sum(leftOfInvoice(loaded, loaded.invoice).map((g) => g.total)),
        }
      : null,
    invoices: loaded.invoices.map((i) => ({
      id: i.id,
      number: i.number,
      total: i.invoice.total,
      left: sum(leftOfInvoice(loaded, i).map((g) => g.total)),
      issuedOn: i.issuedOn,
      stage: i.stage,
      ready: !!i.pdfSha,
    })),
    toInvoice: invoiceable(loaded),
    bookings: await bookingsOf(loaded),
    calledOff: job.calledOff && {
      on: job.calledOff.on,
      by: job.calledOff.by,
      owed: job.calledOff.owed,
      words: job.calledOff.words,
      until: job.calledOff.until,
      done: job.calledOff.done,
    },
    credits: loaded.credits.map((c) => ({
      id: c.id,
      number: c.number,
      total: c.credit.total,
      issuedOn: c.issuedOn,
    })),
    guests: loaded.guests.map(contactView),
    visits: await pastVisits({ jobId: id }),
    tags: await tagsOn('job', id),
    rhythm: await rhythmView(loaded),
    repeats: job.repeats,
    payments: loaded.payments.map((p) => ({ stage: p.stage, amount: p.amount, at: p.at, method: p.method })),
  }
}

/** Credit on their other jobs, where something of this is open to use it for: else nothing is looked up. */
async function creditToUse(loaded: LoadedJob): Promise<JobView['creditElsewhere']> {
  if (!loaded.job.agreedOn || !loaded.stages.some((s) => !s.held && s.open > 0)) return []
  return (await creditElsewhere(loaded)).map(({ jobId, title, amount }) => ({ jobId, title, amount }))
}

/** All bookings of a job, the newest first. */
async function bookingsOf({ bookings, stages, job }: LoadedJob): Promise<JobView['bookings']> {
  const asked = await cardBacksOf(job.id)
  const labels = new Map([
    ...job.plan.stages.map((s): [string, string] => [s.key, s.label]),
    ...stages.map((s): [string, string] => [s.key, s.label]),
    [DAMAGE, 'Damage deposit'],
  ])
  const back = new Set(bookings.flatMap((b) => b.reverses ?? []))
  return [...bookings].reverse().map((b) => ({
    id: b.id,
    stage: b.stage,
    label: labels.get(b.stage) ?? b.stage,
    amount: b.amount,
    day: b.day,
    method: b.method,
    words: b.words,
    reverses: b.reverses,
    takenBack: back.has(b.id),
    byService: b.reference.startsWith('card:') || asked.has(b.id),
  }))
}

/** The questions of a thread that wait for an answer, by the row they stand in. */
async function openQuestions(
  thread: readonly (typeof happenings.$inferSelect)[],
  live: ReadonlyMap<string, LiveRound>,
): Promise<Map<number, NonNullable<ThreadEntry['asks']>>> {
  const rows = thread.filter((h) => h.type === 'question' && h.paperId)
  const out = new Map<number, NonNullable<ThreadEntry['asks']>>()
  for (const paperId of new Set(rows.map((h) => h.paperId!))) {
    const round = live.get(paperId)
    for (const q of round ? await questionsOf(round.id) : []) {
      const ref = `${round!.id}:${q.id}`
      // A question of an earlier release has no name in the thread; it is known by its words.
      const row =
        rows.find((h) => h.ref === ref) ??
        rows.find((h) => !h.ref && h.paperId === paperId && h.detail === `“${q.question}”` && !out.has(h.id))
      const name = round!.state.people.find((p) => p.id === q.person)?.name ?? ''
      if (row && q.answer === null) out.set(row.id, { paperId, person: q.person, question: q.id, name })
    }
  }
  return out
}
