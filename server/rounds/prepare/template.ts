import { inSentence } from '../../../core/rounds/greeting'
import { eq } from 'drizzle-orm'
import { type PlanPerson, type RoundPlan, inTurns, planPerson } from '../../../core/rounds/plan'
import { now } from '../../platform/clock'
import { type Db, write } from '../../platform/db/client'
import { type TemplateRound, contacts, members, papers, templates } from '../../platform/db/schema'
import { newId } from '../../platform/ids'
import { note } from '../../standing/thread'
import { type Paper, loadPaper } from '../../papers/prepare'
import { planOfRound } from './copy'
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
  await tx.insert(templates).values({ id, kind, name, edition: 0, document, marked, updatedAt: now() })
  await tx.update(papers).set({ templateId: id }).where(eq(papers.id, paper.id))
  return id
}

/** A plan with what the template of its paper keeps from a round before. */
export async function asKept(tx: Db, paper: Paper, plan: RoundPlan): Promise<RoundPlan> {
  const [template] = paper.templateId
    ? await tx.select({ round: templates.round }).from(templates).where(eq(templates.id, paper.templateId))
    : []
  const round = template?.round
  if (!round) return plan
  const kept = plan.people.map((p) => {
    const settings = round.parties[p.stands[0]?.party ?? '']
    if (!settings) return p
    // Somebody without an address can't be reached as the last one was.
    const reach =
      settings.reach === 'email' && !p.email
        ? p.reach
        : settings.reach === 'text' && !p.phone
          ? p.reach
          : settings.reach
    return { ...p, ...settings, reach: p.memberId ? p.reach : reach, part: p.part }
  })
  for (const o of round.others) {
    const [who] = o.memberId
      ? await tx.select({ name: members.name, email: members.email }).from(members).where(eq(members.id, o.memberId))
      : await tx
          .select({ name: contacts.name, email: contacts.email })
          .from(contacts)
          .where(eq(contacts.id, o.contactId!))
    if (!who) continue
    const of = o.of ? (kept.find((p) => p.stands.some((s) => s.party === o.of))?.key ?? null) : null
    kept.push(planPerson.parse({ ...o, ...who, key: newId(), of }))
  }
  const { deadline, reminders, consent } = round
  return { ...plan, people: inTurns(kept), deadline, reminders, consent }
}
