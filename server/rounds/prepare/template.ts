import { inSentence } from '../../../core/rounds/greeting'
import { eq } from 'drizzle-orm'
import type { PlanPerson } from '../../../core/rounds/plan'
import { now } from '../../platform/clock'
import { type Db, write } from '../../platform/db/client'
import { type TemplateRound, papers, templates } from '../../platform/db/schema'
import { newId } from '../../platform/ids'
import { Problem } from '../../platform/problem'
import { note } from '../../standing/thread'
import { loadPaper, type Paper } from '../../records/paper'
import { planOfRound } from './plan-of-round'
import { loadPlan } from './plan'

/** What of a person's settings is worth keeping for whoever stands there next; an agreed code is theirs alone. */
function settingsOf(p: PlanPerson): TemplateRound['parties'][string] {
  const { turn, part, reach, language, mayPassOn, copy, proof } = p
  return { turn, part, reach, language, mayPassOn, copy, proof: proof.kind === 'agreed' ? { kind: 'none' } : proof }
}

/**
 * Makes a template of a round: the template of its paper keeps turns, parts, ways, proofs and words by party, so that the
 * next paper made from it is prepared the same. A paper without a template becomes one. Returns the template.
 */
export async function keepRound(paperId: string): Promise<string> {
  return write(async (tx) => {
    const paper = await loadPaper(paperId)
    const plan = paper.state === 'draft' ? (await loadPlan(paper)).plan : await planOfRound(paper.id)
    const partyOf = (p: PlanPerson) => p.stands.find((s) => s.paper === paper.id)?.party
    const parties: TemplateRound['parties'] = {}
    for (const p of plan.people) for (const s of p.stands) if (s.paper === paper.id) parties[s.party] = settingsOf(p)
    const round: TemplateRound = {
      parties,
      others: plan.people
        .filter((p) => !partyOf(p) && (p.memberId || p.contactId))
        .map((p) => {
          const watched = plan.people.find((x) => x.key === p.of)
          const { memberId, contactId } = p
          return { ...settingsOf(p), memberId, contactId, of: (watched && partyOf(watched)) ?? null }
        }),
      deadline: plan.deadline.kind === 'at' ? { kind: 'after', days: 10 } : plan.deadline,
      reminders: plan.reminders,
      consent: plan.consent,
    }
    const id = paper.templateId ?? (await makeTemplate(tx, paper))
    await tx.update(templates).set({ round }).where(eq(templates.id, id))
    await note({
      jobId: paper.jobId,
      type: 'paper',
      words: `The next ${inSentence(paper.title)} is prepared like this round`,
    })
    return id
  })
}

async function makeTemplate(tx: Db, paper: Paper): Promise<string> {
  const id = newId()
  const { kind, title: name, document, marked } = paper
  if (kind === 'extra') throw new Problem('not-now', 'An extra is written from what it changes. It has no template.')
  await tx.insert(templates).values({ id, kind, name, edition: 0, document, marked, updatedAt: now() })
  await tx.update(papers).set({ templateId: id }).where(eq(papers.id, paper.id))
  return id
}
