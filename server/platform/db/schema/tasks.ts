import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { at, id } from './columns'
import { members } from './business'
import { contacts } from './contacts'
import { jobs } from './jobs'

/** Something a member has to do by a day, on a job, for a person, or by itself. */
export const tasks = sqliteTable(
  'tasks',
  {
    id: id(),
    words: text('words').notNull(),
    /** By when; null for some day. */
    day: text('day'),
    jobId: text('job_id').references(() => jobs.id),
    contactId: text('contact_id').references(() => contacts.id),
    /** Whose it is; null for whoever has time. */
    memberId: text('member_id').references(() => members.id),
    createdAt: at('created_at').notNull(),
    /** Who gave it, by name. */
    by: text('by').notNull(),
    doneAt: at('done_at'),
    doneBy: text('done_by'),
  },
  (t) => [
    index('tasks_by_job').on(t.jobId, t.doneAt),
    index('tasks_by_member').on(t.doneAt, t.memberId, t.day),
    index('tasks_by_contact').on(t.contactId),
  ],
)

/** A word put on a job or a person. */
export const tags = sqliteTable(
  'tags',
  {
    of: text('of').$type<'job' | 'person'>().notNull(),
    ofId: text('of_id').notNull(),
    /** As it is written; `same` is what makes two one, whatever their capitals. */
    tag: text('tag').notNull(),
    same: text('same').notNull(),
    position: integer('position').notNull(),
  },
  (t) => [primaryKey({ columns: [t.of, t.ofId, t.same] }), index('tags_by_word').on(t.of, t.same)],
)
