import { randomInt } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { sha256Hex } from '../../../core/evidence/chain'
import { minor } from '../../../core/money/money'
import { type Verdict, judgeDocument } from '../../../core/identity/judge'
import { acts } from '../../../core/rounds/rounds'
import { later, now, today } from '../../platform/clock'
import { hmac, verifyPassword } from '../../platform/crypt'
import { db, write } from '../../platform/db/client'
import { proofs, rounds } from '../../platform/db/schema'
import { DOCUMENT_COST, type Hold, identityGateway } from '../../gateways/identity'
import { newId, newToken } from '../../platform/ids'
import { enqueue } from '../../queue/outbox'
import { Problem } from '../../platform/problem'
import { codeOf } from '../../platform/secrets'
import { take } from '../../platform/throttle'
import { theBusiness } from '../../records/business'
import { note } from '../../standing/thread'
import { sendCode } from '../../messages/round'
import type { LinkHolder } from '../../chain/links'
import { record } from '../../chain/record'
import { plainCode } from '../prepare/send'
import { actorOf } from './sign'
import { roundState } from '../../chain/state'

type Row = typeof proofs.$inferSelect
export const CODE_MINUTES = 10
export const CODE_TRIES = 5
export const RESEND_SECONDS = 30
/** Minutes for which a document shown at each opening is good; work on the page prolongs it. */
const OPENING_MINUTES = 30

const EMPTY = (personId: string): Row => ({
  personId,
  tries: 0,
  codeHash: null,
  codeUntil: null,
  codeSentAt: null,
  triedAt: null,
  pass: null,
  passedAt: null,
  challenge: null,
  spent: minor(0),
})
async function rowOf(personId: string): Promise<Row> {
  return (await db().select().from(proofs).where(eq(proofs.personId, personId)))[0] ?? EMPTY(personId)
}
const keep = (row: Row) =>
  write((tx) => tx.insert(proofs).values(row).onConflictDoUpdate({ target: proofs.personId, set: row }))

/** What a browser carries once its person has proved who they are. */
const passOf = (row: Row): string => hmac(`${row.personId}:${row.pass}`, 'proof passes')

/** Whether somebody has to prove who they are; in person and signed in they are known already. */
export function isAsked({ person, channel }: LinkHolder): boolean {
  return person.how.proof.kind !== 'none' && !person.memberId && channel !== 'device' && channel !== 'pad'
}

/** Whether the holder of a link has proved who they are, by the pass their browser brings. */
export async function isProved(holder: LinkHolder, pass: string | undefined): Promise<boolean> {
  if (!isAsked(holder)) return true
  const row = await rowOf(holder.person.id)
  const { proof } = holder.person.how
  if (proof.kind === 'document' && proof.when === 'until-signed') {
    const me = (await roundState(holder.person.roundId)).people.find((p) => p.id === holder.person.id)
    if (me?.status === 'done' && row.passedAt) return true
  }
  if (!row.pass || !row.passedAt || pass !== passOf(row)) return false
  if (proof.kind !== 'document' || proof.when === 'once') return true
  const age = Date.parse(now()) - Date.parse(row.passedAt)
  if (age > OPENING_MINUTES * 60_000) return false
  if (age > 60_000) await keep({ ...row, passedAt: now() })
  return true
}

/** Forgets every pass of somebody: another address, another person, a fresh start. */
export async function forgetPasses(personId: string): Promise<void> {
  await write((tx) =>
    tx
      .update(proofs)
      .set({ pass: null, passedAt: null, tries: 0, codeHash: null, codeUntil: null })
      .where(eq(proofs.personId, personId)),
  )
}

/** An address with its middle left out: `i•••@marlow.example`, `•••• 112`. */
export const masked = (address: string): string =>
  address.includes('@') ? address.replace(/^(.).*@/, '$1•••@') : `•••• ${address.replace(/\D/g, '').slice(-3)}`

const hashOf = (personId: string, code: string) => sha256Hex(hmac(`${personId}:${code}`, 'one-time codes'))

/** Throws when somebody can't prove anything now: closed, over, or not their turn. */
async function insistOpen(holder: LinkHolder): Promise<void> {
  const state = await roundState(holder.person.roundId)
  const me = state.people.find((p) => p.id === holder.person.id)
  if (me?.closed)
    throw new Problem('not-now', 'There were too many tries. The sender can open it again.', {}, { reason: 'closed' })
  if (me?.status === 'replaced')
    throw new Problem('gone', 'Somebody else signs in your place.', {}, { reason: 'replaced' })
}

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
  await sendCode(`code:${person.id}:${at}`, person.id, nonce, proof.by)
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

/** Throws unless a document may be shown by this link now: asked for, open, and a try left. */
export async function insistOnTry(holder: LinkHolder): Promise<void> {
  const { proof } = holder.person.how
  if (proof.kind !== 'document') throw new Problem('not-now', 'No document is asked for here.')
  await insistOpen(holder)
  if ((await rowOf(holder.person.id)).tries >= proof.tries) throw outOfTries()
}
const outOfTries = () =>
  new Problem('not-now', 'There were too many tries. The sender can open it again.', {}, { reason: 'closed' })

