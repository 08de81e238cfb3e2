import { eq } from 'drizzle-orm'
import type { SQLiteColumn, SQLiteTable } from 'drizzle-orm/sqlite-core'
import { type Db, db, write } from './db/client'
import { newId } from './ids'

type WithId = SQLiteTable & { id: SQLiteColumn }

/** The id of what a request makes. With the key that came with it, the same request again has the same id. */
export const idBy = (
  kind: 'c' | 'g' | 'i' | 'j' | 'k' | 'l' | 'p' | 'r' | 't' | 'u' | 'w',
  key: string | undefined,
): string => (key ? `${kind}${key}` : newId())

/** Whether what a request asks for was made already. */
export async function isMade(table: WithId, id: string): Promise<boolean> {
  const [row] = await db().select({ id: table.id }).from(table).where(eq(table.id, id))
  return !!row
}

/** Makes something unless it was made already. Returns its id, or that of another which `make` found to do instead. */
export const makeOnce = (table: WithId, id: string, make: (tx: Db) => Promise<string>): Promise<string> =>
  write(async (tx) => ((await isMade(table, id)) ? id : make(tx)))
