import { and, asc, eq, gte, isNotNull, isNull, lte, ne, or } from 'drizzle-orm'
import { type Entry, calendarOf } from '../../core/calendar/feed'
import { entriesOfJob } from '../jobs/days'
import { addDays, dayOf } from '../../core/calendar/dates'
import { mayAny } from '../../core/members/rights'
import { formatMoney } from '../../core/money/money'
import { now, today } from '../platform/clock'
import { useConfig } from '../platform/config'
import { db } from '../platform/db/client'
import { contacts, dues, entries, jobs, rounds, papers, tasks } from '../platform/db/schema'
import type { Member } from '../members/members'
import { type Business, theBusiness } from '../records/business'
import type { Feed } from '../systems/feeds'

/** So far back and ahead a calendar reaches, in days; and so much of each kind is in it. */
const BACK = 90
const AHEAD = 730
const MOST = 3000

const jobUrl = (id: string) => `${useConfig().origin}/jobs/${id}`

/** A member's calendar as it is now: what they chose, and of money only where they may see it. */
export async function calendarFor(feed: Feed, member: Member): Promise<string> {
  const business = await theBusiness()
  const day = today(business.timeZone)
  const [first, last] = [addDays(day, -BACK), addDays(day, AHEAD)]
  const shows = (part: Feed['shows'][number]) => feed.shows.includes(part)
  const parts = await Promise.all([
    shows('jobs') ? jobEntries(first, last) : [],
    shows('stages') && mayAny(member, ['money', 'book']) ? stageEntries(first, last, business) : [],
    shows('deadlines') ? deadlineEntries(business) : [],
    shows('tasks') ? taskEntries(member.id, first) : [],
    shows('entries') ? ownEntries(first, last) : [],
  ])
  return calendarOf(business.name, parts.flat())
}

async function jobEntries(first: string, last: string): Promise<Entry[]> {
  const rows = await db()
    .select({ job: jobs, client: contacts.name })
    .from(jobs)
    .leftJoin(contacts, eq(contacts.id, jobs.clientId))
    .where(and(gte(jobs.sortDay, first), lte(jobs.sortDay, last)))
    .orderBy(asc(jobs.sortDay))
    .limit(MOST)
  return rows.flatMap(({ job, client }) => entriesOfJob(job, client, jobUrl(job.id)))
}

/** What stands on a day beside the jobs. */
const beside = (uid: string, title: string, day: string, jobId: string | null, description = ''): Entry => ({
  ...{ uid, title, description, place: '' },
  url: jobId ? jobUrl(jobId) : '',
  at: { day },
  off: false,
  changed: now(),
  beside: true,
})

async function stageEntries(first: string, last: string, { currency }: Business): Promise<Entry[]> {
  const rows = await db()
    .select({ due: dues, title: jobs.title })
    .from(dues)
    .innerJoin(jobs, eq(jobs.id, dues.jobId))
    .where(and(gte(dues.dueOn, first), lte(dues.dueOn, last)))
    .limit(MOST)
  return rows.map(({ due, title }) =>
    beside(
      `stage-${due.jobId}-${due.stage}`,
      `${due.label} due: ${title}`,
      due.dueOn,
      due.jobId,
      formatMoney(due.open, currency),
    ),
  )
}

async function deadlineEntries({ timeZone }: Business): Promise<Entry[]> {
  const rows = await db()
    .select({ id: rounds.id, at: rounds.lapsesAt, paper: papers.title, jobId: jobs.id, title: jobs.title })
    .from(rounds)
    .innerJoin(papers, eq(papers.id, rounds.paperId))
    .innerJoin(jobs, eq(jobs.id, rounds.jobId))
    .where(and(isNotNull(rounds.lapsesAt), eq(papers.state, 'out')))
    .limit(MOST)
  return rows.map((r) => beside(`deadline-${r.id}`, `${r.paper} lapses: ${r.title}`, dayOf(r.at!, timeZone), r.jobId))
}

async function taskEntries(memberId: string, first: string): Promise<Entry[]> {
  const rows = await db()
    .select()
    .from(tasks)
    .where(
      and(
        isNull(tasks.doneAt),
        isNotNull(tasks.day),
        gte(tasks.day, first),
        or(eq(tasks.memberId, memberId), isNull(tasks.memberId)),
      ),
    )
    .limit(MOST)
  return rows.map((t) => beside(`task-${t.id}`, t.words, t.day!, t.jobId))
}

async function ownEntries(first: string, last: string): Promise<Entry[]> {
  const rows = await db()
    .select()
    .from(entries)
    .where(and(gte(entries.day, first), lte(entries.day, last), ne(entries.words, '')))
    .limit(MOST)
  return rows.map((e) => beside(`entry-${e.id}`, e.words, e.day, e.jobId))
}
