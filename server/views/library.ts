import { asc } from 'drizzle-orm'
import { db } from '../platform/db/client'
import { catalogue, kinds } from '../platform/db/schema'
import { listClauses } from './clauses'
import { listTemplates } from './templates'

/** Templates, clauses, job kinds and priced items. */
export async function library() {
  const [kindRows, items, templates, clauses] = await Promise.all([
    db().select().from(kinds).orderBy(asc(kinds.position)),
    db().select().from(catalogue).orderBy(asc(catalogue.position)),
    listTemplates(),
    listClauses(),
  ])
  return { kinds: kindRows, catalogue: items, templates, clauses }
}
