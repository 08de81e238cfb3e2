import { asc, eq, inArray, max } from 'drizzle-orm'
import type { z } from 'zod'
import { type ItemMeans, type ItemRow, guessItems, itemOf, matchItems } from '../../core/items/table'
import { formatMoney } from '../../core/money/money'
import { type Judged, lookOf } from '../../core/tables/look'
import type { Table } from '../../core/tables/table'
import type { Brought, BroughtUndone, FileLook } from '../../shared/bring'
import type { bringItems, lookAtItems } from '../../shared/bring-items'
import { readRows } from '../files/rows'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { type ImportChange, catalogue, imports } from '../platform/db/schema'
import { notFound } from '../platform/problem'
import { breathe, inTurns } from '../platform/turns'
import { theBusiness } from '../records/business'
import { broughtBefore } from '../records/imports'

type Given = z.output<typeof lookAtItems>
interface Row extends Judged {
  item: ItemRow | null
  /** The one it is already. */
  is: string | null
}

/** Reads a table of items and says of each row what would become of it. */
async function readGiven(given: Given): Promise<{ file: Table; columns: ItemMeans[]; rows: Row[] }> {
  const file = await readRows('items', given)
  const { settings, currency } = await theBusiness()
  const where = { currency, locale: settings.locale, taxRate: settings.taxRate }
  const columns = given.means ?? guessItems(file.heads)
  const read = await inTurns(file.rows, (r) => itemOf(r, columns, where))
  const items = read.map((r) => ('item' in r ? r.item : null))
  const known = await db().select().from(catalogue).orderBy(asc(catalogue.position))
  const names = new Map(known.map((k) => [k.id, k.description]))
  const found = matchItems(items, known)
  const rows = read.map((r, i): Row => {
    const n = i + 2
    if ('wrong' in r) return { n, cells: [r.description, '', ''], item: null, verdict: 'wrong', is: null, why: r.wrong }
    const { item } = r
    const cells = [item.description, formatMoney(item.unitPrice, currency, settings.locale), item.code]
    const is = found[i] ?? null
    if (typeof is === 'number')
      return { n, cells, item, verdict: 'repeated', is: null, why: `is the same as in line ${is + 2}` }
    return is === null
      ? { n, cells, item, verdict: 'new', is, why: '' }
      : { n, cells, item, verdict: 'same', is, why: `is “${names.get(is)!.slice(0, 60)}”, which is there already` }
  })
  return { file, columns, rows }
}

/** What would become of a table of items; nothing is kept. */
export async function lookAtTable(given: Given): Promise<FileLook> {
  const { file, columns, rows } = await readGiven(given)
  return lookOf(file, columns, rows)
}

/** What a column puts into an item that is there already. */
const PUTS: Partial<Record<ItemMeans, keyof ItemRow>> = {
  code: 'code',
  description: 'description',
  unit: 'unit',
  price: 'unitPrice',
  tax: 'taxRate',
  group: 'group',
  stock: 'stock',
}
const AT_ONCE = 300

/**
 * Brings a table of items in, all or nothing; those that are there already take what its columns say, where that is wanted.
 * With the same key it is the same.
 */
export async function bringItemsIn({ key, same, ...given }: z.output<typeof bringItems>, by: string): Promise<Brought> {
  const { columns, rows } = await readGiven(given)
  return write(async (tx) => {
    const there = await broughtBefore(tx, key)
    if (there) return there
    const [last] = await tx.select({ at: max(catalogue.position) }).from(catalogue)
    const fresh = rows.filter((r) => r.verdict === 'new')
    const values = fresh.map(({ item }, i) => ({ ...item!, id: `${key}-${i}`, position: (last?.at ?? -1) + 1 + i }))
    for (let i = 0; i < values.length; i += AT_ONCE) {
      await tx.insert(catalogue).values(values.slice(i, i + AT_ONCE).map((v) => ({ ...v, clientQuantity: null })))
      await breathe()
    }
    const before: ImportChange[] = []
    if (same === 'fill') {
      const puts = columns.flatMap((c) => PUTS[c] ?? [])
      const old = new Map((await tx.select().from(catalogue)).map((i) => [i.id, i]))
      for (const { is, item } of rows.filter((r) => r.verdict === 'same')) {
        const was = old.get(is!)!
        const change = Object.fromEntries(puts.filter((p) => was[p] !== item![p]).map((p) => [p, item![p]]))
        if (!Object.keys(change).length) continue
        await tx.update(catalogue).set(change).where(eq(catalogue.id, is!))
        before.push({ id: is!, filled: Object.fromEntries(Object.keys(change).map((p) => [p, was[p as 'code']])) })
      }
    }
    const left = rows.length - fresh.length - before.length
    const added = values.map((v) => v.id)
    await tx.insert(imports).values({ id: key, of: 'items', at: now(), by, added, before, left, undoneAt: null })
    return { id: key, added: added.length, filled: before.length, left }
  })
}

/** Takes items that were brought in out again, and puts back what was put right with them. */
export async function undoItems(id: string): Promise<BroughtUndone> {
  return write(async (tx) => {
    const [there] = await tx.select().from(imports).where(eq(imports.id, id))
    if (there?.of !== 'items') throw notFound('import')
    if (there.undoneAt) return { removed: 0, kept: 0 }
    let removed = 0
    for (let i = 0; i < there.added.length; i += AT_ONCE) {
      const some = there.added.slice(i, i + AT_ONCE)
      removed += (await tx.delete(catalogue).where(inArray(catalogue.id, some)).returning({ id: catalogue.id })).length
    }
    for (const { id: item, filled } of there.before)
      await tx.update(catalogue).set(filled).where(eq(catalogue.id, item))
    await tx.update(imports).set({ undoneAt: now() }).where(eq(imports.id, id))
    return { removed, kept: 0 }
  })
}
