import { and, eq, ne } from 'drizzle-orm'
import { applyCheck, foldChecks, refuseCheck } from '../../../core/rounds/checks'
import { isLeft } from '../../../core/rounds/rounds'
import { roundState } from '../../chain/state'
import type { Actor } from '../../chain/record'
import { present, removeMember } from '../../members/manage'
import { hasCome } from '../../members/keys'
import { type Member, insistOnStanding } from '../../members/members'
import { now } from '../../platform/clock'
import { db, write } from '../../platform/db/client'
import { kinds, type Binding, papers, roundPeople, roundPlans, rounds } from '../../platform/db/schema'
import { Problem } from '../../platform/problem'
import { takePlace } from './people'

/** The places of a member in rounds that are out in which they still have something to do. */
async function openPlaces(memberId: string) {
  const rows = await db()
    .select({ person: roundPeople, round: rounds })
    .from(roundPeople)
    .innerJoin(rounds, eq(rounds.id, roundPeople.roundId))
    .innerJoin(papers, eq(papers.id, rounds.paperId))
    .where(and(eq(roundPeople.memberId, memberId), eq(papers.state, 'out')))
  const open = []
  for (const row of rows) {
    const me = (await roundState(row.round.id)).people.find((p) => p.id === row.person.id)
    if (me && isLeft(me)) open.push(row)
  }
  return open
}

/**
 * Takes a member out and hands what waits for them to somebody else of the business, all or nothing: their places in rounds
 * that are out, what they are to check, drafts that name them. Without anybody to hand it to it is refused where something waits.
 */
export async function takeOut(id: string, toId: string | null, by: { member: Member; actor: Actor }): Promise<void> {
  await write(async () => {
    const leaves = await present(id)
    insistOnStanding(by.member, leaves, null)
    const open = await openPlaces(id)
    const plans = await plansNaming(id)
    const waits = open.length + plans.filter((p) => p.checkWith === id).length
    if (!toId) {
      if (waits)
        throw new Problem(
          'not-now',
          `${waits === 1 ? 'One paper waits' : `${waits} papers wait`} for ${leaves.name}. Say who takes over.`,
          { to: 'Say who takes over.' },
        )
      return removeMember(id)
    }
    const to = await present(toId)
    if (to.id === id) throw new Problem('invalid', 'Somebody else has to take over.', { to: 'Choose somebody else.' })
    if (!hasCome(to))
      throw new Problem('not-now', `${to.name} hasn’t come in yet. Choose somebody who can sign.`, {
        to: 'Choose somebody who has come in.',
      })
    for (const { person, round } of open)
      await takePlace(
        round,
        person,
        { name: to.name, email: to.email, phone: '', contactId: null, memberId: to.id },
        'replaced',
        by.actor,
      )
    for (const plan of plans) await handOnPlan(plan, leaves, to, by.actor)
    await handOnDrafts(id, to.id)
    await handOnKinds(id, to.id)
    await removeMember(id, toId)
  })
}

type Plan = typeof roundPlans.$inferSelect
const plansNaming = async (id: string): Promise<Plan[]> => {
  const all = await db()
    .select({ plan: roundPlans })
    .from(roundPlans)
    .innerJoin(papers, eq(papers.id, roundPlans.paperId))
    .where(ne(papers.state, 'signed'))
  return all
    .map((r) => r.plan)
    .filter((p) => p.checkWith === id || p.plan.people.some((x) => x.memberId === id) || namedIn(p, id))
}
/** Somebody prepared it, or is yet to check it. */
const namedIn = (plan: Plan, id: string): boolean => {
  const { status, left, preparedBy } = foldChecks(plan.checks)
  return status === 'waiting' && (left.includes(id) || preparedBy === id)
}

async function handOnPlan(row: Plan, leaves: Member, to: Member, actor: Actor): Promise<void> {
  const event = { type: 'handed-on' as const, by: actor.id!, from: leaves.id, to: to.id }
  const before = foldChecks(row.checks)
  const people = row.plan.people.map((p) =>
    p.memberId === leaves.id ? { ...p, memberId: to.id, name: to.name, email: to.email } : p,
  )
  const concerned = namedIn(row, leaves.id)
  const refused = concerned ? refuseCheck(before, event) : null
  if (refused)
    throw new Problem('not-now', `${to.name} can’t take over a check. ${refused} Choose somebody else.`, {
      to: refused,
    })
  const after = concerned ? applyCheck(before, event) : before
  await write((tx) =>
    tx
      .update(roundPlans)
      .set({
        plan: { ...row.plan, people },
        checks: concerned ? [...row.checks, { ...event, at: now(), name: actor.name }] : row.checks,
        checkWith: after.status === 'waiting' ? after.left[0]! : null,
        version: row.version + 1,
        updatedAt: now(),
      })
      .where(eq(roundPlans.paperId, row.paperId)),
  )
}

/** Kinds of job whose papers they check are checked by another. */
async function handOnKinds(from: string, to: string): Promise<void> {
  await write(async (tx) => {
    for (const { id, settings } of await tx.select().from(kinds))
      if (settings.checkWith === from)
        await tx
          .update(kinds)
          .set({ settings: { ...settings, checkWith: to } })
          .where(eq(kinds.id, id))
  })
}

/** Drafts that stand in a member's name stand in another's. */
async function handOnDrafts(from: string, to: string): Promise<void> {
  await write(async (tx) => {
    const drafts = await tx
      .select({ id: papers.id, bindings: papers.bindings })
      .from(papers)
      .where(eq(papers.state, 'draft'))
    for (const { id, bindings } of drafts) {
      if (!Object.values(bindings).some((b) => 'memberId' in b && b.memberId === from)) continue
      const swapped = Object.fromEntries(
        Object.entries(bindings).map(([party, b]): [string, Binding] => [
          party,
          'memberId' in b && b.memberId === from ? { ...b, memberId: to } : b,
        ]),
      )
      await tx.update(papers).set({ bindings: swapped }).where(eq(papers.id, id))
    }
  })
}
