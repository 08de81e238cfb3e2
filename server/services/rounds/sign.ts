import { eq } from 'drizzle-orm'
import { checkFields, evaluateGiven, isTheirs } from '../../../core/fields/check'
import { applyChoices } from '../../../core/pricing/pricing'
import { sha256Hex } from '../../../core/evidence/chain'
import { canonical, wellFormed, type Json } from '../../../core/evidence/canonical'
import { CONSENT, EMPTY_DRAFT, type SignerDraft } from '../../../shared/signing'
import { today } from '../../clock'
import { write } from '../../db/client'
import { paperVersions, papers, roundPeople, rounds } from '../../db/schema'
import { enqueue } from '../../jobs/outbox'
import { Problem } from '../../problem'
import { theBusiness } from '../business'
import { note } from '../happenings'
import { projectJob } from '../jobs/project'
import type { LinkHolder } from './links'
import { type Actor, record } from './record'
import { aroundOf } from './around'
import { follow } from './send'
import { roundState } from './state'

type Person = typeof roundPeople.$inferSelect
export const actorOf = (person: Person, from: { ip: string; device: string }): Actor => ({
  kind: person.memberId ? 'member' : 'person',
  id: person.id,
  name: person.name,
  ...from,
})

/** Notes that somebody looked, at most once in ten minutes, and only while they can act. */
export async function recordOpened(holder: LinkHolder, from: { ip: string; device: string }): Promise<void> {
  const state = await roundState(holder.person.roundId)
  const me = state.people.find((p) => p.id === holder.person.id)
  if (state.status !== 'out' || !me || me.status === 'not yet' || me.status === 'done') return
  if (me.lastSeenAt && Date.now() - Date.parse(me.lastSeenAt) < 600_000) return
  try {
    await write(async (tx) => {
      await record(
        holder.person.roundId,
        actorOf(holder.person, from),
        { type: 'opened', person: holder.person.id },
        { channel: holder.channel },
      )
      const [round] = await tx.select().from(rounds).where(eq(rounds.id, holder.person.roundId))
      const [paper] = await tx.select({ title: papers.title }).from(papers).where(eq(papers.id, round!.paperId))
      if (!holder.person.memberId)
        await note({
          jobId: round!.jobId,
          type: 'opened',
          words: `${holder.person.name.slice(0, 80)} opened the ${paper!.title.toLowerCase()}`,
          paperId: round!.paperId,
        })
      await projectJob(round!.jobId)
    })
  } catch (error) {
    if (!(error instanceof Problem)) throw error
  }
}

/** Keeps what a signer has filled so far. A tab that is behind is told, and given what is there. Returns the new version. */
export async function saveDraft(person: Person, draft: SignerDraft, basedOn: number): Promise<number> {
  return write(async (tx) => {
    const [now] = await tx.select().from(roundPeople).where(eq(roundPeople.id, person.id))
    const state = await roundState(person.roundId)
    if (state.people.find((p) => p.id === person.id)?.status === 'done')
      throw new Problem('not-now', 'You have signed this already.', {}, { reason: 'already-done' })
    if (now!.draftVersion !== basedOn)
      throw new Problem(
        'stale',
        'You have filled this in another window or on another device; here is what is there now.',
        {},
        { draft: now!.draft, version: now!.draftVersion },
      )
    await tx
      .update(roundPeople)
      .set({ draft, draftVersion: basedOn + 1 })
      .where(eq(roundPeople.id, person.id))
    return basedOn + 1
  })
}

const wellFormedDraft = (d: SignerDraft): SignerDraft =>
  JSON.parse(JSON.stringify(d), (_, v: unknown) => (typeof v === 'string' ? wellFormed(v) : v)) as SignerDraft

/**
 * A person signs: what they filled is checked against the frozen version, recorded in the chain, and what follows is set
 * going, all in one transaction. Signing again says so and changes nothing.
 */
