import { eq } from 'drizzle-orm'
import type { z } from 'zod'
import { wouldCircle } from '../../core/document/clauses'
import { paperDocument } from '../../core/document/model'
import { withIds } from '../../core/document/walk'
import type { saveClause } from '../../shared/library'
import { now } from '../platform/clock'
import { write } from '../platform/db/client'
import { clauseEditions, clauses } from '../platform/db/schema'
import { idBy } from '../platform/once'
import { checkImages } from '../files/pictures'
import { Problem, notFound } from '../platform/problem'
import { clauseLookup } from './use'
import { nameOf } from '../records/members'

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
    const clauseId = id ?? idBy('c', input.key)
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
