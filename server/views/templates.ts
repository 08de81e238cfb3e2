import { sql, asc, eq, desc } from 'drizzle-orm'
import type { TemplateRow, TemplateView, VersionRow } from '../../shared/library'
import { db } from '../platform/db/client'
import { papers, jobs, templates, clauses, templateEditions } from '../platform/db/schema'
import type { PaperDocument } from '../../core/document/model'
import { blocksOf, withIds, walkBlocks } from '../../core/document/walk'
import { loadJob } from '../records/job'
import { loadTemplate } from '../templates/templates'
import { clauseLookup } from '../templates/use'
import { sampleContext } from './sample'
import { notFound } from '../platform/problem'

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
      language: sql<string>`substr(json_extract(${templates.document}, '$.language'), 1, 2)`,
      languageOf: templates.languageOf,
      target: templates.target,
      behind: sql<number>`templates.in_step_with < (select first.revision from templates first where first.id = templates.language_of)`,
      used: sql<number>`(select count(*) from papers where papers.template_id = templates.id)`,
      lastUsed: sql<string | null>`(select max(created_at) from papers where papers.template_id = templates.id)`,
    })
    .from(templates)
    .orderBy(asc(templates.folder), asc(templates.name))
  return rows
    .map((r) => ({ ...r, marked: !!r.marked, behind: !!r.behind }))
    .sort((a, b) => Number(!!a.archivedAt) - Number(!!b.archivedAt))
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
  const { context, figures } = await sampleContext(loaded, row.document.asks ?? [], row.kind, row.document.language)
  const versions = await listVersions(id)
  const used = versions.find((v) => v.edition === row.edition)
  const blocks = blocksOf(row.document)
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
    holds: row.holds,
    target: row.target,
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