/** Seconds within which a live picture has to come after it was said how. */
const CHALLENGE_SECONDS = 90

/** Says where in the picture the document is to be held, for one live picture within a minute and a half. */
export async function challengeFor(holder: LinkHolder): Promise<{ id: string; hold: Hold; seconds: number }> {
  await insistOnTry(holder)
  const challenge = { id: newToken(), hold: randomInt(2) ? ('high' as const) : ('low' as const) }
  await write(async () =>
    keep({ ...(await rowOf(holder.person.id)), challenge: { ...challenge, until: later(CHALLENGE_SECONDS) } }),
  )
  return { ...challenge, seconds: CHALLENGE_SECONDS }
}

/** Reads and judges a picture of a document; returns the pass, or says what is wrong with it. Each try that was read is counted and costs. */
export async function showDocument(
  holder: LinkHolder,
  files: { document: Uint8Array; selfie: Uint8Array | null; challenge: string },
  from: { ip: string; device: string },
): Promise<string> {
  const { person } = holder
  const { proof } = person.how
  await insistOnTry(holder)
  if (proof.kind !== 'document') return ''
  if (proof.selfie && !files.selfie)
    throw new Problem('invalid', 'A picture of your face is asked for too.', { selfie: 'Take a picture of your face.' })
  const row = await write(async () => {
    const r = await rowOf(person.id)
    if (r.tries >= proof.tries) throw outOfTries()
    await keep({ ...r, tries: r.tries + 1, challenge: null, spent: minor(r.spent + DOCUMENT_COST) })
    return { ...r, tries: r.tries + 1 }
  })
  // Whether it is live is for the server to say: only what was asked for a moment ago, and once, counts.
  const asked = row.challenge
  const good = asked && asked.id === files.challenge && asked.until > now()
  const { document, selfie } = files
  const verdict = await verdictOf()
  if (verdict.ok) return passed(holder, `by ${verdict.document}, checked on ${now().slice(0, 10)}`, from)
  await failed(holder, row.tries, proof.tries, verdict.code, from)
  const left = proof.tries - row.tries
  throw new Problem(
    'invalid',
    verdict.words,
    { document: verdict.words },
    { left, ...(left === 0 ? { reason: 'closed' } : {}) },
  )

  /** What the checker says; a picture that can't be read at all is a try like any other. */
  async function verdictOf(): Promise<Verdict> {
    const hold = proof.kind !== 'document' || !proof.live ? null : good ? asked!.hold : 'lost'
    try {
      const read = await identityGateway().read({ document, selfie, hold })
      const tolerance = proof.kind === 'document' ? proof.tolerance : 'exact'
      return judgeDocument(read, { name: person.name, today: today((await theBusiness()).timeZone), tolerance })
    } catch (error) {
      if (!(error instanceof Problem)) throw error
      return { ok: false, code: 'a picture that can’t be read', words: error.message }
    }
  }
}

async function passed(holder: LinkHolder, how: string, from: { ip: string; device: string }): Promise<string> {
  return write(async () => {
    const row = await rowOf(holder.person.id)
    const fresh = { ...row, tries: 0, codeHash: null, codeUntil: null, pass: row.pass ?? newId(), passedAt: now() }
    await keep(fresh)
    try {
      await record(
        holder.person.roundId,
        actorOf(holder.person, from),
        { type: 'proved', person: holder.person.id },
        { how },
      )
    } catch (error) {
      // Somebody who has signed, or whose round is over, may still look: that is not an event of the round.
      if (!(error instanceof Problem)) throw error
    }
    return passOf(fresh)
  })
}

/** A try that failed stands in the round; the last one closes it for this person and tells the owner. */
async function failed(
  holder: LinkHolder,
  tries: number,
  most: number,
  how: string,
  from: { ip: string; device: string },
): Promise<void> {
  await write(async (tx) => {
    const { person } = holder
    const state = await roundState(person.roundId)
    const me = state.people.find((p) => p.id === person.id)
    if (!me || state.status !== 'out' || !acts(me)) return
    try {
      await record(person.roundId, actorOf(person, from), { type: 'proof-failed', person: person.id }, { how })
      if (tries < most) return
      await record(person.roundId, actorOf(person, from), { type: 'closed', person: person.id })
    } catch (error) {
      if (error instanceof Problem) return
      throw error
    }
    const [round] = await tx.select().from(rounds).where(eq(rounds.id, person.roundId))
    const words = `${person.name.slice(0, 80)} is out of tries to prove who they are`
    await note({
      jobId: round!.jobId,
      type: 'closed',
      words,
      detail: 'Open it again on the paper, or replace them.',
      mark: 'trouble',
      paperId: round!.paperId,
      notable: true,
    })
    await enqueue('mail.owner', `closed:${person.id}:${now()}`, {
      jobId: round!.jobId,
      subject: words,
      words: `${words} (${tries} tries, last from ${from.ip || 'an unknown address'}). If it was them, open it again on the paper; if it was not, correct their address or replace them.`,
    })
  })
}
