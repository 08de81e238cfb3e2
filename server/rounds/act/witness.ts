import { eq } from 'drizzle-orm'
import { type RoundState, mayAct } from '../../../core/rounds/rounds'
import { db, write } from '../../platform/db/client'
import { roundPeople } from '../../platform/db/schema'
import { Problem } from '../../platform/problem'
import { type LinkHolder, issueLink, linkUrl, revokeLinks } from '../../chain/links'
import { roundState } from '../../chain/state'

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
