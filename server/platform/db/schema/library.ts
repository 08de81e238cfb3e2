import type { InvoiceWhen } from '../../../../core/invoices/when'
import type { FactRule } from '../../../../core/facts/facts'
import type { DatedPrice } from '../../../../core/items/item'
import type { LineWords } from '../../../../core/pricing/said'
import type { Language } from '../../../../core/text/language'
import type { Holds } from '../../../../core/visits/holds'
import type { MessageKey } from '../../../../shared/words/says'
import type { TemplateKind } from '../../../../core/document/kinds'
import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import type { Block, PaperDocument } from '../../../../core/document/model'
import type { Marked } from '../../../../core/marking/model'
import type { PaymentPlan } from '../../../../core/payment-plan/plan'
import type { Content, PriceBreak, QuantityLimits } from '../../../../core/pricing/pricing'
import type { Deadline, PlanPerson, Reminders } from '../../../../core/rounds/plan'
import { at, id, json, money } from './columns'

export interface KindSettings {
  expects: { quote: boolean; contract: boolean; waivers: boolean; invoice: InvoiceWhen }
  templates: Partial<Record<'quote' | 'contract' | 'waiver', string>>
  facts: FactRule[]
  plan: PaymentPlan
  pricesIncludeTax: boolean
  usual: { startTime: string; hours: number }
  /** When papers are made by themselves; where nothing is said the contract when the quote is accepted, waivers by hand. */
  made?: KindMade
  /** Who of the business checks its papers before they go out; nobody where it isn't said. */
  checkWith?: string | null
  /** Whether each stage but the last gets an invoice of its own when it falls due. */
  stageInvoices?: boolean
}

/** When the papers of a kind are made by themselves. */
export interface KindMade {
  contract: 'accepted' | 'hand'
  waiver: 'agreed' | 'hand'
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
  /** A short name of the business's own; empty for none. */
  code: text('code').notNull().default(''),
  /** What it stands under in lists. */
  group: text('group').notNull().default(''),
  /** What it says in further languages. */
  words: json<LineWords>('words').notNull().default({}),
  /** What it costs from a day on. */
  prices: json<DatedPrice[]>('prices').notNull().default([]),
  breaks: json<PriceBreak[]>('breaks').notNull().default([]),
  contents: json<Content[]>('contents').notNull().default([]),
  /** How many there are to be booked at one time; null where that doesn't matter. */
  stock: integer('stock'),
  /** A picture of it, by its SHA-256. */
  picture: text('picture'),
})

/** Pictures of what is sold, which clients see on what they are asked to choose from: these and no other files. */
export const itemPictures = sqliteTable('item_pictures', { sha: text('sha').primaryKey(), at: at('at').notNull() })

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
  kind: text('kind').$type<TemplateKind>().notNull(),
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
  /** How long one that was signed holds for whoever signed it, as a waiver. */
  holds: text('holds').$type<Holds>().notNull().default('visit'),
  /** Whom papers made from it are for. */
  target: text('target').$type<'clients' | 'staff'>().notNull().default('clients'),
  /** The template it says the same as, in another language; and the revision of that it was last brought in step with. */
  languageOf: text('language_of'),
  inStepWith: integer('in_step_with'),
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

/** What a template said before each saving of the last ones: the way back over sittings and devices. */
export const templateSteps = sqliteTable(
  'template_steps',
  {
    templateId: text('template_id')
      .notNull()
      .references(() => templates.id),
    revision: integer('revision').notNull(),
    document: json<PaperDocument>('document').notNull(),
    at: at('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.templateId, t.revision] })],
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

/** Subject and words kept to be used again; values are put in when they are sent. */
/** Letters worded by the business, by the text they stand for and their language (shared/letters.ts). */
export const ownWords = sqliteTable(
  'own_words',
  {
    key: text('key').$type<MessageKey>().notNull(),
    language: text('language').$type<Language>().notNull(),
    text: text('text').notNull(),
  },
  (t) => [primaryKey({ columns: [t.key, t.language] })],
)

export const savedMessages = sqliteTable('saved_messages', {
  id: id(),
  name: text('name').notNull(),
  subject: text('subject').notNull(),
  message: text('message').notNull(),
  updatedAt: at('updated_at').notNull(),
})
