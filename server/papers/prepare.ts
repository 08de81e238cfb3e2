import type { FactRule } from '../../core/facts/facts'
import { and, eq, inArray, ne, sql } from 'drizzle-orm'
import { amend, amendmentList } from '../../core/amend/amend'
import type { PaperDocument } from '../../core/document/model'
import { fieldsOf, mapFields } from '../../core/document/walk'
import type { PaperFigures } from '../../core/layout/figures'
import { turnOf } from '../../core/rounds/bind'
import { linesIn } from '../../core/pricing/said'
import { mergeContext } from '../../core/merge/context'
import { type MergeContext, type Merged, merge } from '../../core/merge/merge'
import { readingBody } from '../../core/marking/reading'
import { type PreflightNote, preflight } from '../../core/preflight/preflight'
import type { SheetPerson } from '../../shared/papers'
import { now } from '../platform/clock'
import { db } from '../platform/db/client'
import { type PaperOwn, contacts, jobs, members } from '../platform/db/schema'
import { renderPaper } from '../files/pool'
import type { Rendered } from '../files/worker/index'
import { type LoadedJob, loadJob } from '../records/job'
import { textOf } from '../files/take'
import { renderTable } from './marked'
import { allFacts } from '../records/facts'
import type { Paper } from '../records/paper'

export interface Prepared {
  paper: Paper
  loaded: LoadedJob
  /** As written, with its amendments in the view they are shown in. */
  template: PaperDocument
  context: MergeContext
  merged: Merged
  figures: PaperFigures
}

/** Fields with what the sender set in them. */
function withPresets(document: PaperDocument, presets: PaperOwn['presets']): PaperDocument {
  if (Object.keys(presets).length === 0) return document
  const set = <F extends { key: string }>(field: F): F =>
    presets[field.key] ? { ...field, preset: presets[field.key] } : field
  return mapFields(document, set)
}

/** Contacts who stand for parties of a paper, by the party's key. */
async function boundContacts(paper: Pick<Paper, 'bindings'>): Promise<Record<string, typeof contacts.$inferSelect>> {
  const ids = Object.entries(paper.bindings).flatMap(([party, b]) =>
    'contactId' in b ? [[party, b.contactId] as const] : [],
  )
  if (ids.length === 0) return {}
  const rows = await db()
    .select()
    .from(contacts)
    .where(
      inArray(
        contacts.id,
        ids.map(([, id]) => id),
      ),
    )
  return Object.fromEntries(ids.flatMap(([party, id]) => rows.filter((r) => r.id === id).map((r) => [party, r])))
}

/** The figures a job's papers show now. */
export const figuresOf = (loaded: LoadedJob, paperKind: string, language: string): PaperFigures => ({
  pricing: { ...loaded.pricing, lines: linesIn(loaded.pricing.lines, language) },
  priced: loaded.priced,
  stages: loaded.agreedStages,
  currency: loaded.business.currency,
  open: paperKind === 'quote',
  planned: {
    plan: loaded.job.plan,
    acceptedOn: loaded.job.agreedOn,
    jobDay: loaded.job.day,
    payments: loaded.payments.map(({ stage, amount, asked }) => ({ stage, amount, asked })),
  },
})

/** The values a paper may take from its job as it is now. */
export async function contextOf(paper: Paper, loaded: LoadedJob, facts: FactRule[]): Promise<MergeContext> {
  const own = { asks: paper.document.asks ?? [], values: paper.own.values, number: paper.number }
  const lines = linesIn(loaded.lines, paper.document.language)
  return mergeContext({ ...loaded, stages: loaded.agreedStages, lines }, await boundContacts(paper), own, facts, now())
}

/**
 * A paper filled from the record as it is now. Somebody else's PDF is read for its words only where they are wanted: to
 * send it, or to take it out; what is shown of a draft needs its fields alone.
 */
export async function preparePaper(paper: Paper, words = true): Promise<Prepared> {
  const loaded = await loadJob(paper.jobId)
  const { own, amendments } = paper
  const context = await contextOf(paper, loaded, await allFacts(loaded.kind.id))
  const title = `${paper.title}, ${loaded.job.title}`.slice(0, 300)
  // Somebody else's PDF is read as flowing text with its fields; the pages themselves are drawn from the file.
  const written = paper.marked
    ? { ...paper.document, body: readingBody(paper.marked, words ? await textOf(paper.marked.sha) : []) }
    : paper.document
  const template = withPresets(amend({ ...written, title }, amendments, own.changes), own.presets)
  const merged = merge(template, context)
  if (own.changes === 'clean' && amendments.length)
    merged.document.body.push(...amendmentList(paper.document, merged.document, amendments))
  return {
    paper,
    loaded,
    template,
    context,
    merged,
    figures: figuresOf(loaded, paper.kind, paper.document.language),
  }
}

