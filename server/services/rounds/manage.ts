import { and, eq } from 'drizzle-orm'
import { isMail } from '../../../core/fields/mail'
import { isPhone } from '../../../core/rounds/plan'
import { type RoundEvent, acts, mayAct } from '../../../core/rounds/rounds'
import { titlesOf } from '../../../shared/papers'
import type { ManageRound } from '../../../shared/rounds'
import { EMPTY_DRAFT } from '../../../shared/signing'
import { getBlob, putBlob } from '../../blobs'
import type { OutFile } from '../papers/files'
import { now, today } from '../../clock'
import { db, write } from '../../db/client'
import { PERSON_HOW, roundEvents, roundPeople, rounds } from '../../db/schema'
import { newId } from '../../ids'
import { enqueue } from '../../jobs/outbox'
import { Problem, notFound } from '../../problem'
import { theBusiness } from '../business'
import { note } from '../happenings'
import { addContact, changeContact } from '../jobs/write'
import { typeOf } from './attachments'
import { channelsOf, follow, tellPerson } from './follow'
import { issueLink, linkUrl, revokeLinks } from './links'
import { papersOf } from './papers'
import { forgetPasses } from './proof'
import { type Actor, SYSTEM, record } from './record'
import { reviseRound } from './revise'
import { latestRounds, roundState } from './state'

type Round = typeof rounds.$inferSelect
type Person = typeof roundPeople.$inferSelect

export async function roundOfPaper(paperId: string): Promise<Round> {
  const live = (await latestRounds([paperId])).get(paperId)
  const [round] = live ? await db().select().from(rounds).where(eq(rounds.id, live.id)) : []
  if (!round) throw new Problem('not-now', 'This paper has not been sent.')
  return round
}

async function personOf(round: Round, id: string): Promise<Person> {
  const [person] = await db()
    .select()
    .from(roundPeople)
    .where(and(eq(roundPeople.id, id), eq(roundPeople.roundId, round.id)))
  if (!person) throw notFound('person')
  return person
}

/** Records an event of a round, says it in the job's thread, and does what it leads to. */
async function happen(
  round: Round,
  actor: Actor,
  event: RoundEvent,
  words: string,
  more: {
    detail?: string
    mark?: 'trouble' | 'theirs' | 'settled'
    data?: Parameters<typeof record>[3]
    notable?: boolean
  } = {},
): Promise<void> {
  const { before, after } = await record(round.id, actor, event, more.data)
  await note({
    jobId: round.jobId,
    type: event.type,
    words,
    detail: more.detail ?? '',
    mark: more.mark ?? null,
    paperId: round.paperId,
    notable: more.notable ?? false,
  })
  await follow(round.id, before, after)
}

/** Does one thing to the round a paper is out in. */
export async function manageRound(paperId: string, step: ManageRound, actor: Actor): Promise<{ names?: string[] }> {
  const round = await roundOfPaper(paperId)
  if (step.do === 'revise') {
    await reviseRound(round, step.why, actor)
    return {}
  }
  return write(async () => {
    const titles = titlesOf((await papersOf(round.id)).map((p) => p.paper))
    switch (step.do) {
      case 'nudge':
        return { names: await nudgeIn(round, step.person, actor) }
      case 'pause':
        await happen(round, actor, { type: 'paused', reason: step.reason }, `${titles} put on hold`, {
          detail: step.reason,
        })
        break
      case 'resume':
        await happen(round, actor, { type: 'resumed' }, `${titles} goes on`)
        break
      case 'withdraw':
        await happen(round, actor, { type: 'withdrawn', reason: step.reason }, `${titles} withdrawn`, {
          detail: step.reason,
          mark: 'trouble',
        })
        break
      case 'extend':
        await extend(round, step.lapsesAt ? new Date(step.lapsesAt).toISOString() : null, titles, actor)
        break
      case 'correct':
        await correct(round, step, actor)
        break
      case 'replace':
        await replace(round, step, actor)
        break
      case 'reorder':
        await reorder(round, step.turns, actor)
        break
      case 'add-copy':
        await addCopy(round, step, actor)
        break
      case 'reopen': {
        const person = await personOf(round, step.person)
        await forgetPasses(person.id)
        await happen(round, actor, { type: 'reopened', person: person.id }, `Opened again for ${person.name}`)
        break
      }
      case 'answer':
        await answer(round, step.person, step.answer, actor)
        break
    }
    return {}
  })
}

/** Takes a paper back that is out. Its links then say so. */
export async function withdrawPaper(paperId: string, reason: string, actor: Actor): Promise<void> {
  await manageRound(paperId, { do: 'withdraw', reason }, actor)
}

