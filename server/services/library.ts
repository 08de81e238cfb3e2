import { asc } from 'drizzle-orm'
import { db } from '../db/client'
import { catalogue, kinds, templates } from '../db/schema'

/** Job kinds, priced items and templates. */
export async function library() {
  const [kindRows, items, papers] = await Promise.all([
    db().select().from(kinds).orderBy(asc(kinds.position)),
    db().select().from(catalogue).orderBy(asc(catalogue.position)),
    db()
      .select({
        id: templates.id,
        kind: templates.kind,
        name: templates.name,
        edition: templates.edition,
        updatedAt: templates.updatedAt,
      })
      .from(templates)
      .orderBy(asc(templates.kind)),
  ])
  return { kinds: kindRows, catalogue: items, templates: papers }
}
