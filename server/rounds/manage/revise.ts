import { and, eq } from 'drizzle-orm'
import { acts } from '../../../core/rounds/rounds'
import { type Gathered, fieldsAt } from '../../../core/rounds/gather'
import type { PlanPerson } from '../../../core/rounds/plan'
import { titlesOf } from '../../../shared/papers'
import { EMPTY_DRAFT } from '../../../shared/draft'
import { type Json, canonical } from '../../../core/evidence/canonical'
import { db, write } from '../../platform/db/client'
import { roundPapers, roundPeople, type rounds } from '../../platform/db/schema'
import { Problem } from '../../platform/problem'
import { note } from '../../standing/thread'
import { preparePaper } from '../../papers/prepare'
import { loadPaper } from '../../records/paper'
import { carryOut } from '../after/carry-out'
import { type RoundPaper, paperIdsOf, papersOf } from '../../chain/papers'
import { type Actor, record } from '../../chain/record'
import { basisOf, insistOnSeen } from '../prepare/basis'
import { contentsOf, keepVersions, gatherFrozen, freeze, type Frozen } from '../prepare/freeze'
import { roundState } from '../../chain/state'
import { withWitness } from '../../../core/rounds/witness'

interface Correction {
  list: RoundPaper[]
  frozen: Frozen[]
  gathered: Gathered[]
}

/** The papers of a round as they would go out corrected now; throws when nothing of them reads differently. */
async function drawCorrection(round: typeof rounds.$inferSelect): Promise<Correction> {
  const state = await roundState(round.id)
  if (state.status !== 'out')
    throw new Problem('not-now', 'Only what is out and not yet signed by all can be corrected.')
  const list = await papersOf(round.id)
  const frozen: Frozen[] = []
  for (const { paper } of list) frozen.push(await freeze(await preparePaper(await loadPaper(paper.id)), state.lapsesAt))
  const people = await db().select().from(roundPeople).where(eq(roundPeople.roundId, round.id))
  const stands = standing(frozen, list, people)
  const gathered = gatherFrozen(frozen, stands.people, stands.places)
  if (list.every((p) => readsTheSame(p, frozen, gathered)))
    throw new Problem(
      'not-now',
      'It reads as it did. Correct the record or the wording first, then send the correction.',
    )
  return { list, frozen, gathered }
}

/** Insists that there is something to correct, before somebody is asked to check it. */
export async function insistOnCorrection(round: typeof rounds.$inferSelect): Promise<void> {
  await drawCorrection(round)
}

/**
 * Corrects papers that are out: they are drawn anew from the record and their amendments as they are now. Nobody who has
 * not signed notices more than the new words; whoever has signed is asked to sign again, and sees what changed.
 */
export async function reviseRound(
  round: typeof rounds.$inferSelect,
  { why, seen }: { why: string; seen: string | undefined },
  actor: Actor,
  checks: { type: string; name: string }[] = [],
): Promise<void> {
  const ids = await paperIdsOf(round.id)
  const basis = await basisOf(ids)
  insistOnSeen(seen, basis)
  const { list, frozen, gathered } = await drawCorrection(round)
  await write(async (tx) => {
    insistOnSeen(basis, await basisOf(ids))
    const people = await tx.select().from(roundPeople).where(eq(roundPeople.roundId, round.id))
    const now = await roundState(round.id)
    const versions = await keepVersions(tx, frozen, gathered)
    for (const [paperId, versionId] of versions)
      await tx
        .update(roundPapers)
        .set({ versionId })
        .where(and(eq(roundPapers.roundId, round.id), eq(roundPapers.paperId, paperId)))
    const again = now.people.filter((p) => acts(p) && p.status === 'done').map((p) => p.id)
    for (const p of people) {
      const signer = now.people.find((s) => s.id === now.people.find((x) => x.id === p.id)?.of)
      const fields = withWitness(fieldsAt(p.party, gathered), p.party, signer?.name)
      await tx
        .update(roundPeople)
        .set({ fields, ...(again.includes(p.id) ? { draft: EMPTY_DRAFT } : {}) })
        .where(eq(roundPeople.id, p.id))
    }
    const { before, after } = await record(
      round.id,
      actor,
      { type: 'revised', again },
      {
        why,
        ...(checks.length ? { checks } : {}),
        contents: contentsOf(frozen, gathered),
        papers: frozen.map((f) => ({ paper: f.prepared.paper.title, sha256: f.pdfSha, pages: f.rendered.pages })),
      },
    )
    await note({
      jobId: round.jobId,
      type: 'revised',
      words: `${titlesOf(list.map((p) => p.paper))} corrected while out`,
      detail: again.length
        ? `${now.people
            .filter((p) => again.includes(p.id))
            .map((p) => p.name)
            .join(' and ')} had signed and ${again.length === 1 ? 'signs' : 'sign'} again.`
        : why,
      state: 'theirs',
      paperId: round.paperId,
      notable: true,
    })
    await carryOut(round.id, before, after)
  })
}

/** By what it says, not by its bytes: a PDF carries the time it was drawn at. */
function readsTheSame(
  { paper, version }: RoundPaper,
  frozen: readonly Frozen[],
  gathered: readonly Gathered[],
): boolean {
  const { document } = gathered.find((g) => g.id === paper.id)!
  const { figures } = frozen.find((f) => f.prepared.paper.id === paper.id)!.prepared
  const was = { document: version.document, figures: version.figures }
  return canonical(plain({ document, figures })) === canonical(plain(was))
}

/** Without what is kept only to work with: how a value was printed, and what the stages come from. */
const plain = (value: unknown) =>
  JSON.parse(
    JSON.stringify(value, (key, v: unknown) =>
      key === 'planned' || (key === 'format' && typeof v === 'string') ? undefined : v,
    ),
  ) as Json

/** Who stands for which party, as the versions that are out have it: a place's key is what its parties were called by. */
function standing(
  frozen: readonly Frozen[],
  list: readonly RoundPaper[],
  people: (typeof roundPeople.$inferSelect)[],
): { people: PlanPerson[]; places: Map<string, string> } {
  const out: PlanPerson[] = []
  const places = new Map<string, string>()
  for (const p of people) {
    if (places.has(p.party)) continue
    const stands = frozen.flatMap((f) => {
      const { paper } = list.find((x) => x.paper.id === f.prepared.paper.id)!
      return f.prepared.merged.document.parties.flatMap(({ key }) => {
        const binding = paper.bindings[key]
        const same =
          !!binding && ('memberId' in binding ? binding.memberId === p.memberId : binding.contactId === p.contactId)
        // Whoever was replaced stood here before the one who signs now; both have the same place.
        const before = people.some(
          (q) => q.party === p.party && !!binding && 'contactId' in binding && binding.contactId === q.contactId,
        )
        return same || before ? [{ paper: paper.id, party: key }] : []
      })
    })
    places.set(p.party, p.party)
    out.push({ key: p.party, stands } as unknown as PlanPerson)
  }
  return { people: out, places }
}
