import { index, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import type { MarkKind } from '../../../../core/visits/visit'
import { at, id } from './columns'
import { contacts } from './contacts'
import { members } from './business'
import { jobs } from './jobs'

/** What was marked of a visit at the desk, never changed: its id and time are the device's own, so that it can be sent again. */
export const visitMarks = sqliteTable(
  'visit_marks',
  {
    id: id(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    contactId: text('contact_id')
      .notNull()
      .references(() => contacts.id),
    kind: text('kind').$type<MarkKind>().notNull(),
    at: at('at').notNull(),
    /** When it came in here. */
    takenAt: at('taken_at').notNull(),
    by: text('by').notNull(),
    words: text('words').notNull().default(''),
    /** Who came with them, where somebody of age was asked for. */
    withId: text('with_id').references(() => contacts.id),
  },
  (t) => [index('marks_by_job').on(t.jobId, t.contactId), index('marks_by_contact').on(t.contactId, t.at)],
)

/**
 * A second screen at the desk. It is offered by the screen itself, which keeps a token and shows a code for ten minutes; a
 * member who types the code takes it, and it shows what they send there until they let it go.
 */
export const pads = sqliteTable('pads', {
  id: id(),
  /** The screen's own token, hashed, as is the code it shows. */
  tokenHash: text('token_hash').notNull().unique(),
  codeHash: text('code_hash').notNull().unique(),
  createdAt: at('created_at').notNull(),
  /** Who took it, and the session the screen has since. */
  memberId: text('member_id').references(() => members.id),
  sessionId: text('session_id'),
  /** Who stands before it, by their place in a round, and a key that is new each time something is sent there. */
  personId: text('person_id'),
  shown: text('shown'),
})
