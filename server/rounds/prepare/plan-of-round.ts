import { eq } from 'drizzle-orm'
import { type RoundPlan, planPerson } from '../../../core/rounds/plan'
import { papersOf } from '../../chain/papers'
import { roundOfPaper } from '../../chain/round'
import { roundState } from '../../chain/state'
import { db } from '../../platform/db/client'
import { roundPeople } from '../../platform/db/schema'

/** The plan a round that is out, or over, would be prepared with; `name` says what its papers are called in it. */
export async function planOfRound(paperId: string, name: (paperId: string) => string = (id) => id): Promise<RoundPlan> {
  const round = await roundOfPaper(paperId)
  const list = await papersOf(round.id)
  const state = await roundState(round.id)
  const rows = await db().select().from(roundPeople).where(eq(roundPeople.roundId, round.id))
  // Several who hold one place are its first with the others beside; whoever else was replaced is gone.
  const there = state.people.filter((p) => (p.place ? p.place === p.id : p.status !== 'replaced'))
  const besides = (place: string) =>
    state.people.flatMap((p) => {
      const row = rows.find((r) => r.id === p.id)!
      return p.place === place && p.id !== place
        ? [{ ...row, key: p.id, phone: row.how.phone, reach: row.how.reach }]
        : []
    })
  return {
    papers: list.map((p) => name(p.paper.id)),
    subject: round.subject,
    message: round.message,
    deadline: { kind: 'after', days: 10 },
    reminders: round.settings.reminders,
    consent: round.settings.consent,
    host: null,
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
        or: p.place ? besides(p.place) : [],
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
