import { sql } from 'drizzle-orm'
import { index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import type { FieldValues } from '../../../../core/fields/rules'
import type { LinkSettings } from '../../../../core/standing-links/model'
import { at, id, json, sealed } from './columns'
import { members } from './business'
import { contacts } from './contacts'
import { jobs } from './jobs'
import { kinds } from './library'

/**
 * One address for many: whoever opens it fills and signs their own copy. Where it leads is a session they visit, or a kind of
 * job that each answer makes one of.
 */
export const standingLinks = sqliteTable('standing_links', {
  id: id(),
  name: text('name').notNull(),
  /** The address is found by its hash, and printed again from what is kept encrypted. */
  tokenHash: text('token_hash').notNull().unique(),
  token: sealed<string>('token').notNull(),
  jobId: text('job_id').references(() => jobs.id),
  kindId: text('kind_id').references(() => kinds.id),
  /** Its papers, by their templates, in their order. */
  templates: json<string[]>('templates').notNull(),
  settings: json<LinkSettings>('settings').notNull(),
  version: integer('version').notNull().default(1),
  /** Null while it is being prepared: nobody can open it yet. */
  openedAt: at('opened_at'),
  closedAt: at('closed_at'),
  createdAt: at('created_at').notNull(),
  /** Who signs for the business on what comes in. */
  createdBy: text('created_by')
    .notNull()
    .references(() => members.id),
})

/** What came in by a standing link: kept by an id drawn from the browser's own, so that it can be sent again. */
export const standingAnswers = sqliteTable(
  'standing_answers',
  {
    id: id(),
    linkId: text('link_id')
      .notNull()
      .references(() => standingLinks.id),
    contactId: text('contact_id')
      .notNull()
      .references(() => contacts.id),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    /** Their place in the round; null until it is sent. */
    personId: text('person_id'),
    /** How many sign by it: whoever answered, and their children. */
    people: integer('people').notNull(),
    /** Whether they were known, are new, or may be somebody who is there already: that one by id. */
    known: text('known').$type<'known' | 'new'>().notNull(),
    perhaps: text('perhaps'),
    answers: sealed<FieldValues>('answers').notNull(),
    /** They were asked from the job; null for whoever came by the link that is for everybody. */
    askId: text('ask_id'),
    at: at('at').notNull(),
  },
  (t) => [
    index('answers_by_link').on(t.linkId, t.at),
    index('answers_by_person')
      .on(t.personId)
      .where(sql`person_id is not null`),
  ],
)

/**
 * A flow begun from a job: somebody of its people is asked to answer and sign by an address of their own. Their answers go to
 * that job; what limits everybody else doesn't limit them.
 */
export const flowAsks = sqliteTable(
  'flow_asks',
  {
    id: id(),
    linkId: text('link_id')
      .notNull()
      .references(() => standingLinks.id),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    contactId: text('contact_id')
      .notNull()
      .references(() => contacts.id),
    /** Of the address that works; the one before it doesn't any more. */
    tokenHash: text('token_hash').notNull().unique(),
    createdAt: at('created_at').notNull(),
    by: text('by')
      .notNull()
      .references(() => members.id),
  },
  (t) => [uniqueIndex('asks_of_job').on(t.jobId, t.linkId, t.contactId)],
)
