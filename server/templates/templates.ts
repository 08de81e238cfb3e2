import { and, asc, desc, eq, isNull, sql } from 'drizzle-orm'
import type { z } from 'zod'
import { type Json, canonical } from '../../core/evidence/canonical'
import { type PaperDocument, walkBlocks, withIds } from '../../core/document/model'
import type { TemplateRow, TemplateView, VersionRow, newTemplate, saveTemplate } from '../../shared/library'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { clauses, jobs, papers, templateEditions, templates } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { checkImages } from '../files/pictures'
import { Problem, notFound } from '../platform/problem'
import { loadJob } from '../records/job'
import { sampleContext } from '../papers/context'
import { clauseLookup, nameOf } from './use'

export async function loadTemplate(id: string): Promise<typeof templates.$inferSelect> {
  const [row] = await db().select().from(templates).where(eq(templates.id, id))
  if (!row) throw notFound('template')
  return { ...row, document: withIds(row.document) }
}

/** Every template with how often and when it was last used, archived ones last. */
export async function listTemplates(): Promise<TemplateRow[]> {
  const rows = await db()
    .select({
      id: templates.id,
      kind: templates.kind,
      name: templates.name,
      folder: templates.folder,
      edition: templates.edition,
      updatedAt: templates.updatedAt,
      archivedAt: templates.archivedAt,
      marked: sql<number>`${templates.marked} is not null`,
      used: sql<number>`(select count(*) from papers where papers.template_id = templates.id)`,
      lastUsed: sql<string | null>`(select max(created_at) from papers where papers.template_id = templates.id)`,
    })
    .from(templates)
    .orderBy(asc(templates.folder), asc(templates.name))
  return rows.map((r) => ({ ...r, marked: !!r.marked })).sort((a, b) => Number(!!a.archivedAt) - Number(!!b.archivedAt))
}

/** The job a template is shown with: the latest of a kind that uses it, else the latest of all. */
async function sampleJob(templateId: string): Promise<string | null> {
  const [used] = await db()
    .select({ id: papers.jobId })
    .from(papers)
    .where(eq(papers.templateId, templateId))
    .orderBy(desc(papers.createdAt))
    .limit(1)
  if (used) return used.id
  const [any] = await db().select({ id: jobs.id }).from(jobs).orderBy(desc(jobs.createdAt)).limit(1)
  return any?.id ?? null
}

/** A template for the writing room, with a job to show it by and the clauses it uses. */
export async function templateView(id: string): Promise<TemplateView> {
  const row = await loadTemplate(id)
  const jobId = await sampleJob(id)
  const loaded = jobId ? await loadJob(jobId) : null
  const { context, figures } = await sampleContext(loaded, row.document.asks ?? [], row.kind)
  const versions = await listVersions(id)
  const used = versions.find((v) => v.edition === row.edition)
  const blocks = [...row.document.header, ...row.document.body, ...row.document.footer]
  const lookup = await clauseLookup(blocks)
  const kept = [...walkBlocks(blocks)].flatMap((b) => {
    const text = b.t === 'clause' && b.edition ? lookup(b.clause, b.edition) : undefined
    return b.t === 'clause' && text ? [{ ...text, id: b.clause }] : []
  })
  const all = await db().select().from(clauses).orderBy(asc(clauses.name))
  return {
    id,
    kind: row.kind,
    name: row.name,
    folder: row.folder,
    edition: row.edition,
    revision: row.revision,
    archived: !!row.archivedAt,
    marked: !!row.marked,
    updatedAt: row.updatedAt,
    document: row.document,
    used: used ? used.at : null,
    context,
    figures,
    sample: loaded ? { id: loaded.job.id, title: loaded.job.title } : null,
    clauses: all
      .filter((c) => !c.archivedAt || lookup(c.id))
      .map((c) => ({ id: c.id, name: c.name, edition: c.edition, body: c.body })),
    kept: kept.map(({ id: clause, name, edition, body }) => ({ id: clause, name, edition, body })),
  }
}

