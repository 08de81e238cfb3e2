import { eq } from 'drizzle-orm'
import { type RoundPlan, planPerson } from '../../../core/rounds/plan'
import { now } from '../../platform/clock'
import { db, write } from '../../platform/db/client'
import { papers, roundPeople, roundPlans } from '../../platform/db/schema'
import { note } from '../../standing/thread'
import { projectJob } from '../../standing/project'
import { loadPaper } from '../../papers/prepare'
import { roundOfPaper } from '../after/happen'
import { papersOf } from '../../chain/papers'
import type { Actor } from '../../chain/record'
import { roundState } from '../../chain/state'

/**
 * Copies a round: its papers as drafts again, filled from the record as it is now, with the same people in the same turns
 * and the same words. Returns the first of the new papers. The same key again gives the same.
 */
export async function copyRound(paperId: string, key: string, actor: Actor): Promise<string> {
  const first = `p${key}-0`
  return write(async (tx) => {
    const [made] = await tx.select({ id: papers.id }).from(papers).where(eq(papers.id, first))
    if (made) return made.id
    const round = await roundOfPaper(paperId)
    const list = await papersOf(round.id)
    const fresh = new Map<string, string>()
    for (const [i, { paper }] of list.entries()) {
      const { id: _id, state: _state, createdAt: _at, fromPaperId: _from, ...copy } = await loadPaper(paper.id)
      fresh.set(paper.id, `p${key}-${i}`)
      const values = { ...copy, id: `p${key}-${i}`, own: { ...copy.own, settled: {} }, state: 'draft' as const }
      await tx.insert(papers).values({ ...values, createdAt: now(), fromPaperId: paper.id })
    }
    const plan = await planOfRound(paperId, (id) => fresh.get(id)!)
    await tx.insert(roundPlans).values({ paperId: first, plan, checks: [], version: 1, updatedAt: now() })
    await note({
      jobId: round.jobId,
      type: 'paper',
      words: `${actor.name} copied a round`,
      mark: 'yours',
      paperId: first,
    })
    await projectJob(round.jobId)
    return first
  })
}

/** The plan a round that is out, or over, would be prepared with; `name` says what its papers are called in it. */
export async function planOfRound(paperId: string, name: (paperId: string) => string = (id) => id): Promise<RoundPlan> {
  const round = await roundOfPaper(paperId)
  const list = await papersOf(round.id)
  const state = await roundState(round.id)
  const rows = await db().select().from(roundPeople).where(eq(roundPeople.roundId, round.id))
  const there = state.people.filter((p) => p.status !== 'replaced')
  return {
    papers: list.map((p) => name(p.paper.id)),
    subject: round.subject,
    message: round.message,
    deadline: { kind: 'after', days: 10 },
    reminders: round.settings.reminders,
    consent: round.settings.consent,
    people: there.map((p) => {
      const row = rows.find((r) => r.id === p.id)!
      const { papers: _papers, proof, ...how } = row.how
      return planPerson.parse({
        ...how,
        // A code that was agreed is kept hashed: it is agreed anew.
        proof: proof.kind === 'agreed' ? { kind: 'none' } : proof,
        key: p.id,
        contactId: row.contactId,
        memberId: row.memberId,
        name: row.name,
        email: row.email,
        turn: p.turn,
        part: p.part,
        of: p.of ?? null,
        stands: list.flatMap(({ paper }) =>
          Object.entries(paper.bindings).flatMap(([party, b]) =>
            ('memberId' in b ? b.memberId === row.memberId : b.contactId === row.contactId)
              ? [{ paper: name(paper.id), party }]
              : [],
          ),
        ),
      })
    }),
  }
}
