import { shadesOf } from '../../core/look/colours'
import { db } from '../platform/db/client'
import { BUSINESS_SETTINGS, business } from '../platform/db/schema'
import { Problem } from '../platform/problem'

export type Business = typeof business.$inferSelect

/** The business's own facts; null while nobody has begun it. */
export async function businessOrNone(): Promise<Business | null> {
  const [row] = await db().select().from(business).limit(1)
  // What an earlier release didn't ask for is as it is usual.
  return row ? { ...row, settings: { ...BUSINESS_SETTINGS, ...row.settings } } : null
}

/** The business's own facts. */
export async function theBusiness(): Promise<Business> {
  const there = await businessOrNone()
  if (!there) throw new Problem('unavailable', 'This Upwold has not been set up yet.')
  return there
}

/** Its logo and colour with their shades, as pages for clients and guests are drawn. */
export const drawnLookOf = ({ settings: { look } }: Business) => ({ logo: look.logo, ...shadesOf(look.main) })
