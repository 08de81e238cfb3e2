import { asc } from 'drizzle-orm'
import { db } from '../platform/db/client'
import { catalogue, kinds } from '../platform/db/schema'
import { withPeople } from '../records/facts'
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
  const kindsWithPeople = await Promise.all(
    kindRows.map(async (k) => ({ ...k, settings: { ...k.settings, facts: await withPeople(k.settings.facts) } })),
  )
  return { kinds: kindsWithPeople, catalogue: items, templates, clauses }
}
