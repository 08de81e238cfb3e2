import { eq } from 'drizzle-orm'
import type { Language } from '../../../core/rounds/plan'
import { checkFields, evaluateGiven, isTheirs, mayChoose } from '../../../core/fields/check'
import { refuse } from '../../../core/rounds/rounds'
import { applyChoices } from '../../../core/pricing/pricing'
import { sha256Hex } from '../../../core/evidence/chain'
import { canonical, wellFormed, type Json } from '../../../core/evidence/canonical'
import { titlesOf } from '../../../shared/papers'
import { titlesIn } from '../../../shared/words/messages'
import { CONSENT, EMPTY_DRAFT, type SignerDraft } from '../../../shared/signing'
import { now, today } from '../../platform/clock'
import { consentWords, saysIn } from '../../../shared/words'
import { db, write } from '../../platform/db/client'
import { members, roundPapers, roundPeople, rounds, sessions } from '../../platform/db/schema'
import { enqueue } from '../../queue/outbox'
import { Problem } from '../../platform/problem'
import { theBusiness } from '../../records/business'
import { note } from '../../standing/thread'
import { projectJob } from '../../standing/project'
import type { LinkHolder } from '../../chain/links'
import { type Actor, record } from '../../chain/record'
import { aroundOf } from '../../chain/around'
import { follow } from '../after/follow'
import { takePlace } from '../manage/people'
import { insistOpen, paperIdsOf, papersFor } from '../../chain/papers'
import { strangeFiles } from './uploads'
import { roundState } from '../../chain/state'

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
        { channel: holder.channel, ...(await hostOf(holder)) },
      )
      const [round] = await tx.select().from(rounds).where(eq(rounds.id, holder.person.roundId))
      const papers = (await papersFor(holder.person)).map((p) => p.paper)
      const within = titlesIn('en', papers, true)
      if (!holder.person.memberId)
        await note({
          jobId: round!.jobId,
          type: 'opened',
          words: `${holder.person.name.slice(0, 80)} opened the ${within}`,
          paperId: round!.paperId,
        })
      await projectJob(round!.jobId, await paperIdsOf(holder.person.roundId))
    })
  } catch (error) {
    if (!(error instanceof Problem)) throw error
  }
}

