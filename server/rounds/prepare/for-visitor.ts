import { guardianOf } from '../../contacts/ties'
import { eq, inArray } from 'drizzle-orm'
import { type PlanPerson, type RoundPlan, inTurns, planPerson } from '../../../core/rounds/plan'
import { type NamedPerson, turnsOf } from '../../../core/standing-links/named'
import { signedFor } from '../../../core/visits/signed-for'
import type { Actor } from '../../chain/record'
import { usualBindings } from '../../papers/make'
import { WORDS } from '../../../shared/words/says'
import { now } from '../../platform/clock'
import { db, write } from '../../platform/db/client'
import {
  type Binding,
  OWN,
  contacts,
  papers,
  roundPeople,
  roundPlans,
  rounds,
  type templates,
} from '../../platform/db/schema'
import { idBy } from '../../platform/once'
import { loadJob } from '../../records/job'
import { loadPaper } from '../../records/paper'
import { touch } from '../../standing/touch'
import { useTemplate } from '../../templates/use'
import { loadPlan } from './plan'
import { sendRound } from './send'

type Template = typeof templates.$inferSelect

type Named = Pick<NamedPerson, 'party' | 'when'>

/** Papers that one person signs in one go: their own, and those of the children they sign for. */
export interface Visitor {
  /** What all ids are drawn from: the same again is the same papers and the same round. */
  key: string
  jobId: string
  contactId: string
  /** Whether they sign one of their own. */
  own: boolean
  children: readonly string[]
  /** With the party whoever signs stands for, and what the paper's own values say. */
  papers: readonly { template: Template; party: string; values: Readonly<Record<string, string>> }[]
  how: Pick<PlanPerson, 'reach' | 'proof'>
  /** Others who sign, each for a party of the papers, before, beside or after whoever signs. */
  beside?: readonly (Named & { contactId: string })[]
  /** What is written to them, who gets a copy, by when it is signed and how often they hear of it. */
  letters?: Pick<RoundPlan, 'subject' | 'message' | 'reminders' | 'deadline'> & { copies: readonly string[] }
  /** Who of the business signs where the papers ask for it; an owner where it is nobody. */
  by: string | null
  actor: Actor
}

/** Makes the papers, each with an id drawn from the key, and keeps that they go out together. */
async function makePapers(v: Visitor): Promise<string[]> {
  return write(async (tx) => {
    const loaded = await loadJob(v.jobId)
    const children = v.children.length
      ? await tx
          .select({ id: contacts.id, name: contacts.name })
          .from(contacts)
          .where(inArray(contacts.id, [...v.children]))
      : []
    const ids: string[] = []
    const make = async (n: number, whose: string | null) => {
      const id = `p${v.key}-${ids.length}`
      ids.push(id)
      const [there] = await tx.select({ id: papers.id }).from(papers).where(eq(papers.id, id))
      if (there) return
      const { template, party, values } = v.papers[n]!
      const used = await useTemplate(template, v.by)
      const child = children.find((c) => c.id === whose)
      if (child) await guardianOf(tx, v.contactId, child.id)
      const document = child ? signedFor(used.document, child.name) : used.document
      const own: Record<string, Binding> = child
        ? { guest: { contactId: child.id }, guardian: { contactId: v.contactId } }
        : { [party]: { contactId: v.contactId } }
      await tx.insert(papers).values({
        id,
        jobId: v.jobId,
        kind: template.kind,
        title: template.name,
        templateId: template.id,
        templateEdition: used.edition,
        document,
        bindings: {
          ...(await usualBindings(
            tx,
            document.parties.map((p) => p.key),
            loaded,
            undefined,
            v.by,
          )),
          ...own,
          ...Object.fromEntries(
            (v.beside ?? [])
              .filter((b) => document.parties.some((p) => p.key === b.party) && !own[b.party])
              .map((b): [string, Binding] => [b.party, { contactId: b.contactId }]),
          ),
        },
        own: { ...OWN, values: { ...values } },
        marked: template.marked,
        state: 'draft',
        createdAt: now(),
      })
    }
    for (const [n, { party }] of v.papers.entries()) {
      if (v.own) await make(n, null)
      // What a child doesn't sign isn't made for them.
      if (party === 'guest') for (const child of v.children) await make(n, child)
    }
    await tx
      .insert(roundPlans)
      .values({
        paperId: ids[0]!,
        plan: {
          papers: ids,
          people: [],
          // The usual ones, which are put in the language of whoever gets them.
          subject: v.letters?.subject || WORDS.en.message.mSubject,
          message: v.letters?.message || WORDS.en.message.mMessage,
          deadline: { kind: 'none' },
          reminders: { kind: 'none' },
          consent: '',
          host: null,
        },
        checks: [],
        version: 1,
        updatedAt: now(),
      })
      .onConflictDoNothing()
    touch(v.jobId, { papers: ids })
    return ids
  })
}

/** The plan of what a visitor signs: whoever signs, those beside them in their turns, who gets a copy, and what is written. */
function planFor(plan: RoundPlan, { contactId, how, beside = [], letters }: Visitor): RoundPlan {
  const turns = turnsOf(beside.map((b) => b.when))
  const people = plan.people
    .filter((p) => p.part !== 'check')
    .map((p) => {
      if (p.contactId === contactId) return { ...p, ...how, turn: turns.with }
      const other = beside.find((b) => b.contactId === p.contactId)
      if (other) return { ...p, reach: 'email' as const, turn: turns[other.when] }
      return beside.length ? { ...p, turn: turns.business } : p
    })
  if (!letters) return { ...plan, people }
  const { copies, reminders, deadline } = letters
  const copied = copies
    .filter((email) => !people.some((p) => p.email.toLowerCase() === email))
    .map((email, i) =>
      planPerson.parse({ key: `copy-${i}`, name: email, email, part: 'copy', turn: turns.business, reach: 'email' }),
    )
  return { ...plan, reminders, deadline, people: inTurns([...people, ...copied]) }
}

/**
 * Makes and sends what a visitor signs, as one round. Whoever signs has one place in it, whatever they stand for on each paper.
 * Done twice with one key, it is done once. Returns the papers and the place of whoever signs.
 */
export async function sendForVisitor(v: Visitor): Promise<{ paperIds: string[]; personId: string }> {
  const paperIds = await makePapers(v)
  const roundId = idBy('r', v.key)
  const [sent] = await db().select({ id: rounds.id }).from(rounds).where(eq(rounds.id, roundId))
  if (!sent) {
    const { plan } = await loadPlan(await loadPaper(paperIds[0]!))
    await write((tx) =>
      tx
        .update(roundPlans)
        .set({ plan: planFor(plan, v) })
        .where(eq(roundPlans.paperId, paperIds[0]!)),
    )
    await sendRound(paperIds[0]!, { key: v.key, asDrawn: true }, v.actor)
  }
  const people = await db().select().from(roundPeople).where(eq(roundPeople.roundId, roundId))
  return { paperIds, personId: people.find((p) => p.contactId === v.contactId)!.id }
}
