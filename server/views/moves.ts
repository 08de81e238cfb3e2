import { and, asc, eq, inArray, isNotNull, lt, sql } from 'drizzle-orm'
import { addDays, daysBetween, lateWords } from '../../core/calendar/dates'
import { type LineFacts, current, named } from '../../core/line/line'
import { type NextAct, nextStep } from '../../core/line/next'
import { inSentence } from '../../core/rounds/greeting'
import { listIn } from '../../shared/words'
import type { Move, Waiting } from '../../shared/overview'
import type { LiveRound } from '../chain/state'
import { lateBesides } from './sums'
import { db } from '../platform/db/client'
import { contacts, jobs, members, papers, roundPlans, standings } from '../platform/db/schema'

/** How many rows a ledger of Today holds. */
export const SHOWN = 12
/** What is asked of a job to say whose move it is. */
export const columns = {
  jobId: standings.jobId,
  facts: standings.facts,
  state: standings.state,
  title: jobs.title,
  client: contacts.name,
  email: contacts.email,
  day: jobs.day,
  since: standings.since,
}

const ACTS: Partial<Record<NextAct, Move['act']>> = {
  countersign: 'countersign',
  'send-paper': 'send',
  'open-paper': 'answer',
}
/** A job by where it stands, as {@link columns} asks for it. */
export interface Standing {
  jobId: string
  facts: LineFacts
  state: string
  title: string
  client: string | null
  email: string | null
  day: string | null
  since: string
}
/** The next thing that is the business’s to do on a job: what its own page says. */
export function toMove(r: Standing, today: string): Move {
  const client = r.client === null ? null : { name: r.client, email: r.email ?? '' }
  const next = nextStep(r.facts, client, today)
  return {
    jobId: r.jobId,
    title: r.title,
    client: r.client ?? '',
    day: r.day,
    state: r.state as Move['state'],
    since: r.since,
    words: next.title,
    paperId: next.paperId,
    act: ACTS[next.act] ?? 'open',
  }
}

/** The papers that are out on some jobs. */
export const outOf = (rows: readonly { facts: LineFacts }[]): string[] =>
  rows.flatMap((r) => r.facts.papers.filter((p) => p.state === 'out').map((p) => p.id))

/** Whom a job waits for, and what for; `live` are the rounds of what is out. */
export function waitingOf(r: Standing, live: Map<string, LiveRound>, day: string): Waiting {
  const out = [current(r.facts, 'contract'), current(r.facts, 'quote')].find((p) => p?.state === 'out')
  const waivers = r.facts.papers.filter((p) => p.kind === 'waiver')
  const signed = waivers.filter((p) => p.state === 'signed').length
  const base = { jobId: r.jobId, title: r.title, day: r.day, state: 'theirs' as const }
  if (out) {
    const person = live.get(out.id)?.state.people.find((p) => p.status === 'asked' || p.status === 'opened')
    const asked = person?.askedAt ? `asked ${ago(person.askedAt, day)}` : ''
    return {
      ...base,
      who: out.move ? named(out.move.names).names : '',
      what: `to sign the ${inSentence(out.title)}`,
      detail: person?.seen
        ? `${asked}, opened ${person.seen === 1 ? 'once' : `${person.seen} times`}`
        : `${asked}, not opened yet`,
      paperId: out.move?.nudge ? out.id : null,
    }
  }
  const stage = r.facts.stages.find((s) => s.key === 'deposit' && s.open > 0)
  if (stage && r.facts.agreedOn)
    return {
      ...base,
      who: r.client ?? '',
      what: 'to pay the deposit',
      detail: stage.dueOn ? `due ${stage.dueOn === day ? 'today' : ago(stage.dueOn, day)}` : 'asked for',
      paperId: null,
    }
  const all = Math.max(waivers.length, r.facts.expects.waivers)
  return {
    ...base,
    who: `${all - signed} of ${all} guests`,
    what: 'to sign the waiver',
    detail: '',
    paperId: null,
  }
}

