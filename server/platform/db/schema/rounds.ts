import { sql } from 'drizzle-orm'
import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import type { FieldSpec } from '../../../../core/document/field'
import type { Json } from '../../../../core/evidence/canonical'
import type { ChainHead } from '../../../../core/evidence/heads'
import type { PlanPerson, Reminders } from '../../../../core/rounds/plan'
import type { SignerDraft } from '../../../../shared/signing'
import { at, id, json, money, sealed } from './columns'
import { members, sealingKeys } from './business'
import { contacts } from './contacts'
import { blobs } from './files'
import { jobs } from './jobs'
import { papers, paperVersions } from './papers'

export interface RoundSettings {
  reminders: Reminders
  /** A further sentence to tick before signing; empty for none. */
  consent: string
}

export const ROUND_SETTINGS: RoundSettings = { reminders: { kind: 'none' }, consent: '' }

export const rounds = sqliteTable(
  'rounds',
  {
    id: id(),
    paperId: text('paper_id')
      .notNull()
      .references(() => papers.id),
    versionId: text('version_id')
      .notNull()
      .references(() => paperVersions.id),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    subject: text('subject').notNull(),
    message: text('message').notNull(),
    lapsesAt: at('lapses_at'),
    sealedSha: text('sealed_sha').references(() => blobs.sha),
    createdAt: at('created_at').notNull(),
    createdBy: text('created_by').references(() => members.id),
    settings: json<RoundSettings>('settings').notNull().default(ROUND_SETTINGS),
  },
  (t) => [index('rounds_by_paper').on(t.paperId)],
)

/** The papers of a round, each in the version that is out. `rounds.paperId` is the first of them. */
export const roundPapers = sqliteTable(
  'round_papers',
  {
    roundId: text('round_id')
      .notNull()
      .references(() => rounds.id),
    position: integer('position').notNull(),
    paperId: text('paper_id')
      .notNull()
      .references(() => papers.id),
    versionId: text('version_id')
      .notNull()
      .references(() => paperVersions.id),
    sealedSha: text('sealed_sha').references(() => blobs.sha),
  },
  (t) => [primaryKey({ columns: [t.roundId, t.position] }), index('round_papers_by_paper').on(t.paperId)],
)

/** How one person of a round is reached and proves themself, as the plan had it. */
export type PersonHow = Pick<
  PlanPerson,
  'phone' | 'reach' | 'proof' | 'language' | 'subject' | 'message' | 'mayPassOn' | 'copy'
> & {
  /** The papers that concern them; null for all of the round. */
  papers: string[] | null
}

export const PERSON_HOW: PersonHow = {
  phone: '',
  reach: 'email',
  proof: { kind: 'none' },
  language: 'auto',
  subject: '',
  message: '',
  mayPassOn: false,
  copy: 'attached',
  papers: null,
}

export const roundPeople = sqliteTable(
  'round_people',
  {
    id: id(),
    roundId: text('round_id')
      .notNull()
      .references(() => rounds.id),
    party: text('party').notNull(),
    contactId: text('contact_id').references(() => contacts.id),
    memberId: text('member_id').references(() => members.id),
    name: text('name').notNull(),
    email: text('email').notNull(),
    turn: integer('turn').notNull(),
    part: text('part').$type<'sign' | 'witness' | 'copy'>().notNull(),
    fields: json<FieldSpec[]>('fields').notNull(),
    draft: sealed<SignerDraft>('draft').notNull(),
    how: json<PersonHow>('how').notNull().default(PERSON_HOW),
    draftVersion: integer('draft_version').notNull().default(0),
    /** Where they stopped: the first thing that was left to fill when they were last there. */
    stopped: json<{ page: number; field: string } | null>('stopped'),
  },
  (t) => [
    index('people_by_round').on(t.roundId),
    index('people_by_contact')
      .on(t.contactId)
      .where(sql`contact_id is not null`),
  ],
)

