import { desc, eq } from 'drizzle-orm'
import type { Brought, ImportsView } from '../../shared/bring'
import { type Db, db } from '../platform/db/client'
import { type ImportChange, type ImportOf, imports } from '../platform/db/schema'

const filledOf = (before: readonly ImportChange[]) => before.filter((b) => Object.keys(b.filled).length > 0).length

/** What was brought in of a kind so far, newest first. */
export async function importsSoFar(of: ImportOf): Promise<ImportsView> {
  const rows = await db().select().from(imports).where(eq(imports.of, of)).orderBy(desc(imports.at)).limit(50)
  return {
    imports: rows.map(({ id, at, by, added, before, undoneAt }) => ({
      id,
      at,
      by,
      added: added.length,
      filled: filledOf(before),
      undoneAt,
    })),
  }
}

/** What came of bringing in with this key, where it was done before. */
export async function broughtBefore(tx: Db, key: string): Promise<Brought | null> {
  const [there] = await tx.select().from(imports).where(eq(imports.id, key))
  return there ? { id: key, added: there.added.length, filled: filledOf(there.before), left: there.left } : null
}
