import { and, eq } from 'drizzle-orm'
import { isMail } from '../../../core/fields/mail'
import { isPhone } from '../../../core/text/phone'
import { mayAct } from '../../../core/rounds/rounds'
import type { ManageRound } from '../../../shared/rounds'
import { EMPTY_DRAFT } from '../../../shared/draft'
import { now } from '../../platform/clock'
import { write } from '../../platform/db/client'
import { PERSON_HOW, roundPeople } from '../../platform/db/schema'
import { newId } from '../../platform/ids'
import { Problem } from '../../platform/problem'
import { changeContact, addContact } from '../../contacts/contacts'
import { tellPerson } from '../after/tell'
import { enact } from '../after/enact'
import { personOf, type Person, type Round } from '../../chain/round'
import { revokeLinks } from '../../chain/links'
import { forgetPasses } from '../../chain/passes'
import type { Actor, record } from '../../chain/record'
import { roundState } from '../../chain/state'

function insistOnAddresses(email: string, phone: string): void {
  if (email && !isMail(email))
    throw new Problem('invalid', 'This isn’t an e-mail address.', { email: 'This isn’t an e-mail address.' })
  if (phone && !isPhone(phone))
    throw new Problem('invalid', 'This isn’t a phone number.', { phone: 'This isn’t a phone number.' })
}

/** Corrects how somebody is reached; their old links stop working, and whoever is asked now gets a new one at once. */
export async function correct(
  round: Round,
  step: Extract<ManageRound, { do: 'correct' }>,
  actor: Actor,
): Promise<void> {
  await write(async (tx) => {
    const person = await personOf(round, step.person)
    if (person.memberId)
      throw new Problem('not-allowed', `${person.name} is of the business: how they are reached is theirs to say.`)
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
    await enact(
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
  comes: { name: string; email: string; phone: string; contactId: string | null; memberId?: string },
  event: 'replaced' | 'passed-on',
  actor: Actor,
  data: Parameters<typeof record>[3] = {},
): Promise<string> {
  return write(async (tx) => {
    insistOnAddresses(comes.email, comes.phone)
    const { name, email, phone } = comes
    const contactId = comes.memberId
      ? null
      : (comes.contactId ?? (await addContact({ name, email, phone, address: '', kind: 'person' })))
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
      memberId: comes.memberId ?? null,
      name: comes.name,
      email: comes.email,
      how,
      draft: EMPTY_DRAFT,
      draftVersion: 0,
    })
    await revokeLinks(leaves.id)
    await enact(
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
      { detail: comes.email, state: 'theirs', data, notable: event === 'passed-on' },
    )
    return id
  })
}

/** Puts somebody else into a place, as the business says. */
export async function replace(
  round: Round,
  step: Extract<ManageRound, { do: 'replace' }>,
  actor: Actor,
): Promise<void> {
  const person = await personOf(round, step.person)
  if (person.memberId) throw new Problem('not-now', 'Somebody of the business can’t be replaced once it is out.')
  await takePlace(round, person, step, 'replaced', actor)
}

/** Changes the turns of those who have not acted. */
export async function reorder(round: Round, turns: Record<string, number>, actor: Actor): Promise<void> {
  await write(async (tx) => {
    await enact(round, actor, { type: 'reordered', turns }, 'The order of the round was changed')
    for (const [id, turn] of Object.entries(turns))
      await tx
        .update(roundPeople)
        .set({ turn })
        .where(and(eq(roundPeople.id, id), eq(roundPeople.roundId, round.id)))
  })
}

/** Lets somebody more get a copy. */
export async function addCopy(
  round: Round,
  step: Extract<ManageRound, { do: 'add-copy' }>,
  actor: Actor,
): Promise<void> {
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
    await enact(round, actor, { type: 'added', by }, `${step.name} gets a copy`, { detail: step.email })
  })
}
