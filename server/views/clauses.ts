import { asc, eq } from 'drizzle-orm'
import { clausesOf } from '../../core/document/clauses'
import { blocksOf } from '../../core/document/walk'
import type { ClauseRow, ClauseView } from '../../shared/library'
import { db } from '../platform/db/client'
import { templates, clauses, clauseEditions } from '../platform/db/schema'
import { notFound } from '../platform/problem'

/** Templates by the clauses they use, straight or through another clause. */
async function users(): Promise<(clauseId: string) => { id: string; name: string; follows: boolean }[]> {
  const [rows, all] = await Promise.all([
    db().select({ id: templates.id, name: templates.name, document: templates.document }).from(templates),
    db().select().from(clauses),
  ])
  const through = (id: string): Set<string> => {
    const found = new Set([id])
    for (let grew = true; grew;) {
      grew = false
      for (const c of all)
        if (!found.has(c.id) && clausesOf(c.body).some((x) => found.has(x))) {
          found.add(c.id)
          grew = true
        }
    }
    return found
  }
  return (clauseId) => {
    const ids = through(clauseId)
    return rows.flatMap((t) => {
      const blocks = blocksOf(t.document)
      const uses = clausesOf(blocks).filter((c) => ids.has(c))
      if (uses.length === 0) return []
      const pinned = JSON.stringify(blocks).match(new RegExp(`"clause":"${clauseId}","edition":\\d+`))
      return [{ id: t.id, name: t.name, follows: !pinned }]
    })
  }
}

export async function listClauses(): Promise<ClauseRow[]> {
  const usedBy = await users()
  const rows = await db().select().from(clauses).orderBy(asc(clauses.name))
  return rows.map((c) => ({
    id: c.id,
    name: c.name,
    edition: c.edition,
    updatedAt: c.updatedAt,
    archived: !!c.archivedAt,
    templates: usedBy(c.id).length,
  }))
}

export async function clauseView(id: string): Promise<ClauseView> {
  const [row] = await db().select().from(clauses).where(eq(clauses.id, id))
  if (!row) throw notFound('clause')
  const editions = await db()
    .select()
    .from(clauseEditions)
    .where(eq(clauseEditions.clauseId, id))
    .orderBy(asc(clauseEditions.edition))
  return {
    id,
    name: row.name,
    edition: row.edition,
    body: row.body,
    archived: !!row.archivedAt,
    templates: (await users())(id),
    editions: editions.map((e) => ({ edition: e.edition, by: e.by, at: e.at, body: e.body })),
  }
}