/** Sends the link again to whoever is asked now, or to one of them; at most once an hour a person. Returns their names. */
export const nudge = async (paperId: string, actor: Actor): Promise<string[]> =>
  (await manageRound(paperId, { do: 'nudge' }, actor)).names ?? []

async function nudgeIn(round: Round, only: string | undefined, actor: Actor): Promise<string[]> {
  const state = await roundState(round.id)
  const waiting = mayAct(state).filter((p) => !only || p.id === only)
  if (waiting.length === 0)
    throw new Problem(
      'not-now',
      state.paused !== null ? 'This is on hold. Let it go on first.' : 'Nobody is being waited for.',
    )
  const names: string[] = []
  for (const p of waiting) {
    const person = await personOf(round, p.id)
    if (channelsOf(person).length === 0)
      throw new Problem('not-now', `${p.name} has no e-mail address. Let them sign on this device, or add an address.`)
    const { at } = await record(
      round.id,
      actor,
      { type: 'nudged', person: p.id },
      { address: person.email || person.how.phone },
    )
    await tellPerson(person, 'nudge', `nudge:${p.id}:${at.slice(0, 13)}`)
    names.push(p.name)
  }
  await note({
    jobId: round.jobId,
    type: 'nudged',
    words: `Nudged ${names.map((n) => n.slice(0, 80)).join(' and ')}`,
    paperId: round.paperId,
  })
  return names
}

async function extend(round: Round, lapsesAt: string | null, titles: string, actor: Actor): Promise<void> {
  await happen(
    round,
    actor,
    { type: 'extended', lapsesAt },
    `${titles}: ${lapsesAt ? 'the deadline was moved' : 'no deadline any more'}`,
  )
  await write((tx) => tx.update(rounds).set({ lapsesAt }).where(eq(rounds.id, round.id)))
  if (lapsesAt) await enqueue('lapse', `lapse:${round.id}:${lapsesAt}`, { roundId: round.id }, lapsesAt)
}

function insistOnAddresses(email: string, phone: string): void {
  if (email && !isMail(email))
    throw new Problem('invalid', 'This isn’t an e-mail address.', { email: 'This isn’t an e-mail address.' })
  if (phone && !isPhone(phone))
    throw new Problem('invalid', 'This isn’t a phone number.', { phone: 'This isn’t a phone number.' })
}

/** Corrects how somebody is reached; their old links stop working, and whoever is asked now gets a new one at once. */
async function correct(round: Round, step: Extract<ManageRound, { do: 'correct' }>, actor: Actor): Promise<void> {
  await write(async (tx) => {
    const person = await personOf(round, step.person)
    const email = step.email ?? person.email
    const phone = step.phone ?? person.how.phone
    insistOnAddresses(email, phone)
    const reach =
      step.reach ?? (person.how.reach === 'device' && email && !person.email ? ('email' as const) : person.how.reach)
    const name = step.name ?? person.name
    await tx
      .update(roundPeople)
      .set({ name, email, how: { ...person.how, phone, reach } })
      .where(eq(roundPeople.id, person.id))
    // The fact is typed once: the contact has it too.
    if (person.contactId) await changeContact(person.contactId, { name, email, ...(phone ? { phone } : {}) })
    await happen(
      round,
      actor,
      { type: 'corrected', person: person.id, ...(step.name ? { name } : {}) },
      `How ${name} is reached was corrected`,
      {
        detail: [email, phone].filter(Boolean).join(', '),
        data: { from: person.email, to: email },
      },
    )
    await revokeLinks(person.id)
    await forgetPasses(person.id)
    const [fresh] = await tx.select().from(roundPeople).where(eq(roundPeople.id, person.id))
    if (mayAct(await roundState(round.id)).some((p) => p.id === person.id))
      await tellPerson(fresh!, 'ask', `ask:${person.id}:${now()}`)
  })
}

