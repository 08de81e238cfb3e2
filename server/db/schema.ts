import { sql } from 'drizzle-orm'
import { customType, index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import type { Amendment, AmendmentView } from '../../core/amend/amend'
import type { Block, FieldSpec, PaperDocument } from '../../core/document/model'
import type { Json } from '../../core/evidence/canonical'
import type { Invoice } from '../../core/invoices/invoice'
import type { PaperFigures } from '../../core/layout/expand'
import type { PlacedField } from '../../core/layout/types'
import type { Marked } from '../../core/marking/model'
import type { LineFacts } from '../../core/line/line'
import type { Minor } from '../../core/money/money'
import type { PaymentPlan } from '../../core/payment-plan/plan'
import type { Discount, QuantityLimits } from '../../core/pricing/pricing'
import type { CheckEvent } from '../../core/rounds/checks'
import type { Deadline, PlanPerson, Reminders, RoundPlan } from '../../core/rounds/plan'
import type { QuietHours } from '../../core/rounds/times'
import type { SignatureMark, SignerDraft } from '../../shared/signing'
import { decrypt, encrypt } from '../crypt'

const id = () => text('id').primaryKey()
const json = <T>(name: string) => text(name, { mode: 'json' }).$type<T>()
const money = (name: string) => integer(name).$type<Minor>()
const at = (name: string) => text(name)
/** What nobody but its owner may read before it is given: kept encrypted. What was kept before that is read as it is. */
const sealed = <T>(name: string) =>
  customType<{ data: T; driverData: string }>({
    dataType: () => 'text',
    toDriver: (value) => JSON.stringify(encrypt(Buffer.from(JSON.stringify(value)), name)),
    fromDriver: (stored) => {
      const inside = JSON.parse(stored) as unknown
      return (
        typeof inside === 'string' ? JSON.parse(Buffer.from(decrypt(inside, name)).toString('utf8')) : inside
      ) as T
    },
  })(name)
const flag = (name: string) => integer(name, { mode: 'boolean' })

export interface BusinessSettings {
  /** Members of these roles don’t send by themselves: somebody else of the business checks it first. */
  checked: ('owner' | 'staff')[]
  quiet: QuietHours
  /** The words somebody reads when they have signed; empty for none. */
  thanks: string
}
export const BUSINESS_SETTINGS: BusinessSettings = { checked: [], quiet: { from: '20:00', to: '08:00' }, thanks: '' }

/** The one business this Upwold serves. */
export const business = sqliteTable('business', {
  id: id(),
  name: text('name').notNull(),
  legalName: text('legal_name').notNull(),
  address: text('address').notNull(),
  email: text('email').notNull(),
  phone: text('phone').notNull(),
  timeZone: text('time_zone').notNull(),
  currency: text('currency').notNull(),
  taxNumber: text('tax_number').notNull(),
  bank: text('bank').notNull(),
  settings: json<BusinessSettings>('settings').notNull().default(BUSINESS_SETTINGS),
})

export const members = sqliteTable('members', {
  id: id(),
  name: text('name').notNull(),
  email: text('email').notNull().unique(),
  role: text('role').$type<'owner' | 'staff'>().notNull(),
  passwordHash: text('password_hash').notNull(),
  pinHash: text('pin_hash').notNull(),
  createdAt: at('created_at').notNull(),
  /** Their signature and initials as kept for next time. */
  signature: json<SignatureMark | null>('signature'),
  initials: json<SignatureMark | null>('initials'),
})

/** Wrong tries at a password or PIN, by what was tried. */
export const attempts = sqliteTable('attempts', {
  key: text('key').primaryKey(),
  count: integer('count').notNull(),
  until: at('until').notNull(),
})

export const contacts = sqliteTable(
  'contacts',
  {
    id: id(),
    name: text('name').notNull(),
    email: text('email').notNull().default(''),
    phone: text('phone').notNull().default(''),
    address: text('address').notNull().default(''),
    kind: text('kind').$type<'person' | 'organisation'>().notNull().default('person'),
    createdAt: at('created_at').notNull(),
    search: text('search').notNull(),
    /** Day of birth, where it matters: who is under 18 needs a guardian. */
    born: text('born'),
  },
  (t) => [index('contacts_name').on(t.name, t.id)],
)

export interface FactRule {
  key: string
  label: string
  unit: string
}
export interface KindSettings {
  expects: { quote: boolean; contract: boolean; waivers: boolean; invoice: 'agreed' | 'day' | 'never' }
  templates: Partial<Record<'quote' | 'contract' | 'waiver', string>>
  facts: FactRule[]
  plan: PaymentPlan
  pricesIncludeTax: boolean
  usual: { startTime: string; hours: number }
}
export const kinds = sqliteTable('kinds', {
  id: id(),
  name: text('name').notNull(),
  position: integer('position').notNull(),
  settings: json<KindSettings>('settings').notNull(),
})

export const catalogue = sqliteTable('catalogue', {
  id: id(),
  description: text('description').notNull(),
  unit: text('unit').notNull(),
  unitPrice: money('unit_price').notNull(),
  taxRate: text('tax_rate').notNull(),
  clientQuantity: json<QuantityLimits | null>('client_quantity'),
  position: integer('position').notNull(),
})

type KeptSettings = Pick<PlanPerson, 'turn' | 'part' | 'reach' | 'proof' | 'language' | 'mayPassOn' | 'copy'>
/** A round as its template keeps it: by party, and whoever else is in it; a witness by the party they watch. */
export interface TemplateRound {
  parties: Record<string, KeptSettings>
  others: (KeptSettings & { memberId: string | null; contactId: string | null; of: string | null })[]
  deadline: Deadline
  reminders: Reminders
  consent: string
}
/** A paper to make papers from. `edition` is the last that was used; what was written since waits in `document`. */
export const templates = sqliteTable('templates', {
  id: id(),
  kind: text('kind').$type<PaperKind>().notNull(),
  name: text('name').notNull(),
  edition: integer('edition').notNull(),
  document: json<PaperDocument>('document').notNull(),
  updatedAt: at('updated_at').notNull(),
  folder: text('folder').notNull().default(''),
  archivedAt: at('archived_at'),
  /** Counts every saving: whoever saves says what they had before them. */
  revision: integer('revision').notNull().default(1),
  /** A finished PDF with its marks, where the template is one. */
  marked: json<Marked | null>('marked'),
  /** How the round of a paper made from it is prepared, where one was kept. */
  round: json<TemplateRound | null>('round'),
})

/** What a template said when it was used, and what was set aside when two windows wrote at once (no edition). */
export const templateEditions = sqliteTable(
  'template_editions',
  {
    id: id(),
    templateId: text('template_id')
      .notNull()
      .references(() => templates.id),
    edition: integer('edition'),
    document: json<PaperDocument>('document').notNull(),
    by: text('by').notNull(),
    at: at('at').notNull(),
    marked: json<Marked | null>('marked'),
  },
  (t) => [index('editions_by_template').on(t.templateId, t.at)],
)

/** A piece of text that templates share; every saving is an edition that stays. */
export const clauses = sqliteTable('clauses', {
  id: id(),
  name: text('name').notNull(),
  edition: integer('edition').notNull(),
  body: json<Block[]>('body').notNull(),
  updatedAt: at('updated_at').notNull(),
  archivedAt: at('archived_at'),
})
export const clauseEditions = sqliteTable(
  'clause_editions',
  {
    clauseId: text('clause_id')
      .notNull()
      .references(() => clauses.id),
    edition: integer('edition').notNull(),
    body: json<Block[]>('body').notNull(),
    by: text('by').notNull(),
    at: at('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.clauseId, t.edition] })],
)
export type PaperKind = 'quote' | 'contract' | 'waiver' | 'form'

/** A piece of work. `starts` and `ends` are wall-clock times in `timeZone`, `YYYY-MM-DDTHH:MM`. */
export const jobs = sqliteTable(
  'jobs',
  {
    id: id(),
    kindId: text('kind_id')
      .notNull()
      .references(() => kinds.id),
    title: text('title').notNull(),
    clientId: text('client_id').references(() => contacts.id),
    starts: text('starts'),
    ends: text('ends'),
    timeZone: text('time_zone').notNull(),
    place: text('place').notNull().default(''),
    people: integer('people'),
    facts: json<Record<string, string>>('facts').notNull(),
    notes: text('notes').notNull().default(''),
    discount: json<Discount | null>('discount'),
    pricesIncludeTax: flag('prices_include_tax').notNull(),
    plan: json<PaymentPlan>('plan').notNull(),
    agreedOn: text('agreed_on'),
    version: integer('version').notNull().default(1),
    createdAt: at('created_at').notNull(),
    search: text('search').notNull(),
    day: text('day').generatedAlwaysAs(sql`substr(starts, 1, 10)`, { mode: 'stored' }),
    sortDay: text('sort_day').generatedAlwaysAs(sql`coalesce(substr(starts, 1, 10), '9999-12-31')`, { mode: 'stored' }),
  },
  (t) => [index('jobs_by_day').on(t.sortDay, t.id), index('jobs_by_kind').on(t.kindId, t.sortDay, t.id)],
)

export const jobLines = sqliteTable(
  'job_lines',
  {
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    key: text('key').notNull(),
    position: integer('position').notNull(),
    description: text('description').notNull(),
    unit: text('unit').notNull(),
    quantity: text('quantity').notNull(),
    unitPrice: money('unit_price').notNull(),
    discount: json<Discount | null>('discount'),
    taxRate: text('tax_rate').notNull(),
    optional: flag('optional').notNull(),
    group: text('group'),
    chosen: flag('chosen').notNull(),
    clientQuantity: json<QuantityLimits | null>('client_quantity'),
  },
  (t) => [primaryKey({ columns: [t.jobId, t.key] })],
)

/** People who come to a job besides the client. */
export const guests = sqliteTable(
  'guests',
  {
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    contactId: text('contact_id')
      .notNull()
      .references(() => contacts.id),
    position: integer('position').notNull(),
  },
  (t) => [primaryKey({ columns: [t.jobId, t.contactId] })],
)

/** Where each job stands, kept in step with its events so that lists need not work it out. `mark` leaves out what only the date changes. */
export const standings = sqliteTable(
  'standings',
  {
    jobId: text('job_id')
      .primaryKey()
      .references(() => jobs.id),
    facts: json<LineFacts>('facts').notNull(),
    mark: text('mark').notNull(),
    stop: text('stop'),
    ready: flag('ready').notNull(),
    sortDay: text('sort_day').notNull(),
    total: money('total').notNull(),
    quoted: money('quoted').notNull(),
    agreed: money('agreed').notNull(),
    paid: money('paid').notNull(),
    held: money('held').notNull(),
    since: at('since').notNull(),
    /** The earliest day on which something open falls due; null when nothing is open. */
    oldestDue: text('oldest_due'),
  },
  (t) => [
    index('standings_by_mark').on(t.mark, t.sortDay, t.jobId),
    index('standings_due').on(t.oldestDue, t.mark, t.sortDay),
    index('standings_ready').on(t.ready, t.sortDay, t.jobId),
    index('standings_money').on(t.sortDay, t.quoted, t.agreed, t.paid, t.held),
  ],
)

/** Open stages of agreed jobs: what is to be paid, and by when. */
export const dues = sqliteTable(
  'dues',
  {
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    stage: text('stage').notNull(),
    label: text('label').notNull(),
    open: money('open').notNull(),
    dueOn: text('due_on').notNull(),
    held: flag('held').notNull(),
  },
  (t) => [primaryKey({ columns: [t.jobId, t.stage] }), index('dues_by_day').on(t.dueOn, t.open)],
)

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
  /** Files that go with it to be read, by their hash. */
  enclosures?: { sha: string; name: string }[]
}
export const OWN: PaperOwn = { values: {}, presets: {}, settled: {}, changes: 'shown' }
export type Binding = { contactId: string } | { memberId: string }
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

/** How a round is being prepared, by its first paper, and what was said about it inside the business. */
export const roundPlans = sqliteTable('round_plans', {
  paperId: text('paper_id')
    .primaryKey()
    .references(() => papers.id),
  plan: json<RoundPlan>('plan').notNull(),
  checks: json<(CheckEvent & { at: string; name: string })[]>('checks').notNull(),
  version: integer('version').notNull(),
  updatedAt: at('updated_at').notNull(),
})

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
  /** What identity checks have cost so far. */
  spent: money('spent').notNull(),
})