/** Keeps what a signer has filled so far. A tab that is behind is told, and given what is there. Returns the new version. */
export async function saveDraft(person: Person, draft: SignerDraft, basedOn: number): Promise<number> {
  return write(async (tx) => {
    const [now] = await tx.select().from(roundPeople).where(eq(roundPeople.id, person.id))
    await insistOpen(person)
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

const CHANNEL: Record<LinkHolder['channel'], string> = {
  email: 'by a link sent by e-mail',
  text: 'by a link sent as a text',
  link: 'by a link that was handed over',
  device: 'in person, on the business’s device',
  member: 'signed in as a member of the business',
  pad: 'on their phone',
}

/** Who handed the device to somebody who signs on it. */
async function hostOf({ channel, sessionId }: LinkHolder): Promise<{ host?: string }> {
  if (channel !== 'device' || !sessionId) return {}
  const [host] = await db()
    .select({ name: members.name })
    .from(sessions)
    .innerJoin(members, eq(members.id, sessions.memberId))
    .where(eq(sessions.id, sessionId))
  return host ? { host: host.name } : {}
}

/**
 * A person signs: what they filled is checked against the frozen versions, recorded in the chain, and what follows is set
 * going, all in one transaction. Signing again says so and changes nothing.
 */
export async function finishPart(
  holder: LinkHolder,
  given: SignerDraft,
  basedOn: number,
  from: { ip: string; device: string },
  more: { further: boolean; language: Language } = { further: false, language: 'en' },
): Promise<{ already: boolean }> {
  const { person } = holder
  const draft = wellFormedDraft({ ...EMPTY_DRAFT, ...given })
  const list = await papersFor(person)
  const business = await theBusiness()
  return write(async (tx) => {
    const [row] = await tx.select().from(roundPeople).where(eq(roundPeople.id, person.id))
    const state = await roundState(person.roundId)
    const me = state.people.find((p) => p.id === person.id)
    if (me?.status === 'done') return { already: true }
    if (state.status === 'out' && row!.draftVersion !== basedOn)
      throw new Problem(
        'stale',
        'You have filled this in another window or on another device; look it over and sign again.',
        {},
        { draft: row!.draft, version: row!.draftVersion },
      )
    const [round] = await tx.select().from(rounds).where(eq(rounds.id, person.roundId))
    // What was corrected since they opened it has to be read first.
    const current = await tx
      .select({ id: roundPapers.versionId })
      .from(roundPapers)
      .where(eq(roundPapers.roundId, person.roundId))
    if (list.some((p) => !current.some((c) => c.id === p.version.id)))
      throw new Problem('stale', 'The sender has just corrected this. Look it over once more, then sign.', {}, {})
    const placed = list.flatMap((p) => p.version.fields)
    const open = list.find((p) => p.version.figures?.open)?.version.figures
    const day = today(business.timeZone)
    const around = await aroundOf(person, placed)
    const problems: { key: string; message: string }[] = checkFields(row!.fields, person.party, draft, day, around)
    if (open && mayChoose(row!.fields, person.party)) problems.push(...applyChoices(open.pricing.lines, draft).problems)
    else if (Object.keys(draft.taken).length + Object.keys(draft.quantities).length > 0)
      problems.push({ key: 'taken', message: 'There is nothing to choose on this paper.' })
    const consent = round!.settings.consent
    if (consent && !more.further)
      problems.push({ key: 'further', message: 'Please tick what the sender asks you to confirm.' })
    problems.push(...(await strangeFiles(row!, draft)))
    // Whether they may sign at all comes first; that is said by the record itself.
    if (problems.length && !refuse(state, { type: 'signed', person: person.id }, now()))
      throw new Problem(
        'invalid',
        `${problems[0]!.message}${problems.length > 1 ? ` And ${problems.length - 1} more.` : ''}`,
        Object.fromEntries(problems.map((p) => [p.key, p.message])),
      )
    // What their rules don't ask for isn't kept; what is worked out from it is.
    const worked = evaluateGiven(row!.fields, draft, around, day)
    const kept = Object.fromEntries(
      row!.fields.flatMap((f) => {
        const value = worked.values[f.key]
        const theirs = isTheirs(f, person.party) || f.compute
        return theirs && worked.shown.has(f.key) && value !== undefined && value !== '' ? [[f.key, value]] : []
      }),
    )
    const extra: { [key: string]: Json } = {}
    if (draft.initials) extra.initials = draft.initials as unknown as Json
    if (Object.keys(draft.marks).length) extra.marks = draft.marks as unknown as Json
    if (list.length > 1) extra.papers = list.map((p) => ({ paper: p.paper.title, sha256: p.version.pdfSha }))
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
        ...extra,
        consent: {
          version: CONSENT.version,
          words: consentWords(saysIn(more.language), business.email),
          ...(consent ? { further: consent } : {}),
        },
        channel: CHANNEL[holder.channel],
        ...(await hostOf(holder)),
        language: more.language,
        sha256: list[0]!.version.pdfSha,
      },
    )
    await tx
      .update(roundPeople)
      .set({ draft: EMPTY_DRAFT, draftVersion: basedOn + 1 })
      .where(eq(roundPeople.id, person.id))
    const done = after.status === 'signed'
    const within = titlesIn(
      'en',
      list.map((p) => p.paper),
      true,
    )
    if (list.some((p) => p.paper.kind !== 'quote'))
      await note({
        jobId: round!.jobId,
        type: 'signed',
        words: `${person.name.slice(0, 80)} ${me?.part === 'witness' ? 'witnessed' : 'signed'} the ${within}`,
        detail: done ? 'All have signed.' : '',
        mark: done ? 'settled' : 'yours',
        paperId: round!.paperId,
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
    const papers = (await papersFor(holder.person)).map((p) => p.paper)
    const titles = titlesOf(papers)
    const within = titlesIn('en', papers, true)
    await note({
      jobId: round!.jobId,
      type: 'declined',
      words: `${holder.person.name.slice(0, 80)} declined the ${within}`,
      detail: `“${reason}”`,
      mark: 'trouble',
      paperId: round!.paperId,
      notable: true,
    })
    await enqueue('mail.owner', `declined:${holder.person.id}`, {
      jobId: round!.jobId,
      subject: `${titles} declined`,
      words: `${holder.person.name} declined the ${within}: “${reason}”`,
    })
    await follow(holder.person.roundId, before, after, { by: holder.person.name, reason: wellFormed(reason) })
  })
}

/** A question to the business, from the signer's page. */
export async function askBusiness(
  holder: LinkHolder,
  question: string,
  from: { ip: string; device: string },
): Promise<void> {
  await write(async (tx) => {
    const { at, seq } = await record(
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
      ref: `${holder.person.roundId}:${seq}`,
    })
    await projectJob(round!.jobId, await paperIdsOf(holder.person.roundId))
    await enqueue('mail.owner', `question:${holder.person.id}:${at}`, {
      jobId: round!.jobId,
      subject: `A question from ${holder.person.name.slice(0, 80)}`,
      words: question,
      replyTo: holder.person.email,
    })
  })
}

/** Somebody passes their part on, where the sender allowed it: the one who comes is asked at once, their own link stops working. */
export async function passPart(
  holder: LinkHolder,
  to: { name: string; email: string; reason: string },
  from: { ip: string; device: string },
): Promise<void> {
  const { person } = holder
  if (!person.how.mayPassOn || person.part !== 'sign')
    throw new Problem('not-allowed', 'This can’t be passed on. Ask the sender to put somebody else in your place.')
  if (to.email.toLowerCase() === person.email.toLowerCase())
    throw new Problem('invalid', 'This is your own address.', { email: 'Give the address of the other person.' })
  await write(async (tx) => {
    const [round] = await tx.select().from(rounds).where(eq(rounds.id, person.roundId))
    await takePlace(
      round!,
      person,
      { name: wellFormed(to.name), email: to.email, phone: '', contactId: null },
      'passed-on',
      actorOf(person, from),
      { reason: wellFormed(to.reason), to: to.email },
    )
    await enqueue('mail.owner', `passed:${person.id}`, {
      jobId: round!.jobId,
      subject: `${person.name.slice(0, 80)} passed it on to ${to.name.slice(0, 80)}`,
      words: `${person.name} passed it on to ${to.name} (${to.email})${to.reason ? `: “${to.reason}”` : '.'}`,
    })
  })
}
