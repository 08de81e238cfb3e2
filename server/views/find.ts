import { asc, desc, eq, sql } from 'drizzle-orm'
import { formatDay } from '../../core/calendar/dates'
import type { Found } from '../../shared/overview'
import { searchable } from '../../shared/text'
import { db } from '../platform/db/client'
import { contacts, jobs, papers } from '../platform/db/schema'

const ACTIONS: Found[] = [
  { kind: 'do', id: 'new-job', label: 'New job', detail: 'start one', to: '/jobs/new' },
  { kind: 'do', id: 'today', label: 'Today', detail: 'whose move is it', to: '/' },
  { kind: 'do', id: 'money', label: 'Money', detail: 'what is due', to: '/money' },
  { kind: 'do', id: 'post', label: 'Post room', detail: 'messages that went out', to: '/post' },
]

/** Finds jobs, people and papers by words, and things to do by name. */
export async function findAnything(text: string): Promise<Found[]> {
  const q = searchable(text).trim()
  const acts = ACTIONS.filter((a) => searchable(a.label, a.detail).includes(q))
  if (!q) return acts
  const like = `%${q.replace(/[\\%_]/g, '\\$&')}%`
  const jobRows = await db()
    .select({ id: jobs.id, title: jobs.title, day: jobs.day })
    .from(jobs)
    .where(sql`${jobs.search} like ${like} escape '\\'`)
    .orderBy(desc(jobs.sortDay))
    .limit(6)
  const people = await db()
    .select()
    .from(contacts)
    .where(sql`${contacts.search} like ${like} escape '\\'`)
    .orderBy(asc(contacts.name))
    .limit(6)
  const paperRows = await db()
    .select({ id: papers.id, title: papers.title, job: jobs.title })
    .from(papers)
    .innerJoin(jobs, eq(jobs.id, papers.jobId))
    .where(sql`${jobs.search} like ${like} escape '\\'`)
    .orderBy(desc(papers.createdAt))
    .limit(4)
  return [
    ...jobRows.map((j): Found => ({
      kind: 'job',
      id: j.id,
      label: j.title,
      detail: j.day ? formatDay(j.day) : 'no day yet',
      to: `/jobs/${j.id}`,
    })),
    ...people.map((c): Found => ({
      kind: 'person',
      id: c.id,
      label: c.name,
      detail: c.email,
      to: `/people?find=${encodeURIComponent(c.name)}`,
    })),
    ...paperRows.map((p): Found => ({ kind: 'paper', id: p.id, label: p.title, detail: p.job, to: `/papers/${p.id}` })),
    ...acts,
  ]
}