/** Subject and words kept to be used again; values are put in when they are sent. */
export const savedMessages = sqliteTable('saved_messages', {
  id: id(),
  name: text('name').notNull(),
  subject: text('subject').notNull(),
  message: text('message').notNull(),
  updatedAt: at('updated_at').notNull(),
})

/** One paper sent to a list of people, each their own: a row is done once in effect. */
export const lists = sqliteTable('lists', {
  id: id(),
  jobId: text('job_id')
    .notNull()
    .references(() => jobs.id),
  templateId: text('template_id')
    .notNull()
    .references(() => templates.id),
  plan: json<{ subject: string; message: string; deadline: Deadline; reminders: Reminders; party: string }>(
    'plan',
  ).notNull(),
  createdAt: at('created_at').notNull(),
  createdBy: text('created_by').references(() => members.id),
})
export const listRows = sqliteTable(
  'list_rows',
  {
    listId: text('list_id')
      .notNull()
      .references(() => lists.id),
    n: integer('n').notNull(),
    row: json<{ name: string; email: string; phone: string; values: Record<string, string> }>('row').notNull(),
    state: text('state').$type<'waiting' | 'sent' | 'failed'>().notNull(),
    problem: text('problem').notNull().default(''),
    paperId: text('paper_id').references(() => papers.id),
  },
  (t) => [primaryKey({ columns: [t.listId, t.n] }), index('list_rows_by_state').on(t.listId, t.state)],
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
  },
  (t) => [index('people_by_round').on(t.roundId)],
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

