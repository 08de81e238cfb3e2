import { index, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import type { MarkKind } from '../../../../core/visits/visit'
import { at, id } from './columns'
import { contacts } from './contacts'
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
  },
  (t) => [index('marks_by_job').on(t.jobId, t.contactId), index('marks_by_contact').on(t.contactId, t.at)],
)
