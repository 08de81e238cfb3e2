import { createHash } from 'node:crypto'
import { asc, eq, inArray } from 'drizzle-orm'
import { type Json, canonical } from '../../../core/evidence/canonical'
import { db } from '../../platform/db/client'
import {
  business,
  contacts,
  guests,
  jobLines,
  jobs,
  kinds,
  members,
  papers,
  roundPlans,
} from '../../platform/db/schema'
import { Problem } from '../../platform/problem'
import { roundOfPaper } from '../../chain/round'
import { paperIdsOf } from '../../chain/papers'

const CHANGED =
  'Something this is made from was changed after it was shown to you: the record, the wording, or the round. Here is how it is now. Look it over, then send it.'

/**
 * What papers that go out together are made from, as one hash: what is written and set on them, the job and its lines, and
 * everybody who is named. Whoever sends says which they looked at, so that nothing else goes out.
 */
export async function basisOf(paperIds: readonly string[]): Promise<string> {
  const list = await db()
    .select()
    .from(papers)
    .where(inArray(papers.id, [...paperIds]))
    .orderBy(asc(papers.id))
  const jobId = list[0]!.jobId
  const [[job], lines, coming, [plan], [firm]] = await Promise.all([
    db().select().from(jobs).where(eq(jobs.id, jobId)),
    db().select().from(jobLines).where(eq(jobLines.jobId, jobId)).orderBy(asc(jobLines.position)),
    db().select().from(guests).where(eq(guests.jobId, jobId)).orderBy(asc(guests.position)),
    db().select().from(roundPlans).where(eq(roundPlans.paperId, paperIds[0]!)),
    db().select().from(business),
  ])
  const bound = list.flatMap((p) => Object.values(p.bindings))
  const contactIds = [
    job!.clientId,
    ...coming.map((g) => g.contactId),
    ...bound.map((b) => ('contactId' in b ? b.contactId : null)),
    ...(plan?.plan.people ?? []).map((p) => p.contactId),
  ].filter((id) => id !== null)
  const memberIds = [
    ...bound.map((b) => ('memberId' in b ? b.memberId : null)),
    ...(plan?.plan.people ?? []).map((p) => p.memberId),
  ].filter((id) => id !== null)
  const [people, staff, [kind]] = await Promise.all([
    contactIds.length
      ? db().select().from(contacts).where(inArray(contacts.id, contactIds)).orderBy(asc(contacts.id))
      : [],
    memberIds.length
      ? db()
          .select({ id: members.id, name: members.name, email: members.email })
          .from(members)
          .where(inArray(members.id, memberIds))
          .orderBy(asc(members.id))
      : [],
    db().select().from(kinds).where(eq(kinds.id, job!.kindId)),
  ])
  const { settings: _settings, ...said } = firm!
  const all = {
    papers: list.map(({ own: { settled: _settled, ...own }, state: _state, ...p }) => ({ ...p, own })),
    plan: plan?.plan ?? null,
    job,
    lines,
    coming,
    people,
    staff,
    kind,
    said,
  }
  return createHash('sha256')
    .update(canonical(JSON.parse(JSON.stringify(all)) as Json))
    .digest('hex')
}

/** The papers that would go, or are, out together with one. */
export async function togetherWith(paper: { id: string; state: string }): Promise<string[]> {
  if (paper.state !== 'draft') return paperIdsOf((await roundOfPaper(paper.id)).id)
  const [plan] = await db().select({ plan: roundPlans.plan }).from(roundPlans).where(eq(roundPlans.paperId, paper.id))
  return plan?.plan.papers ?? [paper.id]
}

/** Refuses when what was looked at, by its hash or its version, is not what there is now. */
export function insistOnSeen<T extends string | number>(seen: T | undefined, now: T): void {
  if (seen !== undefined && seen !== now) throw new Problem('stale', CHANGED)
}