/** The draft as PDF, as it would be sent now; with `prove`, somebody else's pages are looked at, too. */
export async function renderDraft(prepared: Prepared, prove = false): Promise<Rendered> {
  const { paper, loaded, context, merged } = prepared
  if (paper.marked)
    return renderTable(
      paper.marked,
      context,
      {
        title: merged.document.title,
        language: merged.document.language,
        author: loaded.business.name,
        parties: merged.document.parties.map((p) => p.key),
        presets: paper.own.presets,
        timeZone: loaded.business.timeZone,
      },
      prove,
    )
  return renderPaper({
    document: prepared.merged.document,
    figures: prepared.figures,
    at: now(),
    author: prepared.loaded.business.name,
  })
}

/** The parties of a paper, with how many fields each has to fill; the client also has what there is to choose. */
export function partiesOf({ merged, figures }: Prepared): { key: string; label: string; fields: number }[] {
  const fields = fieldsOf(merged.document)
  const optional = figures.open
    ? figures.pricing.lines.filter((l) => l.optional || l.group !== null || l.clientQuantity).length
    : 0
  return merged.document.parties.map((party) => ({
    key: party.key,
    label: party.label,
    fields: fields.filter((f) => f.party === party.key).length + (party.key === 'client' ? optional : 0),
  }))
}

/** The people a paper would go to, with what each has to fill. */
export async function sheetOf(prepared: Prepared): Promise<SheetPerson[]> {
  const { paper } = prepared
  return Promise.all(
    partiesOf(prepared).map(async (party, i) => {
      const binding = paper.bindings[party.key]
      const [who] = !binding
        ? []
        : 'memberId' in binding
          ? await db()
              .select({ name: members.name, email: members.email })
              .from(members)
              .where(eq(members.id, binding.memberId))
          : await db()
              .select({ name: contacts.name, email: contacts.email })
              .from(contacts)
              .where(eq(contacts.id, binding.contactId))
      return {
        party: party.key,
        label: party.label,
        name: who?.name ?? '',
        email: who?.email ?? '',
        contactId: binding && 'contactId' in binding ? binding.contactId : null,
        turn: turnOf(party.key),
        member: !!binding && 'memberId' in binding,
        fields: party.fields,
        number: i + 1,
      }
    }),
  )
}

/** Names of clients of other jobs; only those that could stand in the text, so that few are compared. */
async function otherClients(paper: Paper): Promise<string[]> {
  const rows = await db()
    .selectDistinct({ name: contacts.name })
    .from(jobs)
    .innerJoin(contacts, eq(contacts.id, jobs.clientId))
    .where(
      and(
        ne(jobs.id, paper.jobId),
        sql`instr(${JSON.stringify([paper.document.body, paper.amendments])}, ${contacts.name}) > 0`,
      ),
    )
    .limit(50)
  return rows.map((r) => r.name)
}

/** What would go wrong if a paper were sent now, with this deadline. */
export async function preflightOf(
  prepared: Prepared,
  sheet: readonly SheetPerson[],
  lapsesAt: string | null,
  overflows: Rendered['overflows'] = [],
): Promise<PreflightNote[]> {
  const { paper, loaded, template, context, merged, figures } = prepared
  return preflight({
    kind: paper.kind,
    template,
    document: merged.document,
    gaps: merged.gaps,
    fields: fieldsOf(merged.document),
    // A paper holds its clauses' text; one that could not be put in stopped it from being made.
    clauseProblems: [],
    context,
    overflows,
    ...(paper.marked ? { marked: paper.marked } : {}),
    job: {
      people: sheet,
      lapsesAt,
      day: loaded.job.day ?? null,
      today: loaded.today,
      total: loaded.priced.total,
      invoiced: loaded.kind.settings.expects.invoice !== 'never',
      figures,
      otherClients: await otherClients(paper),
    },
  })
}
