import { and, desc, eq, isNotNull } from 'drizzle-orm'
import { type ClauseLookup, type ClauseProblem, clausesOf, resolveClauses } from '../../core/document/clauses'
import type { Block, PaperDocument } from '../../core/document/model'
import { blocksOf, withIds } from '../../core/document/walk'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { clauseEditions, clauses, templateEditions, templates } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { Problem } from '../platform/problem'
import { nameOf } from '../records/members'

type Template = typeof templates.$inferSelect

/** A lookup of every clause that these blocks may come to use, read before it is asked. */
export async function clauseLookup(blocks: readonly Block[]): Promise<ClauseLookup> {
  const needed = clausesOf(blocks)
  if (needed.length === 0) return () => undefined
  const [rows, editions] = await Promise.all([db().select().from(clauses), db().select().from(clauseEditions)])
  return (id, edition) => {
    const row = rows.find((r) => r.id === id)
    if (!row) return undefined
    if (edition === undefined || edition === row.edition) return row
    const old = editions.find((e) => e.clauseId === id && e.edition === edition)
    return old ? { ...old, name: row.name } : undefined
  }
}

/** A template's document with its clauses put in. */
export async function wholeDocument(
  document: PaperDocument,
): Promise<{ document: PaperDocument; problems: ClauseProblem[] }> {
  const lookup = await clauseLookup(blocksOf(document))
  const { document: whole, problems } = resolveClauses(withIds(document), lookup)
  return { document: withIds(whole), problems }
}

/**
 * What a paper is made of: the template as it is now, its clauses put in. If it was changed since it was last used, what
 * it says now becomes its next edition and stays. Call it in the transaction that makes the paper.
 */
export async function useTemplate(
  template: Template,
  memberId: string | null,
): Promise<{ document: PaperDocument; edition: number }> {
  return write(async (tx) => {
    const { document, problems } = await wholeDocument(template.document)
    const [problem] = problems
    if (problem)
      throw new Problem(
        'not-now',
        `“${template.name}” uses a clause that ${problem.why === 'circular' ? 'leads back to itself' : 'is not in the library any more'}. Open the template and take it out first.`,
      )
    const [last] = await tx
      .select()
      .from(templateEditions)
      .where(and(eq(templateEditions.templateId, template.id), isNotNull(templateEditions.edition)))
      .orderBy(desc(templateEditions.edition))
      .limit(1)
    const same =
      last && JSON.stringify([last.document, last.marked]) === JSON.stringify([template.document, template.marked])
    if (same) return { document, edition: last.edition! }
    const edition = last ? last.edition! + 1 : template.edition
    await tx.insert(templateEditions).values({
      id: newId(),
      templateId: template.id,
      edition,
      document: template.document,
      marked: template.marked,
      by: await nameOf(memberId),
      at: now(),
    })
    await tx.update(templates).set({ edition }).where(eq(templates.id, template.id))
    return { document, edition }
  })
}