/** How long ago, in days. */
function ago(when: string, day: string): string {
  const n = daysBetween(when.slice(0, 10), day)
  return n === 0 ? 'today' : n === 1 ? 'yesterday' : n > 0 ? `${n} days ago` : n === -1 ? 'tomorrow' : `in ${-n} days`
}

/** Clients whose payments are late, one row a job, the latest first; `besides`: jobs of them that wait for nobody else. */
export async function latePayers(day: string): Promise<{ rows: Waiting[]; besides: number }> {
  const isLate = lt(standings.oldestDue, day)
  const found = await db()
    .select({
      ...columns,
      since: sql<string>`${standings.oldestDue}`,
      labels: sql<string>`(select group_concat(label, '|') from dues where job_id = ${standings.jobId} and due_on < ${day})`,
    })
    .from(standings)
    .innerJoin(jobs, eq(jobs.id, standings.jobId))
    .leftJoin(contacts, eq(contacts.id, jobs.clientId))
    .where(isLate)
    .orderBy(asc(standings.oldestDue), asc(standings.jobId))
    .limit(SHOWN)
  const rows = found.map((r): Waiting => ({
    jobId: r.jobId,
    title: r.title,
    who: r.client ?? '',
    what: `to pay ${listIn(
      'en',
      r.labels.split('|').map((l) => `the ${inSentence(l)}`),
    )}`,
    detail: lateWords(r.since, day),
    paperId: null,
    state: 'trouble',
    day: r.day,
  }))
  return { rows, besides: await lateBesides(day, addDays(day, -60)) }
}

/**
 * Drafts that are with somebody of the business to be checked: theirs to move, and waited for by the others. `hidden` are the
 * jobs that would otherwise ask for the same draft to be sent.
 */
export async function checks(
  me: string | null,
  day: string,
): Promise<{ mine: Move[]; others: Waiting[]; hidden: Set<string> }> {
  // Few are being checked at any time: they are looked up first, and the rest of what is shown by them.
  const waiting = await db()
    .select({ paperId: roundPlans.paperId })
    .from(roundPlans)
    .where(isNotNull(roundPlans.checkWith))
    .limit(SHOWN * 4)
  if (waiting.length === 0) return { mine: [], others: [], hidden: new Set() }
  const found = await db()
    .select({ ...columns, paperId: papers.id, paper: papers.title, member: members.id, name: members.name })
    .from(papers)
    .innerJoin(roundPlans, eq(roundPlans.paperId, papers.id))
    .innerJoin(members, eq(members.id, roundPlans.checkWith))
    .innerJoin(jobs, eq(jobs.id, papers.jobId))
    .innerJoin(standings, eq(standings.jobId, papers.jobId))
    .leftJoin(contacts, eq(contacts.id, jobs.clientId))
    .where(
      and(
        inArray(
          papers.id,
          waiting.map((w) => w.paperId),
        ),
        inArray(papers.state, ['draft', 'out']),
      ),
    )
    // With the plus, the order doesn’t make SQLite walk the jobs by their day.
    .orderBy(asc(sql`+${standings.sortDay}`), asc(papers.id))
  const title = (r: (typeof found)[number]) => inSentence(r.paper)
  return {
    mine: found
      .filter((r) => r.member === me)
      .map((r) => ({
        ...toMove(r, day),
        state: 'yours',
        words: `Check the ${title(r)}`,
        paperId: r.paperId,
        act: 'check',
      })),
    others: found
      .filter((r) => r.member !== me)
      .map((r) => ({
        jobId: r.jobId,
        title: r.title,
        who: r.name,
        what: `to check the ${title(r)}`,
        detail: '',
        paperId: null,
        state: 'theirs',
        day: r.day,
      })),
    hidden: new Set(found.filter((r) => toMove(r, day).paperId === r.paperId).map((r) => r.jobId)),
  }
}
