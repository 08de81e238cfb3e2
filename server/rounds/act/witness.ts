import { eq } from 'drizzle-orm'
import type { FieldSpec } from '../../../core/document/model'
import { type RoundState, mayAct } from '../../../core/rounds/rounds'
import { db, write } from '../../platform/db/client'
import { roundPeople } from '../../platform/db/schema'
import { Problem } from '../../platform/problem'
import { type LinkHolder, issueLink, linkUrl, revokeLinks } from '../../chain/links'
import { roundState } from '../../chain/state'

/**
 * Somebody's fields with what they state as a witness, where they watch a signer: name, address, occupation, that they saw it
 * signed, and their signature. What their party of a paper asks for already isn't asked for again; the rest stands in the
 * signing record.
 */
export function withWitness(own: readonly FieldSpec[], party: string, signer: string | undefined): FieldSpec[] {
  if (signer === undefined) return [...own]
  const has = (is: (f: FieldSpec) => boolean) => own.some(is)
  const field = (key: string, type: FieldSpec['type'], label: string): FieldSpec => ({
    key: `${party}-${key}`,
    type,
    party,
    label,
    required: true,
  })
  return [
    ...own,
    ...(has((f) => f.type === 'name') ? [] : [field('name', 'name', 'Your name')]),
    ...(has((f) => /address/i.test(f.label)) ? [] : [field('address', 'text', 'Your address')]),
    ...(has((f) => f.type === 'job-title' || /occupation/i.test(f.label))
      ? []
      : [field('occupation', 'job-title', 'Your occupation')]),
    field('saw', 'tick', `I saw ${signer.slice(0, 120)} sign`),
    ...(has((f) => f.type === 'signature') ? [] : [field('signature', 'signature', 'Your signature as witness')]),
  ]
}

/** Who may witness now from beside somebody who has signed: on the same phone, or on their own by a code from it. */
export async function witnessBeside(signer: string, state: RoundState): Promise<{ id: string; name: string } | null> {
  if (state.people.find((p) => p.id === signer)?.status !== 'done') return null
  for (const p of mayAct(state).filter((x) => x.part === 'witness' && x.of === signer)) {
    const [row] = await db().select({ how: roundPeople.how }).from(roundPeople).where(eq(roundPeople.id, p.id))
    if (row?.how.reach === 'link') return { id: p.id, name: p.name }
  }
  return null
}

/** The link of the witness beside whoever has just signed; an earlier one that was handed over stops working. */
export async function linkForWitness({ person }: LinkHolder): Promise<{ url: string }> {
  return write(async () => {
    const witness = await witnessBeside(person.id, await roundState(person.roundId))
    if (!witness) throw new Problem('not-now', 'Nobody waits to witness here.')
    await revokeLinks(witness.id, 'link')
    return { url: linkUrl((await issueLink(witness.id, 'link')).token) }
  })
}
