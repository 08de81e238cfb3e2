import { sql } from 'drizzle-orm'
import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import type { Act, FollowUp, OccurrenceKind } from '../../../../core/follow-ups/model'
import { at, flag, id, json } from './columns'
import { contacts } from './contacts'
import { blobs } from './files'
import { jobs } from './jobs'

/** What occurred on jobs, as follow-ups and other systems read it, in the order it was told. */
export const occurrences = sqliteTable(
  'occurrences',
  {
    n: integer('n').primaryKey({ autoIncrement: true }),
    /** Which it is: told twice it is one. */
    id: text('id').notNull().unique(),
    kind: text('kind').$type<OccurrenceKind>().notNull(),
    at: at('at').notNull(),
    jobId: text('job_id').references(() => jobs.id),
    contactId: text('contact_id').references(() => contacts.id),
    paperId: text('paper_id'),
    of: json<string[]>('of').notNull(),
    /** Of what days bring about, how many after what it counts from. */
    days: integer('days'),
    /** The follow-ups that led to it. */
    because: json<string[]>('because').notNull(),
    /** Who did it, in a few words; empty for nobody. */
    by: text('by').notNull().default(''),
  },
  (t) => [
    index('occurrences_by_job').on(t.jobId, t.at),
    index('occurrences_by_time').on(t.at, t.kind),
    index('occurrences_by_kind').on(t.kind, t.at),
    index('occurrences_by_contact')
      .on(t.contactId, t.at)
      .where(sql`contact_id is not null`),
  ],
)

/** Rules of the business: when this occurs, do that. */
export const followUps = sqliteTable('follow_ups', {
  id: id(),
  title: text('title').notNull(),
  on: flag('on').notNull(),
  kinds: json<string[]>('kinds').notNull(),
  when: json<FollowUp['when']>('when').notNull(),
  if: json<FollowUp['if']>('if').notNull(),
  unless: json<FollowUp['unless']>('unless').notNull(),
  steps: json<FollowUp['steps']>('steps').notNull(),
  /** Since when it is on: what occurred before isn't followed. */
  since: at('since').notNull(),
  version: integer('version').notNull().default(1),
  createdAt: at('created_at').notNull(),
  by: text('by').notNull(),
  goneAt: at('gone_at'),
})

/** A follow-up that was meant by something that occurred: it was followed, or why not. */
export const followRuns = sqliteTable(
  'follow_runs',
  {
    id: id(),
    followUpId: text('follow_up_id')
      .notNull()
      .references(() => followUps.id),
    occurrence: text('occurrence').notNull(),
    jobId: text('job_id').references(() => jobs.id),
    at: at('at').notNull(),
    /** Why it does nothing, in words; empty where it runs. */
    left: text('left').notNull().default(''),
  },
  (t) => [index('runs_by_follow_up').on(t.followUpId, t.at), index('runs_by_job').on(t.jobId, t.at)],
)

export type StepState = 'waiting' | 'done' | 'left' | 'refused' | 'stopped' | 'undone'
/** What a step made, so that it can be undone. */
export type MadeBy =
  | { what: 'task' | 'entry' | 'filed' | 'job' | 'paper'; id: string }
  | { what: 'tag'; of: 'job' | 'person'; id: string; tag: string; on: boolean }
  | { what: 'fact'; of: 'job' | 'person'; id: string; fact: string; before: string; after: string }
  | { what: 'sent' }

/** What a run does, step by step. */
export const followSteps = sqliteTable(
  'follow_steps',
  {
    id: id(),
    runId: text('run_id')
      .notNull()
      .references(() => followRuns.id),
    position: integer('position').notNull(),
    act: json<Act>('act').notNull(),
    dueAt: at('due_at').notNull(),
    state: text('state').$type<StepState>().notNull(),
    /** What it did, or why it didn't, in words. */
    said: text('said').notNull().default(''),
    made: json<MadeBy | null>('made'),
    doneAt: at('done_at'),
    /** How often it was done again by hand. */
    again: integer('again').notNull().default(0),
  },
  (t) => [
    index('steps_by_run').on(t.runId, t.position),
    index('steps_waiting')
      .on(t.dueAt)
      .where(sql`state = 'waiting'`),
  ],
)

/** What stands in the calendar beside jobs. */
export const entries = sqliteTable(
  'calendar_entries',
  {
    id: id(),
    jobId: text('job_id').references(() => jobs.id),
    day: text('day').notNull(),
    words: text('words').notNull(),
    createdAt: at('created_at').notNull(),
    by: text('by').notNull(),
  },
  (t) => [index('calendar_by_day').on(t.day), index('calendar_by_job').on(t.jobId)],
)

/** The file tree: what was laid into folders, by path. */
export const filed = sqliteTable(
  'filed',
  {
    id: id(),
    /** Folders and name, with `/` between. */
    path: text('path').notNull().unique(),
    sha: text('sha')
      .notNull()
      .references(() => blobs.sha),
    type: text('type').notNull(),
    jobId: text('job_id').references(() => jobs.id),
    at: at('at').notNull(),
  },
  (t) => [index('filed_by_job').on(t.jobId)],
)
