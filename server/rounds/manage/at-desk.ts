import { createHash } from 'node:crypto'
import { and, desc, eq, notInArray, sql } from 'drizzle-orm'
import type { z } from 'zod'
import { ageOn } from '../../../core/people/age'
import { OF_AGE } from '../../../core/visits/owes'
import { takesChildren } from '../../../core/visits/signed-for'
import { acts } from '../../../core/rounds/rounds'
import type { deskSign } from '../../../shared/desk'
import type { Actor } from '../../chain/record'
import { holdsFrom } from '../../desk/holds'
import { roundOfPaper } from '../../chain/round'
import { roundState } from '../../chain/state'
import { discardDraft, makeJobPaper, templateFor } from '../../papers/make'
import { sendForVisitor } from '../prepare/for-visitor'
import { db, write } from '../../platform/db/client'
import { papers } from '../../platform/db/schema'
import { later } from '../../platform/clock'
import { Problem } from '../../platform/problem'
import { loadJob } from '../../records/job'
import { type Paper, loadPaper } from '../../records/paper'
import { linkToHand } from './handover'
import { insistOnOwnPad, showOnPad } from './pads'
import { loadPlan } from '../prepare/plan'
import { savePlan } from '../prepare/save-plan'
import { sendRound } from '../prepare/send'

/** The visitor's waiver of a job that goes on, the latest; none where there is none, or theirs was refused or lapsed. */
async function waiverOf(jobId: string, contactId: string): Promise<Paper | null> {
  const [row] = await db()
    .select({ id: papers.id })
    .from(papers)
    .where(
      and(
        eq(papers.jobId, jobId),
        eq(papers.kind, 'waiver'),
        sql`${papers.bindings} ->> '$.guest.contactId' = ${contactId}`,
        notInArray(papers.state, ['withdrawn', 'lapsed', 'declined']),
      ),
    )
    .orderBy(desc(papers.createdAt))
    .limit(1)
  return row ? loadPaper(row.id) : null
}

/** How long what a signing for several has made may wait to be sent, in seconds: longer than drawing takes. */
const MAKING = 120
/** Whether a draft was made just now for somebody who signs for several, at this desk or another: it is about to be sent. */
const isBeingMade = (paper: Paper): boolean =>
  paper.state === 'draft' && /^p[0-9a-f]{40}-\d+$/.test(paper.id) && paper.createdAt > later(-MAKING)
const elsewhere = (name: string) =>
  new Problem('not-now', `Another desk is having a waiver of ${name} signed. Look again in a moment.`)

/** Insists that somebody who is under age has somebody else, of age, to sign for them. */
async function insistOnGuardian(
  { job, guests, today }: Awaited<ReturnType<typeof loadJob>>,
  contactId: string,
  guardianId: string | null,
): Promise<void> {
  const guest = guests.find((g) => g.id === contactId)
  if (!guest) throw new Problem('invalid', 'They aren’t expected on this job. Add them first.')
  if (guardianId === contactId)
    throw new Problem('invalid', 'Nobody is their own guardian.', { guardianId: 'Choose somebody else.' })
  const day = job.day ?? today
  if (!guest.born || ageOn(guest.born, day) >= OF_AGE) return
  if (!guardianId)
    throw new Problem('invalid', `${guest.name} is under ${OF_AGE}: somebody signs for them.`, {
      guardianId: 'Choose who signs for them.',
    })
  const who = guests.find((g) => g.id === guardianId)
  if (who?.born && ageOn(who.born, day) < OF_AGE)
    throw new Problem('invalid', `${who.name} is under ${OF_AGE}, too.`, { guardianId: 'Choose somebody of age.' })
}

/** A pad is a device of the business, too. */
const reachOf = (how: z.output<typeof deskSign>['how']) => (how === 'link' ? 'link' : 'device')

/** Sends a visitor's waiver so that it is signed here, or by a link that is handed over. Its round has its own key: twice it is one. */
async function sendIt(paper: Paper, how: 'device' | 'link', actor: Actor): Promise<void> {
  const { plan, version } = await loadPlan(paper)
  const people = plan.people.map((p) => (p.memberId ? p : { ...p, reach: how }))
  await savePlan(paper.id, { ...plan, people }, version, actor.id!)
  await sendRound(paper.id, { key: `desk-${paper.id}`, asDrawn: true }, actor)
}

/**
 * Makes and sends the waiver of somebody who stands at the desk, where that isn't done, and says who signs next: whoever signs
 * for a child first. Two desks that take the same person get the same paper. Returns whose turn it is, or the address for
 * their own phone; on a pad it is shown at once.
 */
export async function signAtDesk(
  given: z.output<typeof deskSign>,
  actor: Actor,
): Promise<{ personId: string; url: string | null }> {
  if (given.how === 'pad') await insistOnOwnPad(given.padId ?? '', actor.id!)
  const signing = await askAtDesk(given, actor)
  if (given.how === 'pad') await showOnPad(given.padId ?? '', signing.personId, actor.id!)
  return signing
}

