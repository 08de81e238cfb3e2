import { eq, max } from 'drizzle-orm'
import type { z } from 'zod'
import { minor } from '../../core/money/money'
import type { pricedItem } from '../../shared/starter'
import { write } from '../platform/db/client'
import { catalogue } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { Problem } from '../platform/problem'

type Given = z.output<typeof pricedItem>
const row = (given: Given) => ({ ...given, unitPrice: minor(given.unitPrice) })

/** Adds something that is sold; its id. Lines of jobs keep what they say when it changes later. */
export async function addItem(given: Given): Promise<string> {
  return write(async (tx) => {
    const [last] = await tx.select({ at: max(catalogue.position) }).from(catalogue)
    const id = newId()
    await tx.insert(catalogue).values({ id, ...row(given), position: (last?.at ?? -1) + 1 })
    return id
  })
}

export async function changeItem(id: string, given: Given): Promise<void> {
  await write(async (tx) => {
    const changed = await tx
      .update(catalogue)
      .set(row(given))
      .where(eq(catalogue.id, id))
      .returning({ id: catalogue.id })
    if (!changed.length) throw new Problem('not-found', 'There is no such item.')
  })
}

/** Takes an item away; done twice it does nothing. Lines that were made from it stay. */
export async function removeItem(id: string): Promise<void> {
  await write((tx) => tx.delete(catalogue).where(eq(catalogue.id, id)))
}
