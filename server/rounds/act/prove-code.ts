import { sha256Hex } from '../../../core/evidence/chain'
import { now, later } from '../../platform/clock'
import { atOnce } from '../../queue/outbox'
import { rowOf, keep } from '../../chain/passes'
import type { LinkHolder } from '../../chain/links'
import { masked, plainCode } from '../../../core/rounds/masked'
import { hmac, verifyPassword } from '../../platform/crypt'
import { failed, insistOpen, passed } from './proved'
import { take } from '../../platform/throttle'
import { codeOf } from '../../platform/secrets'
import { Problem } from '../../platform/problem'
import { newId } from '../../platform/ids'
import { write } from '../../platform/db/client'

const CODE_MINUTES = 10
export const CODE_TRIES = 5
const RESEND_SECONDS = 30
const hashOf = (personId: string, code: string) => sha256Hex(hmac(`${personId}:${code}`, 'one-time codes'))
/** Sends a one-time code to where the plan says; the next no sooner than half a minute later. */
export async function requestCode(holder: LinkHolder): Promise<{ to: string; wait: number }> {
  const { person } = holder
  const { proof } = person.how
  if (proof.kind !== 'one-time') throw new Problem('not-now', 'No code is asked for here.')
  await insistOpen(holder)
  await take('code sent', person.id)
  const nonce = newId()
  const code = codeOf(person.id, nonce)
  const to = proof.by === 'email' ? person.email : person.how.phone
  const at = now()
  await write(async () => {
    const row = await rowOf(person.id)
    const since = row.codeSentAt ? (Date.parse(at) - Date.parse(row.codeSentAt)) / 1000 : Infinity
    if (since < RESEND_SECONDS)
      throw new Problem('slow-down', `Wait ${Math.ceil(RESEND_SECONDS - since)} seconds before the next code.`)
    await keep({ ...row, codeHash: hashOf(person.id, code), codeUntil: later(CODE_MINUTES * 60), codeSentAt: at })
  })
  // Sent straight on, not through the outbox: one that got lost is asked for again.
  await atOnce('mail.code', `code:${person.id}:${at}`, { personId: person.id, nonce, by: proof.by })
  return { to: masked(to), wait: RESEND_SECONDS }
}

/** Seconds to wait after so many wrong codes: the first two are free, then 1, 2, 4 … */
const slowed = (tries: number) => (tries < 2 ? 0 : 2 ** (tries - 2))

/** Takes the code somebody types; returns the pass. Wrong ones are slowed, and the fifth closes it and tells the owner. */
export async function giveCode(
  holder: LinkHolder,
  code: string,
  from: { ip: string; device: string },
): Promise<string> {
  const { person } = holder
  const { proof } = person.how
  if (proof.kind !== 'agreed' && proof.kind !== 'one-time') throw new Problem('not-now', 'No code is asked for here.')
  await insistOpen(holder)
  // Counted before it is known whether it is right, so that many at once get no more tries than one after the other.
  const before = await write(async () => {
    const row = await rowOf(person.id)
    if (row.tries >= CODE_TRIES)
      throw new Problem('not-now', 'There were too many tries. The sender can open it again.', {}, { reason: 'closed' })
    const wait = row.triedAt ? slowed(row.tries) - (Date.parse(now()) - Date.parse(row.triedAt)) / 1000 : 0
    if (wait > 0) throw new Problem('slow-down', `Wait ${Math.ceil(wait)} seconds, then try again.`)
    await keep({ ...row, tries: row.tries + 1, triedAt: now() })
    return row
  })
  const typed = plainCode(code)
  const right =
    proof.kind === 'agreed'
      ? await verifyPassword(typed, proof.code)
      : !!before.codeHash && before.codeUntil! > now() && before.codeHash === hashOf(person.id, typed)
  if (right)
    return passed(
      holder,
      proof.kind === 'agreed'
        ? 'by the code agreed with them'
        : `by a code sent to their ${proof.by === 'email' ? 'e-mail' : 'phone'}`,
      from,
    )
  const tries = before.tries + 1
  const expired = proof.kind === 'one-time' && (!before.codeUntil || before.codeUntil <= now())
  await failed(holder, tries, CODE_TRIES, 'a wrong code', from)
  const left = CODE_TRIES - tries
  throw new Problem(
    'invalid',
    left === 0
      ? 'There were too many tries. The sender can open it again.'
      : `${expired ? 'This code is too old. Ask for another.' : 'This is not the code.'} ${left === 1 ? 'One try left.' : `${left} tries left.`}`,
    { code: 'This is not the code.' },
    { left, ...(left === 0 ? { reason: 'closed' } : {}) },
  )
}
