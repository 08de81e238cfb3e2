import { and, eq, ne } from 'drizzle-orm'
import { now } from '../platform/clock'
import { write } from '../platform/db/client'
import { filed } from '../platform/db/schema'

/** A path with a number before its ending: `a/b (2).pdf`. */
const numbered = (path: string, n: number): string => {
  const dot = path.lastIndexOf('.')
  const end = dot > path.lastIndexOf('/') ? dot : path.length
  return `${path.slice(0, end)} (${n})${path.slice(end)}`
}

/** Lays a file into the tree. The same file at the same place is there once; another of that name stands beside it. Returns its id. */
export async function layIn(f: Omit<typeof filed.$inferInsert, 'at'>): Promise<string> {
  return write(async (tx) => {
    const [done] = await tx.select().from(filed).where(eq(filed.id, f.id))
    if (done) return done.id
    for (let n = 1; ; n += 1) {
      const path = n === 1 ? f.path : numbered(f.path, n)
      const [there] = await tx
        .select()
        .from(filed)
        .where(and(eq(filed.path, path), ne(filed.id, f.id)))
      if (there?.sha === f.sha) return there.id
      if (there) continue
      await tx.insert(filed).values({ ...f, path, at: now() })
      return f.id
    }
  })
}
