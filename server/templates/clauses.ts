import { asc, eq } from 'drizzle-orm'
import type { z } from 'zod'
import { clausesOf, wouldCircle } from '../../core/document/clauses'
import { paperDocument, withIds } from '../../core/document/model'
import type { ClauseRow, ClauseView, saveClause } from '../../shared/library'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { clauseEditions, clauses, templates } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { checkImages } from '../files/pictures'
import { Problem, notFound } from '../platform/problem'
import { clauseLookup, nameOf } from './use'

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
      const blocks = [...t.document.header, ...t.document.body, ...t.document.footer]
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

/**
 * Saves a clause as its next edition; the templates that follow it say it from now on. Whoever wrote on an older edition
 * is refused, and a clause may not come to contain itself. Without an id it is new.
 */
export async function putClause(
  id: string | null,
  input: z.output<typeof saveClause>,
  memberId: string,
): Promise<{ id: string; edition: number }> {
  const body = withIds({ title: '', language: 'en', parties: [], header: [], footer: [], body: input.body }).body
  await checkImages(paperDocument.parse({ title: '', parties: [], body }))
  return write(async (tx) => {
    const clauseId = id ?? (input.key ? `c${input.key}` : newId())
    const [row] = await tx.select().from(clauses).where(eq(clauses.id, clauseId))
    if (id && !row) throw notFound('clause')
    if (!id && row) return { id: clauseId, edition: row.edition }
    if (row && input.edition !== row.edition)
      throw new Problem(
        'stale',
        'This clause was changed in another window. Look at what it says now; yours is still here to copy.',
        {},
        { edition: row.edition },
      )
    if (wouldCircle(clauseId, body, await clauseLookup(body)))
      throw new Problem('invalid', 'A clause can’t contain itself, straight or through another clause.', {
        body: 'Take the clause out again.',
      })
    const edition = row ? row.edition + 1 : 1
    const values = { name: input.name, edition, body, updatedAt: now(), archivedAt: input.archived ? now() : null }
    if (row) await tx.update(clauses).set(values).where(eq(clauses.id, clauseId))
    else await tx.insert(clauses).values({ id: clauseId, ...values })
    await tx.insert(clauseEditions).values({ clauseId, edition, body, by: await nameOf(memberId), at: now() })
    return { id: clauseId, edition }
  })
}
