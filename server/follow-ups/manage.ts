import { eq, isNull, sql } from 'drizzle-orm'
import type { z } from 'zod'
import { circleIn } from '../../core/follow-ups/circles'
import { whenWords } from '../../core/follow-ups/words'
import {
  FOLLOW_UPS_MAX,
  type FollowUpRead,
  type editFollowUp,
  type newFollowUp,
  strangeIn,
} from '../../shared/follow-ups'
import { capital } from '../../core/text/case'
import { now } from '../platform/clock'
import { type Db, write } from '../platform/db/client'
import { followUps } from '../platform/db/schema'
import { idBy, makeOnce } from '../platform/once'
import { Problem } from '../platform/problem'
import { tellScreens } from '../standing/touch'
import { type FollowUpRow, followUpsHere, loadFollowUp } from './kept'
import { stopWaiting } from './meet'
import { namesHere } from './names'

/** Why a follow-up can't be kept as it is, in words; empty where it can. */
export async function problemsOf(id: string, given: FollowUpRead): Promise<string[]> {
  const names = await namesHere()
  const facts = names.facts.map((f) => f.key)
  const strange = [...new Set(given.steps.flatMap((s) => strangeIn(s.act, facts)))]
  const others = (await followUpsHere()).filter((f) => f.id !== id)
  const circle = given.on ? circleIn([...others, { ...given, id, since: '' }]) : null
  const title = (of: string) => (of === id ? 'this one' : `“${others.find((f) => f.id === of)?.title ?? ''}”`)
  return [
    ...strange.map((s) => `Nothing stands for {${s}}.`),
    ...(circle ? [`It would go round in a circle: ${circle.map(title).join(' leads to ')}.`] : []),
  ]
}

async function insistOn(id: string, given: FollowUpRead): Promise<void> {
  const [first] = await problemsOf(id, given)
  if (first) throw new Problem('invalid', first, { steps: first })
}

const titled = async (given: FollowUpRead): Promise<string> =>
  given.title || capital(`when ${whenWords(given.when, await namesHere())}`)

/** Adds a follow-up. It follows what occurs from now on. With the same key it is the same. */
export async function addFollowUp({ key, ...given }: z.output<typeof newFollowUp>, by: string): Promise<string> {
  const id = idBy('w', key)
  return makeOnce(followUps, id, async (tx) => {
    const [count] = await tx
      .select({ n: sql<number>`count(*)` })
      .from(followUps)
      .where(isNull(followUps.goneAt))
    if (count!.n >= FOLLOW_UPS_MAX)
      throw new Problem('not-now', `There are ${FOLLOW_UPS_MAX} follow-ups. Take one away first.`)
    await insistOn(id, given)
    await tx.insert(followUps).values({ id, ...given, title: await titled(given), since: now(), createdAt: now(), by })
    tellScreens(null)
    return id
  })
}

/** A follow-up that is kept, as it was written. */
const asGiven = ({ title, on, kinds, when, if: ifs, unless, steps }: FollowUpRow): FollowUpRead =>
  ({ title, on, kinds, when, if: ifs, unless, steps }) as FollowUpRead

const isMoved = (a: unknown, b: unknown) => JSON.stringify(a) !== JSON.stringify(b)

/** Changes a follow-up. What waited by the words before is stopped where other things are done now. Returns the new version. */
export async function changeFollowUp(
  id: string,
  { version, ...given }: z.output<typeof editFollowUp>,
): Promise<number> {
  return write(async (tx) => {
    const before = await loadFollowUp(id)
    if (before.version !== version)
      throw new Problem('stale', 'Somebody changed this follow-up meanwhile. It now shows what is there.')
    await insistOn(id, given)
    const other = isMoved([before.when, before.if, before.kinds], [given.when, given.if, given.kinds])
    if (isMoved(before.steps, given.steps)) await stopWaiting(id, 'It does something else now.')
    await tx
      .update(followUps)
      .set({
        ...given,
        title: await titled(given),
        version: version + 1,
        // What occurred under other words isn't followed by these.
        ...(other || (given.on && !before.on) ? { since: now() } : {}),
      })
      .where(eq(followUps.id, id))
    tellScreens(null)
    return version + 1
  })
}

/** Switches a follow-up on or off. Off, what still waits is stopped; on, it follows what occurs from now on. */
export async function switchOn(id: string, on: boolean): Promise<void> {
  await write(async (tx) => {
    const before = await loadFollowUp(id)
    if (before.on === on) return
    if (on) await insistOn(id, asGiven({ ...before, on }))
    else await stopWaiting(id, 'It was switched off.')
    await set(tx, id, { on, ...(on ? { since: now() } : {}) })
  })
}

/** Takes a follow-up away; what it did stays on record. */
export async function removeFollowUp(id: string): Promise<void> {
  await write(async (tx) => {
    await loadFollowUp(id)
    await stopWaiting(id, 'It was taken away.')
    await set(tx, id, { on: false, goneAt: now() })
  })
}

async function set(tx: Db, id: string, values: Partial<typeof followUps.$inferInsert>): Promise<void> {
  await tx
    .update(followUps)
    .set({ ...values, version: sql`${followUps.version} + 1` })
    .where(eq(followUps.id, id))
  tellScreens(null)
}
