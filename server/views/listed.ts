import { type SQL, type SQLWrapper, sql } from 'drizzle-orm'
import { z } from 'zod'

/** Whether a column has a text in it; signs of the pattern are nothing but themselves. Both as search compares them. */
export const contains = (column: SQLWrapper, text: string): SQL =>
  sql`${column} like ${`%${text.replace(/[\\%_]/g, '\\$&')}%`} escape '\\'`

/** Where a page of a list ended: the value it was in order by, and the row's key. */
const ended = z.tuple([z.union([z.string().max(600), z.number()]), z.union([z.string().max(400), z.number()])])
export const pageKey = (value: string | number, id: string | number): string => JSON.stringify([value, id])

/**
 * Rows in order of `by`, those alike by their key, from where the last page ended; what can't be read there is the beginning
 * (`first`).
 */
export function pagedBy(by: SQL, id: SQLWrapper, down: boolean, after: string | undefined) {
  const way = sql.raw(down ? 'desc' : 'asc')
  const cursor = readEnd(after)
  return {
    first: cursor === null,
    from: cursor ? sql`(${by}, ${id}) ${sql.raw(down ? '<' : '>')} (${cursor[0]}, ${cursor[1]})` : undefined,
    order: [sql`${by} ${way}`, sql`${id} ${way}`],
  }
}
/** The end of the last page, as it was said; null where it can't be read. */
export function readEnd(after: string | undefined): z.output<typeof ended> | null {
  try {
    return ended.parse(JSON.parse(after ?? ''))
  } catch {
    return null
  }
}