/** How a link came to whoever holds it; `pad` only puts a signature into what is filled elsewhere, for ten minutes. */
export type LinkChannel = 'email' | 'text' | 'link' | 'device' | 'member' | 'pad'
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
  },
  (t) => [index('links_by_person').on(t.personId)],
)

export const cardRequests = sqliteTable('card_requests', {
  id: id(),
  jobId: text('job_id')
    .notNull()
    .references(() => jobs.id),
  stage: text('stage').notNull(),
  label: text('label').notNull(),
  amount: money('amount').notNull(),
  currency: text('currency').notNull(),
  returnTo: text('return_to').notNull(),
  providerRef: text('provider_ref'),
  state: text('state').$type<'open' | 'paid' | 'refused' | 'disputed'>().notNull(),
  createdAt: at('created_at').notNull(),
})

export const payments = sqliteTable(
  'payments',
  {
    id: id(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    stage: text('stage').notNull(),
    amount: money('amount').notNull(),
    asked: money('asked').notNull(),
    currency: text('currency').notNull(),
    method: text('method').$type<'card' | 'bank' | 'cash'>().notNull(),
    reference: text('reference').notNull().unique(),
    at: at('at').notNull(),
  },
  (t) => [index('payments_by_job').on(t.jobId), index('payments_by_time').on(t.at)],
)

export const invoices = sqliteTable('invoices', {
  id: id(),
  jobId: text('job_id')
    .notNull()
    .unique()
    .references(() => jobs.id),
  number: text('number').notNull().unique(),
  issuedOn: text('issued_on').notNull(),
  invoice: json<Invoice>('invoice').notNull(),
  pdfSha: text('pdf_sha').references(() => blobs.sha),
  createdAt: at('created_at').notNull(),
})
export const counters = sqliteTable('counters', { key: text('key').primaryKey(), value: integer('value').notNull() })

export const blobs = sqliteTable('blobs', {
  sha: text('sha').primaryKey(),
  type: text('type').notNull(),
  size: integer('size').notNull(),
  createdAt: at('created_at').notNull(),
})

/** PDFs that came from elsewhere or were put together from such, by their hash; `text` is the hash of their words. */
export const files = sqliteTable('files', {
  sha: text('sha')
    .primaryKey()
    .references(() => blobs.sha),
  name: text('name').notNull(),
  /** `read-only` for one that is digitally signed: it can go with a paper and is never marked. */
  use: text('use').$type<'mark' | 'read-only'>().notNull(),
  pages: json<{ w: number; h: number }[]>('pages').notNull(),
  removed: json<string[]>('removed').notNull(),
  text: text('text').references(() => blobs.sha),
  createdAt: at('created_at').notNull(),
})

/** What must happen outside the transaction that asked for it: leased, retried, done once in effect. */
export const outbox = sqliteTable(
  'outbox',
  {
    id: integer('id').primaryKey({ autoIncrement: true }),
    kind: text('kind').notNull(),
    key: text('key').notNull().unique(),
    payload: json<Record<string, unknown>>('payload').notNull(),
    dueAt: at('due_at').notNull(),
    attempts: integer('attempts').notNull().default(0),
    leasedUntil: at('leased_until'),
    doneAt: at('done_at'),
    failedAt: at('failed_at'),
    lastError: text('last_error'),
  },
  (t) => [
    index('outbox_due')
      .on(t.dueAt)
      .where(sql`done_at is null and failed_at is null`),
  ],
)

/** The post room: every message, as the mailboxes would show it. */
export const messages = sqliteTable(
  'messages',
  {
    id: id(),
    key: text('key').notNull().unique(),
    channel: text('channel').$type<'mail' | 'text'>().notNull(),
    to: text('to').notNull(),
    from: text('from').notNull(),
    subject: text('subject').notNull(),
    text: text('text').notNull(),
    html: text('html').notNull(),
    attachments: json<{ name: string; sha: string }[]>('attachments').notNull(),
    at: at('at').notNull(),
  },
  (t) => [index('messages_by_time').on(t.at)],
)

/** What happened, in words: the thread of a job and the feed that screens follow. */
export const happenings = sqliteTable(
  'happenings',
  {
    id: integer('id').primaryKey({ autoIncrement: true }),
    jobId: text('job_id').references(() => jobs.id),
    at: at('at').notNull(),
    type: text('type').notNull(),
    words: text('words').notNull(),
    detail: text('detail').notNull().default(''),
    mark: text('mark'),
    paperId: text('paper_id'),
    notable: flag('notable').notNull().default(false),
  },
  (t) => [index('happenings_by_job').on(t.jobId, t.at), index('happenings_notable').on(t.notable, t.at)],
)

/** The business's sealing keys, newest in use; the private key is kept encrypted. */
export const sealingKeys = sqliteTable('sealing_keys', {
  id: id(),
  encrypted: text('encrypted').notNull(),
  certificate: text('certificate').notNull(),
  createdAt: at('created_at').notNull(),
})

/** The stand-in card page's own book. */
export const standinCards = sqliteTable('standin_cards', {
  id: id(),
  request: json<{
    reference: string
    amount: number
    currency: string
    label: string
    payee: string
    returnTo: string
    callbackUrl: string
  }>('request').notNull(),
  state: text('state').notNull(),
  createdAt: at('created_at').notNull(),
})
