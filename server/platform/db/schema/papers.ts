import type { PaperKind } from '../../../../core/document/kinds'
import type { Binding } from '../../../../core/rounds/bind'
import { sql } from 'drizzle-orm'
import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import type { Amendment, AmendmentView } from '../../../../core/amend/amend'
import type { PaperDocument } from '../../../../core/document/model'
import type { PaperFigures } from '../../../../core/layout/figures'
import type { PlacedField } from '../../../../core/layout/types'
import type { Marked } from '../../../../core/marking/model'
import type { StopState } from '../../../../core/line/line'
import { at, id, json, money } from './columns'
import { blobs } from './files'
import { jobs } from './jobs'
import { templates } from './library'

/** What belongs to one paper alone. */
export interface PaperOwn {
  /** Paper values by key, as asked for by its template. */
  values: Record<string, string>
  /** What the sender set in fields, by the field's key. */
  presets: Record<string, string>
  /** Drift that was left as it is: what the record said then, by path. */
  settled: Record<string, string>
  /** How the PDF shows amendments. */
  changes: AmendmentView
  /** Of an addendum: the drift of its paper that it settles, by path. */
  settles?: string[]
  /** Files that go with it to be read, by their hash. */
  enclosures?: { sha: string; name: string }[]
  /** The amendment last passed on to the template, with both texts as they were before, and the template's revision after. */
  passedOn?: { amendment: Amendment; copy: PaperDocument; template: PaperDocument; revision: number }
}

export const OWN: PaperOwn = { values: {}, presets: {}, settled: {}, changes: 'shown' }

export type { Binding }

export const papers = sqliteTable(
  'papers',
  {
    id: id(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    kind: text('kind').$type<PaperKind>().notNull(),
    title: text('title').notNull(),
    templateId: text('template_id').references(() => templates.id),
    document: json<PaperDocument>('document').notNull(),
    bindings: json<Record<string, Binding>>('bindings').notNull(),
    state: text('state').$type<'draft' | 'out' | 'signed' | 'declined' | 'withdrawn' | 'lapsed'>().notNull(),
    /** Its number, where papers of its kind have one: quotes. */
    number: text('number').notNull().default(''),
    createdAt: at('created_at').notNull(),
    fromPaperId: text('from_paper_id'),
    templateEdition: integer('template_edition'),
    amendments: json<Amendment[]>('amendments').notNull().default([]),
    own: json<PaperOwn>('own').notNull().default(OWN),
    /** A finished PDF with its marks, where the paper is one; `revision` counts every saving of them. */
    marked: json<Marked | null>('marked'),
    revision: integer('revision').notNull().default(0),
  },
  (t) => [
    index('papers_by_job').on(t.jobId, t.createdAt),
    index('papers_by_age').on(t.createdAt, t.id),
    index('papers_by_template').on(t.templateId, t.createdAt),
    index('papers_by_guest')
      .on(sql`bindings ->> '$.guest.contactId'`, t.createdAt)
      .where(sql`kind = 'waiver'`),
  ],
)

/** What was sent, frozen: triggers refuse to change or remove it. */
export const paperVersions = sqliteTable(
  'paper_versions',
  {
    id: id(),
    paperId: text('paper_id')
      .notNull()
      .references(() => papers.id),
    document: json<PaperDocument>('document').notNull(),
    figures: json<PaperFigures | null>('figures'),
    fields: json<PlacedField[]>('fields').notNull(),
    pages: integer('pages').notNull(),
    pdfSha: text('pdf_sha')
      .notNull()
      .references(() => blobs.sha),
    createdAt: at('created_at').notNull(),
  },
  (t) => [index('versions_by_paper').on(t.paperId)],
)

/**
 * What the list of papers reads of each, kept in step with its job. `words` says which text stands in the index of words
 * (`paper_words`, FTS5, by `n`), so that it is written again only when that is another; triggers take it out with its row.
 */
export const paperRows = sqliteTable(
  'paper_rows',
  {
    n: integer('n').primaryKey({ autoIncrement: true }),
    paperId: text('paper_id')
      .notNull()
      .unique()
      .references(() => papers.id, { onDelete: 'cascade' }),
    /** Whose it is: the guest of a waiver, else the client. */
    whose: text('whose').notNull(),
    /** What a quote or contract comes to. */
    worth: money('worth'),
    stop: text('stop').$type<StopState>().notNull(),
    waits: text('waits').notNull(),
    since: at('since').notNull(),
    sentBy: text('sent_by'),
    language: text('language').notNull(),
    /** Title, people and job in lower case without accents: any part of them is found. */
    search: text('search').notNull(),
    words: text('words').notNull(),
  },
  (t) => [index('paper_rows_since').on(t.since, t.n)],
)