export async function finishPart(
  holder: LinkHolder,
  given: SignerDraft,
  basedOn: number,
  from: { ip: string; device: string },
): Promise<{ already: boolean }> {
  const { person } = holder
  const draft = wellFormedDraft(given)
  return write(async (tx) => {
    const [row] = await tx.select().from(roundPeople).where(eq(roundPeople.id, person.id))
    const state = await roundState(person.roundId)
    if (state.people.find((p) => p.id === person.id)?.status === 'done') return { already: true }
    if (state.status === 'out' && row!.draftVersion !== basedOn)
      throw new Problem(
        'stale',
        'You have filled this in another window or on another device; look it over and sign again.',
        {},
        { draft: row!.draft, version: row!.draftVersion },
      )
    const [round] = await tx.select().from(rounds).where(eq(rounds.id, person.roundId))
    const [version] = await tx.select().from(paperVersions).where(eq(paperVersions.id, round!.versionId))
    const [paper] = await tx.select().from(papers).where(eq(papers.id, round!.paperId))
    const day = today((await theBusiness()).timeZone)
    const around = await aroundOf(person, version!.fields)
    const problems = checkFields(row!.fields, person.party, draft, day, around)
    if (version!.figures?.open) problems.push(...applyChoices(version!.figures.pricing.lines, draft).problems)
    else if (Object.keys(draft.taken).length + Object.keys(draft.quantities).length > 0)
      problems.push({ key: 'taken', message: 'There is nothing to choose on this paper.' })
    if (problems.length && state.status === 'out')
      throw new Problem(
        'invalid',
        `${problems[0]!.message}${problems.length > 1 ? ` And ${problems.length - 1} more.` : ''}`,
        Object.fromEntries(problems.map((p) => [p.key, p.message])),
      )
    const channel = {
      email: 'by a link sent by e-mail',
      device: 'in person, on the business’s device',
      member: 'signed in as a member of the business',
    }[holder.channel]
    // What their rules don't ask for isn't kept; what is worked out from it is.
    const worked = evaluateGiven(row!.fields, draft, around, day)
    const kept = Object.fromEntries(
      row!.fields.flatMap((f) => {
        const value = worked.values[f.key]
        const theirs = isTheirs(f, person.party) || f.compute
        return theirs && worked.shown.has(f.key) && value !== undefined && value !== '' ? [[f.key, value]] : []
      }),
    )
    const { before, after } = await record(
      person.roundId,
      actorOf(person, from),
      { type: 'signed', person: person.id },
      {
        values: kept,
        taken: draft.taken,
        quantities: draft.quantities,
        signature: draft.signature as unknown as Json,
        signatureSha256: sha256Hex(canonical(draft.signature as unknown as Json)),
        consent: { version: CONSENT.version, words: CONSENT.words },
        channel,
        sha256: version!.pdfSha,
      },
    )
    await tx
      .update(roundPeople)
      .set({ draft: EMPTY_DRAFT, draftVersion: basedOn + 1 })
      .where(eq(roundPeople.id, person.id))
    const done = after.status === 'signed'
    if (paper!.kind !== 'quote')
      await note({
        jobId: round!.jobId,
        type: 'signed',
        words: `${person.name.slice(0, 80)} signed the ${paper!.title.toLowerCase()}`,
        detail: done ? 'All have signed.' : '',
        mark: done ? 'settled' : 'yours',
        paperId: paper!.id,
        notable: true,
      })
    await follow(person.roundId, before, after)
    return { already: false }
  })
}

/** A person says no, with a reason; the round is closed and the business told. */
export async function declinePart(
  holder: LinkHolder,
  reason: string,
  from: { ip: string; device: string },
): Promise<void> {
  await write(async (tx) => {
    const { before, after } = await record(holder.person.roundId, actorOf(holder.person, from), {
      type: 'declined',
      person: holder.person.id,
      reason: wellFormed(reason),
    })
    const [round] = await tx.select().from(rounds).where(eq(rounds.id, holder.person.roundId))
    const [paper] = await tx.select().from(papers).where(eq(papers.id, round!.paperId))
    await note({
      jobId: round!.jobId,
      type: 'declined',
      words: `${holder.person.name.slice(0, 80)} declined the ${paper!.title.toLowerCase()}`,
      detail: `“${reason}”`,
      mark: 'trouble',
      paperId: paper!.id,
      notable: true,
    })
    await enqueue('mail.owner', `declined:${holder.person.id}`, {
      jobId: round!.jobId,
      subject: `${paper!.title} declined`,
      words: `${holder.person.name} declined the ${paper!.title.toLowerCase()}: “${reason}”`,
    })
    await follow(holder.person.roundId, before, after)
  })
}

/** A question to the business, from the signer's page. */
export async function askBusiness(
  holder: LinkHolder,
  question: string,
  from: { ip: string; device: string },
): Promise<void> {
  await write(async (tx) => {
    const { at } = await record(
      holder.person.roundId,
      actorOf(holder.person, from),
      { type: 'question', person: holder.person.id },
      { question: wellFormed(question) },
    )
    const [round] = await tx.select().from(rounds).where(eq(rounds.id, holder.person.roundId))
    await note({
      jobId: round!.jobId,
      type: 'question',
      words: `${holder.person.name.slice(0, 80)} asks`,
      detail: `“${question}”`,
      mark: 'yours',
      paperId: round!.paperId,
      notable: true,
    })
    await enqueue('mail.owner', `question:${holder.person.id}:${at}`, {
      jobId: round!.jobId,
      subject: `A question from ${holder.person.name.slice(0, 80)}`,
      words: question,
      replyTo: holder.person.email,
    })
  })
}
