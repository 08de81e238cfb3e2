import { and, eq, max, ne, sql } from 'drizzle-orm'
import type { z } from 'zod'
import { minor } from '../../core/money/money'
import type { pricedItem } from '../../shared/starter'
import { takePng } from '../files/png'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { catalogue, itemPictures } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { Problem } from '../platform/problem'

type Given = z.output<typeof pricedItem>
/** An item as its row keeps it. */
export const itemRow = (given: Given) => ({
  ...given,
  unitPrice: minor(given.unitPrice),
  breaks: given.breaks.map(({ from, unitPrice }) => ({ from, unitPrice: minor(unitPrice) })),
  prices: given.prices.map(({ from, unitPrice }) => ({ from, unitPrice: minor(unitPrice) })),
})
/** Refuses a code that another item has. */
async function insistOnOwnCode({ code }: Given, id: string): Promise<void> {
  if (!code) return
  const [other] = await db()
    .select({ description: catalogue.description })
    .from(catalogue)
    .where(and(sql`lower(${catalogue.code}) = ${code.toLowerCase()}`, ne(catalogue.id, id)))
  if (!other) return
  const words = `“${other.description.slice(0, 60)}” has this code already.`
  throw new Problem('invalid', words, { code: words })
}

/** Keeps a picture of something that is sold; clients may see it from now on. */
export async function takeItemPicture(bytes: Uint8Array): Promise<string> {
  const { sha } = await takePng(bytes)
  await write((tx) => tx.insert(itemPictures).values({ sha, at: now() }).onConflictDoNothing())
  return sha
}
/** Whether a file is a picture of something that is or was sold. */
export async function isItemPicture(sha: string): Promise<boolean> {
  const found = await db().select({ sha: itemPictures.sha }).from(itemPictures).where(eq(itemPictures.sha, sha))
  return found.length > 0
}
async function insistOnPicture({ picture }: Given): Promise<void> {
  if (!picture || (await isItemPicture(picture))) return
  throw new Problem('invalid', 'This picture isn’t here. Choose it again.', { picture: 'Choose the picture again.' })
}

/** Adds something that is sold; its id. Lines of jobs keep what they say when it changes later. */
export async function addItem(given: Given): Promise<string> {
  return write(async (tx) => {
    await insistOnOwnCode(given, '')
    await insistOnPicture(given)
    const [last] = await tx.select({ at: max(catalogue.position) }).from(catalogue)
    const id = newId()
    await tx.insert(catalogue).values({ id, ...itemRow(given), position: (last?.at ?? -1) + 1 })
    return id
  })
}

/** An item as it is kept; undefined where there is none. */
export async function itemOf(id: string) {
  const [row] = await db().select().from(catalogue).where(eq(catalogue.id, id))
  return row
}

export async function changeItem(id: string, given: Given): Promise<void> {
  await write(async (tx) => {
    await insistOnOwnCode(given, id)
    await insistOnPicture(given)
    const changed = await tx
      .update(catalogue)
      .set(itemRow(given))
      .where(eq(catalogue.id, id))
      .returning({ id: catalogue.id })
    if (!changed.length) throw new Problem('not-found', 'There is no such item.')
  })
}

/** Takes an item away; done twice it does nothing. Lines that were made from it stay. */
export async function removeItem(id: string): Promise<void> {
  await write((tx) => tx.delete(catalogue).where(eq(catalogue.id, id)))
}
