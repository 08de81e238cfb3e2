import { and, asc, eq, inArray, isNull, ne } from 'drizzle-orm'
import { foldChecks } from '../../core/rounds/checks'
import { planProblems, type RoundPlan } from '../../core/rounds/plan'
import { deadlineOf } from '../../core/rounds/times'
import type { PlanView } from '../../shared/rounds'
import { DOCUMENT_COST } from '../gateways/identity'
import { type Prepared, sheetOf, preflightOf } from '../papers/prepare'
import { loadPaper } from '../records/paper'
import { now } from '../platform/clock'
import { db } from '../platform/db/client'
import { contacts, members, ownWords, papers, savedMessages } from '../platform/db/schema'
import { loadPlan } from '../rounds/prepare/plan'
import { isCheckedBy } from '../rounds/prepare/may-send'
import { meansHere } from '../rounds/prepare/reach'

/** Everything the sending sheet shows about the round of a draft. */
export async function planView(paperId: string, memberId: string): Promise<PlanView> {
  const paper = await loadPaper(paperId)
  const { plan, version, checks, prepared, views } = await loadPlan(paper)
  const { job, business } = prepared[0]!.loaded
  const at = now()
  const due = deadlineOf(plan.deadline, at, job.day ?? null, business.timeZone)
  const all = await db().select().from(members).where(isNull(members.removedAt)).orderBy(asc(members.name))
  const check = foldChecks(checks)
  const more = await db()
    .select({ id: papers.id, title: papers.title })
    .from(papers)
    .where(and(eq(papers.jobId, paper.jobId), eq(papers.state, 'draft'), ne(papers.id, paperId)))
  const me = all.find((m) => m.id === memberId)
  return {
    plan,
    version,
    papers: views,
    more: more.filter((m) => !plan.papers.includes(m.id)),
    problems: planProblems(plan, views, at, due, job.day ?? null),
    beside: await besideNotes(prepared.slice(1), due ?? null),
    asks: await asksHere(),
    organisations: await organisationsIn(plan),
    ...(due === undefined ? {} : { due }),
    jobDay: job.day ?? null,
    members: all.map((m) => ({ id: m.id, name: m.name })),
    me: memberId,
    mustBeChecked: !!me && isCheckedBy(me, business.settings),
    check: {
      status: check.status,
      by: all.find((m) => m.id === check.left[0])?.name ?? checks.at(-1)?.name ?? '',
      remark: check.remark ?? '',
      mine: check.left[0] === memberId,
      own: check.preparedBy === memberId,
    },
    messages: await db()
      .select({
        id: savedMessages.id,
        name: savedMessages.name,
        subject: savedMessages.subject,
        message: savedMessages.message,
      })
      .from(savedMessages)
      .orderBy(asc(savedMessages.name)),
    documentCost: DOCUMENT_COST,
    currency: business.currency,
    means: await meansHere(),
  }
}

/** What would go wrong with the other papers of the round, each named. */
async function besideNotes(prepared: readonly Prepared[], lapsesAt: string | null): Promise<PlanView['beside']> {
  const out: PlanView['beside'] = []
  for (const p of prepared)
    for (const note of await preflightOf(p, await sheetOf(p), lapsesAt))
      out.push({ paper: p.paper.id, title: p.paper.title, severity: note.severity, words: note.words, at: note.at })
  return out
}

/** How the business words what asks, by language. */
async function asksHere(): Promise<PlanView['asks']> {
  const rows = await db()
    .select()
    .from(ownWords)
    .where(inArray(ownWords.key, ['mSubject', 'mMessage']))
  const asks: PlanView['asks'] = {}
  for (const { language, key, text } of rows) asks[language] = { ...asks[language], [key]: text }
  return asks
}

/** Those of a plan who are organisations, by their contact. */
async function organisationsIn(plan: RoundPlan): Promise<string[]> {
  const ids = plan.people.flatMap((p) => p.contactId ?? [])
  if (ids.length === 0) return []
  const rows = await db()
    .select({ id: contacts.id })
    .from(contacts)
    .where(and(inArray(contacts.id, ids), eq(contacts.kind, 'organisation')))
  return rows.map((r) => r.id)
}