/** Puts somebody into another's place: the same turn, part and fields, nothing of what the other had typed, and links of their own. */
export async function takePlace(
  round: Round,
  leaves: Person,
  comes: { name: string; email: string; phone: string; contactId: string | null },
  event: 'replaced' | 'passed-on',
  actor: Actor,
  data: Parameters<typeof record>[3] = {},
): Promise<string> {
  return write(async (tx) => {
    insistOnAddresses(comes.email, comes.phone)
    const { name, email, phone } = comes
    const contactId = comes.contactId ?? (await addContact({ name, email, phone, address: '', kind: 'person' }))
    const id = newId()
    const { proof } = leaves.how
    const how = {
      ...leaves.how,
      phone: comes.phone,
      reach: comes.email ? ('email' as const) : comes.phone ? ('text' as const) : ('link' as const),
      subject: '',
      message: '',
      // A code was agreed with the one who leaves; whoever comes proves themself by a code sent to them.
      proof: proof.kind === 'agreed' && comes.email ? { kind: 'one-time' as const, by: 'email' as const } : proof,
    }
    await tx.insert(roundPeople).values({
      ...leaves,
      id,
      contactId,
      memberId: null,
      name: comes.name,
      email: comes.email,
      how,
      draft: EMPTY_DRAFT,
      draftVersion: 0,
    })
    await revokeLinks(leaves.id)
    await happen(
      round,
      actor,
      {
        type: event,
        person: leaves.id,
        by: { id, party: leaves.party, name: comes.name, turn: leaves.turn, part: leaves.part },
      },
      event === 'replaced'
        ? `${comes.name} signs instead of ${leaves.name}`
        : `${leaves.name} passed it on to ${comes.name}`,
      { detail: comes.email, mark: 'theirs', data, notable: event === 'passed-on' },
    )
    return id
  })
}

async function replace(round: Round, step: Extract<ManageRound, { do: 'replace' }>, actor: Actor): Promise<void> {
  const person = await personOf(round, step.person)
  if (person.memberId) throw new Problem('not-now', 'Somebody of the business can’t be replaced once it is out.')
  await takePlace(round, person, step, 'replaced', actor)
}

async function reorder(round: Round, turns: Record<string, number>, actor: Actor): Promise<void> {
  await write(async (tx) => {
    await happen(round, actor, { type: 'reordered', turns }, 'The order of the round was changed')
    for (const [id, turn] of Object.entries(turns))
      await tx
        .update(roundPeople)
        .set({ turn })
        .where(and(eq(roundPeople.id, id), eq(roundPeople.roundId, round.id)))
  })
}

async function addCopy(round: Round, step: Extract<ManageRound, { do: 'add-copy' }>, actor: Actor): Promise<void> {
  await write(async (tx) => {
    if (!isMail(step.email))
      throw new Problem('invalid', 'This isn’t an e-mail address.', { email: 'This isn’t an e-mail address.' })
    const people = await tx.select().from(roundPeople).where(eq(roundPeople.roundId, round.id))
    let party = 'copy'
    for (let n = 2; people.some((p) => p.party === party); n += 1) party = `copy-${n}`
    const id = newId()
    const by = { id, party, name: step.name, turn: Math.max(...people.map((p) => p.turn)) + 1, part: 'copy' as const }
    await tx.insert(roundPeople).values({
      id,
      roundId: round.id,
      party,
      name: step.name,
      email: step.email,
      turn: by.turn,
      part: 'copy',
      fields: [],
      draft: EMPTY_DRAFT,
      how: PERSON_HOW,
    })
    await happen(round, actor, { type: 'added', by }, `${step.name} gets a copy`, { detail: step.email })
  })
}

/** Answers the last open question of somebody; the answer stands on their page and goes to them. */
async function answer(round: Round, personId: string, words: string, actor: Actor): Promise<void> {
  const person = await personOf(round, personId)
  const asked = (await questionsOf(round.id)).filter((q) => q.person === personId)
  const open = asked.find((q) => q.answer === null) ?? asked.at(-1)
  if (!open) throw new Problem('not-now', `${person.name} has not asked anything.`)
  if (!words.trim()) throw new Problem('invalid', 'Write the answer first.', { answer: 'Write the answer first.' })
  await happen(round, actor, { type: 'answered', person: personId }, `Answered ${person.name}`, {
    detail: `“${words}”`,
    data: { answer: words, to: open.at },
  })
  await enqueue('mail.answer', `answer:${personId}:${now()}`, { personId, question: open.question, answer: words })
}

/** What was asked in a round, with the answers. */
export async function questionsOf(
  roundId: string,
): Promise<{ person: string; at: string; question: string; answer: string | null }[]> {
  const rows = await db().select().from(roundEvents).where(eq(roundEvents.roundId, roundId)).orderBy(roundEvents.seq)
  const out: { person: string; at: string; question: string; answer: string | null }[] = []
  for (const { type, at, data } of rows) {
    const d = data as { person: string; question?: string; answer?: string; to?: string }
    if (type === 'question') out.push({ person: d.person, at, question: d.question ?? '', answer: null })
    const about = type === 'answered' ? out.find((q) => q.at === d.to && q.person === d.person) : undefined
    if (about) about.answer = about.answer ? `${about.answer}\n\n${d.answer}` : (d.answer ?? '')
  }
  return out
}

