import { boundBy } from '../../../core/rounds/bind'
import { eq } from 'drizzle-orm'
import { foldChecks } from '../../../core/rounds/checks'
import { roundPlans, papers, members, contacts } from '../../platform/db/schema'
import { write } from '../../platform/db/client'
import { now } from '../../platform/clock'
import { loadPaper } from '../../records/paper'
import { type Alternate, type RoundPlan, type PlanPerson, alternatesOf, inTurns } from '../../../core/rounds/plan'
import { Problem } from '../../platform/problem'
import { type LoadedPlan } from './plan'
import { addContact, changeContact } from '../../contacts/contacts'

type Tx = Parameters<Parameters<typeof write>[0]>[0]

/** While it is being checked, only whoever checks it changes it. */
function insistOnTurn(checks: LoadedPlan['checks'], memberId: string | null): void {
  const state = foldChecks(checks)
  if (state.status === 'waiting' && state.left[0] !== memberId)
    throw new Problem('not-now', 'This is being checked. Take it back first, or wait until it is passed on.')
}

/**
 * Keeps a plan. People who are new become contacts, and whoever stands for a party is bound to it on its paper, so that
 * what the paper says of them is right at once.
 */
export async function savePlan(paperId: string, given: RoundPlan, basedOn: number, memberId: string): Promise<void> {
  await write(async (tx) => {
    const paper = await loadPaper(paperId)
    if (paper.state !== 'draft')
      throw new Problem('not-now', 'This has been sent. Change the round that is out instead.')
    const [row] = await tx.select().from(roundPlans).where(eq(roundPlans.paperId, paperId))
    if ((row?.version ?? 0) !== basedOn)
      throw new Problem(
        'stale',
        'The round was changed in another window. Here is how it is now; make your change again.',
      )
    insistOnTurn(row?.checks ?? [], memberId)
    if (given.papers[0] !== paperId || new Set(given.papers).size !== given.papers.length)
      throw new Problem('invalid', 'A round begins with the paper it is prepared from, and holds each paper once.')
    if (new Set(given.people.map((p) => p.key)).size !== given.people.length)
      throw new Problem('invalid', 'Somebody stands in the round twice.')
    const before = new Set(row?.plan.papers ?? [paperId])
    const people: PlanPerson[] = []
    for (const p of given.people) people.push(await withRecord(tx, p))
    for (const id of given.papers) {
      const other = id === paperId ? paper : await loadPaper(id)
      if (other.jobId !== paper.jobId) throw new Problem('invalid', `${other.title} belongs to another job.`)
      if (other.state !== 'draft') throw new Problem('not-now', `${other.title} has been sent already.`)
      await tx
        .update(papers)
        .set({
          // Whoever stood on a paper before it came to this round stands there still, until the plan says otherwise.
          bindings: {
            ...(before.has(id) ? {} : other.bindings),
            ...boundBy({ id, parties: other.document.parties }, people),
          },
        })
        .where(eq(papers.id, id))
    }
    const plan = { ...given, people: inTurns(people) }
    const values = { plan, version: basedOn + 1, updatedAt: now() }
    await tx
      .insert(roundPlans)
      .values({ paperId, checks: [], ...values })
      .onConflictDoUpdate({ target: roundPlans.paperId, set: values })
  })
}

/** A person of a plan with the contact they are; somebody new becomes one, and what was missing in a contact is added. */
async function withRecord(tx: Tx, p: PlanPerson): Promise<PlanPerson> {
  const or: Alternate[] = []
  for (const a of alternatesOf(p)) {
    const { contactId, memberId, name, email } = await ownRecord(tx, { ...p, ...a })
    or.push({ ...a, contactId, memberId, name, email })
  }
  return { ...(await ownRecord(tx, p)), or }
}

async function ownRecord(tx: Tx, p: PlanPerson): Promise<PlanPerson> {
  if (p.memberId) {
    const [member] = await tx
      .select({ name: members.name, email: members.email })
      .from(members)
      .where(eq(members.id, p.memberId))
    if (!member) throw new Problem('invalid', `${p.name} is not a member of the business any more.`)
    return { ...p, contactId: null, name: p.name || member.name, email: p.email || member.email }
  }
  if (!p.contactId) {
    if (!p.name || p.part === 'check') return p
    const { name, email, phone } = p
    return { ...p, contactId: await addContact({ name, email, phone, address: '', kind: 'person' }) }
  }
  const [contact] = await tx.select().from(contacts).where(eq(contacts.id, p.contactId))
  if (!contact) throw new Problem('invalid', `${p.name} is not among the contacts any more.`)
  const email = p.email || contact.email
  const phone = p.phone || contact.phone
  const name = p.name || contact.name
  if (email !== contact.email || phone !== contact.phone || name !== contact.name)
    await changeContact(contact.id, { name, email, phone })
  return { ...p, name }
}
