import { asc } from 'drizzle-orm'
import { db } from '../platform/db/client'
import { catalogue, kinds } from '../platform/db/schema'
import { withPeople } from '../records/facts'
import { listClauses } from './clauses'
import { listTemplates } from './templates'

/** Templates, clauses, job kinds and priced items. */
export async function library() {
  const [kinds, items, templates, clauses] = await Promise.all([
    kindRows(),
    db().select().from(catalogue).orderBy(asc(catalogue.position)),
    listTemplates(),
    listClauses(),
  ])
  return { kinds, catalogue: items, templates, clauses }
}

/** Kinds of job, with who works here where a fact is one of them. */
export async function kindRows() {
  const rows = await db().select().from(kinds).orderBy(asc(kinds.position))
  return Promise.all(
    rows.map(async (k) => ({ ...k, settings: { ...k.settings, facts: await withPeople(k.settings.facts) } })),
  )
}