/** The truth of a round: appended, hash-chained, never changed. `actor` and `data` are canonical JSON, as hashed. */
export const roundEvents = sqliteTable(
  'round_events',
  {
    roundId: text('round_id')
      .notNull()
      .references(() => rounds.id),
    seq: integer('seq').notNull(),
    at: at('at').notNull(),
    type: text('type').notNull(),
    actor: json<Json>('actor').notNull(),
    data: json<Json>('data').notNull(),
    prev: text('prev').notNull(),
    hash: text('hash').notNull(),
  },
  (t) => [primaryKey({ columns: [t.roundId, t.seq] })],
)

/** How a link came to whoever holds it; `drawing` only puts a signature into what is filled elsewhere, for ten minutes. */
export type LinkChannel = 'email' | 'text' | 'link' | 'standing' | 'device' | 'member' | 'drawing'

/** Links to a person's place in a round. Only the hash of the token is kept. */
export const links = sqliteTable(
  'links',
  {
    tokenHash: text('token_hash').primaryKey(),
    personId: text('person_id')
      .notNull()
      .references(() => roundPeople.id),
    channel: text('channel').$type<LinkChannel>().notNull(),
    createdAt: at('created_at').notNull(),
    revokedAt: at('revoked_at'),
    /** When whoever was handed the device said that it is them. */
    affirmedAt: at('affirmed_at'),
    /** The session it works in: whoever hosts a handover, or opened a drawing. Null for links that were sent. */
    sessionId: text('session_id'),
  },
  (t) => [index('links_by_person').on(t.personId)],
)

/** Where somebody stands with proving who they are. Codes are kept hashed. */
export const proofs = sqliteTable('proofs', {
  personId: text('person_id')
    .primaryKey()
    .references(() => roundPeople.id),
  tries: integer('tries').notNull(),
  codeHash: text('code_hash'),
  codeUntil: at('code_until'),
  codeSentAt: at('code_sent_at'),
  triedAt: at('tried_at'),
  /** Those who passed carry this in their browser; a new one shuts the earlier ones out. */
  pass: text('pass'),
  passedAt: at('passed_at'),
  /** Where a document is to be held for the next live picture, and until when; good for one try. */
  challenge: json<{ id: string; hold: 'high' | 'low'; until: string } | null>('challenge'),
  /** What identity checks have cost so far. */
  spent: money('spent').notNull(),
})

/** Files somebody has given by their link: only these can stand in what they sign. */
export const uploads = sqliteTable(
  'uploads',
  {
    personId: text('person_id')
      .notNull()
      .references(() => roundPeople.id),
    sha: text('sha')
      .notNull()
      .references(() => blobs.sha),
    kind: text('kind').$type<'attachment' | 'signature'>().notNull(),
    at: at('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.personId, t.sha, t.kind] })],
)

/**
 * The heads of the chains, signed with the business's key: of one round when it ends, of all that went on every night. Each
 * names the one before, so that none can be left out.
 */
export const chainHeads = sqliteTable('chain_heads', {
  seq: integer('seq').primaryKey(),
  body: json<ChainHead>('body').notNull(),
  keyId: text('key_id')
    .notNull()
    .references(() => sealingKeys.id),
  /** RSASSA-PKCS1-v1_5 with SHA-256 over the canonical JSON of `body`, in base64. */
  signature: text('signature').notNull(),
})

/**
 * Sealed rounds that go, or are gone, because the years they are kept for are over. What is left of them are the hashes that
 * signed heads name, so that the chains can still be checked: nothing of what they said.
 */
export const letGo = sqliteTable(
  'let_go',
  {
    roundId: text('round_id').primaryKey(),
    jobId: text('job_id').notNull(),
    titles: text('titles').notNull(),
    sealedAt: at('sealed_at').notNull(),
    toldAt: at('told_at').notNull(),
    goneAt: at('gone_at'),
    /** Its papers, by id: once it is gone their frozen versions may go. */
    papers: json<string[]>('papers').notNull(),
    /** The hash of each event of its chain, by its number, and of what each version said. */
    events: json<Record<string, string>>('events').notNull(),
    versions: json<Record<string, string>>('versions').notNull(),
  },
  (t) => [index('let_go_by_job').on(t.jobId)],
)
