import { eq } from 'drizzle-orm'
import { minor } from '../../core/money/money'
import { db, write } from '../platform/db/client'
import { proofs } from '../platform/db/schema'
import { hmac } from '../platform/crypt'
import type { LinkHolder } from './links'
import { now } from '../platform/clock'
import { roundState } from './state'

/** Minutes for which a document shown at each opening is good; work on the page prolongs it. */
const OPENING_MINUTES = 30
export type Row = typeof proofs.$inferSelect
export const EMPTY = (personId: string): Row => ({
  personId,
  tries: 0,
  codeHash: null,
  codeUntil: null,
  codeSentAt: null,
  triedAt: null,
  pass: null,
  passedAt: null,
  challenge: null,
  spent: minor(0),
})

export async function rowOf(personId: string): Promise<Row> {
  return (await db().select().from(proofs).where(eq(proofs.personId, personId)))[0] ?? EMPTY(personId)
}

export const keep = (row: Row) =>
  write((tx) => tx.insert(proofs).values(row).onConflictDoUpdate({ target: proofs.personId, set: row }))
/** What a browser carries once its person has proved who they are. */
export const passOf = (row: Row): string => hmac(`${row.personId}:${row.pass}`, 'proof passes')

/** Whether somebody is handed a device and says who they are, where nothing more was set for signing in person. */
export const affirms = ({ person, channel }: Pick<LinkHolder, 'person' | 'channel'>): boolean =>
  channel === 'device' && !(person.how.reach === 'device' && person.how.proof.kind !== 'none')

/** Whether somebody has to prove who they are; signed in they are known already, and in person they say so. */
function isAsked(holder: LinkHolder): boolean {
  const { person, channel } = holder
  return person.how.proof.kind !== 'none' && !person.memberId && channel !== 'drawing' && !affirms(holder)
}

/** Whether the holder of a link has proved who they are, by the pass their browser brings. */
export async function isProved(holder: LinkHolder, pass: string | undefined): Promise<boolean> {
  if (affirms(holder)) return holder.affirmed
  if (!isAsked(holder)) return true
  const row = await rowOf(holder.person.id)
  const { proof } = holder.person.how
  if (proof.kind === 'document' && proof.when === 'until-signed') {
    const me = (await roundState(holder.person.roundId)).people.find((p) => p.id === holder.person.id)
    if (me?.status === 'done' && row.passedAt) return true
  }
  if (!row.pass || !row.passedAt || pass !== passOf(row)) return false
  if (proof.kind !== 'document' || proof.when === 'once') return true
  const age = Date.parse(now()) - Date.parse(row.passedAt)
  if (age > OPENING_MINUTES * 60000) return false
  if (age > 60000) await keep({ ...row, passedAt: now() })
  return true
}

/** Forgets every pass of somebody: another address, another person, a fresh start. */
export async function forgetPasses(personId: string): Promise<void> {
  await write((tx) =>
    tx
      .update(proofs)
      .set({ pass: null, passedAt: null, tries: 0, codeHash: null, codeUntil: null })
      .where(eq(proofs.personId, personId)),
  )
}