async function askAtDesk(
  given: z.output<typeof deskSign>,
  actor: Actor,
): Promise<{ personId: string; url: string | null }> {
  const { jobId, contactId, guardianId } = given
  const how = reachOf(given.how)
  const loaded = await loadJob(jobId)
  if (given.also.length) return signForFamily(given, loaded, actor)
  let paper = await waiverOf(jobId, contactId)
  const guardian = guardianId ?? guardianOn(paper)
  if (!guardian && paper && isBeingMade(paper)) throw elsewhere(loaded.guests.find((g) => g.id === contactId)!.name)
  // Whoever signs for a child does it alone, on a paper that knows of a guardian; the child stands beside it with nothing to do.
  if (guardian && (!paper || paper.state === 'draft')) {
    const { document } = await templateFor(db(), loaded, { kind: 'waiver', guestId: contactId })
    if (takesChildren(document)) return signForFamily({ ...given, guardianId: guardian }, loaded, actor)
  }
  if (!paper || paper.state === 'draft') {
    await insistOnGuardian(loaded, contactId, guardian)
    paper = await write(async (tx) => {
      const id = await makeJobPaper(jobId, { kind: 'waiver', guestId: contactId }, actor.id)
      const made = await loadPaper(id)
      if (guardianId && made.document.parties.some((p) => p.key === 'guardian'))
        await tx
          .update(papers)
          .set({ bindings: { ...made.bindings, guardian: { contactId: guardianId } } })
          .where(eq(papers.id, id))
      return loadPaper(id)
    })
    await sendIt(paper, how, actor).catch(async (error: unknown) => {
      // Another desk was first: theirs is the one.
      if ((await loadPaper(paper!.id)).state !== 'out') throw error
    })
  }
  if (paper.state === 'signed') throw new Problem('not-now', 'This is signed already.')
  const round = await roundOfPaper(paper.id)
  const state = await roundState(round.id)
  const waiting = state.people.filter((p) => acts(p) && ['asked', 'opened'].includes(p.status))
  const next = waiting.find((p) => p.party === 'guardian') ?? waiting.find((p) => p.party !== 'business')
  if (!next) throw new Problem('not-now', 'Nobody who stands here is asked to sign it now.')
  const url = how === 'link' ? (await linkToHand(paper.id, next.id, actor.id!)).url : null
  return { personId: next.id, url }
}

/** What the papers of one signing for some children are drawn from; what was refused or lapsed before is not gone on with. */
async function keyOfFamily(jobId: string, guardianId: string, children: readonly string[]): Promise<string> {
  const rows = await db().select({ id: papers.id, state: papers.state }).from(papers).where(eq(papers.jobId, jobId))
  const states = new Map(rows.map((p) => [p.id, p.state]))
  for (let n = 0; ; n += 1) {
    const key = createHash('sha256')
      .update([jobId, guardianId, ...children, n].join(' '))
      .digest('hex')
      .slice(0, 40)
    if ((states.get(`p${key}-0`) ?? 'draft') === 'draft') return key
  }
}

/** One signing for several children, each named on a paper of their own, and for whoever signs where they owe one, too. */
async function signForFamily(
  { jobId, contactId, guardianId, also, how: chosen }: z.output<typeof deskSign>,
  loaded: Awaited<ReturnType<typeof loadJob>>,
  actor: Actor,
): Promise<{ personId: string; url: string | null }> {
  const how = reachOf(chosen)
  const children = [...new Set([contactId, ...also])].sort()
  const key = await keyOfFamily(jobId, guardianId!, children)
  /** What this very signing has made, here or at another desk, is gone on with. */
  const isOurs = (paper: Paper) => paper.id.startsWith(`p${key}-`)
  for (const child of children) {
    await insistOnGuardian(loaded, child, guardianId)
    const { name, born } = loaded.guests.find((g) => g.id === child)!
    if (!born || ageOn(born, loaded.job.day ?? loaded.today) >= OF_AGE)
      throw new Problem('invalid', `${name} isn’t known to be under ${OF_AGE}, and signs for themselves.`)
    const there = await waiverOf(jobId, child)
    if (!there || isOurs(there)) continue
    if (there.state !== 'draft')
      throw new Problem('not-now', `${name} has a waiver out or signed already. Have it signed by itself.`)
    if (isBeingMade(there)) throw elsewhere(name)
    // What was made beforehand, for them to sign themselves, isn't wanted any more.
    await discardDraft(there.id)
  }
  const comes = loaded.guests.some((g) => g.id === guardianId)
  const own = comes ? await waiverOf(jobId, guardianId!) : null
  const template = await templateFor(db(), loaded, { kind: 'waiver', guestId: guardianId! })
  const forOthers = !!own && !isOurs(own) && isBeingMade(own)
  const owes =
    comes &&
    (!own || isOurs(own) || own.state === 'draft') &&
    !forOthers &&
    !(await holdsFrom(guardianId!, template, loaded.job.day ?? loaded.today))
  if (owes && own && !isOurs(own)) await discardDraft(own.id)
  const { paperIds, personId } = await sendForVisitor({
    key,
    jobId,
    contactId: guardianId!,
    own: owes,
    children,
    papers: [{ template, party: 'guest', values: {} }],
    how: { reach: how, proof: { kind: 'none' } },
    by: actor.id,
    actor,
  })
  const url = how === 'link' ? (await linkToHand(paperIds[0]!, personId, actor.id!)).url : null
  return { personId, url }
}

const guardianOn = (paper: Paper | null): string | null => {
  const bound = paper?.bindings.guardian
  return bound && 'contactId' in bound ? bound.contactId : null
}