/** Somebody signed on paper: the scan is kept, with the day and who says so, and the round goes on. */
export async function signedOnPaper(
  paperId: string,
  said: { person: string; day: string; name: string },
  scan: Uint8Array,
  actor: Actor,
): Promise<void> {
  const round = await roundOfPaper(paperId)
  const type = typeOf(scan)
  if (!type)
    throw new Problem('invalid', 'Give the scan as a PDF, a PNG or a JPEG.', { scan: 'Give a PDF, a PNG or a JPEG.' })
  if (said.day > today((await theBusiness()).timeZone))
    throw new Problem('invalid', 'Nobody has signed on a day that is still to come.', {
      day: 'Choose the day it was signed.',
    })
  const person = await personOf(round, said.person)
  const sha = await putBlob(scan, type)
  await write(async () => {
    await happen(round, actor, { type: 'on-paper', person: person.id }, `${person.name} signed on paper`, {
      detail: `on ${said.day}, as ${actor.name} says`,
      mark: 'settled',
      data: { day: said.day, says: actor.name, scan: sha },
      notable: true,
    })
    await revokeLinks(person.id, 'email')
  })
}

/** The outbox's part: a round whose time has passed. One that was extended meanwhile is left alone. */
export async function lapseRound(roundId: string): Promise<void> {
  const [round] = await db().select().from(rounds).where(eq(rounds.id, roundId))
  if (!round) throw notFound('round')
  const state = await roundState(roundId)
  if (state.status !== 'out' || state.lapsesAt === null || state.lapsesAt > now()) return
  await write(async () => {
    const titles = titlesOf((await papersOf(roundId)).map((p) => p.paper))
    await happen(round, SYSTEM, { type: 'lapsed' }, `${titles} lapsed unsigned`, { mark: 'trouble', notable: true })
  })
}

/** A link for somebody whose turn it is, for the device in the room or for the member themself. Older ones for the device stop working. */
export async function linkInPerson(personId: string, channel: 'device' | 'member'): Promise<string> {
  return write(async (tx) => {
    const [person] = await tx.select().from(roundPeople).where(eq(roundPeople.id, personId))
    if (!person) throw notFound('person')
    const state = await roundState(person.roundId)
    if (!mayAct(state).some((p) => p.id === personId)) throw new Problem('not-now', `It is not ${person.name}’s turn.`)
    if (channel === 'device') await revokeLinks(personId, 'device')
    return (await issueLink(personId, channel)).token
  })
}

/** A link that is handed over, as text or QR code; an earlier one of the kind stops working. */
export async function linkToHand(paperId: string, personId: string): Promise<{ url: string }> {
  const round = await roundOfPaper(paperId)
  return write(async () => {
    const person = await personOf(round, personId)
    const me = (await roundState(round.id)).people.find((p) => p.id === personId)
    if (!me || !acts(me) || !['asked', 'opened'].includes(me.status))
      throw new Problem('not-now', `${person.name} is not asked to do anything now.`)
    if (person.memberId) throw new Problem('not-now', `${person.name} signs in to sign.`)
    await revokeLinks(personId, 'link')
    return { url: linkUrl((await issueLink(personId, 'link')).token) }
  })
}

/** Where a member goes to sign what waits for them on a paper. */
export async function countersign(paperId: string, memberId: string): Promise<string> {
  const round = await roundOfPaper(paperId)
  const waiting = mayAct(await roundState(round.id))
  const people = await db().select().from(roundPeople).where(eq(roundPeople.roundId, round.id))
  const mine = people.find((p) => p.memberId === memberId && waiting.some((w) => w.id === p.id))
  if (!mine) throw new Problem('not-now', 'It is not your turn on this paper.')
  return `/s/${await linkInPerson(mine.id, 'member')}`
}

/** The scans of a round by whose they are: the file's hash. */
export async function scansOf(roundId: string): Promise<Map<string, string>> {
  const rows = await db()
    .select({ data: roundEvents.data })
    .from(roundEvents)
    .where(and(eq(roundEvents.roundId, roundId), eq(roundEvents.type, 'on-paper')))
  return new Map(rows.map(({ data }) => data as { person: string; scan: string }).map((d) => [d.person, d.scan]))
}

/** The scan of a paper that somebody signed by hand. */
export async function scanOf(paperId: string, sha: string): Promise<OutFile> {
  const round = await roundOfPaper(paperId)
  if (![...(await scansOf(round.id)).values()].includes(sha)) throw notFound('scan')
  const bytes = await getBlob(sha)
  const type = typeOf(bytes)!
  return { bytes, type, name: `Signed on paper.${type.split('/')[1]}` }
}