/** Makes a template, from nothing, from a document, or as a duplicate of another. The same key twice makes one. */
export async function addTemplate(input: z.output<typeof newTemplate>): Promise<string> {
  if (input.document) await checkImages(input.document)
  return write(async (tx) => {
    const id = input.key ? `t${input.key}` : newId()
    const [same] = input.key ? await tx.select({ id: templates.id }).from(templates).where(eq(templates.id, id)) : []
    if (same) return same.id
    const from = input.from ? await loadTemplate(input.from) : null
    const document = input.document ?? from?.document ?? blank(input.kind, input.name)
    await tx.insert(templates).values({
      id,
      kind: from?.kind ?? input.kind,
      name: input.name,
      folder: input.folder ?? from?.folder ?? '',
      edition: 1,
      document: withIds({ ...document, title: input.name }),
      marked: from?.marked ?? null,
      updatedAt: now(),
    })
    return id
  })
}

/** A page to begin with: a heading, and the people a paper of this kind is signed by. */
function blank(kind: string, name: string): PaperDocument {
  const parties =
    kind === 'waiver'
      ? [{ key: 'guest', label: 'Guest' }]
      : [{ key: 'client', label: 'Client' }, ...(kind === 'quote' ? [] : [{ key: 'business', label: 'Business' }])]
  return {
    title: name,
    language: 'en-GB',
    parties,
    header: [],
    footer: [],
    body: [{ t: 'heading', level: 1, content: [{ t: 'text', text: name }] }],
  }
}

/** Whether two documents say the same, however their keys are ordered. */
const sameText = (a: PaperDocument, b: PaperDocument) =>
  canonical(a as unknown as Json) === canonical(b as unknown as Json)

/**
 * Saves what was written. Whoever is behind another window is refused with what is there now; their text is set aside
 * as a version, so that neither loses work.
 */
export async function changeTemplate(
  id: string,
  input: z.output<typeof saveTemplate>,
  memberId: string,
): Promise<number> {
  if (input.document) await checkImages(input.document)
  const outcome = await write(async (tx): Promise<number | { aside: string }> => {
    const row = await loadTemplate(id)
    if (input.document && input.revision !== row.revision) {
      const document = withIds(input.document)
      if (sameText(document, row.document)) return row.revision
      const by = await nameOf(memberId)
      const mine = and(
        eq(templateEditions.id, input.aside ?? ''),
        eq(templateEditions.templateId, id),
        eq(templateEditions.by, by),
        isNull(templateEditions.edition),
      )
      const [kept] = await tx.update(templateEditions).set({ document, at: now() }).where(mine).returning()
      if (kept) return { aside: kept.id }
      const aside = newId()
      await tx.insert(templateEditions).values({ id: aside, templateId: id, edition: null, document, by, at: now() })
      return { aside }
    }
    const revision = row.revision + 1
    await tx
      .update(templates)
      .set({
        ...(input.document ? { document: withIds(input.document) } : {}),
        ...(input.name === undefined ? {} : { name: input.name }),
        ...(input.folder === undefined ? {} : { folder: input.folder }),
        ...(input.kind === undefined ? {} : { kind: input.kind }),
        ...(input.archived === undefined ? {} : { archivedAt: input.archived ? now() : null }),
        updatedAt: now(),
        ...(input.document ? { revision } : {}),
      })
      .where(eq(templates.id, id))
    return input.document ? revision : row.revision
  })
  if (typeof outcome === 'number') return outcome
  throw new Problem(
    'stale',
    'This template was written in another window too. Yours was set aside among its versions, so nothing is lost.',
    {},
    { aside: outcome.aside },
  )
}

/** Versions that were used, and those set aside, newest first. */
export async function listVersions(id: string): Promise<VersionRow[]> {
  return db()
    .select({
      id: templateEditions.id,
      edition: templateEditions.edition,
      by: templateEditions.by,
      at: templateEditions.at,
      used: sql<number>`(select count(*) from papers where papers.template_id = template_editions.template_id and papers.template_edition = template_editions.edition)`,
    })
    .from(templateEditions)
    .where(eq(templateEditions.templateId, id))
    .orderBy(desc(templateEditions.at), desc(templateEditions.edition))
}

export async function versionDocument(id: string, versionId: string): Promise<PaperDocument> {
  const [row] = await db().select().from(templateEditions).where(eq(templateEditions.id, versionId))
  if (!row || row.templateId !== id) throw notFound('version')
  return withIds(row.document)
}
