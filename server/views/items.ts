import { asc } from 'drizzle-orm'
import { majorString } from '../../core/money/money'
import { typedDecimal } from '../../core/money/typed'
import { db } from '../platform/db/client'
import { catalogue } from '../platform/db/schema'
import type { TableKind } from '../../shared/lists'
import { tableFile } from '../files/table'
import { theBusiness } from '../records/business'

const HEADS = ['code', 'description', 'unit', 'price', 'tax', 'group', 'stock']
/** Everything that is sold as a table, its numbers as they are written where the business is. */
export async function itemsFile(as: TableKind): Promise<{ bytes: Uint8Array; name: string; type: string }> {
  const { currency, settings } = await theBusiness()
  const rows = await db().select().from(catalogue).orderBy(asc(catalogue.position))
  const table = [
    HEADS,
    ...rows.map((i) => [
      i.code,
      i.description,
      i.unit,
      typedDecimal(majorString(i.unitPrice, currency), settings.locale),
      typedDecimal(i.taxRate, settings.locale),
      i.group,
      i.stock === null ? '' : String(i.stock),
    ]),
  ]
  return tableFile('items', table, as)
}
